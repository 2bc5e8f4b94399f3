import { rateChange, type RateChange, type Watched } from './rateChange.ts'

export interface BeforeAfter {
  before: Watched
  after: Watched
}

export type Found = 'helped' | 'no sign yet' | 'made it worse'

export interface Helped {
  verdict: Found
  /** null: one of the two times is none. */
  rates: RateChange | null
  others: RateChange | null
  /** How the rate changed, over how it changed for the others; below 1: better than theirs. null: too little to compare. */
  beside: { ratio: number; limits: [lower: number, upper: number] } | null
  /** The printers were bad before: they would have got better by themselves. */
  wereTheWorst: boolean
}

const level = 0.05
const z = 1.959964

/**
 * Whether printers that got an upgrade have fewer of the faults that it should cure.
 *
 * The test is that of two rates. Where the printers that did not get it became better too, it must have helped more than that: the ratio of
 * both changes, with limits by the normal distribution of the logarithms and half an event added to each count, must leave 1 out.
 * @param own events and hours before and after, summed over the printers that got it
 * @param others the same of printers that did not, over the same time; null: there are none
 * @param drawn they were drawn by lot: then they are not the worst by choice
 * Source: Przyborowski & Wilenski (1940) for the test; half an event: Haldane (1956), Annals of Human Genetics 20.
 */
export function didItHelp(own: BeforeAfter, others: BeforeAfter | null, drawn: boolean): Helped {
  const rates = watched(own) ? rateChange(own.before, own.after) : null
  const theirs = others && watched(others) ? rateChange(others.before, others.after) : null
  const beside = rates && theirs && others ? ratioOfChanges(own, others) : null
  return {
    verdict: verdictOf(rates, theirs, beside),
    rates,
    others: theirs,
    beside,
    wereTheWorst: !drawn && others !== null && worseThan(own.before, others.before),
  }
}

const watched = ({ before, after }: BeforeAfter) => before.time > 0 && after.time > 0

function verdictOf(rates: RateChange | null, theirs: RateChange | null, beside: Helped['beside']): Found {
  if (!rates || rates.pValue >= level) return 'no sign yet'
  if (rates.ratio !== null && rates.ratio < 1) return 'made it worse'
  const theirsTooBecameRarer = theirs !== null && theirs.pValue < level && (theirs.ratio === null || theirs.ratio > 1)
  if (theirsTooBecameRarer && beside && beside.limits[1] >= 1) return 'no sign yet'
  return 'helped'
}

function ratioOfChanges(own: BeforeAfter, others: BeforeAfter): Helped['beside'] {
  const counts = [own.after, own.before, others.after, others.before]
  const [a, b, c, d] = counts.map(({ events, time }) => Math.log((events + 0.5) / time)) as [
    number,
    number,
    number,
    number,
  ]
  const log = a - b - (c - d)
  const off = z * Math.sqrt(counts.reduce((sum, { events }) => sum + 1 / (events + 0.5), 0))
  return { ratio: Math.exp(log), limits: [Math.exp(log - off), Math.exp(log + off)] }
}

function worseThan(own: Watched, others: Watched): boolean {
  if (!(own.time > 0 && others.time > 0)) return false
  const { pValue, ratio } = rateChange(own, others)
  return pValue < level && (ratio === null || ratio > 1)
}
