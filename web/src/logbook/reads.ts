import useSWR from 'swr'
import type { Handover, Notice, ReportsFromOutside, SavedView } from '@diatribon/contract'

export const useHandover = (query: string) => useSWR<Handover, unknown>(`/api/logbook/handover?${query}`)
export const useViews = () => useSWR<SavedView[], unknown>('/api/logbook/views')
interface NoticeBoard {
  notices: Notice[]
  unread: number
  fromOutside: ReportsFromOutside | null
}

/** What hangs on the wall, and how many notes for the person are unread. */
export const useNoticeBoard = () => useSWR<NoticeBoard, unknown>('/api/notices')
