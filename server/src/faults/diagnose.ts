import { and, desc, eq, isNotNull, ne, sql } from 'drizzle-orm'
import type { Cause, FaultPage, FaultStep, Knowledge, MayDo, RankedCause } from '@diatribon/contract'
import {
  afterFix,
  causePriors,
  entropyBits,
  isReturning,
  lookAndFixOrder,
  posterior,
  rankTests,
  type TestFinding,
  given,
} from '@diatribon/core'
import type { Needed } from '../rules/mayDo.ts'
import type { Db } from '../platform/database.ts'
import { cause, fault } from '../platform/tables.ts'

type FaultFacts = typeof fault.$inferSelect
/** Tests that are offered at a time, the most telling per minute. */
const shownTests = 8

/** A part that sits in a slot of the printer now. */
export type FittedPart = RankedCause['fitted'][number] & { slotKind: string }

/** What the advice for a cause is about on this very printer: the parts in the slots that it changes, else those it names. */
function fittedFor({ changes, about }: Cause, fitted: FittedPart[]): RankedCause['fitted'] {
  const kinds = changes.length > 0 ? changes : about.slotKinds
  return fitted
    .filter(({ slotKind }) => kinds.includes(slotKind))
    .map(({ slot, part, clock, age, ageIsKnown }) => ({ slot, part, clock, age, ageIsKnown }))
}

/** Closed faults of a symptom, by their cause, of all printers; the fault itself is left out. */
async function ownCounts(db: Db, symptomId: string, but: string): Promise<Map<string, number>> {
  const rows = await db
    .select({ causeId: fault.causeId, faults: sql<number>`count(*)::int` })
    .from(fault)
    .where(and(eq(fault.symptomId, symptomId), isNotNull(fault.causeId), isNotNull(fault.closedSeq), ne(fault.id, but)))
    .groupBy(fault.causeId)
  return new Map(rows.map(({ causeId, faults }) => [given(causeId), faults]))
}

/** The last fault of this symptom on this printer that was closed with a cause, and is so fresh that this is it come back. */
async function returningFrom(db: Db, of: FaultFacts) {
  const [last] = await db
    .select({ row: fault, cause: cause.content })
    .from(fault)
    .innerJoin(cause, eq(cause.id, fault.causeId))
    .where(
      and(
        eq(fault.printerId, of.printerId),
        eq(fault.symptomId, given(of.symptomId)),
        isNotNull(fault.closedSeq),
        ne(fault.id, of.id),
        sql`${fault.closedAt} <= ${of.reportedAt.toISOString()}::timestamptz`,
      ),
    )
    .orderBy(desc(fault.closedAt))
    .limit(1)
  if (!last || !isReturning(given(last.row.closedHours), of.reportedHours)) return null
  return {
    faultId: last.row.id,
    causeId: last.cause.id,
    cause: last.cause.name,
    fixedAt: given(last.row.closedAt).toISOString(),
    hoursAgo: of.reportedHours - given(last.row.closedHours),
  }
}

/**
 * What it may be, and what to do next: chances from the trade table and the faults closed here, then every test and change
 * of this fault in turn.
 */
export async function diagnose(
  db: Db,
  of: FaultFacts,
  beside: { known: Knowledge; steps: FaultStep[]; fitted: FittedPart[]; mayDo: (needed: Needed) => MayDo },
): Promise<FaultPage['diagnosis']> {
  const { known, steps, fitted, mayDo } = beside
  const symptom = known.symptoms.find(({ id }) => id === of.symptomId)
  const causes = (symptom?.causes ?? []).flatMap(({ causeId, weight }) => {
    const found = known.causes.find(({ id }) => id === causeId)
    return found ? [{ cause: found, weight }] : []
  })
  if (!symptom || causes.length === 0) return null
  const own = await ownCounts(db, symptom.id, of.id)
  const priors = causePriors(
    causes.map(({ cause: { id }, weight }) => ({ causeId: id, tradeWeight: weight, ownFaults: own.get(id) ?? 0 })),
  )
  const returning = await returningFrom(db, of)
  const findings: TestFinding[] = []
  const reasons = new Map<string, string[]>()
  const because = (id: string, words: string) => reasons.set(id, [...(reasons.get(id) ?? []), words])
  for (const { causeId, ownFaults, tradeChance } of priors.chances) {
    if (ownFaults > 0) because(causeId, `On our printers ${ownFaults} of ${priors.ownFaults} such faults were this.`)
    else if (priors.ownFaults >= 5) because(causeId, `None of our ${priors.ownFaults} such faults was this.`)
    if (tradeChance >= 0.15) because(causeId, 'The trade tries it early.')
  }
  if (returning) {
    findings.push(afterFix(returning.causeId, true))
    because(
      returning.causeId,
      `Put right ${Math.round(returning.hoursAgo)} running hours before, and the fault is back: now unlikely.`,
    )
  }
  for (const step of steps) {
    if (step.outcome === null) continue
    if (step.kind === 'change') {
      if (!step.causeId) continue
      findings.push(afterFix(step.causeId, step.outcome === 'still there'))
      because(
        step.causeId,
        step.outcome === 'gone'
          ? `“${step.words}”, and the fault is gone.`
          : `“${step.words}”, and the fault is still there.`,
      )
      continue
    }
    const outcome = known.tests
      .find(({ id }) => id === step.testId)
      ?.outcomes.find(({ words }) => words === step.outcome)
    if (!outcome) continue
    findings.push({ likelihood: outcome.likely, otherwise: outcome.otherwise })
    for (const { causeId } of priors.chances) {
      const under = outcome.likely[causeId] ?? outcome.otherwise
      const over = Object.values(outcome.likely).concat(outcome.otherwise)
      if (under >= 0.6 && under >= 0.8 * Math.max(...over)) because(causeId, `Fits “${step.words}: ${step.outcome}”.`)
      else if (under <= 0.2 && Math.max(...over) > 0.4)
        because(causeId, `Speaks against it: “${step.words}: ${step.outcome}”.`)
    }
  }
  const now = posterior(priors.chances, findings)
  const done = new Set(steps.flatMap(({ testId }) => testId ?? []))
  const open = known.tests.filter(
    ({ id, outcomes }) => !done.has(id) && outcomes.some(({ likely }) => now.some(({ causeId }) => causeId in likely)),
  )
  const ranked = rankTests(
    now,
    open.map(({ id, minutes, outcomes }) => ({
      testId: id,
      minutes,
      outcomes: outcomes.map(({ likely, otherwise }) => ({ likelihood: likely, otherwise })),
    })),
  )
  const causeOf = (id: string): Cause => given(causes.find((one) => one.cause.id === id)).cause
  return {
    causes: now
      .map(({ causeId, chance }): RankedCause => {
        const found = causeOf(causeId)
        return {
          cause: found,
          chance,
          fitted: fittedFor(found, fitted),
          priorChance: given(priors.chances.find((one) => one.causeId === causeId)).chance,
          own: { faults: priors.ownFaults, ofThis: own.get(causeId) ?? 0 },
          reasons: reasons.get(causeId) ?? [],
          mayFix: mayDo({
            role: found.changes.length > 0 || found.signOff ? 'technician' : 'operator',
            signOff: found.signOff,
          }),
        }
      })
      .sort((a, b) => b.chance - a.chance),
    ownShare: priors.ownShare,
    ownFaults: priors.ownFaults,
    uncertaintyBits: entropyBits(now),
    tests: ranked
      .filter(({ bits }) => bits > 0.005)
      .slice(0, shownTests)
      .map(({ testId, bits, bitsPerMinute, outcomeChances }) => {
        const test = given(open.find(({ id }) => id === testId))
        return { test, bits, bitsPerMinute, outcomeChances, mayDo: mayDo({ role: 'operator', signOff: test.signOff }) }
      }),
    lookOrder: lookAndFixOrder(
      now.map(({ causeId, chance }) => ({ id: causeId, chance, minutes: causeOf(causeId).minutes })),
    ).map(({ id }) => id),
    returning: returning && {
      faultId: returning.faultId,
      cause: returning.cause,
      fixedAt: returning.fixedAt,
      hoursAgo: returning.hoursAgo,
    },
  }
}
