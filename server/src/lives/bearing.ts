import { and, eq, isNull } from 'drizzle-orm'
import type { LifeBearing } from '@diatribon/contract'
import {
  clocks,
  dayMs,
  InputProblem,
  weibullRegression,
  whichClock,
  type Clock,
  type LifeWithCovariates,
} from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer } from '../platform/tables.ts'
import type { PartLife } from './partLives.ts'

/** By how much a clock must be likelier, as a difference of ln likelihood, before it is offered: e² times. */
const clearlyLikelier = 2
const fewestFailures = 10
const fewestOfModel = 5

/** What has bearing on how long a part type lasts: the clock it ages by, the model, and how much of its filament was abrasive. */
export async function bearingOf(
  db: Db,
  of: {
    partTypeId: string
    clock: Clock
    lives: readonly PartLife[]
    records: readonly LifeWithoutX[]
    models: readonly { id: string; name: string }[]
  },
  now: Date,
): Promise<LifeBearing> {
  const counters = await countersOf(db, of.partTypeId, now)
  return {
    clock: clockWords(of, counters),
    factors: factorsOf(of, counters),
  }
}

type LifeWithoutX = Omit<LifeWithCovariates, 'x'>
type Ran = Record<Clock, number>

async function countersOf(db: Db, partTypeId: string, now: Date): Promise<Map<string, Ran>> {
  const rows = await db
    .select({
      row: fitting,
      hours: printer.hours,
      prints: printer.prints,
      metres: printer.metres,
      abrasive: printer.abrasiveMetres,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(eq(fitting.partTypeId, partTypeId), isNull(fitting.takenBackSeq), eq(fitting.movedOn, false)))
  return new Map(
    rows.map(({ row, hours, prints, metres, abrasive }) => [
      row.id,
      {
        hours: row.beforeHours + (row.removedHours ?? hours) - row.fittedHours,
        prints: row.beforePrints + (row.removedPrints ?? prints) - row.fittedPrints,
        metres: row.beforeMetres + (row.removedMetres ?? metres) - row.fittedMetres,
        'abrasive metres':
          row.beforeAbrasiveMetres + (row.removedAbrasiveMetres ?? abrasive) - row.fittedAbrasiveMetres,
        days: row.beforeDays + ((row.removedAt ?? now).getTime() - row.fittedAt.getTime()) / dayMs,
      },
    ]),
  )
}

function clockWords(
  { clock, lives }: { clock: Clock; lives: readonly PartLife[] },
  counters: Map<string, Ran>,
): LifeBearing['clock'] {
  const fits = whichClock(
    lives.flatMap(({ fittingId, ageIsKnown, removalReason }) => {
      const ages = counters.get(fittingId)
      return ages && ageIsKnown ? { ages, failed: removalReason === 'failed' || removalReason === 'worn at check' } : []
    }),
    clocks,
  )
  const [best] = fits
  const now = fits.find((fit) => fit.clock === clock)
  if (!best || !now) return null
  const ahead = best.logLikelihood - now.logLikelihood
  if (best.clock === clock || ahead < clearlyLikelier)
    return { best: clock, words: `Of the clocks that are counted, ${clock} tell its life as well as any.` }
  return {
    best: best.clock,
    words:
      `Its lives are more alike counted in ${best.clock} than in ${clock} (${ahead < 10 ? `${Math.round(Math.exp(ahead))} times as likely` : 'far likelier'}). ` +
      'A lead can change the clock in the catalogue.',
  }
}

/** Weibull regression on the share of abrasive filament and on the models, where both vary. */
function factorsOf(
  {
    lives,
    records,
    models,
  }: { lives: readonly PartLife[]; records: readonly LifeWithoutX[]; models: readonly { id: string; name: string }[] },
  counters: Map<string, Ran>,
): LifeBearing['factors'] {
  const known = lives.flatMap((life, i) => {
    const record = records[i]
    const ran = counters.get(life.fittingId)
    if (!record || !ran || !life.ageIsKnown || (record.upper ?? record.lower ?? 0) <= 0) return []
    return {
      record,
      modelId: life.modelId,
      share: ran.metres > 0 ? Math.min(1, Math.max(0, ran['abrasive metres'] / ran.metres)) : 0,
    }
  })
  const failed = known.filter(({ record }) => record.upper !== null)
  if (failed.length < fewestFailures) return []
  const failuresOf = (id: string) => failed.filter(({ modelId }) => modelId === id).length
  // The commonest model is what the others are held against; one with few failures of its own stands with it.
  const order = [...models].sort((a, b) => failuresOf(b.id) - failuresOf(a.id))
  const compared = order.slice(1).filter(({ id }) => failuresOf(id) >= fewestOfModel)
  const hasShare = failed.some(({ share }) => share > 0.05) && failed.some(({ share }) => share < 0.05)
  const columns = [
    ...(hasShare
      ? [{ words: 'abrasive filament alone, against none', of: (row: (typeof known)[number]) => row.share }]
      : []),
    ...compared.map(({ id, name }) => ({
      words: `${name}, against ${order[0]?.name ?? 'the others'}`,
      of: (row: (typeof known)[number]) => (row.modelId === id ? 1 : 0),
    })),
  ]
  if (columns.length === 0) return []
  try {
    const fit = weibullRegression(known.map((row) => ({ ...row.record, x: columns.map(({ of }) => of(row)) })))
    return columns.map(({ words }, i) => {
      const [c, error] = [fit.coefficients[i] ?? 0, 1.96 * (fit.standardErrors[i + 1] ?? 0)]
      return { words, times: Math.exp(c), limits: [Math.exp(c - error), Math.exp(c + error)] as [number, number] }
    })
  } catch (error) {
    if (error instanceof InputProblem) return [] // they cannot be told apart: the page does without
    throw error
  }
}
