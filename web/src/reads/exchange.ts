import useSWR from 'swr'
import type { ImportNames } from '@diatribon/contract'

/** Names of this workshop that a table may use. @param asked false: nothing is fetched */
export const useImportNames = (asked: boolean) => useSWR<ImportNames, unknown>(asked ? '/api/import/names' : null)
