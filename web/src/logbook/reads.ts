import useSWR from 'swr'
import type { Handover, Notice, SavedView } from '@diatribon/contract'

export const useHandover = (query: string) => useSWR<Handover, unknown>(`/api/logbook/handover?${query}`)
export const useViews = () => useSWR<SavedView[], unknown>('/api/logbook/views')
/** What hangs on the wall, and how many notes for the person are unread. */
export const useNoticeBoard = () => useSWR<{ notices: Notice[]; unread: number }, unknown>('/api/notices')
