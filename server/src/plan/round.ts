import type { Duty, Round } from '@diatribon/contract'
import { bySoonest, dutiesOf, printerHeads, type Planning } from './duties.ts'

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
