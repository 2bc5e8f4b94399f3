import { hourMs } from '../maths/durations.ts'
import type { CounterPoint } from './counters.ts'
import { meterGain, type Evidence } from './evidence.ts'

/** The point that a curve goes on from: a meter reading, and what the meter showed. */
export interface Anchor extends CounterPoint {
  meterShows: number
}

/** What the meter says between two readings against what jobs and tallies claim for the same time. */
export interface MeterWindow {
  fromMs: number
  toMs: number
  meterHours: number
  claimedHours: number
  /** Hours of it in which nothing ran, as was told. */
  idleHours?: number
}

/**
 * The counters of a printer as they follow from all its evidence after an anchor, as points of a curve of straight lines.
 *
 * Hours: the meter is right in total, jobs say when. Between two readings, what jobs and tallies claim lies where they say;
 * what the meter has more is spread evenly over the time that is neither a job's nor idle; where they claim more than the
 * meter, they are shrunk to it. After the last reading, claims stand as they are.
 * Metres: a finished spool is right in total, the jobs inside its time say when, in the same way; one that runs on from one spool to
 * the next is cut where the spool ran out. No hours run faster than the clock, unless the meter says so of the whole window.
 * @param anchor a meter reading; evidence at or before it only helps to split a spool between the jobs in its time
 * @param evidence in force, in any order
 * @returns points after the anchor in order of time, and the meter's windows
 * @throws InputProblem as meterGain
 */
export function counterCurve(
  anchor: Anchor,
  evidence: readonly Evidence[],
): { points: CounterPoint[]; windows: MeterWindow[] } {
  const pieces = spoolsSplit(evidence.filter(({ kind }) => kind !== 'meter')).filter((p) => p.atMs > anchor.atMs)
  const meters = evidence
    .filter(({ kind, atMs }) => kind === 'meter' && atMs >= anchor.atMs)
    .sort((a, b) => a.atMs - b.atMs)
  const points: CounterPoint[] = []
  const windows: MeterWindow[] = []
  let at: CounterPoint = anchor
  let shows = anchor.meterShows
  for (const { atMs, meter } of meters) {
    const gain = meterGain({ atMs: at.atMs, shows }, { ...meter!, atMs })
    const inside = cutTo(pieces, at.atMs, atMs)
    const claimedHours = sum(inside, ({ hours }) => hours)
    const idleHours = sum(inside, (p) => (p.kind === 'idle' ? (p.atMs - p.fromMs) / hourMs : 0))
    windows.push({ fromMs: at.atMs, toMs: atMs, meterHours: gain, claimedHours, idleHours })
    points.push(...run(at, inside, atMs, gain))
    at = points[points.length - 1]!
    shows = meter!.shows
  }
  const rest = cutTo(pieces, at.atMs, Infinity)
  if (rest.length > 0) points.push(...run(at, rest, Math.max(...rest.map(({ atMs }) => atMs)), null))
  // Two readings at one moment are one point: the later one stands.
  return { points: points.filter(({ atMs }, i) => points[i + 1]?.atMs !== atMs), windows }
}

/** What a piece claims per millisecond of its time. */
interface Piece {
  kind: Evidence['kind']
  fromMs: number
  atMs: number
  hours: number
  prints: number
  metres: number
  abrasive: boolean
}

/** A spool keeps only the metres that the jobs inside its time leave unexplained; where they claim more, they shrink. */
function spoolsSplit(pieces: readonly Evidence[]): Piece[] {
  const ends = pieces.flatMap(({ kind, fromMs, atMs }) => (kind === 'spool' ? [fromMs, atMs] : []))
  ends.sort((a, b) => a - b)
  const out = pieces.flatMap((piece) =>
    piece.kind === 'spool' || piece.metres <= 0 ? [{ ...piece }] : cutAtSpools(piece, ends),
  )
  for (const spool of out) {
    if (spool.kind !== 'spool') continue
    const inside = out.filter(
      (p) =>
        p.kind !== 'spool' &&
        p.metres > 0 &&
        p.abrasive === spool.abrasive &&
        p.fromMs >= spool.fromMs &&
        p.atMs <= spool.atMs,
    )
    const claimed = sum(inside, ({ metres }) => metres)
    if (claimed > spool.metres) for (const p of inside) p.metres *= spool.metres / claimed
    spool.metres = Math.max(0, spool.metres - claimed)
  }
  return out
}

/** A print in which a spool ran out used filament of both: its parts before and after belong to one each. */
function cutAtSpools(piece: Piece, ends: readonly number[]): Piece[] {
  const inside = ends.filter((ms) => ms > piece.fromMs && ms < piece.atMs)
  if (inside.length === 0) return [{ ...piece }]
  const marks = [piece.fromMs, ...new Set(inside), piece.atMs]
  return marks.slice(1).flatMap((atMs, i) => cutTo([piece], marks[i] as number, atMs))
}

/** The shares of pieces that lie between two moments. A piece without length counts where it ends. */
function cutTo(pieces: readonly Piece[], fromMs: number, toMs: number): Piece[] {
  return pieces.flatMap((p) => {
    const [from, at] = [Math.max(p.fromMs, fromMs), Math.min(p.atMs, toMs)]
    if (p.fromMs === p.atMs) return p.atMs > fromMs && p.atMs <= toMs ? [p] : []
    if (at <= from) return []
    const share = (at - from) / (p.atMs - p.fromMs)
    return [
      { ...p, fromMs: from, atMs: at, hours: p.hours * share, prints: p.prints * share, metres: p.metres * share },
    ]
  })
}

/** Hours of a few milliseconds are a matter of rounding, and nothing to stretch. */
const leastClaim = 1e-6

/** The curve from a point to `toMs`; `total` hours by the meter, or null where no meter tells. */
function run(start: CounterPoint, pieces: readonly Piece[], toMs: number, total: number | null): CounterPoint[] {
  if (toMs === start.atMs) return [{ ...start, hours: start.hours + (total ?? 0) }]
  const marks = [...new Set([start.atMs, toMs, ...pieces.flatMap(({ fromMs, atMs }) => [fromMs, atMs])])].sort(
    (a, b) => a - b,
  )
  const told = sum(pieces, ({ hours }) => hours)
  const claimed = told < leastClaim ? 0 : told
  const gap = total === null ? 0 : total - claimed
  // What nobody claims lies where no job ran and nothing was idle; where there is no such time, everything stretches.
  const taken = pieces.filter(({ kind }) => kind === 'job' || kind === 'idle')
  const isFree = (from: number, to: number) => !taken.some((p) => p.fromMs <= from && p.atMs >= to && p.atMs > p.fromMs)
  const steps = marks.slice(1).map((to, i) => ({ from: marks[i]!, to, free: isFree(marks[i]!, to) }))
  const freeMs = sum(steps, ({ from, to, free }) => (free ? to - from : 0))
  const stretch = claimed === 0 ? 0 : gap < 0 || (gap > 0 && freeMs === 0) ? total! / claimed : 1
  const spreadOverAll = gap > 0 && freeMs === 0 && claimed === 0
  const spread = gap <= 0 || stretch > 1 ? 0 : gap
  // No printer runs faster than the clock: what does not fit into the free time ran while it was said to be idle.
  const spreadFree = spreadOverAll ? spread : Math.min(spread, freeMs / hourMs)
  const gapPerMs = spread === 0 ? 0 : spreadFree / (spreadOverAll ? toMs - start.atMs : freeMs)
  const takenMs = toMs - start.atMs - freeMs
  const restPerMs = spread > spreadFree && takenMs > 0 ? (spread - spreadFree) / takenMs : 0
  let at: CounterPoint = start
  return steps.map(({ from, to, free }, i) => {
    const next = { ...at, atMs: to }
    next.hours += (free || spreadOverAll ? gapPerMs : restPerMs) * (to - from)
    for (const p of pieces) {
      if (p.fromMs === p.atMs ? p.atMs !== to : p.fromMs > from || p.atMs < to) continue
      const share = p.fromMs === p.atMs ? 1 : (to - from) / (p.atMs - p.fromMs)
      next.hours += p.hours * share * stretch
      next.prints += p.prints * share
      next.metres += p.metres * share
      if (p.abrasive) next.abrasiveMetres += p.metres * share
    }
    // Sums of shares miss the meter by a rounding; the meter is right.
    if (total !== null && i === steps.length - 1) next.hours = start.hours + total
    at = next
    return next
  })
}

/** Hours claimed may differ from the meter's by rounding; less than this is no gap to explain. */
export const gapWorthAsking = (meterHours: number) => Math.max(0.5, 0.05 * meterHours)

/**
 * How far a meter's window is from what was claimed in it; null when nothing was claimed, or the difference is small. Where nothing
 * was claimed but idle time, how much more the meter has than the rest of the time allows.
 */
export function gapOf({ fromMs, toMs, meterHours, claimedHours, idleHours = 0 }: MeterWindow): number | null {
  const gap = meterHours - claimedHours
  // More than there was time for beside what was said to be idle.
  const tooMuch = meterHours - Math.max(claimedHours, (toMs - fromMs) / hourMs - idleHours)
  if (idleHours > 0 && claimedHours === 0 && tooMuch >= gapWorthAsking(meterHours)) return tooMuch
  return claimedHours === 0 || Math.abs(gap) < gapWorthAsking(meterHours) ? null : gap
}

function sum<T>(list: readonly T[], of: (one: T) => number): number {
  return list.reduce((total, one) => total + of(one), 0)
}
