import { hourMs } from '../maths/durations.ts'
import { InputProblem } from '../inputProblem.ts'

/**
 * One piece of evidence about a printer's counters.
 *
 * A `meter` reading tells what the printer's own hour meter shows at `atMs` (`fromMs` equals it). Everything else tells
 * what was done from `fromMs` to `atMs`: a finished `job`, a paper `tally` or `goods` of many prints, a `spool` used up
 * (metres only), or an `idle` time in which nothing ran.
 */
export interface Evidence {
  kind: 'meter' | 'job' | 'tally' | 'goods' | 'spool' | 'idle'
  fromMs: number
  atMs: number
  /** Only of a meter. */
  meter: MeterReading | null
  /** Claimed by everything but a meter. */
  hours: number
  prints: number
  metres: number
  abrasive: boolean
}

export interface MeterReading {
  shows: number
  /** What the meter stood at when it began anew: 0 after a reset, its own figure when another meter came; else null. */
  beganAt: number | null
  /** What the old meter showed last, where somebody looked; only when the meter began anew. */
  oldEndedAt: number | null
}

/** Meters show whole hours and clocks differ a little: so much more than the time that passed is still believed. */
const meterSlackHours = 1
const pieceSlackHours = 0.1

/**
 * Hours that a meter has gained since the reading before.
 *
 * After a reset or a new meter it adds what the new one has counted, and what the old one counted up to its end where
 * that was read; what ran unseen is not known and not made up.
 * @throws InputProblem 'meter-backwards', 'more-than-passed'
 */
export function meterGain(before: { atMs: number; shows: number }, reading: MeterReading & { atMs: number }): number {
  const { shows, beganAt, oldEndedAt } = reading
  if (beganAt === null && shows < before.shows)
    throw new InputProblem(
      'meter-backwards',
      `The meter cannot run backwards: it stood at ${said(before.shows)} h, and ${said(shows)} h is less. ` +
        'If the meter was reset or the board changed, say "meter was reset".',
      { before: before.shows, after: shows },
    )
  if (beganAt !== null && (shows < beganAt || (oldEndedAt !== null && oldEndedAt < before.shows)))
    throw new InputProblem(
      'meter-backwards',
      shows < beganAt
        ? `The new meter cannot have run backwards: it began at ${said(beganAt)} h, and ${said(shows)} h is less.`
        : `The old meter cannot have run backwards: it stood at ${said(before.shows)} h, and ${said(oldEndedAt!)} h is less.`,
    )
  const gain = beganAt === null ? shows - before.shows : shows - beganAt + Math.max(0, (oldEndedAt ?? 0) - before.shows)
  const passed = (reading.atMs - before.atMs) / hourMs
  if (gain > passed + meterSlackHours)
    throw new InputProblem(
      'more-than-passed',
      `That would be ${said(gain)} h of running, but only ${said(passed)} h have passed since the reading before ` +
        `(${said(before.shows)} h). Read the meter again, or say when it was read.`,
      { gain, passed },
    )
  return gain
}

/**
 * Refuses a piece of evidence that cannot be: more running than time, or turned round.
 * @throws InputProblem 'time-reversed', 'more-than-passed'
 */
export function checkPiece({ fromMs, atMs, hours }: Pick<Evidence, 'fromMs' | 'atMs' | 'hours'>): void {
  if (fromMs > atMs) throw new InputProblem('time-reversed', 'The time it began lies after the time it ended.')
  const passed = (atMs - fromMs) / hourMs
  if (hours > passed + pieceSlackHours)
    throw new InputProblem(
      'more-than-passed',
      `${said(hours)} h of running do not fit into the ${said(passed)} h from its beginning to its end.`,
      { hours, passed },
    )
}

const said = (value: number) => (Math.round(value * 100) / 100).toLocaleString('en-GB')
