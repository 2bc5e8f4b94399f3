import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** What is due. @param where a room, or a rack as "room / rack"; null: everywhere */
export const useRound = (where: string | null) => useRead(reads.round, { where }, { keepPreviousData: true })
/** How likely each printer gets through so many hours. */
export const useLongJob = (hours: number) => useRead(reads.longJob, { hours }, { keepPreviousData: true })

/** The plan; asked again while the solver is still at a better one. */
export const useFortnight = () =>
  useRead(reads.fortnight, {}, { refreshInterval: (page) => (page?.isBeingSolved ? 3000 : 0) })
/** What is planned for today. */
export const useToday = () => useRead(reads.today)
export const useForecast = (printerId: string) => useRead(reads.forecast, { id: printerId })
