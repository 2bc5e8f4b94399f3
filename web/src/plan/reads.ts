import useSWR from 'swr'
import type { ForecastPage, FortnightPage, LongJobPage, Round, TodayPage } from '@diatribon/contract'

/** What is due. @param where a room, or a rack as "room / rack"; null: everywhere */
export const useRound = (where: string | null) =>
  useSWR<Round, unknown>(`/api/plan/round${where === null ? '' : `?where=${encodeURIComponent(where)}`}`, {
    keepPreviousData: true,
  })
/** How likely each printer gets through so many hours. */
export const useLongJob = (hours: number) =>
  useSWR<LongJobPage, unknown>(`/api/plan/long-job?hours=${hours}`, { keepPreviousData: true })

/** The plan; asked again while the solver is still at a better one. */
export const useFortnight = () =>
  useSWR<FortnightPage, unknown>('/api/plan/fortnight', {
    refreshInterval: (page) => (page?.isBeingSolved ? 3000 : 0),
  })
/** What is planned for today. */
export const useToday = () => useSWR<TodayPage, unknown>('/api/plan/today')
export const useForecast = (printerId: string) => useSWR<ForecastPage, unknown>(`/api/printers/${printerId}/forecast`)
