import type { LifeData } from './lifeRecord.ts'
import type { LifeLaw, Slopes } from './lifeLaw.ts'

/** A time between two looks that is shorter than this, in spreads, is taken as a point. */
const asGoodAsPoint = 1e-3

interface Between {
  low: number
  high: number
  width: number
  weight: number
}

/** A log-likelihood with its first and second slopes against a (1/spread) and b (location/spread). */
export interface LikelihoodAt {
  value: number
  a: number
  b: number
  aa: number
  ab: number
  bb: number
}

/**
 * Log-likelihood of life records under a law of z = a·(ln age − centre) − b.
 *
 * Failed at t: ln[a·f(z)/t]; good at t: ln S(z); failed between two looks: ln[F(z₂) − F(z₁)]; each divided by S at the age at
 * which watching began. In a and b it is concave for both laws as long as nobody entered late, so that Newton's way
 * cannot miss. Ages are logarithms from their centre, so that neither tiny nor huge ones overflow.
 * Source: Meeker & Escobar (1998), ch. 7, 8 and 11; concavity: Burridge (1981), JRSS B 43.
 */
export class LifeLikelihood {
  readonly centre: number
  private readonly failedLogs: Float64Array
  private readonly failedWeights: Float64Array
  /** Ages of parts still good, and with negative weight those at which late entries were. */
  private readonly goodLogs: Float64Array
  private readonly goodWeights: Float64Array
  private readonly betweens: Between[]
  /** What the ages of failures take from the density: Σ w·ln t. */
  private readonly failedLogSum: number
  private readonly slopes: Slopes = { value: 0, slope: 0, bend: 0 }

  constructor(
    private readonly law: LifeLaw,
    { failed, running, between }: LifeData,
  ) {
    const entered = [...failed, ...running, ...between].filter(({ entry }) => entry > 0)
    const good = [
      ...running.filter(({ age }) => age > 0).map(({ age, weight }) => ({ age, weight })),
      ...entered.map(({ entry, weight }) => ({ age: entry, weight: -weight })),
    ]
    let [sum, weight] = [0, 0]
    for (const record of failed) {
      sum += record.weight * Math.log(record.age)
      weight += record.weight
    }
    this.failedLogSum = sum
    for (const record of between) {
      sum += record.weight * Math.log(record.upper)
      weight += record.weight
    }
    this.centre = weight > 0 ? sum / weight : 0
    this.failedLogs = Float64Array.from(failed, ({ age }) => Math.log(age) - this.centre)
    this.failedWeights = Float64Array.from(failed, (record) => record.weight)
    this.goodLogs = Float64Array.from(good, ({ age }) => Math.log(age) - this.centre)
    this.goodWeights = Float64Array.from(good, (record) => record.weight)
    this.betweens = between.map(({ lower, upper, weight: w }) => ({
      low: lower > 0 ? Math.log(lower) - this.centre : -Infinity,
      high: Math.log(upper) - this.centre,
      // Not as the difference of two logarithms, of which nothing is left where they are nearly equal.
      width: lower > 0 ? Math.log1p((upper - lower) / lower) : Infinity,
      weight: w,
    }))
  }

  /** @param a 1/spread, > 0 */
  at(a: number, b: number, sum: LikelihoodAt): LikelihoodAt {
    sum.value = -this.failedLogSum
    sum.a = sum.b = sum.aa = sum.ab = sum.bb = 0
    const { law, slopes } = this
    const logA = Math.log(a)
    for (let i = 0; i < this.failedLogs.length; i++) {
      const [y, w] = [this.failedLogs[i] as number, this.failedWeights[i] as number]
      law.density(a * y - b, slopes)
      sum.value += w * (slopes.value + logA)
      sum.a += w * (slopes.slope * y + 1 / a)
      sum.b -= w * slopes.slope
      sum.aa += w * (slopes.bend * y * y - 1 / (a * a))
      sum.ab -= w * slopes.bend * y
      sum.bb += w * slopes.bend
    }
    for (let i = 0; i < this.goodLogs.length; i++) {
      const [y, w] = [this.goodLogs[i] as number, this.goodWeights[i] as number]
      law.survival(a * y - b, slopes)
      sum.value += w * slopes.value
      sum.a += w * slopes.slope * y
      sum.b -= w * slopes.slope
      sum.aa += w * slopes.bend * y * y
      sum.ab -= w * slopes.bend * y
      sum.bb += w * slopes.bend
    }
    for (const between of this.betweens) this.addBetween(between, a, b, sum)
    return sum
  }

  private addBetween({ low, high, width, weight: w }: Between, a: number, b: number, sum: LikelihoodAt) {
    const { law, slopes } = this
    if (a * width < asGoodAsPoint) {
      // Differences of two nearly equal chances would be noise: the density in the middle, times the width.
      const y = (low + high) / 2
      law.density(a * y - b, slopes)
      sum.value += w * (slopes.value + Math.log(a * width))
      sum.a += w * (slopes.slope * y + 1 / a)
      sum.b -= w * slopes.slope
      sum.aa += w * (slopes.bend * y * y - 1 / (a * a))
      sum.ab -= w * slopes.bend * y
      sum.bb += w * slopes.bend
      return
    }
    const [z1, z2] = [a * low - b, a * high - b]
    const logShare = law.between(z1, z2)
    sum.value += w * logShare
    law.density(z2, slopes)
    const at2 = Math.exp(slopes.value - logShare)
    const bend2 = slopes.slope * at2 - at2 * at2
    let [at1, bend1] = [0, 0]
    if (low > -Infinity) {
      law.density(z1, slopes)
      at1 = Math.exp(slopes.value - logShare)
      bend1 = -slopes.slope * at1 - at1 * at1
    }
    const cross = at1 * at2
    const y1 = low > -Infinity ? low : 0
    sum.a += w * (at2 * high - at1 * y1)
    sum.b -= w * (at2 - at1)
    sum.aa += w * (bend2 * high * high + bend1 * y1 * y1 + 2 * cross * high * y1)
    sum.ab -= w * (bend2 * high + bend1 * y1 + cross * (high + y1))
    sum.bb += w * (bend2 + bend1 + 2 * cross)
  }
}
