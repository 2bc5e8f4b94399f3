import { and, desc, eq, isNotNull, sql } from 'drizzle-orm'
import type { Freshness, ScorePage } from '@diatribon/contract'
import { causePriors, given, joinScores, type Doubted } from '@diatribon/core'
import { keptResults } from '../kept/keptResults.ts'
import type { Db } from '../platform/database.ts'
import { fault, job, logEntry, partType, symptom } from '../platform/tables.ts'
import type { DueDatesScore } from './dueDatesFigure.ts'
import { weeksScored, type TypeScore } from './scoreFigure.ts'

const jobsScored = 500
const faultsScored = 300

/** How well the product has told what then happened. */
export async function scorePage(db: Db, fresh: Freshness): Promise<ScorePage> {
  const kept = await keptResults<TypeScore>(db, 'score')
  const types = await db.select({ id: partType.id, name: partType.name }).from(partType).orderBy(partType.name)
  const scored = types.flatMap((type) => {
    const found = kept.get(type.id)
    return found?.score ? { partType: type, ...found } : []
  })
  const weeks = Array.from({ length: weeksScored }, (_, i) => ({
    from: new Date(Math.max(0, ...scored.map((one) => one.weeks[i]?.fromMs ?? 0))).toISOString(),
    expected: scored.reduce((sum, one) => sum + (one.weeks[i]?.expected ?? 0), 0),
    happened: scored.reduce((sum, one) => sum + (one.weeks[i]?.happened ?? 0), 0),
  }))
  const saved = scored.flatMap((one) => one.saved ?? [])
  return {
    fresh,
    weeks: scored.length > 0 ? weeks : [],
    all: joinScores(scored.flatMap((one) => one.score ?? [])),
    partTypes: scored.map((one) => ({ partType: one.partType, score: one.score, saved: one.saved })),
    saved: saved.length > 0 ? sumOf(saved) : null,
    jobs: await jobTimes(db),
    dueDates: await dueDatesKept(db),
    causes: await causeHits(db),
  }
}

/** Of all printers' due dates that have been decided by now, how many fell inside their range. */
async function dueDatesKept(db: Db): Promise<ScorePage['dueDates']> {
  const sums = { told: 0, inside: 0 }
  for (const { told, inside } of (await keptResults<DueDatesScore>(db, 'dueDates')).values()) {
    sums.told += told
    sums.inside += inside
  }
  return sums.told > 0 ? sums : null
}

/** Limits of a sum of sums that have nothing to do with each other: their distances from the mean add up by their squares. */
function sumOf(all: readonly { spent: number; waiting: Doubted }[]): { spent: number; waiting: Doubted } {
  const mean = all.reduce((sum, { waiting }) => sum + waiting.mean, 0)
  const far = (side: 0 | 1) =>
    Math.sqrt(all.reduce((sum, { waiting }) => sum + (waiting.limits[side] - waiting.mean) ** 2, 0))
  return {
    spent: all.reduce((sum, { spent }) => sum + spent, 0),
    waiting: { mean, median: mean, limits: [mean - far(0), mean + far(1)] },
  }
}

/** How long jobs took of what was estimated when they were started. */
async function jobTimes(db: Db): Promise<ScorePage['jobs']> {
  const rows = await db
    .select({
      planned: job.plannedHours,
      took: sql<number>`coalesce((${logEntry.payload}->>'hours')::float8, extract(epoch from ${job.finishedAt} - ${job.startedAt})::float8 / 3600)`.mapWith(
        Number,
      ),
    })
    .from(job)
    .innerJoin(logEntry, eq(logEntry.seq, job.finishedSeq))
    .where(and(isNotNull(job.finishedSeq), eq(job.outcome, 'good')))
    .orderBy(desc(job.finishedSeq))
    .limit(jobsScored)
  const shares = rows
    .flatMap(({ planned, took }) => (planned > 0 && took > 0 ? took / planned : []))
    .sort((a, b) => a - b)
  if (shares.length === 0) return null
  const at = (p: number) => given(shares[Math.min(shares.length - 1, Math.floor(p * shares.length))])
  return { count: shares.length, median: at(0.5), middle: [at(0.1), at(0.9)] }
}

/** Whether the desk's list, as it stood before each fault was tested, had its cause at the top. */
async function causeHits(db: Db): Promise<ScorePage['causes']> {
  const rows = await db
    .select({ symptomId: fault.symptomId, causeId: fault.causeId, symptom: symptom.content })
    .from(fault)
    .innerJoin(symptom, eq(symptom.id, fault.symptomId))
    .where(and(isNotNull(fault.closedSeq), isNotNull(fault.causeId)))
    .orderBy(desc(fault.closedSeq))
    .limit(faultsScored)
  const own = new Map<string, Map<string, number>>()
  const hits = { count: 0, first: 0, firstThree: 0 }
  for (const { symptomId, causeId, symptom: of } of rows.reverse()) {
    const counts = own.get(given(symptomId)) ?? new Map<string, number>()
    own.set(given(symptomId), counts)
    const causes = of.causes.filter(({ weight }) => weight > 0)
    if (causes.length > 0) {
      const { chances } = causePriors(
        causes.map(({ causeId: id, weight }) => ({ causeId: id, tradeWeight: weight, ownFaults: counts.get(id) ?? 0 })),
      )
      const order = [...chances].sort((a, b) => b.chance - a.chance).map((one) => one.causeId)
      const place = order.indexOf(given(causeId))
      hits.count++
      if (place === 0) hits.first++
      if (place >= 0 && place < 3) hits.firstThree++
    }
    counts.set(given(causeId), (counts.get(given(causeId)) ?? 0) + 1)
  }
  return hits.count > 0 ? hits : null
}
