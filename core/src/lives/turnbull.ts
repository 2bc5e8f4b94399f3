import { InputProblem } from '../inputProblem.ts'
import { readLifeRecords, type LifeRecord } from './lifeRecord.ts'

/** Between these ages a share of all parts fails; `survival` is what is still good at `upper`. Open at `lower`. */
export interface TurnbullStep {
  lower: number
  /** null: later than anything was seen. */
  upper: number | null
  survival: number
}

const mostRounds = 5000
/** Records times rounds. */
const mostWork = 3e7

/**
 * Survival without a law, of records that may have failed between two looks.
 *
 * All likelihood lies on the innermost stretches: those between the last start and the next end of the records. Their shares
 * are found by self-consistency: each record's weight is shared out over the stretches it may have failed in, in
 * proportion to their shares; one that entered late stands, besides, for those who failed before anybody watched.
 * @param records of any kind; dead on arrival left out
 * @returns one step for each stretch with a share, by age; empty when nothing failed
 * @throws InputProblem as readLifeRecords, and 'too-many' (over 20,000 records)
 * Source: Turnbull (1976), JRSS B 38.
 */
export function turnbull(records: readonly LifeRecord[]): TurnbullStep[] {
  const { failed, running, between } = readLifeRecords(records)
  if (records.length > 20_000)
    throw new InputProblem('too-many', `${records.length} records are too many here: at most 20,000.`)
  const seen = [
    ...failed.map(({ age, weight, entry }) => ({ lower: age, upper: age, weight, entry })),
    ...running.map(({ age, weight, entry }) => ({ lower: age, upper: Infinity, weight, entry })),
    ...between,
  ]
  if (failed.length + between.length === 0) return []
  const stretches = innermost(seen)
  const spans = seen.map(({ lower, upper, weight, entry }) => {
    const from = stretches.findIndex((s) => (lower === upper ? s.lower >= lower : s.lower >= lower && s.upper > lower))
    let to = from
    while (to < stretches.length && (stretches[to] as Stretch).upper <= upper) to++
    // Stretches that end by the entry were not watched.
    const watched = stretches.findIndex((s) => s.upper > entry)
    return { from, to, weight, watched: entry > 0 ? watched : 0 }
  })
  const shares = consistentShares(spans, stretches.length)
  let left = 1
  return stretches.flatMap(({ lower, upper }, i) => {
    const share = shares[i] as number
    left = Math.max(0, left - share)
    if (share < 1e-9) return []
    return { lower, upper: upper === Infinity ? null : upper, survival: upper === Infinity || left < 1e-9 ? 0 : left }
  })
}

interface Stretch {
  lower: number
  upper: number
}

/** Stretches from a start to the next end, with no other start or end between them; an exact age is a stretch of its own. */
function innermost(seen: readonly Stretch[]): Stretch[] {
  // An end at an age comes before a start at it, since stretches are open below; an exact age is closed on both sides.
  const marks = seen.flatMap(({ lower, upper }) => {
    const exact = lower === upper
    return [
      { at: lower, order: exact ? 0 : 2, isStart: true },
      { at: upper, order: 1, isStart: false },
    ]
  })
  marks.sort((a, b) => a.at - b.at || a.order - b.order)
  const found: Stretch[] = []
  for (let i = 1; i < marks.length; i++) {
    const [before, here] = [marks[i - 1] as (typeof marks)[number], marks[i] as (typeof marks)[number]]
    if (before.isStart && !here.isStart) found.push({ lower: before.at, upper: here.at })
  }
  return found
}

interface SpanOfRecord {
  from: number
  to: number
  weight: number
  watched: number
}

function consistentShares(spans: SpanOfRecord[], count: number): Float64Array {
  let shares = new Float64Array(count).fill(1 / count)
  const upTo = new Float64Array(count + 1)
  const rounds = Math.max(50, Math.min(mostRounds, Math.floor(mostWork / (spans.length + count))))
  for (let round = 0; round < rounds; round++) {
    for (let i = 0; i < count; i++) upTo[i + 1] = (upTo[i] as number) + (shares[i] as number)
    // What each record adds to a stretch is its factor times that stretch's share.
    const factors = new Float64Array(count + 1)
    let all = 0
    for (const { from, to, weight, watched } of spans) {
      if (from < 0) continue
      const inside = (upTo[to] as number) - (upTo[from] as number)
      if (!(inside > 0)) continue
      const factor = weight / inside
      factors[from] = (factors[from] as number) + factor
      factors[to] = (factors[to] as number) - factor
      all += weight
      if (watched <= 0) continue
      const missed = upTo[watched] as number
      const unseen = weight / Math.max(1e-12, 1 - missed)
      factors[0] = (factors[0] as number) + unseen
      factors[watched] = (factors[watched] as number) - unseen
      all += unseen * missed
    }
    let factor = 0
    let moved = 0
    const next = new Float64Array(count)
    for (let i = 0; i < count; i++) {
      factor += factors[i] as number
      next[i] = ((shares[i] as number) * factor) / all
      moved = Math.max(moved, Math.abs((next[i] as number) - (shares[i] as number)))
    }
    shares = next
    if (moved < 1e-12) break
  }
  return shares
}
