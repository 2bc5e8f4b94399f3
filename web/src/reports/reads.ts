import useSWR from 'swr'
import type { CostGroup, CostsPage } from '@diatribon/contract'

/** @param of null: nothing is fetched */
export const useCosts = (of: { from: string; until: string; by: CostGroup } | null) =>
  useSWR<CostsPage, unknown>(
    of ? `/api/reports/costs?from=${of.from}&until=${of.until}&by=${encodeURIComponent(of.by)}` : null,
    { keepPreviousData: true },
  )
