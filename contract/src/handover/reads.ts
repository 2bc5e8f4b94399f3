import type { NoticeBoard } from '../logbook/entry.ts'
import { read } from '../read.ts'
import type { Handover } from './handover.ts'

export const handover = read<Handover>()({
  path: '/logbook/handover',
  summary: 'What changed since your last shift, what is open',
  right: 'read',
  shows: ['book', 'checks', 'faults', 'notices', 'parts', 'people', 'printers', 'stores', 'upgrades'],
  query: { since: 'A moment (ISO 8601); left out: the end of the own last shift' },
})

export const noticeBoard = read<NoticeBoard>()({
  path: '/notices',
  summary: 'Pinned notices, and how many notes for you are unread',
  right: 'read',
  shows: ['faults', 'notices', 'people'],
})
