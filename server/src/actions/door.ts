import { isDeepStrictEqual } from 'node:util'
import { inArray } from 'drizzle-orm'
import type pg from 'pg'
import {
  actionShapes,
  kindNames,
  mayDo,
  rolesWith,
  type Action,
  type ActionKindName,
  type ActionResult,
  type Area,
  type Person,
  type Right,
} from '@diatribon/contract'
import { writersLock } from '../logbook/writersLock.ts'
import { actionOf, logRowOf, recordedOf, type AmendedEntry, type LogRow } from '../logbook/logRow.ts'
import type { Clock } from '../platform/clock.ts'
import { requireSignOffs } from '../people/requireSignOffs.ts'
import { transaction, type Db } from '../platform/database.ts'
import { gather } from '../platform/gather.ts'
import { checked, Refusal } from '../platform/refusal.ts'
import { attachment, logEntry } from '../platform/tables.ts'
import { selectRows } from '../platform/rows.ts'
import { Facts, type Needs } from './facts.ts'
import { kindOf } from './index.ts'

/** An action that has passed its shape, and who asks for it. */
export interface Asked {
  action: Action
  siteId: string
  personId: string
  /** null when the book is played again: whoever did it then was entitled then. */
  person: Person | null
  /** Work of the past that is only written down: whose hands it was nobody asks. */
  isPast?: true
  recordedAt: Date
  /** Given only when the book is played again. */
  seq?: number
}

/** What a commit touched, for the live notice. */
export interface Touched {
  areas: Set<Area>
  printerIds: Set<string>
  seq: number
}

interface Outcome {
  result: ActionResult
  row: LogRow | null
}

/** One list of actions; `together` means all or none. */
interface Submission {
  asked: Asked[]
  together: boolean
}

/** Actions per transaction: enough to share a commit, few enough to keep locks short. */
const mostPerTransaction = 200
/** The clock of a device may run this much ahead before an action counts as dated in the future. */
const aheadMs = 2 * 60_000
/** Deadlocks, and two senders of one key or name: a second try finds the world settled. */
const worthAnotherTry = new Set(['40P01', '40001', '23505'])

/**
 * The one door: shape, right and state of every action are checked here, and here alone the facts are changed.
 * @param announce is told after the commit what was touched
 */
export function openDoor(pool: pg.Pool, clock: Clock, announce: (touched: Touched) => void) {
  const record = gather<Submission, ActionResult[]>(
    async (submissions) => {
      const shared = submissions.filter(({ together }) => !together)
      const answers = new Map<Submission, ActionResult[]>()
      const outcomes = await recordShared(
        pool,
        shared.flatMap(({ asked }) => asked),
        announce,
      )
      for (const submission of shared) answers.set(submission, outcomes.splice(0, submission.asked.length))
      for (const submission of submissions)
        if (submission.together) answers.set(submission, await recordTogether(pool, submission.asked, announce))
      return submissions.map((submission) => answers.get(submission)!)
    },
    { most: mostPerTransaction, lanes: 2, weigh: ({ asked }) => asked.length },
  )

  /** @throws Refusal when the shape is wrong or the person may not */
  function ask(input: unknown, person: Person, siteId: string): Asked {
    const now = clock()
    const kind = (input as { kind?: unknown } | null)?.kind
    if (typeof kind !== 'string' || !Object.hasOwn(actionShapes, kind))
      throw new Refusal(400, 'bad-input', `kind must be one of ${Object.keys(actionShapes).join(', ')}`, {
        kind: 'unknown kind',
      })
    const action = checked<Action>(actionShapes[kind as ActionKindName].schema, input)
    requireRight(person, kindOf(action.kind).right, action.kind)
    if (new Date(action.at).getTime() > now.getTime() + aheadMs)
      throw new Refusal(400, 'bad-input', 'at lies in the future. An action says what has happened.', {
        at: 'must not lie in the future',
      })
    return { action, siteId, personId: person.id, person, recordedAt: now }
  }

  return {
    /** One action. @throws Refusal */
    async one(input: unknown, person: Person, siteId: string): Promise<ActionResult> {
      const [result] = await record({ asked: [ask(input, person, siteId)], together: false })
      return result!
    },

    /** A list, applied in order; one result per action. With `together`, one refusal refuses them all. */
    async list(inputs: unknown[], together: boolean, person: Person, siteId: string): Promise<ActionResult[]> {
      const asked: Asked[] = []
      const refused = new Map<number, ActionResult>()
      inputs.forEach((input, i) => {
        try {
          asked.push(ask(input, person, siteId))
        } catch (error) {
          refused.set(i, refusedResult(error))
        }
      })
      if (together && refused.size > 0) return inputs.map((_, i) => refused.get(i) ?? refusedResult(othersRefused))
      const results = asked.length > 0 ? await record({ asked, together }) : []
      return inputs.map((_, i) => refused.get(i) ?? results.shift()!)
    },
  }
}

export type Door = ReturnType<typeof openDoor>

const othersRefused = new Refusal(
  409,
  'others-refused',
  'Not recorded, because another action of this list was refused.',
)

function requireRight(person: Person, right: Right, kind: ActionKindName): void {
  if (!mayDo(person.role, right))
    throw new Refusal(
      403,
      'no-right',
      `“${kindNames[kind]}” needs ${rolesWith(right)}; you are signed in as ${person.role}. Ask one of them, or write a note.`,
    )
}

async function requirePhotos(db: Db, ids: string[]): Promise<void> {
  if (ids.length === 0) return
  const there = await db.select({ id: attachment.id }).from(attachment).where(inArray(attachment.id, ids))
  if (there.length < new Set(ids).size)
    throw new Refusal(404, 'not-there', 'A photo that belongs to this is not there. Send the photo first.')
}

/** Records actions that stand for themselves. */
async function recordShared(pool: pg.Pool, asked: Asked[], announce: (t: Touched) => void): Promise<ActionResult[]> {
  const results: ActionResult[] = []
  for (let i = 0; i < asked.length; i += mostPerTransaction) {
    const part = asked.slice(i, i + mostPerTransaction)
    results.push(...(await recordPart(pool, part, announce)))
  }
  return results
}

async function recordPart(
  pool: pg.Pool,
  part: Asked[],
  announce: (t: Touched) => void,
  triesLeft = 3,
): Promise<ActionResult[]> {
  try {
    return await commit(pool, part, announce)
  } catch (error) {
    const refusal = databaseRefusal(error)
    if (!refusal) throw error
    if (part.length === 1) {
      if (triesLeft > 0 && worthAnotherTry.has(refusal.code)) return recordPart(pool, part, announce, triesLeft - 1)
      return [refusedResult(refusalOfConstraint(refusal))]
    }
    // One of them brought the statement down: each for itself, so that it harms nobody else.
    const results: ActionResult[] = []
    for (const one of part) results.push(...(await recordPart(pool, [one], announce)))
    return results
  }
}

async function recordTogether(
  pool: pg.Pool,
  asked: Asked[],
  announce: (t: Touched) => void,
  triesLeft = 3,
): Promise<ActionResult[]> {
  class TakenBack extends Error {
    constructor(readonly outcomes: Outcome[]) {
      super()
    }
  }
  try {
    const outcomes = await transaction(pool, async (client, db) => {
      const all = await applyAll(client, db, asked)
      if (all.some(({ result }) => !result.ok)) throw new TakenBack(all)
      return all
    })
    announce(touchedBy(outcomes))
    return outcomes.map(({ result }) => result)
  } catch (error) {
    if (error instanceof TakenBack)
      return error.outcomes.map(({ result }) => (result.ok ? refusedResult(othersRefused) : result))
    const refusal = databaseRefusal(error)
    if (!refusal) throw error
    if (triesLeft > 0 && worthAnotherTry.has(refusal.code)) return recordTogether(pool, asked, announce, triesLeft - 1)
    return asked.map(() => refusedResult(refusalOfConstraint(refusal)))
  }
}

async function commit(pool: pg.Pool, asked: Asked[], announce: (t: Touched) => void): Promise<ActionResult[]> {
  const outcomes = await transaction(pool, (client, db) => applyAll(client, db, asked))
  announce(touchedBy(outcomes))
  return outcomes.map(({ result }) => result)
}

/** Applies actions in order within one transaction. A refused one leaves no trace. */
export async function applyAll(client: pg.PoolClient, db: Db, asked: Asked[]): Promise<Outcome[]> {
  const facts = new Facts(client, db)
  const originals = await originalsOf(db, asked)
  await facts.open(needsOf(asked, originals))
  const known = new Map<string, LogRow>()
  const keys = asked.map(({ action }) => action.key)
  for (const row of await selectRows<LogRow>(client, logEntry, 'key', keys)) known.set(row.key, row)
  const seqs = await nextSeqs(client, asked)
  const outcomes: Outcome[] = []
  for (const [i, one] of asked.entries()) {
    const { action, siteId, personId } = one
    const before = known.get(action.key)
    if (before) {
      outcomes.push({ result: sameOrRefused(before, one), row: null })
      continue
    }
    const original = action.kind === 'amend' ? (originals.get(action.entryKey)?.() ?? null) : null
    const row = logRowOf(action, { seq: seqs[i]!, siteId, personId, recordedAt: one.recordedAt, amends: original })
    facts.mark()
    try {
      if (one.person && original && original.personId !== personId) requireRight(one.person, 'amend any entry', 'amend')
      if (one.person) await requirePhotos(db, kindOf(action.kind).photos?.(action) ?? [])
      const kind = kindOf(action.kind)
      if (one.person && kind.work && !one.isPast)
        await requireSignOffs(facts, await kind.work(facts, action), { person: one.person, siteId, at: row.at })
      await kind.apply(facts, { seq: row.seq, siteId, personId, at: row.at, action })
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      facts.takeBack()
      outcomes.push({ result: refusedResult(error), row: null })
      continue
    }
    facts.append(row)
    known.set(row.key, row)
    outcomes.push({ result: { ok: true, entry: recordedOf(row) }, row })
  }
  facts.mark()
  await facts.flush()
  return outcomes

  /** Entries that amendments point at: in the book, or earlier in this very list (and then known only by its turn). */
  async function originalsOf(db: Db, asked: Asked[]) {
    const found = new Map<string, (() => AmendedEntry | null) & { action?: Action }>()
    const keys = asked.flatMap(({ action }) => (action.kind === 'amend' ? [action.entryKey] : []))
    if (keys.length === 0) return found
    const amendedEntry = (row: LogRow): AmendedEntry => ({ ...row, action: actionOf(row) })
    for (const { action } of asked)
      if (keys.includes(action.key))
        found.set(
          action.key,
          Object.assign(
            () => {
              const row = known.get(action.key)
              return row ? amendedEntry(row) : null
            },
            { action },
          ),
        )
    for (const row of await db.select().from(logEntry).where(inArray(logEntry.key, keys)))
      found.set(
        row.key,
        Object.assign(() => amendedEntry(row), { action: actionOf(row) }),
      )
    return found
  }
}

function needsOf(asked: Asked[], originals: Map<string, { action?: Action }>): Required<Needs> {
  const sets = {
    printers: new Set<string>(),
    knownPrinters: new Set<string>(),
    slots: new Set<string>(),
    partTypes: new Set<string>(),
    models: new Set<string>(),
    fittings: new Set<string>(),
    jobs: new Set<string>(),
    spools: new Set<string>(),
    jobsRunningOn: new Set<string>(),
  }
  const actions = [
    ...asked.map(({ action }) => action),
    ...[...originals.values()].flatMap(({ action }) => action ?? []),
  ]
  for (const action of actions) {
    if ('printerId' in action && action.printerId)
      (kindOf(action.kind).leavesPrinterAlone ? sets.knownPrinters : sets.printers).add(action.printerId)
    const needs = kindOf(action.kind).needs?.(action) ?? {}
    for (const [name, ids] of Object.entries(needs)) for (const id of ids) sets[name as keyof Needs].add(id)
  }
  return Object.fromEntries(Object.entries(sets).map(([name, ids]) => [name, [...ids]])) as unknown as Required<Needs>
}

/** Numbers are drawn under the printers' locks, so that one printer's entries are numbered in the order of commit. */
async function nextSeqs(client: pg.PoolClient, asked: Asked[]): Promise<number[]> {
  if (asked.every(({ seq }) => seq !== undefined)) return asked.map(({ seq }) => seq!)
  const { rows } = await client.query<{ seq: string }>({
    name: 'next-seqs',
    // The shared lock tells the keeper of the chain that lines with these numbers may still be on their way.
    text: `SELECT nextval('log_entry_seq') AS seq, pg_advisory_xact_lock_shared(${writersLock}) FROM generate_series(1, $1)`,
    values: [asked.length],
  })
  return rows.map(({ seq }) => Number(seq))
}

function sameOrRefused(before: LogRow, { action, personId }: Asked): ActionResult {
  const again = { ...action, at: new Date(action.at).toISOString() }
  if (before.personId === personId && isDeepStrictEqual(actionOf(before), JSON.parse(JSON.stringify(again))))
    return { ok: true, entry: recordedOf(before) }
  return refusedResult(
    new Refusal(409, 'key-used', 'This key already stands for another entry. Make a new key for a new action.'),
  )
}

export function touchedBy(outcomes: Outcome[]): Touched {
  const touched: Touched = { areas: new Set(), printerIds: new Set(), seq: 0 }
  for (const { row } of outcomes) {
    if (!row) continue
    for (const area of actionShapes[row.kind as ActionKindName].areas) touched.areas.add(area)
    if (row.printerId) touched.printerIds.add(row.printerId)
    touched.seq = Math.max(touched.seq, row.seq)
  }
  return touched
}

function refusedResult(error: unknown): ActionResult & { ok: false } {
  if (error instanceof Refusal) return { ok: false, status: error.status, ...error.body }
  throw error
}

interface DatabaseRefusal {
  code: string
  constraint?: string
}

/** The database's own refusal inside an error, however deep the query builder has wrapped it; else null. */
function databaseRefusal(error: unknown): DatabaseRefusal | null {
  for (let at = error; at instanceof Error; at = at.cause) {
    const { code } = at as { code?: unknown }
    if (typeof code === 'string' && /^(22|23|40)[0-9A-Z]{3}$/.test(code)) return at as unknown as DatabaseRefusal
  }
  return null
}

const sentences: Record<string, string> = {
  printer_name: 'There is already a printer with this name.',
  part_type_name: 'The catalogue already has a part type with this name.',
  printer_model_name: 'There is already a model of this make and name.',
  spool_name: 'There is already a spool with this name.',
  person_name: 'Somebody already signs in under this name.',
  fitting_one_in_slot: 'Somebody has just changed the part in this slot. Look at the printer again before you swap.',
  fitting_counter_order: 'A part cannot be removed at a lower counter reading than it was fitted at.',
  check_type_name: 'There is already a check with this name.',
  reading_kind_name: 'There is already a kind of reading with this name.',
  work_span_one_open: 'You are already at work on this printer.',
  down_time_one_open: 'Somebody has just taken this printer out of service. Look at it again.',
  check_sheet_one_open: 'This check is already being done on this printer. Go on with that one.',
  log_entry_key: 'This key already stands for another entry. Make a new key for a new action.',
}

function refusalOfConstraint({ constraint, code }: DatabaseRefusal): Refusal {
  const sentence = constraint && sentences[constraint]
  if (sentence) return new Refusal(409, constraint.replaceAll('_', '-'), sentence)
  return new Refusal(
    409,
    'not-recorded',
    `The database refused this entry (${constraint ?? code}). Nothing was changed.`,
  )
}
