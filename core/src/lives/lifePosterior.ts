import { logGamma } from '../maths/gamma.ts'
import { chanceToFailWithin, survival } from '../maths/weibull.ts'
import type { LifePrior } from './lifePrior.ts'
import { sortLifeRecords, type LifeData, type LifeRecord } from './lifeRecord.ts'

/** A figure that is not known for sure: its median and the 95 % of it in the middle. */
export interface Doubted {
  median: number
  mean: number
  limits: [lower: number, upper: number]
}

const shapeSteps = 36
const scaleSteps = 56
/** Points this far below the best in log-density weigh nothing. */
const deepest = 13
/** What is held possible where no prior says anything. */
const flattest = Math.log(0.15)
const steepest = Math.log(25)

/**
 * What is known of a Weibull life from records and a prior together: weights on a grid over ln shape and ln scale.
 *
 * Weight = prior × likelihood, by quadrature on a grid that is zoomed in until it covers what matters, without random draws. Records
 * of known age need Σ tᵏ once for each shape k, then every scale is one product. The points of ln scale lie on a lattice
 * through ln `anchor`, so that ages on the same lattice need one table of survival for each shape.
 * Source: Meeker, Escobar & Pascual (2022), ch. on Bayesian methods.
 */
export class LifePosterior {
  readonly shapes: Float64Array
  readonly logScales: Float64Array
  /** Weight of shape i and scale j at i·scales + j; they sum to 1. */
  readonly weights: Float64Array
  readonly step: number
  /** Place of the first scale on the lattice through the anchor. */
  readonly firstPlace: number
  /** Weight of failures above age 0 of the own records. */
  readonly failures: number

  /**
   * @param records the own ones; none are legal
   * @param prior null: nothing is held beforehand; then shapes from 0.15 to 25 are possible, all alike on a log scale
   * @param neighbours records of others, each counted by `neighbourWeight` times its weight
   * @param anchor an age that should lie on the lattice
   * @throws InputProblem as sortLifeRecords
   */
  constructor({
    records,
    prior,
    neighbours = [],
    neighbourWeight = 0,
    anchor,
  }: {
    records: readonly LifeRecord[]
    prior: LifePrior | null
    neighbours?: readonly LifeRecord[]
    neighbourWeight?: number
    anchor: number
  }) {
    const own = sortLifeRecords(records)
    this.failures = own.failures
    sortLifeRecords(neighbours)
    const all =
      neighbourWeight > 0
        ? sortLifeRecords([
            ...records,
            ...neighbours.map((record) => ({ ...record, weight: record.weight * neighbourWeight })),
          ])
        : own
    const sums = new GridLikelihood(all)
    let box = firstBox(all, prior, anchor)
    for (let pass = 0; pass < 8; pass++) {
      const shapes = evenly(box.shape, 18)
      const scales = evenly(box.scale, 26)
      const { next, isFine } = zoom(logDensities(sums, prior, shapes, scales), shapes, scales, box)
      box = next
      if (isFine) break
    }
    this.step = (box.scale[1] - box.scale[0]) / (scaleSteps - 1)
    this.firstPlace = Math.round((box.scale[0] - Math.log(anchor)) / this.step)
    this.logScales = Float64Array.from(
      { length: scaleSteps },
      (_, j) => Math.log(anchor) + (this.firstPlace + j) * this.step,
    )
    const logShapes = evenly(box.shape, shapeSteps)
    this.shapes = logShapes.map(Math.exp)
    this.weights = logDensities(sums, prior, logShapes, this.logScales)
    toWeights(this.weights)
  }

  /** Median, mean and limits of the shape. */
  shape(): Doubted {
    return this.marginal([...this.shapes], (i) => Math.floor(i / scaleSteps))
  }
  /** Median, mean and limits of the scale. */
  scale(): Doubted {
    return this.marginal([...this.logScales].map(Math.exp), (i) => i % scaleSteps)
  }

  /** A figure of the life, such as its mean or the chance to outlive an age: its mean over all that is possible, and limits. */
  figure(of: (shape: number, scale: number) => number): Doubted {
    const scales = this.logScales.map(Math.exp)
    const values = new Float64Array(this.weights.length)
    this.weights.forEach((weight, i) => {
      if (weight > 0)
        values[i] = of(this.shapes[Math.floor(i / scaleSteps)] as number, scales[i % scaleSteps] as number)
    })
    return doubted(values, this.weights)
  }

  /** Age by which a share p of all have failed. @param p between 0 and 1 */
  ageOf(p: number): Doubted {
    const logOdds = Math.log(-Math.log1p(-p))
    return this.figure((shape, scale) => scale * Math.exp(logOdds / shape))
  }
  /** Chance to outlive an age, in the unit of the records. */
  survivalAt(age: number): Doubted {
    return this.figure((shape, scale) => survival({ shape, scale }, age))
  }
  meanLife(): Doubted {
    return this.figure((shape, scale) => scale * Math.exp(logGamma(1 + 1 / shape)))
  }

  /** The heaviest points, for whoever keeps the posterior: few, their weights sum to 1. */
  nodes(): LifeNode[] {
    const nodes: LifeNode[] = []
    // Three by three points in one, at their centre of weight: a figure of theirs that is smooth stays as it was.
    for (let i = 0; i < shapeSteps; i += 3)
      for (let j = 0; j < scaleSteps; j += 4) {
        let [weight, logShape, logScale] = [0, 0, 0]
        for (let p = i; p < Math.min(i + 3, shapeSteps); p++)
          for (let q = j; q < Math.min(j + 4, scaleSteps); q++) {
            const w = this.weights[p * scaleSteps + q] as number
            weight += w
            logShape += w * Math.log(this.shapes[p] as number)
            logScale += w * (this.logScales[q] as number)
          }
        if (weight < 5e-4) continue
        nodes.push([digits(Math.exp(logShape / weight)), digits(Math.exp(logScale / weight)), weight])
      }
    const all = nodes.reduce((sum, [, , weight]) => sum + weight, 0)
    return nodes.map(([shape, scale, weight]) => [shape, scale, digits(weight / all)])
  }

  private marginal(values: number[], axis: (i: number) => number): Doubted {
    const weights = new Float64Array(values.length)
    this.weights.forEach((weight, i) => {
      const at = axis(i)
      weights[at] = (weights[at] as number) + weight
    })
    return doubted(Float64Array.from(values), weights)
  }
}

/** A life that may be the true one, and the chance of it. */
export type LifeNode = [shape: number, scale: number, weight: number]

/**
 * Chance that a part of the given age fails within what is ahead, over all lives that may be the true one. That the part has lived so
 * long stands in the weights already when it is among the records.
 * @param nodes as LifePosterior.nodes gives them
 * @param age ≥ 0 and ahead ≥ 0, in the unit of the scales
 */
export function chanceOfNodes(nodes: readonly LifeNode[], age: number, ahead: number): Doubted {
  const values = Float64Array.from(nodes, ([shape, scale]) => chanceToFailWithin({ shape, scale }, age, ahead))
  const weights = Float64Array.from(nodes, ([, , weight]) => weight)
  return doubted(values, weights)
}

/** Ages at which a part of unknown age is asked, from new to so many times its scale. */
const agesTried = 8
const oldestScales = 2

/**
 * Chance that a part of unknown age fails within what is ahead. A part that is met in service is of any age that its life allows: the age
 * has the density of S(t), the equilibrium of a renewal process. The limits are those over ages and lives together, so that what is not
 * known stands there as doubt.
 * @param nodes as LifePosterior.nodes gives them
 * @param atLeast age that is sure, ≥ 0, and ahead ≥ 0, in the unit of the scales
 * Source: Cox (1962), Renewal Theory, section 5 (age and residual life in equilibrium).
 */
export function chanceAtUnknownAge(nodes: readonly LifeNode[], atLeast: number, ahead: number): Doubted {
  const values: number[] = []
  const weights: number[] = []
  for (const [shape, scale, weight] of nodes)
    for (let i = 0; i < agesTried; i++) {
      const age = atLeast + ((i + 0.5) / agesTried) * oldestScales * scale
      values.push(chanceToFailWithin({ shape, scale }, age, ahead))
      // Of those that have reached the sure age, how many reach this one.
      weights.push(weight * (1 - chanceToFailWithin({ shape, scale }, atLeast, age - atLeast)))
    }
  return doubted(Float64Array.from(values), Float64Array.from(weights))
}

const digits = (x: number) => Number(x.toPrecision(6))

/** Median, mean and 95 % limits of weighted values. */
export function doubted(values: Float64Array, weights: Float64Array): Doubted {
  const order: number[] = []
  weights.forEach((weight, i) => weight > 1e-9 && order.push(i))
  order.sort((a, b) => (values[a] as number) - (values[b] as number))
  let mean = 0
  let all = 0
  for (const i of order) {
    mean += (weights[i] as number) * (values[i] as number)
    all += weights[i] as number
  }
  const wanted = [0.025, 0.5, 0.975].map((p) => p * all)
  const found: number[] = []
  let upTo = 0
  let before: { at: number; value: number } | null = null
  for (const i of order) {
    const [weight, value] = [weights[i] as number, values[i] as number]
    // A value stands for the middle of its weight; between two of them it runs straight.
    const at = upTo + weight / 2
    while (found.length < 3 && at >= (wanted[found.length] as number)) {
      const target = wanted[found.length] as number
      found.push(before ? before.value + ((target - before.at) / (at - before.at)) * (value - before.value) : value)
    }
    before = { at, value }
    upTo += weight
  }
  while (found.length < 3) found.push(before?.value ?? 0)
  return { mean: mean / all, median: found[1] as number, limits: [found[0] as number, found[2] as number] }
}

interface Box {
  shape: [number, number]
  scale: [number, number]
}

function firstBox({ failed, running, between }: LifeData, prior: LifePrior | null, anchor: number): Box {
  const ages = [
    anchor,
    ...failed.map(({ age }) => age),
    ...running.map(({ age }) => age),
    ...between.map(({ upper }) => upper),
  ].filter((age) => age > 0)
  const [youngest, oldest] = [Math.log(least(ages)), Math.log(most(ages))]
  const shape: Box['shape'] = prior
    ? [
        Math.min(flattest, Math.log(prior.shapeMedian) - 4.5 * Math.min(prior.shapeSd, 2)),
        Math.max(steepest, Math.log(prior.shapeMedian) + 4.5 * Math.min(prior.shapeSd, 2)),
      ]
    : [flattest, steepest]
  const about = prior ? Math.log(prior.scaleMedian) : oldest
  const reach = 4.5 * Math.min(prior?.scaleSd ?? 2, 2)
  return { shape, scale: [Math.min(youngest - 1, about - reach), Math.max(oldest + 4, about + reach)] }
}

const least = (values: number[]) => values.reduce((a, b) => Math.min(a, b))
const most = (values: number[]) => values.reduce((a, b) => Math.max(a, b))

function evenly([low, high]: [number, number], count: number): Float64Array {
  return Float64Array.from({ length: count }, (_, i) => low + ((high - low) * i) / (count - 1))
}

/** The part of a grid in which the density is not nothing, and whether it is wide enough to be told apart. */
function zoom(
  densities: Float64Array,
  shapes: Float64Array,
  scales: Float64Array,
  box: Box,
): { next: Box; isFine: boolean } {
  const best = densities.reduce((a, b) => Math.max(a, b), -Infinity)
  const found = { shape: [Infinity, -Infinity], scale: [Infinity, -Infinity] }
  densities.forEach((density, n) => {
    if (density < best - deepest) return
    const [i, j] = [Math.floor(n / scales.length), n % scales.length]
    found.shape = [Math.min(found.shape[0] as number, i), Math.max(found.shape[1] as number, i)]
    found.scale = [Math.min(found.scale[0] as number, j), Math.max(found.scale[1] as number, j)]
  })
  const within = ([from, to]: number[], points: Float64Array, whole: [number, number]): [number, number] => [
    Math.max(whole[0], points[Math.max(0, (from as number) - 1)] as number),
    Math.min(whole[1], points[Math.min(points.length - 1, (to as number) + 1)] as number),
  ]
  const wide = ([from, to]: number[], count: number) => (to as number) - (from as number) > count / 2
  return {
    next: { shape: within(found.shape, shapes, box.shape), scale: within(found.scale, scales, box.scale) },
    isFine: wide(found.shape, shapes.length) && wide(found.scale, scales.length),
  }
}

/** Log-density at each point of a grid, shapes by rows. */
function logDensities(
  sums: GridLikelihood,
  prior: LifePrior | null,
  logShapes: Float64Array,
  logScales: Float64Array,
): Float64Array {
  const densities = new Float64Array(logShapes.length * logScales.length)
  logShapes.forEach((logShape, i) => {
    const ofShape = prior ? -0.5 * ((logShape - Math.log(prior.shapeMedian)) / prior.shapeSd) ** 2 : 0
    const likelihood = sums.ofShape(Math.exp(logShape))
    logScales.forEach((logScale, j) => {
      const ofScale = prior ? -0.5 * ((logScale - Math.log(prior.scaleMedian)) / prior.scaleSd) ** 2 : 0
      densities[i * logScales.length + j] = ofShape + ofScale + likelihood(logScale)
    })
  })
  return densities
}

function toWeights(densities: Float64Array): void {
  const best = densities.reduce((a, b) => Math.max(a, b), -Infinity)
  let all = 0
  densities.forEach((density, i) => {
    const weight = density < best - deepest ? 0 : Math.exp(density - best)
    densities[i] = weight
    all += weight
  })
  densities.forEach((weight, i) => (densities[i] = weight / all))
}

/** The log-likelihood of records over many scales of one shape. */
class GridLikelihood {
  private readonly exact: number
  private readonly failedLogs: number
  /** ln age and weight of all that ran up to a known age; entries with negative weight. */
  private readonly logs: Float64Array
  private readonly weights: Float64Array
  private readonly betweens: { low: number; high: number; weight: number }[]
  private readonly oldest: number

  constructor({ failed, running, between }: LifeData) {
    this.exact = failed.reduce((sum, { weight }) => sum + weight, 0)
    this.failedLogs = failed.reduce((sum, { age, weight }) => sum + weight * Math.log(age), 0)
    const ran = [
      ...failed.map(({ age, weight }) => ({ age, weight })),
      ...running.filter(({ age }) => age > 0).map(({ age, weight }) => ({ age, weight })),
      ...[...failed, ...running, ...between]
        .filter(({ entry }) => entry > 0)
        .map(({ entry, weight }) => ({ age: entry, weight: -weight })),
      ...between.filter(({ lower }) => lower > 0).map(({ lower, weight }) => ({ age: lower, weight })),
    ]
    this.logs = Float64Array.from(ran, ({ age }) => Math.log(age))
    this.weights = Float64Array.from(ran, ({ weight }) => weight)
    this.oldest = this.logs.length > 0 ? this.logs.reduce((a, b) => Math.max(a, b)) : 0
    this.betweens = between.map(({ lower, upper, weight }) => ({
      low: lower > 0 ? Math.log(lower) : -Infinity,
      high: Math.log(upper),
      weight,
    }))
  }

  /** Log-likelihood as a function of ln scale. */
  ofShape(shape: number): (logScale: number) => number {
    let powers = 0
    for (let i = 0; i < this.logs.length; i++)
      powers += (this.weights[i] as number) * Math.exp(shape * ((this.logs[i] as number) - this.oldest))
    const constant = this.exact * Math.log(shape) + (shape - 1) * this.failedLogs
    return (logScale) => {
      let sum = constant - this.exact * shape * logScale - powers * Math.exp(shape * (this.oldest - logScale))
      // Good at the lower look stands in `powers`; failed by the upper, given that, here.
      for (const { low, high, weight } of this.betweens) {
        const hazard = Math.exp(shape * (high - logScale)) - (low > -Infinity ? Math.exp(shape * (low - logScale)) : 0)
        sum += weight * (hazard > 1e-8 ? Math.log(-Math.expm1(-hazard)) : Math.log(Math.max(hazard, 1e-300)))
      }
      return Number.isFinite(sum) ? sum : -1e300
    }
  }
}
