import useSWR from 'swr'
import type { Handover, SavedView } from '@diatribon/contract'

export const useHandover = (query: string) => useSWR<Handover, unknown>(`/api/logbook/handover?${query}`)
export const useViews = () => useSWR<SavedView[], unknown>('/api/logbook/views')
