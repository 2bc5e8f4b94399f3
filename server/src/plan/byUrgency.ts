import { firstClock, type ReplacementDuty } from '@diatribon/contract'

type OnClocks = Parameters<typeof firstClock>[0]
type Placed = OnClocks & Pick<ReplacementDuty, 'dueDate'>

/** What has used most of its interval first. */
export const byUse = (a: OnClocks, b: OnClocks): number => shareOf(b, 'age') - shareOf(a, 'age')

/** Share of its interval that a part has used, or has left, on the clock by which it falls due first. */
export function shareOf(of: OnClocks, figure: 'age' | 'left'): number {
  const on = firstClock(of)
  return on[figure] / on.interval
}

/** What comes next on a printer, for every screen that says so. */
export const nextOf = <One extends Placed>(own: One[]): One | null => [...own].sort(bySoonest)[0] ?? null

/** Overdue first, by how far; then by date, and what has no date last. The same order as that of `dueItem`. */
function bySoonest(a: Placed, b: Placed): number {
  const [dayA, dayB] = [a.dueDate ?? '9999', b.dueDate ?? '9999']
  return dayA < dayB ? -1 : dayA > dayB ? 1 : shareOf(a, 'left') - shareOf(b, 'left')
}
