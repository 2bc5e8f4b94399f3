import { eq, gt, inArray, isNull, max, sql, and } from 'drizzle-orm'
import { isDeepStrictEqual } from 'node:util'
import { partAge } from '../parts/age.ts'
import type { Clock } from '../platform/clock.ts'
import type { Db } from '../platform/database.ts'
import { fitting, lifeJudgement, logEntry, partType, printer, site, type StoredJudgement } from '../platform/tables.ts'
import { openWorker } from '../platform/worker.ts'
import type { History } from './judge.ts'

export type Judgement = StoredJudgement & { partTypeId: string }

/** Entries this young may still be overtaken by a slower transaction with a smaller number. */
const unsettledMs = 10_000
/** Counted hours move the running parts' ages a little; fits follow them at most this often. */
const refreshMs = 60_000

/**
 * The life and interval of every part type, fitted in a worker thread and kept in the database.
 * Daily lists read what is kept and never wait; a part type's own page waits for a fit that has every ended life in it.
 */
export function openJudgements(db: Db, clock: Clock, onRefresh: () => void, onProblem: (error: unknown) => void) {
  const workers = openWorker(import.meta.url, 'judgeWorker', { idleTimeout: 60_000 })
  let refreshing: Promise<void> | null = null
  let refreshedAt = 0

  return {
    /** Every part type's judgement as last kept; brings them up to date in the background. */
    async kept(): Promise<Map<string, Judgement>> {
      const { judgements, missing } = await readKept()
      if (missing) {
        await judgeAgain('all')
        return (await readKept()).judgements
      }
      refreshSoon()
      return judgements
    },

    /** Judgements that hold every life ended so far, for these part types or all. */
    async fresh(partTypeIds: string[] | 'all'): Promise<Map<string, Judgement>> {
      const stale = (await staleTypes()).filter((id) => partTypeIds === 'all' || partTypeIds.includes(id))
      const { judgements, missing } = await readKept()
      if (stale.length === 0 && !missing) {
        refreshSoon()
        return judgements
      }
      await judgeAgain(missing ? 'all' : stale)
      return (await readKept()).judgements
    },

    async close(): Promise<void> {
      await refreshing
      await workers.destroy()
    },
  }

  function refreshSoon(): void {
    if (refreshing) return
    refreshing = refresh()
      .catch(onProblem) // the next reader tries again
      .finally(() => (refreshing = null))
  }

  async function refresh(): Promise<void> {
    const stale = await staleTypes()
    const due = Date.now() - refreshedAt >= refreshMs && (await anythingSince())
    if (stale.length === 0 && !due) return
    // Told only when a figure has changed: pages that are told read again, which must not go round for ever.
    if (await judgeAgain(due ? 'all' : stale)) onRefresh()
  }

  /** Part types of which a life has ended, begun or been put right since they were judged. */
  async function staleTypes(): Promise<string[]> {
    const [oldest] = await db.select({ seq: sql<string | null>`min(${lifeJudgement.asOfSeq})` }).from(lifeJudgement)
    const since = Number(oldest?.seq ?? 0)
    const [amended] = await db
      .select({ seq: logEntry.seq })
      .from(logEntry)
      .where(and(inArray(logEntry.kind, ['amend', 'change-part-type', 'add-part-type']), gt(logEntry.seq, since)))
      .limit(1)
    const changed = amended
      ? await db.select({ id: partType.id }).from(partType)
      : await db
          .selectDistinct({ id: fitting.partTypeId })
          .from(fitting)
          .innerJoin(lifeJudgement, eq(lifeJudgement.partTypeId, fitting.partTypeId))
          .where(and(gt(fitting.changedSeq, since), gt(fitting.changedSeq, lifeJudgement.asOfSeq)))
    return changed.map(({ id }) => id)
  }

  async function anythingSince(): Promise<boolean> {
    const [kept] = await db.select({ seq: max(lifeJudgement.asOfSeq) }).from(lifeJudgement)
    const [newest] = await db.select({ seq: max(logEntry.seq) }).from(logEntry)
    return (newest?.seq ?? 0) > (kept?.seq ?? 0)
  }

  async function readKept() {
    const rows = await db
      .select({ id: partType.id, result: lifeJudgement.result })
      .from(partType)
      .leftJoin(lifeJudgement, eq(lifeJudgement.partTypeId, partType.id))
    const judgements = new Map<string, Judgement>()
    for (const { id, result } of rows) if (result) judgements.set(id, { ...result, partTypeId: id })
    return { judgements, missing: judgements.size < rows.length }
  }

  /** @returns whether any figure differs from what was kept */
  async function judgeAgain(which: string[] | 'all'): Promise<boolean> {
    const started = Date.now()
    const now = clock()
    const settled = new Date(now.getTime() - unsettledMs)
    const [asOf] = await db
      .select({ seq: sql<string | null>`max(${logEntry.seq})` })
      .from(logEntry)
      .where(
        sql`${logEntry.recordedAt} < ${settled} and ${logEntry.seq} > (select coalesce(max(seq), 0) - 100000 from log_entry)`,
      )
    const types = await db
      .select({ type: partType, labour: site.labourCostMinorPerHour })
      .from(partType)
      .innerJoin(site, eq(site.id, partType.siteId))
      .where(which === 'all' ? undefined : inArray(partType.id, which))
    const histories: History[] = []
    for (const { type, labour } of types) {
      histories.push({
        clock: type.agesBy,
        ages: await readAges(type.id),
        cost: replacementCosts(type, labour),
        tradeInterval: type.tradeInterval,
      })
    }
    const { judgements: before } = await readKept()
    const results = (await workers.run(histories)) as StoredJudgement[]
    const asOfSeq = Number(asOf?.seq ?? 0)
    const rows = types.map(({ type }, i) => ({ partTypeId: type.id, asOfSeq, judgedAt: now, result: results[i]! }))
    if (rows.length > 0)
      await db
        .insert(lifeJudgement)
        .values(rows)
        // A slower, older fit may land on top of a newer one: its smaller number makes the next reader fit again.
        .onConflictDoUpdate({
          target: lifeJudgement.partTypeId,
          set: { asOfSeq: sql`excluded.as_of_seq`, judgedAt: sql`excluded.judged_at`, result: sql`excluded.result` },
        })
    if (which === 'all') refreshedAt = started
    return rows.some(({ partTypeId, result }) => {
      const old = before.get(partTypeId)
      return !old || !isDeepStrictEqual({ ...result, partTypeId }, old)
    })
  }

  async function readAges(partTypeId: string): Promise<History['ages']> {
    return db
      .select({
        age: partAge(clock()),
        ageIsKnown: fitting.ageIsKnown,
        removalReason: fitting.removalReason,
      })
      .from(fitting)
      .innerJoin(printer, eq(printer.id, fitting.printerId))
      .innerJoin(partType, eq(partType.id, fitting.partTypeId))
      .where(livesOf(partTypeId))
  }
}

export type Judgements = ReturnType<typeof openJudgements>

/** One record for each part: of one that moved, the fitting where its life went on last. */
export function livesOf(partTypeId: string) {
  return and(eq(fitting.partTypeId, partTypeId), isNull(fitting.takenBackSeq), eq(fitting.movedOn, false))
}

/** What one replacement costs in time and at failure: price, work, and what a failure costs on top; null without a price. */
export function replacementCosts(
  type: { priceMinor: number | null; minutes: number; failureExtraMinor: number | null },
  labourCostMinorPerHour: number,
): { preventiveMinor: number; failureMinor: number } | null {
  if (type.priceMinor === null || type.failureExtraMinor === null) return null
  const preventiveMinor = type.priceMinor + Math.round((type.minutes / 60) * labourCostMinorPerHour)
  return { preventiveMinor, failureMinor: preventiveMinor + type.failureExtraMinor }
}
