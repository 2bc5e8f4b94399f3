import type { ReportsFromOutside } from '../faults/report.ts'
import Joi from 'joi'
import type { Correction } from '../actions/logbook/amend.ts'
import type { ActionKindName } from '../actions/index.ts'
import type { RefusalBody } from '../refusal.ts'
import { dayField, uuid, words } from '../fields/action.ts'
import { kindNames } from '../actions/kinds.ts'

/** What an action became: a line of the book. The answer to POST /api/actions. */
export interface Recorded {
  seq: number
  key: string
  kind: ActionKindName
  at: string
  recordedAt: string
}

/** One result per action of a list, in its order. */
export type ActionResult = { ok: true; entry: Recorded } | ({ ok: false; status: number } & RefusalBody)

/** A line of the book as the Logbook shows it. */
export interface LogEntry extends Recorded {
  printer: { id: string; name: string } | null
  person: { id: string; displayName: string }
  /** What happened, in words. */
  summary: string
  note: string | null
  photos: string[]
  /** People whom a note is for above all. */
  mentions: string[]
  /** The entry that a note answers. */
  answers: { seq: number; summary: string } | null
  /** Notes that answer this entry, oldest first. */
  replies: { seq: number; summary: string; displayName: string; at: string }[]
  /** Amendments that point at this entry, oldest first. */
  amendments: { seq: number; summary: string; displayName: string; at: string; takesBack: boolean }[]
  /** The entry that this amendment points at. */
  amends: { seq: number; summary: string } | null
  /** What a correction form starts from; null when this kind cannot be amended. */
  correctable: Correction | null
  /** Whether the person who asks may amend it. */
  mayAmend: boolean
  /** Some kinds are only corrected: what followed from them cannot be undone. */
  mayTakeBack: boolean
}

export interface LogPage {
  entries: LogEntry[]
  /** Pass as `before` for the next page; null at the end of the book. */
  next: number | null
  /** How far the one who asks has read; null: never said. */
  readUpTo: number | null
}

export interface LogQuery {
  printer?: string
  /** Words to be found, in any form. */
  search?: string
  person?: string
  partType?: string
  /** Days, both included, in the zone of the workshop. */
  from?: string
  until?: string
  /** Only notes for the one who asks. */
  forMe?: boolean
  /** One entry alone. */
  seq?: number
  kind?: ActionKindName
  /** Every single step of a check and every logged temperature as well. */
  steps?: boolean
  before?: number
  limit?: number
}

export const logQuerySchema = Joi.object<LogQuery>({
  printer: uuid,
  search: words(200),
  person: uuid,
  partType: uuid,
  from: dayField,
  until: dayField,
  forMe: Joi.boolean(),
  seq: Joi.number().integer().min(1),
  kind: Joi.string().valid(...Object.keys(kindNames)),
  steps: Joi.boolean(),
  before: Joi.number().integer().min(1),
  limit: Joi.number().integer().min(1).max(200),
})

/** A line of the exported book: everything that replay needs. */
export interface ExportedEntry {
  seq: number
  recordedAt: string
  personId: string
  action: Record<string, unknown>
}

/** A search that somebody keeps for themself. */
export interface SavedView {
  id: string
  name: string
  /** As in the address of the Logbook. */
  query: string
}

export const savedViewSchema = Joi.object<{ name: string; query: string }>({
  name: words(60).required(),
  query: words(1000).allow('').required(),
})

export const readMarkSchema = Joi.object<{ seq: number }>({ seq: Joi.number().integer().min(1).required() })

/** Whether the chain of the book holds. */
export interface BookCheck {
  entries: number
  chains: number
  /** Written a moment ago and not sealed yet. */
  unsealed: number
  broken: { seq: number; printer: string; words: string }[]
  /** How many breaks there are in all; the list holds the first. */
  brokenCount: number
  /** Newest seal of each chain: copied to paper, they tell later whether the chain was forged as a whole. */
  heads: { chain: string; seq: number; hash: string }[]
}

/** One line of the answer when the book is gone through, which comes line by line (JSON Lines). */
export type BookCheckLine = { progress: { done: number; of: number } } | { result: BookCheck } | { failed: string }

/** A notice that is pinned. */
export interface Notice {
  id: string
  text: string
  until: string
  at: string
  who: string
}

/** What hangs on the wall, and how many notes for the person are unread. */
export interface NoticeBoard {
  notices: Notice[]
  unread: number
  fromOutside: ReportsFromOutside | null
}
