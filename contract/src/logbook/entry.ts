import Joi from 'joi'
import type { ActionKindName } from '../actions/index.ts'
import type { RefusalBody } from '../refusal.ts'
import { uuid } from '../actions/action.ts'
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
  /** Amendments that point at this entry, oldest first. */
  amendments: { seq: number; summary: string; displayName: string; at: string; takesBack: boolean }[]
  /** The entry that this amendment points at. */
  amends: { seq: number; summary: string } | null
  /** What a correction form starts from; null when this kind cannot be amended. */
  correctable: {
    meterHours?: number
    meterWasReset?: boolean
    removalReason?: string
    partTypeId?: string
    text?: string
    hours?: number
    metres?: number
  } | null
  /** Whether the person who asks may amend it. */
  mayAmend: boolean
}

export interface LogPage {
  entries: LogEntry[]
  /** Pass as `before` for the next page; null at the end of the book. */
  next: number | null
}

export interface LogQuery {
  printer?: string
  kind?: ActionKindName
  before?: number
  limit?: number
}

export const logQuerySchema = Joi.object<LogQuery>({
  printer: uuid,
  kind: Joi.string().valid(...Object.keys(kindNames)),
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
