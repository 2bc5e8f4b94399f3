import useSWR from 'swr'
import type { Spool } from '@diatribon/contract'

export const useSpools = () => useSWR<Spool[], unknown>('/api/stores/spools')
