import type { LifeBearing } from '@diatribon/contract'
import {
  type Clock,
  clocks,
  InputProblem,
  isWornOut,
  type LifeWithCovariates,
  weibullRegression,
  whichClock,
} from '@diatribon/core'
import type { PartLife } from './partLives.ts'
import type { Ran, Surroundings } from './surroundings.ts'

/** By how much a clock must be likelier, as a difference of ln likelihood, before it is offered: e² times. */
const clearlyLikelier = 2
const fewestFailures = 10
const fewestOfModel = 5

/**
 * What has bearing on how long a part type lasts: the clock it ages by, how much of its filament was abrasive or of another material, how
 * much of its time the enclosure was too warm, the model, and whether it is enclosed.
 */
export function bearingOf(of: {
  clock: Clock
  lives: readonly PartLife[]
  records: readonly LifeWithoutX[]
  models: readonly { id: string; name: string }[]
  counters: Map<string, Ran>
  surroundings: Map<string, Surroundings>
}): LifeBearing {
  const { counters, surroundings } = of
  return {
    clock: clockWords(of, counters),
    factors: factorsOf(of, counters, surroundings),
  }
}

type LifeWithoutX = Omit<LifeWithCovariates, 'x'>

function clockWords(
  { clock, lives }: { clock: Clock; lives: readonly PartLife[] },
  counters: Map<string, Ran>,
): LifeBearing['clock'] {
  const fits = whichClock(
    lives.flatMap(({ fittingId, ageIsKnown, removalReason }) => {
      const ages = counters.get(fittingId)
      return ages && ageIsKnown ? { ages, failed: isWornOut(removalReason) } : []
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

/** One part with all that may have bearing on its life. */
interface KnownLife {
  record: LifeWithoutX
  modelId: string
  abrasive: number
  hot: number
  metresOf: Record<string, number>
  enclosed: boolean
}

/** Something that may have bearing, as a figure of a part. */
interface Column {
  words: string
  of: (row: KnownLife) => number
}

/** Of fewer parts a material says nothing of how long they last with it. */
const fewestWithMaterial = 5
const mostMaterials = 3

/** Weibull regression on what varies among these parts. */
function factorsOf(
  of: { lives: readonly PartLife[]; records: readonly LifeWithoutX[]; models: readonly { id: string; name: string }[] },
  counters: Map<string, Ran>,
  surroundings: Map<string, Surroundings>,
): LifeBearing['factors'] {
  const { lives, records, models } = of
  const known = lives.flatMap((life, i): KnownLife[] => {
    const record = records[i]
    const ran = counters.get(life.fittingId)
    const around = surroundings.get(life.fittingId)
    if (!record || !ran || !around || !life.ageIsKnown || (record.upper ?? record.lower ?? 0) <= 0) return []
    const share = (part: number, whole: number) => (whole > 0 ? Math.min(1, Math.max(0, part / whole)) : 0)
    return [
      {
        record,
        modelId: life.modelId,
        abrasive: share(ran['abrasive metres'], ran.metres),
        hot: share(around.hotHours, ran.hours),
        metresOf: around.metresOf,
        enclosed: around.enclosed,
      },
    ]
  })
  const failed = known.filter(({ record }) => record.upper !== null)
  if (failed.length < fewestFailures) return []
  const shares = [
    ...varies(failed, { words: 'abrasive filament alone, against none', of: ({ abrasive }) => abrasive }),
    ...varies(failed, { words: 'its enclosure too warm all the time, against never', of: ({ hot }) => hot }),
    ...materialColumns(known, failed),
  ]
  const effects = effectsOf(known, [...shares, ...modelColumns(failed, models)])
  // Whether it is enclosed follows from the model: asked beside the models nobody could tell the two apart.
  const enclosed = varies(failed, {
    words: 'an enclosure, against none',
    of: (row) => (row.enclosed ? 1 : 0),
  })
  return enclosed.length === 0
    ? effects
    : [...effects, ...effectsOf(known, [...shares, ...enclosed]).slice(shares.length)]
}

/** The column, where enough failed with it and enough without. */
function varies(failed: readonly KnownLife[], column: Column): Column[] {
  const withIt = failed.filter((row) => column.of(row) > 0.05).length
  return withIt >= fewestWithMaterial && failed.length - withIt >= fewestWithMaterial ? [column] : []
}

/** The commonest material is what the others are held against. */
function materialColumns(known: readonly KnownLife[], failed: readonly KnownLife[]): Column[] {
  const metres = new Map<string, number>()
  for (const { metresOf } of known)
    for (const [name, m] of Object.entries(metresOf)) metres.set(name, (metres.get(name) ?? 0) + m)
  const [most, ...others] = [...metres].sort((a, b) => b[1] - a[1]).map(([name]) => name)
  const shareOf = (name: string) => (row: KnownLife) => {
    const all = Object.values(row.metresOf).reduce((sum, m) => sum + m, 0)
    return all > 0 ? (row.metresOf[name] ?? 0) / all : 0
  }
  return others
    .slice(0, mostMaterials)
    .flatMap((name) => varies(failed, { words: `${name} alone, against ${most ?? 'the others'}`, of: shareOf(name) }))
}

/** The commonest model is what the others are held against; one with few failures of its own stands with it. */
function modelColumns(failed: readonly KnownLife[], models: readonly { id: string; name: string }[]): Column[] {
  const failuresOf = (id: string) => failed.filter(({ modelId }) => modelId === id).length
  const [first, ...others] = [...models].sort((a, b) => failuresOf(b.id) - failuresOf(a.id))
  return others
    .filter(({ id }) => failuresOf(id) >= fewestOfModel)
    .map(({ id, name }) => ({
      words: `${name}, against ${first?.name ?? 'the others'}`,
      of: (row) => (row.modelId === id ? 1 : 0),
    }))
}

function effectsOf(known: readonly KnownLife[], columns: readonly Column[]): LifeBearing['factors'] {
  if (columns.length === 0) return []
  try {
    const fit = weibullRegression(known.map((row) => ({ ...row.record, x: columns.map(({ of }) => of(row)) })))
    return columns.map(({ words }, i) => {
      const [c, error] = [fit.coefficients[i] ?? 0, 1.96 * (fit.standardErrors[i + 1] ?? 0)]
      return { words, times: Math.exp(c), limits: [Math.exp(c - error), Math.exp(c + error)] as [number, number] }
    })
  } catch (error) {
    // They cannot be told apart: those that stand first are asked alone.
    if (error instanceof InputProblem) return columns.length > 1 ? effectsOf(known, columns.slice(0, -1)) : []
    throw error
  }
}
