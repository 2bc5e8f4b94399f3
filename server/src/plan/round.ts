import type { CheckTurn, Duty, Round } from '@diatribon/contract'
import { turnsOf } from '../checks/turns.ts'
import { madeDuties } from '../faults/open.ts'
import { bySoonest, dutiesOf, printerHeads, type Planning } from './duties.ts'

/** Soonest parts and checks after this week that the list holds; the rest is counted. */
const laterShown = 60

/** Everything due, sorted into overdue, this week and later. */
export async function round(planning: Planning): Promise<Round> {
  const heads = await printerHeads(planning)
  const duties = await dutiesOf(planning, heads)
  const of = (urgency: Duty['urgency']) => duties.filter((duty) => duty.urgency === urgency).sort(bySoonest)
  const later = of('later')
  const turns = await turnsOf(planning, heads)
  const checks = (urgency: Duty['urgency']) => turns.filter((turn) => turn.urgency === urgency).sort(byDate)
  const laterChecks = checks('later')
  return {
    checks: { overdue: checks('overdue'), 'this week': checks('this week'), later: laterChecks.slice(0, laterShown) },
    made: await madeDuties(planning.db),
    overdue: of('overdue'),
    thisWeek: of('this week'),
    later: later.slice(0, laterShown),
    laterCount: later.length,
    laterCheckCount: laterChecks.length,
  }
}

const byDate = (a: CheckTurn, b: CheckTurn) =>
  (a.dueDate ?? '9999').localeCompare(b.dueDate ?? '9999') || a.printer.place.localeCompare(b.printer.place)
