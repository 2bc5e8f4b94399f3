import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** Names of this workshop that a table may use. @param asked false: nothing is fetched */
export const useImportNames = (asked: boolean) => useRead(reads.importNames, asked ? {} : null)
