import useSWR from 'swr'
import type { Notice } from '@diatribon/contract'

/** What hangs on the wall, and how many notes for the person are unread. */
export const useNoticeBoard = () => useSWR<{ notices: Notice[]; unread: number }>('/api/notices')
