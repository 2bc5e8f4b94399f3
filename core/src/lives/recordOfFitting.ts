import type { Clock } from '../clock.ts'
import type { LifeRecord } from './lifeRecord.ts'

/** Why a part left its slot. Only the first two end its life for the statistics; the rest say it was still good. */
export const removalReasons = [
  'failed',
  'worn at check',
  'replaced in time',
  'upgraded',
  'user damage',
  'borrowed for another printer',
] as const
export type RemovalReason = (typeof removalReasons)[number]

/**
 * Hours between two counts are spread evenly over the time between them, so an age below a quarter of an hour cannot be
 * told from none: a part that never worked would otherwise count as an early wear failure and bend the whole fit. The
 * other clocks get what a quarter of an hour comes to: common practice, no source.
 */
const smallestAge: Record<Clock, number> = { hours: 0.25, prints: 0.25, metres: 1, 'abrasive metres': 1, days: 0.5 }

/** What is known of a part's age when it was last seen, on the clock that its type ages by. */
export interface SeenAge {
  age: number
  /** False for a part that came here used, nobody knows how much: its age is what was seen here. */
  known: boolean
  clock: Clock
}

/**
 * Life record of one part.
 *
 * Only wear teaches how long a part lasts: a failure, or a part found worn out at a check, ended its life at its age.
 * A part replaced in time, upgraded, broken by a user or borrowed was still good as far as wear goes. Of a part whose age
 * was not known when it came, even a failure says only that its life exceeded what was seen here.
 * @param seen age ≥ 0; so little that it cannot be told from none counts as 0
 * @param reason why it was taken out; null while it is in place
 * Source: common practice, no source; the four kinds of record as in Meeker & Escobar (1998), ch. 2.
 */
export function recordOfFitting({ age, known, clock }: SeenAge, reason: RemovalReason | null): LifeRecord {
  const lower = age < smallestAge[clock] ? 0 : age
  return { lower, upper: known && endsLife(reason) ? lower : null, weight: 1 }
}

function endsLife(reason: RemovalReason | null): boolean {
  switch (reason) {
    case 'failed':
    case 'worn at check': // with the round's own looks recorded, this becomes an interval between two looks
      return true
    case 'replaced in time':
    case 'upgraded':
    case 'user damage':
    case 'borrowed for another printer':
    case null:
      return false
  }
}
