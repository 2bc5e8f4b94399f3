import useSWR from 'swr'
import type { ForecastPage, Round } from '@diatribon/contract'

/** What is due. @param where a room, or a rack as "room / rack"; null: everywhere */
export const useRound = (where: string | null) =>
  useSWR<Round, unknown>(`/api/plan/round${where === null ? '' : `?where=${encodeURIComponent(where)}`}`, {
    keepPreviousData: true,
  })
export const useForecast = (printerId: string) => useSWR<ForecastPage, unknown>(`/api/printers/${printerId}/forecast`)
