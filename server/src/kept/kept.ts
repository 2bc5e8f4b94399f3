import { given } from '@diatribon/core'
import { figureNames, type FigureName, type Freshness } from '@diatribon/contract'
import type { WallClock } from '../platform/wallClock.ts'
import type { Database } from '../platform/database.ts'
import { sharedRead } from '../platform/sharedRead.ts'
import { staleOf, perBatch, type StaleFigures } from './workOut.ts'
import { inTime, settings } from './settings.ts'

/** Commits that follow each other closely are followed together. */
const restMs = 250
/** The background rests twice as long as its last round took, two seconds at most: actions and pages come first. */
const restAfter = (roundMs: number) => Math.min(2_000, Math.max(restMs, 2 * roundMs))
/** Also without a word from this process: a day begins, or another process ended before it was done. */
const lookMs = 20_000
/** What follows everyone's facts in time follows at most so often. */
const inTimeMs = 60_000
/** A page waits for so many figures; for more it shows those that were kept. */
const mostWaitedFor = 25
/** Whoever has just written sees what follows from it. */
const writerMs = 10_000
/** Others wait as long as not many do: so many in a second. */
const mostWaits = 60
/** A page that would wait longer than this shows what was kept. */
const longestWaitMs = 4000

/** A figure of these printers or part types, to be brought up to date. */
export interface KeptTask {
  databaseUrl: string
  name: FigureName
  ids: string[]
  nowMs: number
}

export interface KeptTold {
  /** Since when this version of the program works figures out; older ones are of the version before. */
  programSince: Date
  /** Works a task out, beside the thread that answers requests. @returns whose figure is another than before */
  reckon(task: KeptTask): Promise<string[]>
  /** A figure is another than before: of these printers; null: of part types or upgrades. */
  onChange(figure: FigureName, printerIds: string[] | null): void
  onProblem(error: unknown): void
}

/**
 * Kept figures, as pages ask for them: brought up to date by whoever asks first, or in the background, in a thread of their
 * own; never by two processes at once; what was kept is shown meanwhile.
 */
export function openKept(database: Database, clock: WallClock, told: KeptTold) {
  const { reckon, onChange, onProblem, programSince } = told
  const everyones = Object.fromEntries(
    figureNames.map((name) => [name, sharedRead(() => staleOf(database.pool, name, 'everyone', clock()))]),
  ) as Record<FigureName, () => Promise<StaleFigures>>
  const wroteAt = new Map<string, number>()
  const lastRun = new Map<string, number>()
  const underWay = new Map<string, Promise<string[]>>()
  let waits = { since: -Infinity, count: 0 }
  let timer: NodeJS.Timeout | null = null
  let running: Promise<void> | null = null
  let again = false
  /** How long the last round took. */
  let roundMs = 0
  let closed = false
  const look = setInterval(() => later(), lookMs)
  look.unref()

  return {
    /**
     * Sees to it that figures hold, as far as that is quickly done.
     * @param personId who asks: what follows from what they have just written they wait for
     */
    async fresh(name: FigureName, ids: readonly string[] | 'everyone', personId: string | null): Promise<Freshness> {
      const found = await (ids === 'everyone' ? everyones[name]() : staleOf(database.pool, name, ids, clock()))
      const { stale, missing } = found
      if (stale.length + missing.length === 0) return { asOf: null, waiting: 0 }
      const isWaitedFor = mayWait(found, personId)
      const waitedFor = isWaitedFor ? [...missing, ...stale] : missing
      const isThere = waitedFor.length === 0 || (await inTimeOrNot(bringInThread(name, waitedFor)))
      if (isThere && isWaitedFor) return { asOf: null, waiting: 0 }
      later()
      return {
        asOf: found.asOf?.toISOString() ?? null,
        waiting: isThere ? 0 : missing.length,
        ...(found.asOf && found.asOf < programSince ? { ofVersionBefore: true } : {}),
      }
    },

    /** A person has written something. */
    wrote(personId: string): void {
      wroteAt.set(personId, performance.now())
      if (wroteAt.size > 1000) wroteAt.delete(given(wroteAt.keys().next().value))
    },

    later,

    /** Brings everything up to date, also what follows in time. For commands and tests. */
    async settle(): Promise<void> {
      await running
      for (let round = 0; round < 10; round++) if ((await follow(true)) === 0) return
    },

    async close(): Promise<void> {
      closed = true
      clearInterval(look)
      if (timer) clearTimeout(timer)
      await running
      await Promise.allSettled(underWay.values())
    },
  }

  function mayWait({ stale }: StaleFigures, personId: string | null): boolean {
    if (stale.length > mostWaitedFor) return false
    const now = performance.now()
    if (personId !== null && now - (wroteAt.get(personId) ?? -Infinity) < writerMs) return true
    if (now - waits.since > 1000) waits = { since: now, count: 0 }
    waits.count++
    return waits.count <= mostWaits
  }

  /** @returns false when it takes too long, or failed: then what was kept is shown, and it is told */
  async function inTimeOrNot(bringing: Promise<unknown>): Promise<boolean> {
    let waiting: NodeJS.Timeout | undefined
    const tooLong = new Promise<false>((done) => (waiting = setTimeout(() => done(false), longestWaitMs)))
    const brought = bringing.then(
      () => true,
      (error: unknown) => {
        onProblem(error)
        return false
      },
    )
    const inTime = await Promise.race([brought, tooLong])
    clearTimeout(waiting)
    return inTime
  }

  /** Few figures at once; the many of a figure one after the other, by one who begins and all others who wait for that. */
  function bringInThread(name: FigureName, ids: string[]): Promise<string[]> {
    const key = ids.length > perBatch ? name : `${name} ${[...ids].sort().join(' ')}`
    let bringing = underWay.get(key)
    if (!bringing) {
      bringing = inSlices(name, ids).finally(() => underWay.delete(key))
      underWay.set(key, bringing)
    }
    return bringing
  }

  async function inSlices(name: FigureName, ids: string[]): Promise<string[]> {
    const changed: string[] = []
    // Slice by slice, so that what a page waits for comes between them.
    const most = settings[name].perSlice ?? perBatch
    for (let i = 0; i < ids.length && !closed; i += most) {
      const task: KeptTask = {
        databaseUrl: database.url,
        name,
        ids: ids.slice(i, i + most),
        nowMs: clock().getTime(),
      }
      changed.push(...(await reckon(task)))
    }
    return changed
  }

  function later(): void {
    if (closed) return
    again = true
    if (timer || running) return
    timer = setTimeout(() => {
      timer = null
      again = false
      const began = performance.now()
      running = follow(false)
        .then(
          () => undefined,
          (error: unknown) => {
            if (!closed) onProblem(error)
          },
        )
        .finally(() => {
          running = null
          roundMs = performance.now() - began
          if (again) later()
        })
    }, restAfter(roundMs))
    timer.unref()
  }

  /** Follows what was touched. @returns how many figures were worked out */
  async function follow(withoutPatience: boolean): Promise<number> {
    let count = 0
    for (const name of figureNames) {
      if (closed) break
      const now = performance.now()
      const due = (key: string, patience: number) => {
        if (!withoutPatience && now - (lastRun.get(key) ?? -Infinity) < patience) return false
        lastRun.set(key, now)
        return true
      }
      const { pool } = database
      if (followsInTime(name) && (await someFollowInTime(name)))
        if (due(`${name} in time`, inTimeMs)) {
          await pool.query('DELETE FROM kept_stale WHERE figure = $1 AND about = $2', [name, inTime])
          await pool.query(
            'INSERT INTO kept_stale (figure, about) SELECT figure, about FROM kept_figure WHERE figure = $1',
            [name],
          )
        }
      const { stale, missing } = await staleOf(pool, name, 'everyone', clock())
      const ids = [...missing, ...stale]
      if (ids.length === 0 || (missing.length === 0 && !due(name, settings[name].patienceMs ?? 0))) continue
      const changed = await bringInThread(name, ids)
      count += ids.length
      if (changed.length > 0) onChange(name, settings[name].about === 'printer' ? changed : null)
    }
    return count
  }

  function followsInTime(name: FigureName): boolean {
    return Object.values(settings[name].follows).includes('everyone, in time')
  }

  async function someFollowInTime(name: FigureName): Promise<boolean> {
    const { rowCount } = await database.pool.query(
      'SELECT 1 FROM kept_stale WHERE figure = $1 AND about = $2 LIMIT 1',
      [name, inTime],
    )
    return given(rowCount) > 0
  }
}

export type Kept = ReturnType<typeof openKept>
