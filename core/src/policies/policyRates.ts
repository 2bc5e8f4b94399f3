import { threePoints } from '../maths/threePoints.ts'
import { meanLife, meanLifeUpTo, type WeibullLife } from '../maths/weibull.ts'
import type { LifePosterior } from '../lives/lifePosterior.ts'
import type { ReplacementCost } from './ageReplacement.ts'

/** What a rule comes to for one life: failures and planned replacements per unit of age. */
export interface RuleRates {
  failures: number
  planned: number
}

/** Rates of replacing at `age` or at failure; age null: only at failure. Source: Barlow & Hunter (1960). */
export function ruleRates(life: WeibullLife, age: number | null): RuleRates {
  if (age === null) return { failures: 1 / meanLife(life), planned: 0 }
  const good = Math.exp(-Math.pow(age / life.scale, life.shape))
  const mean = meanLifeUpTo(life, age)
  return { failures: (1 - good) / mean, planned: good / mean }
}

/**
 * Rates of replacing at ages on the lattice of a posterior, for every life that it holds possible.
 *
 * An age over a scale depends on how many places they lie apart alone, so that one table of survival and mean running time
 * for each shape serves all scales and ages.
 */
export class LatticeRates {
  /** First place of the table: ln(age/scale) = place·step. */
  private readonly first: number
  private readonly width: number
  private readonly failureTable: Float64Array
  private readonly plannedTable: Float64Array
  private readonly waits: Float64Array
  private readonly perScale: Float64Array
  private readonly weightPerScale: Float64Array

  /** @param from first and @param to last place of an age that is asked for */
  constructor(
    private readonly posterior: LifePosterior,
    from: number,
    to: number,
  ) {
    const { shapes, logScales, firstPlace, step } = posterior
    this.first = from - (firstPlace + logScales.length - 1)
    this.width = to - firstPlace - this.first + 1
    this.failureTable = new Float64Array(shapes.length * this.width)
    this.plannedTable = new Float64Array(shapes.length * this.width)
    this.waits = shapes.map((shape) => 1 / meanLife({ shape, scale: 1 }))
    this.perScale = logScales.map((logScale) => Math.exp(-logScale))
    this.weightPerScale = posterior.weights.map((weight, n) => weight * (this.perScale[n % logScales.length] as number))
    shapes.forEach((shape, i) => this.fill(i, shape, step))
  }

  /** Mean cost per unit of age over all lives of the posterior, when replaced at the age of this place. */
  meanCost(place: number, { preventive, failure }: ReplacementCost): number {
    const { firstPlace, logScales } = this.posterior
    const count = logScales.length
    let sum = 0
    for (let i = 0; i < this.waits.length; i++) {
      const top = i * this.width + (place - firstPlace - this.first)
      for (let j = 0; j < count; j++) {
        const weight = this.weightPerScale[i * count + j] as number
        if (weight > 0)
          sum +=
            weight *
            (failure * (this.failureTable[top - j] as number) + preventive * (this.plannedTable[top - j] as number))
      }
    }
    return sum
  }

  /**
   * Failures and planned replacements per unit of age, for every life of the posterior in its order.
   * @param place null: wait for the failure
   */
  rates(place: number | null): { failures: Float64Array; planned: Float64Array } {
    const { weights, logScales, firstPlace } = this.posterior
    const count = logScales.length
    const failures = new Float64Array(weights.length)
    const planned = new Float64Array(weights.length)
    for (let n = 0; n < weights.length; n++) {
      if (weights[n] === 0) continue
      const i = Math.floor(n / count)
      const j = n - i * count
      const over = this.perScale[j] as number
      if (place === null) {
        failures[n] = (this.waits[i] as number) * over
        continue
      }
      const at = i * this.width + (place - (firstPlace + j) - this.first)
      failures[n] = (this.failureTable[at] as number) * over
      planned[n] = (this.plannedTable[at] as number) * over
    }
    return { failures, planned }
  }

  /** Mean running time up to each age, summed up from the youngest by Gauss and Legendre's three points. */
  private fill(i: number, shape: number, step: number): void {
    const parts = Math.max(1, Math.ceil(shape * step))
    const h = step / parts
    let mean = meanLifeUpTo({ shape, scale: 1 }, Math.exp(this.first * step))
    for (let m = 0; m < this.width; m++) {
      const y = (this.first + m) * step
      const hazard = Math.exp(shape * y)
      const good = Math.exp(-hazard)
      const at = i * this.width + m
      this.failureTable[at] = -Math.expm1(-hazard) / mean
      this.plannedTable[at] = good / mean
      if (good < 1e-15) continue
      for (let part = 0; part < parts; part++) {
        const middle = y + (part + 0.5) * h
        for (const [place, weight] of threePoints) {
          const z = middle + place * h
          mean += weight * h * Math.exp(z - Math.exp(shape * z))
        }
      }
    }
  }
}
