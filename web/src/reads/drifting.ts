import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

export const useDrifting = () =>
  useRead(
    reads.drifting,
    {},
    {
      // As long as printers wait to be looked at for the first time.
      refreshInterval: (latest) => (latest && latest.fresh.waiting > 0 ? 1000 : 0),
      dedupingInterval: 50,
    },
  )
