import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useDowntime = (from: string | null, until: string | null) => useRead(reads.downtime, { from, until })
