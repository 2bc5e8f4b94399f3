import { reads } from '@diatribon/contract'
import { useRead } from '../ui/useRead.ts'

/** @param since from when; null: the end of one's own last shift */
export const useHandover = (since: string | null) => useRead(reads.handover, { since })
/** What hangs on the wall, and how many notes for the person are unread. */
export const useNoticeBoard = () => useRead(reads.noticeBoard)
