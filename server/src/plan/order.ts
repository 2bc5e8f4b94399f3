import type { ReplacementDuty } from '@diatribon/contract'

type Placed = Pick<ReplacementDuty, 'dueDate' | 'left' | 'interval'>

/** What has used most of its interval first. */
export function byUse(
  a: Pick<ReplacementDuty, 'age' | 'interval'>,
  b: Pick<ReplacementDuty, 'age' | 'interval'>,
): number {
  return b.age / b.interval - a.age / a.interval
}

/** What comes next on a printer, for every screen that says so. */
export const nextOf = <One extends Placed>(own: One[]): One | null => [...own].sort(bySoonest)[0] ?? null

/** Overdue first, by how far; then by date, and what has no date last. The same order as that of `dueItem`. */
function bySoonest(a: Placed, b: Placed): number {
  const [dayA, dayB] = [a.dueDate ?? '9999', b.dueDate ?? '9999']
  return dayA < dayB ? -1 : dayA > dayB ? 1 : a.left / a.interval - b.left / b.interval
}
