import { InputProblem } from '../inputProblem.ts'
import { solvePositive } from '../maths/solve.ts'
import { weibullLaw, type Slopes } from './lifeLaw.ts'
import { readLifeRecords, requireFailures, type LifeRecord } from './lifeRecord.ts'

/** A life record with what may have bearing on it: model, share of abrasive filament and the like, each as a figure. */
export interface LifeWithCovariates extends LifeRecord {
  x: number[]
}

/** ln life = intercept + Σ coefficient·x + e/shape, e of the smallest extreme value distribution. */
export interface WeibullRegression {
  intercept: number
  coefficients: number[]
  /** Of the intercept, then of each coefficient. */
  standardErrors: number[]
  shape: number
  logLikelihood: number
}

const mostCovariates = 12

/**
 * Weibull regression of lives on covariates, by maximum likelihood.
 *
 * z = a·ln t − c₀ − Σ cᵢxᵢ with a = shape and c = shape·coefficients: the likelihood is concave in these as long as nobody entered late,
 * and Newton's steps, halved until they climb, find its top. Standard errors are those of the curvature there.
 * @param records any mix of kinds; each with as many covariates as the others
 * @throws InputProblem as readLifeRecords, 'rows-differ', 'impossible-figure', 'too-many' (covariates), 'no-failures', 'no-fit' (a covariate
 * that does not vary, or follows from others, or parts all failures from all others)
 * Source: Meeker & Escobar (1998), ch. 17.
 */
export function weibullRegression(records: readonly LifeWithCovariates[]): WeibullRegression {
  requireFailures(readLifeRecords(records))
  const count = checkCovariates(records)
  // Around their means, and each in its own spread, so that none drowns another.
  const { centres, spreads } = scalesOf(records, count)
  const rows = records
    .filter(({ upper, lower }) => upper !== 0 && !(upper === null && lower === 0))
    .map((record) => ({ ...record, x: record.x.map((x, i) => (x - (centres[i] as number)) / (spreads[i] as number)) }))
    .sort((a, b) => (a.upper ?? a.lower ?? 0) - (b.upper ?? b.lower ?? 0))
  const centre = centreOf(rows)
  const { theta, at } = top(rows, centre, count)
  const shape = theta[0] as number
  const inverse = solvePositive(
    at.bend.map((row) => row.map((v) => -v)),
    identity(count + 2),
  )
  if (!inverse) throw noFit()
  const scaled = theta.slice(2).map((c) => c / shape)
  const coefficients = scaled.map((c, i) => c / (spreads[i] as number))
  const shift = coefficients.reduce((sum, c, i) => sum + c * (centres[i] as number), 0)
  const intercept = centre + (theta[1] as number) / shape - shift
  // How the intercept and the coefficients move with a and the c's.
  const ofIntercept = [
    -(
      (theta[1] as number) -
      theta.slice(2).reduce((sum, c, i) => sum + (c * (centres[i] as number)) / (spreads[i] as number), 0)
    ) /
      shape ** 2,
    1 / shape,
    ...coefficients.map((_, i) => -(centres[i] as number) / (spreads[i] as number) / shape),
  ]
  const ofCoefficients = scaled.map((c, i) => {
    const slopes = new Array<number>(count + 2).fill(0)
    slopes[0] = -c / shape / (spreads[i] as number)
    slopes[i + 2] = 1 / shape / (spreads[i] as number)
    return slopes
  })
  const errorOf = (slopes: number[]) => {
    const variance = slopes.reduce(
      (sum, s, i) => sum + s * slopes.reduce((t, u, j) => t + u * ((inverse[j] as number[])[i] as number), 0),
      0,
    )
    return Math.sqrt(Math.max(0, variance))
  }
  return {
    intercept,
    coefficients,
    standardErrors: [errorOf(ofIntercept), ...ofCoefficients.map(errorOf)],
    shape,
    logLikelihood: at.value,
  }
}

const noFit = () =>
  new InputProblem(
    'no-fit',
    'No regression fits these records: a column that does not vary, that follows from others, or that parts all failures from all ' +
      'others cannot be told from the rest. Leave it out, or add records.',
  )

function checkCovariates(records: readonly LifeWithCovariates[]): number {
  const count = records[0]?.x.length ?? 0
  if (count > mostCovariates)
    throw new InputProblem(
      'too-many',
      `${count} columns are too many for a regression here: at most ${mostCovariates}.`,
    )
  records.forEach(({ x }, i) => {
    if (x.length !== count)
      throw new InputProblem(
        'rows-differ',
        `Record ${i + 1} has ${x.length} figures in x, the first has ${count}. All must have as many.`,
        { row: i + 1 },
      )
    for (const value of x)
      if (!Number.isFinite(value))
        throw new InputProblem('impossible-figure', `Record ${i + 1}: ${value} in x is no figure.`, { row: i + 1 })
  })
  return count
}

function scalesOf(records: readonly LifeWithCovariates[], count: number): { centres: number[]; spreads: number[] } {
  const centres: number[] = []
  const spreads: number[] = []
  for (let i = 0; i < count; i++) {
    const values = records.map(({ x }) => x[i] as number)
    const mean = values.reduce((sum, v) => sum + v, 0) / values.length
    const spread = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length)
    if (!(spread > 1e-12 * (1 + Math.abs(mean)))) throw noFit()
    centres.push(mean)
    spreads.push(spread)
  }
  return { centres, spreads }
}

const identity = (n: number) =>
  Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => (i === j ? 1 : 0)))

function centreOf(rows: readonly LifeRecord[]): number {
  let [sum, weight] = [0, 0]
  for (const { upper, weight: w } of rows) {
    if (upper === null) continue
    sum += w * Math.log(upper)
    weight += w
  }
  return sum / weight
}

interface At {
  value: number
  slope: number[]
  bend: number[][]
}

/** The place (a, c₀, c₁ …) of the highest likelihood. */
function top(rows: readonly LifeWithCovariates[], centre: number, count: number): { theta: number[]; at: At } {
  let theta = [1, 0, ...new Array<number>(count).fill(0)]
  let at = likelihood(rows, centre, theta)
  for (let n = 0; n < 200; n++) {
    const damped = at.bend.map((row, i) => row.map((v, j) => -v + (i === j ? 1e-10 * Math.abs(v) : 0)))
    const solved = solvePositive(damped, [at.slope])
    const step = solved?.[0] ?? at.slope.map((s) => s / (1 + Math.hypot(...at.slope)))
    let share = Math.min(1, (step[0] as number) < 0 ? (0.9 * (theta[0] as number)) / -(step[0] as number) : 1)
    let next = at
    let moved = theta
    for (; share > 1e-12; share /= 2) {
      moved = theta.map((v, i) => v + share * (step[i] as number))
      next = likelihood(rows, centre, moved)
      if (next.value >= at.value) break
    }
    if (share <= 1e-12) break
    const largest = Math.max(...step.map((s, i) => Math.abs(s * share) / (1 + Math.abs(theta[i] as number))))
    theta = moved
    at = next
    if (Math.max(...theta.map(Math.abs)) > 1e5) throw noFit()
    if (largest < 1e-10) break
  }
  if (!(Math.hypot(...at.slope) < 1e-4 * (1 + rows.length))) throw noFit()
  return { theta, at }
}

function likelihood(rows: readonly LifeWithCovariates[], centre: number, theta: readonly number[]): At {
  const size = theta.length
  const at: At = {
    value: 0,
    slope: new Array<number>(size).fill(0),
    bend: identity(size).map((row) => row.map(() => 0)),
  }
  const a = theta[0] as number
  const slopes: Slopes = { value: 0, slope: 0, bend: 0 }
  /** Adds w·[f(z)], given f's slopes, with dz/dθ = (y, −1, −x…). */
  const add = (w: number, y: number, x: readonly number[], { value, slope, bend }: Slopes) => {
    at.value += w * value
    const d = [y, -1, ...x.map((v) => -v)]
    for (let i = 0; i < size; i++) {
      const di = d[i] as number
      ;(at.slope as number[])[i] = (at.slope[i] as number) + w * slope * di
      const row = at.bend[i] as number[]
      for (let j = 0; j < size; j++) row[j] = (row[j] as number) + w * bend * di * (d[j] as number)
    }
  }
  for (const { lower, upper, weight, entry = 0, x } of rows) {
    const linear = x.reduce((sum, v, i) => sum + v * (theta[i + 2] as number), theta[1] as number)
    const z = (age: number) => a * (Math.log(age) - centre) - linear
    const y = (age: number) => Math.log(age) - centre
    if (upper === null) {
      weibullLaw.survival(z(lower ?? 0), slopes)
      add(weight, y(lower ?? 0), x, slopes)
    } else if (lower === upper) {
      weibullLaw.density(z(upper), slopes)
      add(weight, y(upper), x, slopes)
      at.value += weight * (Math.log(a) - Math.log(upper))
      at.slope[0] = (at.slope[0] as number) + weight / a
      const first = at.bend[0] as number[]
      first[0] = (first[0] as number) - weight / (a * a)
    } else addBetween(at, { weight, x, from: lower ? [y(lower), z(lower)] : null, to: [y(upper), z(upper)] })
    if (entry > 0) {
      weibullLaw.survival(z(entry), slopes)
      add(-weight, y(entry), x, slopes)
    }
  }
  return at
}

/** ln[F(z₂) − F(z₁)] and its slopes. */
function addBetween(
  at: At,
  {
    weight: w,
    x,
    from,
    to,
  }: { weight: number; x: readonly number[]; from: [number, number] | null; to: [number, number] },
): void {
  const slopes: Slopes = { value: 0, slope: 0, bend: 0 }
  const logShare = weibullLaw.between(from?.[1] ?? -Infinity, to[1])
  at.value += w * logShare
  const toward = (y: number) => [y, -1, ...x.map((v) => -v)]
  weibullLaw.density(to[1], slopes)
  const f2 = Math.exp(slopes.value - logShare)
  const b2 = slopes.slope * f2
  const d2 = toward(to[0])
  let [f1, b1] = [0, 0]
  let d1 = d2.map(() => 0)
  if (from) {
    weibullLaw.density(from[1], slopes)
    f1 = Math.exp(slopes.value - logShare)
    b1 = slopes.slope * f1
    d1 = toward(from[0])
  }
  const slope = d2.map((d, i) => f2 * d - f1 * (d1[i] as number))
  slope.forEach((s, i) => {
    at.slope[i] = (at.slope[i] as number) + w * s
    const row = at.bend[i] as number[]
    slope.forEach((t, j) => {
      row[j] =
        (row[j] as number) +
        w * (b2 * (d2[i] as number) * (d2[j] as number) - b1 * (d1[i] as number) * (d1[j] as number) - s * t)
    })
  })
}
