import { InputProblem } from '../inputProblem.ts'
import { lowerGammaShare } from '../maths/gamma.ts'
import { normalTail } from '../maths/normal.ts'
import { rateRatio } from '../maths/rateRatio.ts'

/** How often something happened, and how long it was watched. */
export interface Watched {
  /** Whole, ≥ 0. */
  events: number
  /** > 0, in any unit. */
  time: number
}

export interface RateChange {
  /** Rate before over rate after: above 1 it has become rarer. null: nothing happened afterwards. */
  ratio: number | null
  /** Exact 95 % limits of it; an upper one of null: not bounded. */
  limits: [lower: number, upper: number | null]
  /** Chance of a split at least as unlikely as this one, if nothing had changed. */
  pValue: number
  moreTimeFor: {
    /**
     * How much longer it must be watched until a rate that was halved would be seen in 8 of 10 cases; 0: it would be seen by now; null: too
     * little happened before for a halving to be seen within thirty times the time watched so far.
     */
    halving: number | null
  }
}

const level = 0.05
const power = 0.8
/** So many times as long as before: nobody waits longer. */
const longest = 30

/**
 * Whether something has become rarer: exact test of two rates, its limits, and how long it takes until a halving could be seen.
 *
 * Given all events, those before are binomial with share t₁/(t₁ + t₂) if the rate has not changed. The chance sums all splits that are no
 * likelier than the one seen. A halving is seen when the test says so at 5 % with the events that it leads to (Poisson).
 * @throws InputProblem 'not-positive' (a time), 'impossible-figure' (events that are no whole number from 0)
 * Source: Przyborowski & Wilenski (1940), Biometrika 31; limits: Clopper & Pearson (1934).
 */
export function rateChange(before: Watched, after: Watched): RateChange {
  check(before, 'before')
  check(after, 'after')
  const found = rateRatio(before, after)
  return {
    ratio: found?.ratio ?? null,
    limits: found?.limits ?? [0, null],
    pValue: pValueOf(before, after),
    moreTimeFor: { halving: moreTimeForHalving(before, after.time) },
  }
}

function check({ events, time }: Watched, when: string): void {
  if (!(time > 0 && Number.isFinite(time)))
    throw new InputProblem('not-positive', `The time ${when} is ${time}. It must be more than 0.`)
  if (!(Number.isInteger(events) && events >= 0 && events <= 1e6))
    throw new InputProblem(
      'impossible-figure',
      `${events} events ${when} cannot be. Give a whole number from 0 to 1,000,000.`,
    )
}

/** Beyond so many events the normal distribution stands for the binomial. */
const mostSummed = 2000
/** Likelihoods that differ by rounding alone are equal. */
const alike = 1 + 1e-7

function pValueOf(before: Watched, after: Watched): number {
  const n = before.events + after.events
  if (n === 0) return 1
  const share = before.time / (before.time + after.time)
  if (n > mostSummed) {
    const z = Math.abs(before.events - n * share) / Math.sqrt(n * share * (1 - share))
    return Math.min(1, 2 * Math.exp(normalTail(z).logUpperTail))
  }
  const [logShare, logRest] = [Math.log(share), Math.log1p(-share)]
  const chance = (k: number) =>
    Math.exp(logFactorial(n) - logFactorial(k) - logFactorial(n - k) + k * logShare + (n - k) * logRest)
  const seen = chance(before.events) * alike
  let sum = 0
  for (let k = 0; k <= n; k++) {
    const one = chance(k)
    if (one <= seen) sum += one
  }
  return Math.min(1, sum)
}

/** ln n!, worked out once: the search for a time asks for the same ones over and over. */
const logFactorials = [0]
function logFactorial(n: number): number {
  for (let k = logFactorials.length; k <= n; k++) logFactorials.push((logFactorials[k - 1] ?? 0) + Math.log(k))
  return logFactorials[n] ?? 0
}

function moreTimeForHalving(before: Watched, timeNow: number): number | null {
  if (!couldEverBeSeen(before.events)) return null
  const isEnough = (time: number) => powerOf(before, time) >= power
  if (isEnough(timeNow)) return 0
  let [low, high] = [timeNow, timeNow]
  while (!isEnough(high)) {
    ;[low, high] = [high, high * 1.1]
    if (high > longest * (before.time + timeNow)) return null
  }
  for (let step = 0; step < 30; step++) {
    const middle = (low + high) / 2
    if (isEnough(middle)) high = middle
    else low = middle
  }
  return high - timeNow
}

/**
 * Whether so many events could ever be told from half as many: watched for ever afterwards, the rate is known, and the events before are Poisson
 * about half of what they were.
 */
function couldEverBeSeen(events: number): boolean {
  return events > 0 && lowerGammaShare(events, events / 2) < level
}

/** Chance that the test sees a rate that was halved, when it is watched for so long afterwards. */
function powerOf(before: Watched, time: number): number {
  const expected = (before.events / before.time / 2) * time
  // The most events that still make the rate too low for chance: fewer do so too.
  let [low, high] = [-1, Math.ceil((before.events / before.time) * time)]
  while (high - low > 1) {
    const events = Math.floor((low + high) / 2)
    if (events / time < before.events / before.time && pValueOf(before, { events, time }) < level) low = events
    else high = events
  }
  return low < 0 ? 0 : 1 - lowerGammaShare(low + 1, expected)
}
