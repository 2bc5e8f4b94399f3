import { reads, type CostGroup } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** @param of null: nothing is fetched */
export const useCosts = (of: { from: string; until: string; by: CostGroup } | null) =>
  useRead(reads.costs, of, { keepPreviousData: true })
