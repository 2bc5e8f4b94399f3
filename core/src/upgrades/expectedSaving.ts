import { lowerGammaShare } from '../maths/gamma.ts'
import { InputProblem } from '../inputProblem.ts'
import type { BeforeAfter } from './didItHelp.ts'

export interface Trouble {
  /** Faults that the upgrade aims at, on printers that do not have it: whole, ≥ 0. */
  faults: number
  /** Years of these printers together over which they were watched, > 0. */
  printerYears: number
  /** Printers that could get it. */
  printers: number
  /** What one such fault costs, all in. */
  costOfFaultMinor: number
}

export interface UpgradePromise {
  /** Share of the faults that should stay away, above 0 to 1. */
  share: number
  /** What it costs on one printer. */
  costMinor: number
}

export interface ExpectedSaving {
  faultsPerYear: number
  faultsRange: [lower: number, upper: number]
  savedMinor: number
  savedRange: [lower: number, upper: number]
  costMinor: number
  /** Until it has paid for itself; null: never. */
  years: number | null
  /** That it pays for itself within two years. */
  chance: number
}

/** How much of a promise comes true, with its chance before anything was seen. Common practice, no source. */
const comesTrue = [
  [0, 0.15],
  [0.3, 0.2],
  [0.8, 0.4],
  [1, 0.25],
] as const
const paybackYears = 2

/**
 * What an upgrade should save in a year on all printers that could get it, with its doubt.
 *
 * The rate of the faults has the gamma distribution that Jeffreys' prior gives: shape faults + ½ over the printer years. Of the share that is
 * promised, as much comes true as is usual; where it is installed already, what was seen there weighs each possibility (given all faults, those
 * afterwards are binomial).
 * @param seen events and time before and after on printers that have it; null: none has
 * @throws InputProblem 'not-positive' (printer years)
 * Source: Jeffreys prior of a Poisson rate: Box & Tiao (1973), Bayesian Inference in Statistical Analysis, 1.3.
 */
export function expectedSaving(
  { faults, printerYears, printers, costOfFaultMinor }: Trouble,
  promise: UpgradePromise,
  seen: BeforeAfter | null = null,
): ExpectedSaving {
  if (!(printerYears > 0))
    throw new InputProblem('not-positive', `${printerYears} years of printers cannot be. They must be more than 0.`)
  const perYear = printers / printerYears
  const shape = faults + 0.5
  const rateAt = (chance: number) => gammaQuantile(shape, chance) * perYear
  const costMinor = promise.costMinor * printers
  const faultsPerYear = faults * perYear
  const possible = weighed(promise.share, seen)
  const truth = possible.reduce((sum, [share, weight]) => sum + share * weight, 0)
  const each = promise.share * costOfFaultMinor
  const savedMinor = faultsPerYear * each * truth
  const needed = (share: number) => costMinor / (paybackYears * each * share * perYear)
  const chance =
    each > 0 && printers > 0
      ? possible.reduce(
          (sum, [share, weight]) => sum + (share > 0 ? weight * (1 - lowerGammaShare(shape, needed(share))) : 0),
          0,
        )
      : 0
  return {
    faultsPerYear,
    faultsRange: [rateAt(0.025), rateAt(0.975)],
    savedMinor,
    savedRange: [rateAt(0.025) * each * within(possible, 0.1), rateAt(0.975) * each * within(possible, 0.9)],
    costMinor,
    years: savedMinor > 0 ? costMinor / savedMinor : null,
    chance,
  }
}

/** The possibilities with their chances, after what was seen. */
function weighed(share: number, seen: BeforeAfter | null): [share: number, weight: number][] {
  const all = comesTrue.map(([part, weight]): [number, number] => {
    if (!seen || !(seen.before.time > 0 && seen.after.time > 0)) return [part, weight]
    const left = seen.after.time * (1 - Math.min(0.99, share * part))
    const p = left / (seen.before.time + left)
    return [part, weight * Math.exp(seen.after.events * Math.log(p) + seen.before.events * Math.log1p(-p))]
  })
  const sum = all.reduce((total, [, weight]) => total + weight, 0)
  return all.map(([part, weight]) => [part, weight / sum])
}

/** The possibility up to which so much of the chance lies. */
function within(possible: readonly [share: number, weight: number][], chance: number): number {
  let sum = 0
  for (const [share, weight] of possible) if ((sum += weight) >= chance) return share
  return 1
}

/** Where the gamma distribution of a shape and scale 1 has reached a chance. */
function gammaQuantile(shape: number, chance: number): number {
  let [low, high] = [0, shape + 10 * Math.sqrt(shape) + 10]
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2
    if (lowerGammaShare(shape, middle) < chance) low = middle
    else high = middle
  }
  return (low + high) / 2
}

export type WhereFirst = 'start here' | 'worth a trial' | 'not needed here' | 'not known yet'

const soon = 0.8
const perhaps = 0.3
/** Less has been watched than this: nothing seen says nothing. */
const fewestPrinterYears = 1

/** Whether an upgrade is worth it here, and why, in one sentence. */
export function whereFirst(
  saving: ExpectedSaving,
  { faults, printerYears, printers }: Trouble,
): { first: WhereFirst; why: string } {
  if (printers === 0) return { first: 'not needed here', why: 'Every printer that it fits has it.' }
  const seen = `${faults} such ${faults === 1 ? 'fault' : 'faults'} in ${figure(printerYears)} printer years`
  if (saving.chance >= soon)
    return {
      first: 'start here',
      why: `${seen}; it pays for itself within two years in ${percent(saving.chance)} of 100 cases.`,
    }
  if (printerYears < fewestPrinterYears)
    return { first: 'not known yet', why: `Watched for ${figure(printerYears)} printer years only; ${seen}.` }
  if (faults === 0)
    return {
      first: 'not needed here',
      why: `None of the faults that it cures in ${figure(printerYears)} printer years.`,
    }
  if (saving.chance >= perhaps)
    return { first: 'worth a trial', why: `${seen}; whether it pays is open: ${percent(saving.chance)} of 100 cases.` }
  return {
    first: 'not needed here',
    why: `${seen}; it would pay for itself within two years in ${percent(saving.chance)} of 100 cases only.`,
  }
}

const figure = (x: number) => Number(x.toPrecision(2)).toLocaleString('en-GB')
/** Nothing is certain. */
const percent = (x: number) => (x > 0.995 ? 'over 99' : x < 0.005 ? 'under 1' : String(Math.round(100 * x)))

/** What to begin with, in words. @param designs the most saving first; of those against one trouble only the best is worth naming */
export function upgradeAdvice(
  designs: readonly { name: string; first: WhereFirst; against?: string | null }[],
): string {
  const best = designs.filter(
    ({ against }, i) => !against || designs.findIndex((other) => other.against === against) === i,
  )
  const named = (first: WhereFirst) => best.filter((one) => one.first === first).map(({ name }) => name)
  const begin = named('start here').slice(0, 2)
  const trial = named('worth a trial').slice(0, 2)
  const needless = named('not needed here')
  const said = [
    begin.length > 0 && `Start with ${begin.join(' and ')}.`,
    begin.length === 0 &&
      trial.length > 0 &&
      `Nothing pays for certain. Try ${trial.join(' and ')} on half of the printers.`,
    needless.length > 0 && `Not needed here: ${needless.join(', ')}.`,
  ].filter(Boolean)
  if (designs.length === 0) return 'No upgrade is written down yet.'
  return said.length > 0 ? said.join(' ') : 'Too little has been watched to say where to begin.'
}
