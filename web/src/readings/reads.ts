import useSWR from 'swr'
import type { DriftingPage, ReadingKind, ReadingSeries } from '@diatribon/contract'

export const useReadingKinds = () => useSWR<ReadingKind[], unknown>('/api/readings/kinds')
export const useSeries = (printerId: string) => useSWR<ReadingSeries[], unknown>(`/api/printers/${printerId}/readings`)
export const useDrifting = () =>
  useSWR<DriftingPage, unknown>('/api/readings/drifting', {
    // As long as printers wait to be looked at for the first time.
    refreshInterval: (latest) => (latest && latest.fresh.waiting > 0 ? 1000 : 0),
    dedupingInterval: 50,
  })
