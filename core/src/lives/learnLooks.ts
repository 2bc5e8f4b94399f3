import { InputProblem } from '../inputProblem.ts'
import { climb } from '../maths/climb.ts'
import type { Limits } from '../maths/limits.ts'

/** A part that is looked at: what each look found, and how it ended. Ages in one unit. */
export interface LookedAtPart {
  looks: { age: number; found: 'good' | 'defect' }[]
  /** null: it has not failed. */
  failedAt: number | null
  /** Age at which it failed, came out or was last seen. */
  end: number
}

export interface LearnedLooks {
  /** Defects per unit of age. */
  defectRate: number
  /** Mean time from when a look would find a defect until it fails; null: not a single one has run to its failure, or all before a look could find them. */
  delayMean: number | null
  limits: { defectRate: Limits; delayMean: Limits }
  /** Rates and delays that may be the true ones, and how likely each is; the weights sum to 1. */
  nodes: LooksNode[]
  /**
   * Looks farther apart than this are not for these figures to say: while no defect has been seen to fail, the shortest delay that is
   * still likely. null: they say it for any distance.
   */
  longest: number | null
}

/** A rate of defects and a mean delay that may be the true ones. */
export type LooksNode = [defectRate: number, delayMean: number, weight: number]

const drop = 3.841458820694124 / 2
/** How far from 1 delay over the typical time between looks is looked for, as a logarithm. */
const farthest = 9

/**
 * Rate of defects and mean delay until they fail, from what looks found and what failed between them.
 *
 * A part without a defect gets one at rate λ; from then on a look finds it, and it fails after an exponential time of mean μ. With
 * ρ = 1/μ and d the time since the last look that found it good (or since it was fitted), a part's likelihood is a product of
 * - good at the next look: e^(−λd);
 * - defect at the next look: g(d) = λ(e^(−ρd) − e^(−λd))/(λ − ρ);
 * - failed after d: ρ·g(d);
 * - last seen after d: e^(−λd) + g(d);
 * - with a defect already found and left in: e^(−ρd) to a later look or the end, ρe^(−ρd) to its failure.
 * A look that finds a part good after one that found a defect says that it was mended in between, at the earlier look.
 * Limits are those of the profile likelihood.
 * @throws InputProblem 'no-records', 'age-not-positive', 'time-reversed' (looks out of order, after the end, failure not at the
 * end), 'no-looks' (nothing was ever looked at: rate and delay cannot be told apart), 'no-failures' (neither defects nor failures)
 * Source: Baker & Wang (1992), IMA J. Math. Appl. Bus. Ind. 3, for the likelihood; Christer & Waller (1984).
 */
export function learnLooks(parts: readonly LookedAtPart[]): LearnedLooks {
  if (parts.length === 0) throw new InputProblem('no-records', 'There are no parts. Give at least one.')
  const pieces = parts.flatMap(piecesOf)
  if (parts.every(({ looks }) => looks.length === 0))
    throw new InputProblem(
      'no-looks',
      'None of these parts was ever looked at, so defects that show and failures cannot be told apart.',
    )
  const defects = pieces.filter(({ kind }) => kind === 'defect').length
  const failures = pieces.filter(({ kind }) => kind === 'failed' || kind === 'failed with defect').length
  if (defects + failures === 0)
    throw new InputProblem(
      'no-failures',
      'No look has found a defect and nothing has failed, so there is nothing to learn from yet.',
    )
  const grouped = gather(pieces)
  const watched = grouped.reduce((sum, { d, times }) => sum + times * d, 0)
  const typical = Math.log(watched / Math.max(1, pieces.length))
  const rateStart = Math.log((defects + failures) / watched)
  const [rateLow, rateHigh] = [rateStart - farthest, rateStart + farthest]
  const [delayLow, delayHigh] = [typical - farthest, typical + farthest]
  const bestDelay = (logRate: number) =>
    climb((logDelay) => likelihood(grouped, logRate, logDelay), delayLow, delayHigh, 1e-6)
  const bestRate = (logDelay: number) =>
    climb((logRate) => likelihood(grouped, logRate, logDelay), rateLow, rateHigh, 1e-6)
  const best = climb((logRate) => bestDelay(logRate).value, rateLow, rateHigh, 1e-7)
  const delay = bestDelay(best.at)
  const isAtEnd = delay.at < delayLow + 1 || delay.at > delayHigh - 1
  const limits: LearnedLooks['limits'] = {
    defectRate: limitsOf((x) => bestDelay(x).value - best.value + drop, best.at, rateLow, rateHigh),
    delayMean: limitsOf((x) => bestRate(x).value - best.value + drop, delay.at, delayLow, delayHigh),
  }
  return {
    defectRate: Math.exp(best.at),
    delayMean: isAtEnd ? null : Math.exp(delay.at),
    limits,
    longest: isAtEnd ? limits.delayMean[0] : null,
    nodes: nodesOf((rate, lag) => likelihood(grouped, rate, lag), limits, { rate: best.at, delay: typical }),
  }
}

const nodesAcross = 21
/** Before anything is seen, a delay is as likely some seven times as long as the time between looks as a seventh of it. */
const delayPriorSd = 2
/** How far from the best a side without a limit is looked at. */
const openReach = 3

/** Weights on a grid: likelihood, flat in ln rate, and in ln delay a wide prior around the time between looks. */
function nodesOf(
  logLikelihood: (logRate: number, logDelay: number) => number,
  { defectRate, delayMean }: LearnedLooks['limits'],
  centre: { rate: number; delay: number },
): LooksNode[] {
  const rates = across(defectRate, centre.rate)
  const delays = across(delayMean, centre.delay)
  const found = rates.flatMap((logRate) =>
    delays.map((logDelay) => ({
      logRate,
      logDelay,
      density: logLikelihood(logRate, logDelay) - 0.5 * ((logDelay - centre.delay) / delayPriorSd) ** 2,
    })),
  )
  const best = found.reduce((most, { density }) => Math.max(most, density), -Infinity)
  const all = found.reduce((sum, { density }) => sum + Math.exp(density - best), 0)
  const digits = (x: number) => Number(x.toPrecision(5))
  return found.flatMap(({ logRate, logDelay, density }): LooksNode[] => {
    const weight = Math.exp(density - best) / all
    return weight < 1e-5 ? [] : [[digits(Math.exp(logRate)), digits(Math.exp(logDelay)), digits(weight)]]
  })
}

/** Logarithms across the limits and half as far again; a side without a limit reaches far. */
function across([low, high]: Limits, centre: number): number[] {
  const from = low === null ? centre - openReach : Math.log(low)
  const to = high === null ? Math.max(centre, from) + openReach : Math.log(high)
  const more = low !== null && high !== null ? (to - from) / 4 : 0
  return Array.from({ length: nodesAcross }, (_, i) => from - more + ((to - from + 2 * more) * i) / (nodesAcross - 1))
}

type Kind = 'good' | 'defect' | 'failed' | 'seen' | 'still with defect' | 'failed with defect'
interface Piece {
  kind: Kind
  d: number
}

function piecesOf({ looks, failedAt, end }: LookedAtPart, index: number): Piece[] {
  const row = index + 1
  checkPart(looks, failedAt, end, row)
  const pieces: Piece[] = []
  let from = 0
  let hasDefect = false
  for (const [n, { age, found }] of looks.entries()) {
    const d = age - from
    from = age
    if (!hasDefect) pieces.push({ kind: found, d })
    else if (found === 'defect') pieces.push({ kind: 'still with defect', d })
    else pieces.push({ kind: 'good', d })
    hasDefect = found === 'defect' && looks[n + 1]?.found !== 'good'
  }
  const d = end - from
  if (failedAt !== null) pieces.push({ kind: hasDefect ? 'failed with defect' : 'failed', d })
  else if (d > 0) pieces.push({ kind: hasDefect ? 'still with defect' : 'seen', d })
  return pieces
}

function checkPart(looks: LookedAtPart['looks'], failedAt: number | null, end: number, row: number): void {
  for (const age of [end, failedAt ?? 0, ...looks.map((look) => look.age)])
    if (!(age >= 0 && Number.isFinite(age)))
      throw new InputProblem('age-not-positive', `Part ${row}: ${age} is no age. Ages are 0 or more.`, { row })
  let before = 0
  for (const { age } of looks) {
    if (age < before)
      throw new InputProblem('time-reversed', `Part ${row}: its looks are not in the order of their ages.`, { row })
    before = age
  }
  if (before > end)
    throw new InputProblem('time-reversed', `Part ${row}: a look at ${before} lies after its end at ${end}.`, { row })
  if (failedAt !== null && failedAt !== end)
    throw new InputProblem(
      'time-reversed',
      `Part ${row}: it failed at ${failedAt}, so its end is ${failedAt}, not ${end}.`,
      { row },
    )
}

/** Equal pieces once, with how often they occur: looks at fixed intervals make many. */
function gather(pieces: readonly Piece[]): (Piece & { times: number })[] {
  const found = new Map<string, Piece & { times: number }>()
  for (const piece of pieces) {
    const key = `${piece.kind} ${piece.d}`
    const same = found.get(key)
    if (same) same.times++
    else found.set(key, { ...piece, times: 1 })
  }
  return [...found.values()].sort((a, b) => a.d - b.d || (a.kind < b.kind ? -1 : 1))
}

function likelihood(pieces: readonly (Piece & { times: number })[], logRate: number, logDelay: number): number {
  const [lambda, rho] = [Math.exp(logRate), Math.exp(-logDelay)]
  return pieces.reduce((sum, { kind, d, times }) => sum + times * logChance(kind, d, lambda, rho), 0)
}

function logChance(kind: Kind, d: number, lambda: number, rho: number): number {
  switch (kind) {
    case 'good':
      return -lambda * d
    case 'defect':
      return Math.log(Math.max(1e-300, withDefect(d, lambda, rho)))
    case 'failed':
      return Math.log(Math.max(1e-300, rho * withDefect(d, lambda, rho)))
    case 'seen':
      return Math.log(Math.max(1e-300, Math.exp(-lambda * d) + withDefect(d, lambda, rho)))
    case 'still with defect':
      return -rho * d
    case 'failed with defect':
      return Math.log(rho) - rho * d
  }
}

/** Chance that a defect has come up within d and not yet failed. */
function withDefect(d: number, lambda: number, rho: number): number {
  const x = (lambda - rho) * d
  // (e^(−ρd) − e^(−λd))/(λ − ρ), without the difference of two nearly equal terms.
  const ratio = Math.abs(x) < 1e-6 ? d * (1 - x / 2) : -Math.expm1(-x) / (lambda - rho)
  return lambda * Math.exp(-rho * d) * ratio
}

/** Where what is left of the likelihood is 0, on either side; null where it is not before the end of what is looked at. */
function limitsOf(left: (x: number) => number, best: number, low: number, high: number): Limits {
  const end = (edge: number) => {
    if (left(edge) > 0) return null
    let [inside, outside] = [best, edge]
    for (let n = 0; n < 40 && Math.abs(outside - inside) > 1e-6; n++) {
      const middle = (inside + outside) / 2
      if (left(middle) > 0) inside = middle
      else outside = middle
    }
    return Math.exp((inside + outside) / 2)
  }
  return [end(low), end(high)]
}
