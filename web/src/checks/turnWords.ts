import type { CheckTurn, TurnClock, Turns } from '@diatribon/contract'
import { hours } from '../ui/words.ts'

const units: Record<Exclude<TurnClock, 'hours'>, [one: string, many: string]> = {
  prints: ['print', 'prints'],
  metres: ['m', 'm'],
  spools: ['spool', 'spools'],
  days: ['day', 'days'],
  'hot hours': ['h too warm', 'h too warm'],
}

/** An amount on a turn clock: "100 h", "1 spool". */
export function turnAmount(amount: number, clock: TurnClock): string {
  if (clock === 'hours') return hours(amount)
  const rounded = Math.abs(amount) < 10 && clock !== 'days' ? Math.round(amount * 10) / 10 : Math.round(amount)
  return `${rounded.toLocaleString('en-GB')} ${units[clock][rounded === 1 ? 0 : 1]}`
}

/** A rule in words: "every spool or 100 h, first after 50 h". */
export function turnsWords({ every, firstAfter, countFrom }: Turns): string {
  const regular = every.map(({ clock, amount }) =>
    amount === 1 && clock !== 'hours' ? units[clock][0] : turnAmount(amount, clock),
  )
  return (
    [
      regular.length > 0 && `every ${regular.join(' or ')}${countFrom === 'grid' ? ', on a fixed grid' : ''}`,
      firstAfter &&
        `${every.length > 0 ? 'first' : 'once'} ${turnAmount(firstAfter.amount, firstAfter.clock)} after take-in`,
    ]
      .filter(Boolean)
      .join(', ') || 'when called for, or by hand'
  )
}

/** Why and when a check is due, in a few words. */
export function dueWords({ due, after }: Pick<CheckTurn, 'due' | 'after'>): string {
  if (after) return `after: ${after.words}`
  if (!due) return 'when called for'
  const { left, clock, isFirst } = due
  const first = isFirst ? ', first time' : ''
  if (Math.abs(left) < 0.05) return `due now${first}`
  return left < 0 ? `${turnAmount(-left, clock)} past${first}` : `in ${turnAmount(left, clock)}${first}`
}
