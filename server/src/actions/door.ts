import { given } from '@diatribon/core'
import { setTimeout } from 'node:timers/promises'
import { isDeepStrictEqual } from 'node:util'
import { inArray } from 'drizzle-orm'
import { v5 as derivedId } from 'uuid'
import type pg from 'pg'
import {
  actionShapes,
  anyChange,
  kindNames,
  mayDo,
  rolesWith,
  thingSet,
  type Action,
  type ActionKindName,
  type ActionResult,
  type LiveNotice,
  type Person,
  type Right,
} from '@diatribon/contract'
import { requireSeen } from './pieces/requireSeen.ts'
import { writersLock } from './pieces/writersLock.ts'
import { actionOf, logRowOf, recordedOf, type AmendedEntry, type LogRow } from './pieces/logRow.ts'
import type { WallClock } from '../platform/wallClock.ts'
import { requireSignOffs } from './pieces/requireSignOffs.ts'
import { transaction, type Db } from '../platform/database.ts'
import { gather } from '../platform/gather.ts'
import { databaseCode, isLost } from '../platform/loss.ts'
import { checked, Refusal } from '../platform/refusal.ts'
import { attachment, logEntry } from '../platform/tables.ts'
import { selectRows } from '../platform/rows.ts'
import { Facts } from './facts.ts'
import { failedHere, refusalOfDatabase, worthAnotherTry } from './databaseRefusals.ts'
import { kindOf } from './index.ts'
import { loadNeeds } from './needs.ts'
import { needsOf } from './needsOf.ts'

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

/** Whom the door tells of what it did. */
export interface Told {
  announce(notice: LiveNotice): void
  onFailure(error: unknown, kind: ActionKindName): void
}

interface Outcome {
  result: ActionResult
  row: LogRow | null
  /** What was recorded with it. */
  also?: LogRow
  /** Why it failed, when that was no refusal but a mistake of ours. */
  failure?: unknown
}

interface Applied {
  outcomes: Outcome[]
  /** What was written, for the pages that show it. */
  changed: LiveNotice
}

/** Actions per transaction: enough to share a commit, few enough to let others through. */
const mostPerTransaction = 200
/** A long list goes in slices of this many, so that what others do meanwhile gets its turn between them. */
const sliceOfList = 50
/** A batch that is only reckoned says so often that it is alive. */
const signOfLifeMs = 200
/** The clock of a device may run this much ahead before an action counts as dated in the future. */
const aheadMs = 2 * 60_000
/**
 * The one door: shape, right and state of every action are checked here, and here alone the facts are changed.
 * @param announce is told after the commit what was changed
 * @param onFailure is told of an action that failed by a mistake of ours
 */
export function openDoor(
  pool: pg.Pool,
  clock: WallClock,
  announce: (notice: LiveNotice) => void,
  onFailure: (error: unknown, kind: ActionKindName) => void,
) {
  const tell: Told = { announce, onFailure }
  const record = gather<Asked[], ActionResult[]>(
    async (lists) => {
      const results = await recordPart(pool, lists.flat(), tell)
      return lists.map(({ length }) => results.splice(0, length))
    },
    { most: mostPerTransaction, lanes: 2, weigh: ({ length }) => length },
  )

  /** @throws Refusal when the shape is wrong or the person may not */
  function ask(input: unknown, person: Person, siteId: string): Asked {
    const now = clock()
    const kind = (input as { kind?: unknown } | null)?.kind
    if (typeof kind !== 'string' || !Object.hasOwn(actionShapes, kind))
      throw new Refusal(
        400,
        'bad-input',
        'There is no such kind of action here. The page of the interface lists them.',
        {
          kind: 'unknown kind',
        },
      )
    const action = checked<Action>(actionShapes[kind as ActionKindName].schema, input)
    requireRight(person, kindOf(action.kind).right, action.kind)
    if (new Date(action.at).getTime() > now.getTime() + aheadMs)
      throw new Refusal(400, 'bad-input', 'That moment lies in the future. An entry says what has happened.', {
        at: 'This must not lie in the future.',
      })
    return { action, siteId, personId: person.id, person, recordedAt: now }
  }

  return {
    /** One action. @throws Refusal */
    async one(input: unknown, person: Person, siteId: string): Promise<ActionResult> {
      const [result] = await record([ask(input, person, siteId)])
      return given(result)
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
      const results: ActionResult[] = together && asked.length > 0 ? await recordTogether(pool, asked, tell) : []
      for (let i = 0; !together && i < asked.length; i += sliceOfList)
        results.push(...(await record(asked.slice(i, i + sliceOfList))))
      return inputs.map((_, i) => refused.get(i) ?? given(results.shift()))
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
    throw new Refusal(404, 'not-there', 'A photo or file that belongs to this is not there. Send it first.')
}

/** Records actions that stand for themselves, in one transaction. One that brings it down harms no other. */
export async function recordPart(pool: pg.Pool, part: Asked[], tell: Told, triesLeft = 3): Promise<ActionResult[]> {
  try {
    return await commit(pool, part, tell)
  } catch (error) {
    const code = databaseCode(error)
    if (isLost(error)) {
      if (triesLeft === 0) throw error
      return afterLoss(tell, triesLeft, () => recordPart(pool, part, tell, triesLeft - 1))
    }
    if (code === null) throw error
    if (part.length > 1) {
      // One of them brought the statement down: each for itself.
      const results: ActionResult[] = []
      for (const one of part) results.push(...(await recordPart(pool, [one], tell)))
      return results
    }
    if (triesLeft > 0 && worthAnotherTry.has(code)) return recordPart(pool, part, tell, triesLeft - 1)
    return [refusedResult(refusalOfDatabase(error, code))]
  }
}

async function recordTogether(pool: pg.Pool, asked: Asked[], tell: Told, triesLeft = 3): Promise<ActionResult[]> {
  class TakenBack extends Error {
    constructor(readonly outcomes: Outcome[]) {
      super()
    }
  }
  try {
    const { outcomes, changed } = await transaction(
      pool,
      async (client, db) => {
        const all = await applyAll(client, db, asked)
        if (all.outcomes.some(({ result }) => !result.ok)) throw new TakenBack(all.outcomes)
        return all
      },
      true,
    )
    tell.announce(changed)
    return outcomes.map(({ result }) => result)
  } catch (error) {
    if (error instanceof TakenBack) {
      for (const [i, { failure }] of error.outcomes.entries())
        if (failure) tell.onFailure(failure, given(asked[i]).action.kind)
      return error.outcomes.map(({ result }) => (result.ok ? refusedResult(othersRefused) : result))
    }
    const code = databaseCode(error)
    if (isLost(error)) {
      if (triesLeft === 0) throw error
      return afterLoss(tell, triesLeft, () => recordTogether(pool, asked, tell, triesLeft - 1))
    }
    if (code === null) throw error
    if (triesLeft > 0 && worthAnotherTry.has(code)) return recordTogether(pool, asked, tell, triesLeft - 1)
    return asked.map(() => refusedResult(refusalOfDatabase(error, code)))
  }
}

/**
 * The line broke, perhaps between the commit and its answer: the keys tell on another try whether it was recorded. What may
 * have been recorded the first time is announced all the same.
 */
async function afterLoss<T>({ announce }: Told, triesLeft: number, again: () => Promise<T>): Promise<T> {
  await setTimeout(lossPauseMs * 3 ** (3 - triesLeft))
  const answer = await again()
  announce(anyChange())
  return answer
}
const lossPauseMs = 100

async function commit(pool: pg.Pool, asked: Asked[], { announce, onFailure }: Told): Promise<ActionResult[]> {
  const { outcomes, changed } = await transaction(pool, (client, db) => applyAll(client, db, asked), true)
  announce(changed)
  for (const [i, { failure }] of outcomes.entries()) if (failure) onFailure(failure, given(asked[i]).action.kind)
  return outcomes.map(({ result }) => result)
}

/** Applies actions in order within one transaction. A refused one leaves no trace. */
export async function applyAll(client: pg.PoolClient, db: Db, asked: Asked[]): Promise<Applied> {
  const facts = new Facts(client, db)
  // Entries that are played again come one after the other, and with their numbers.
  const locked = asked.some(({ seq }) => seq === undefined) ? lockFacts(client, asked.some(reachesBeyondPrinter)) : null
  // What amendments point at tells what is needed; else all is asked in one go, in this order, and the first to fail tells why.
  if (asked.some(({ action }) => action.kind === 'amend')) await locked
  const originals = await originalsOf(db, asked)
  const keys = asked.map(({ action }) => action.key)
  const [, , there, seqs] = await Promise.all([
    locked,
    loadNeeds(facts, needsOf([...asked, ...originals.values()].flatMap(({ action }) => action ?? []))),
    selectRows<LogRow>(client, logEntry, 'key', keys),
    nextSeqs(client, asked),
  ])
  const known = new Map(there.map((row) => [row.key, row]))
  const outcomes: Outcome[] = []
  let heard = performance.now()
  for (const [i, one] of asked.entries()) {
    // Much to reckon on a slow machine is no standing still: the database hears of us before it ends the transaction.
    if (performance.now() - heard > signOfLifeMs) {
      await client.query('SELECT 1')
      heard = performance.now()
    }
    const { action, siteId, personId } = one
    const before = known.get(action.key)
    if (before) {
      outcomes.push({ result: sameOrRefused(before, one), row: null })
      continue
    }
    const original = action.kind === 'amend' ? (originals.get(action.entryKey)?.() ?? null) : null
    const row = logRowOf(action, {
      seq: given(seqs[i]),
      siteId,
      personId,
      recordedAt: one.recordedAt,
      amends: original,
    })
    let also: LogRow | undefined
    facts.mark()
    try {
      if (one.person && original) {
        if (original.personId !== personId) requireRight(one.person, 'amend any entry', 'amend')
        // What somebody might no longer do, they do not undo or change either.
        requireRight(one.person, kindOf(original.action.kind).right, original.action.kind)
      }
      if (one.person) await requirePhotos(db, kindOf(action.kind).photos?.(action) ?? [])
      const kind = kindOf(action.kind)
      if (one.person) await kind.whenSent?.(facts, action, one.person)
      const thing = thingSet(action)
      const version = one.person && 'version' in action ? action.version : undefined
      const seen = thing ? await requireSeen(facts, { thing, siteId, seq: row.seq, action, version }) : null
      if (one.person && kind.work && !one.isPast)
        await requireSignOffs(facts, await kind.work(facts, action), {
          person: one.person,
          siteId,
          moments: [row.at, one.recordedAt],
        })
      facts.staysWithin(boundsOf(action))
      await kind.apply(facts, { seq: row.seq, siteId, personId, at: row.at, action })
      facts.staysWithin(null)
      if (seen) facts.put('setVersion', seen)
      const next = one.person && !one.isPast ? await kind.follows?.(facts, action, one.person) : null
      if (next) also = await applyWith(row, { ...next, key: derivedId('follows', action.key), at: action.at } as Action)
    } catch (error) {
      // What the database said has ended the transaction; anything else is this action's alone.
      if (databaseCode(error) !== null || isLost(error)) throw error
      facts.staysWithin(null)
      facts.takeBack()
      outcomes.push({
        result: refusedResult(error),
        row: null,
        ...(error instanceof Refusal ? {} : { failure: error }),
      })
      continue
    }
    for (const line of also ? [row, also] : [row]) facts.append(line)
    known.set(row.key, row)
    outcomes.push({ result: { ok: true, entry: recordedOf(row) }, row, ...(also ? { also } : {}) })
  }
  facts.mark()
  await facts.flush()
  return { outcomes, changed: facts.changed.toNotice() }

  /** What follows from an entry is recorded under the next number, which was drawn for it. */
  async function applyWith({ seq, siteId, personId, recordedAt }: LogRow, action: Action): Promise<LogRow> {
    const row = logRowOf(action, { seq: seq + 1, siteId, personId, recordedAt, amends: null })
    facts.staysWithin(boundsOf(action))
    await kindOf(action.kind).apply(facts, { seq: row.seq, siteId, personId, at: row.at, action })
    return row
  }

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

/**
 * Whether an action reads and writes more than its own printer: people, the site, catalogues, spools, a second printer, or,
 * for an amendment, whatever the entry did that it puts right.
 */
function reachesBeyondPrinter({ action }: Pick<Asked, 'action'>): boolean {
  const { reachesBeyondPrinter: reaches } = kindOf(action.kind)
  return reaches ? reaches(action) : !('printerId' in action && action.printerId)
}

/** What an action may change; null: anything, since it has the facts to itself. */
function boundsOf(action: Action) {
  if (reachesBeyondPrinter({ action })) return null
  const printerId = 'printerId' in action ? action.printerId : undefined
  return printerId ? { printerId, leavesAlone: kindOf(action.kind).leavesPrinterAlone === true } : null
}

/**
 * Taken before anything is read: actions within one printer go side by side, each under its printer's lock; one that reaches
 * further has the facts to itself. So what was read still holds when it is written, and entries are numbered in the order in
 * which they took effect, however many processes there are.
 *
 * Refused: a lock on each row that is read (a forgotten one loses changes, as whole rows of person and site did).
 */
async function lockFacts(client: pg.PoolClient, alone: boolean): Promise<void> {
  await client.query(
    alone
      ? { name: 'facts-alone', text: `SELECT pg_advisory_xact_lock(${writersLock})` }
      : { name: 'facts-shared', text: `SELECT pg_advisory_xact_lock_shared(${writersLock})` },
  )
}

/** Numbers are drawn under the locks, so that entries are numbered in the order of commit. */
async function nextSeqs(client: pg.PoolClient, asked: Asked[]): Promise<number[]> {
  if (asked.every(({ seq }) => seq !== undefined)) return asked.map(({ seq }) => given(seq))
  // One more for those that another entry may follow from.
  const lines = asked.map(({ action }) => (kindOf(action.kind).follows ? 2 : 1))
  const { rows } = await client.query<{ seq: string }>({
    name: 'next-seqs',
    text: `SELECT nextval('log_entry_seq') AS seq FROM generate_series(1, $1)`,
    values: [lines.reduce((sum, count) => sum + count, 0)],
  })
  let at = 0
  return lines.map((count) => Number(given(rows[(at += count) - count]).seq))
}

function sameOrRefused(before: LogRow, { action, personId }: Asked): ActionResult {
  const again = { ...action, at: new Date(action.at).toISOString() }
  if (before.personId === personId && isDeepStrictEqual(actionOf(before), JSON.parse(JSON.stringify(again))))
    return { ok: true, entry: recordedOf(before) }
  return refusedResult(
    new Refusal(409, 'key-used', 'This key already stands for another entry. Make a new key for a new action.'),
  )
}

function refusedResult(error: unknown): ActionResult & { ok: false } {
  const refusal = error instanceof Refusal ? error : failedHere
  return { ok: false, status: refusal.status, ...refusal.body }
}

/** What brought an action down that was applied alone, as its refusal. @throws when it was no fault of the action */
export function refusedBy(error: unknown): ActionResult & { ok: false } {
  const code = databaseCode(error)
  if (code === null || isLost(error)) throw error
  return refusedResult(refusalOfDatabase(error, code))
}
