import type { Duty, Round } from '@diatribon/contract'
import { dutiesOf, printerHeads, type Planning } from './duties.ts'

/** Soonest duties after this week that the list holds; the rest is counted. */
const laterShown = 60

/** Everything due, sorted into overdue, this week and later. */
export async function round(planning: Planning): Promise<Round> {
  const heads = await printerHeads(planning.db)
  const duties = await dutiesOf(planning, heads)
  const of = (urgency: Duty['urgency']) => duties.filter((duty) => duty.urgency === urgency).sort(bySoonest)
  const later = of('later')
  return {
    overdue: of('overdue'),
    thisWeek: of('this week'),
    later: later.slice(0, laterShown),
    laterCount: later.length,
  }
}

/** By date, then by hours left; printers that do not run come last. */
function bySoonest(a: Duty, b: Duty): number {
  const [dayA, dayB] = [a.dueDate ?? '9999', b.dueDate ?? '9999']
  return dayA < dayB ? -1 : dayA > dayB ? 1 : a.hoursLeft - b.hoursLeft
}
