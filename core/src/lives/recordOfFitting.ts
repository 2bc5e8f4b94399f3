import type { Clock } from '../clock.ts'
import type { LifeRecord } from './lifeRecord.ts'
import { endOf, type RemovalReason } from './removalReason.ts'

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
  /** Age at which it came here: a part that was used before enters late. */
  entry?: number
  /** Age at the last look that found it good; null: there was none since it was fitted. */
  lastGoodAge?: number | null
  /** It was found failed at a look: nobody saw when it failed. */
  foundAtLook?: boolean
}

/**
 * Life record of one part.
 *
 * Only wear teaches how long a part lasts: a failure ended its life at its age; a part found worn out at a check, or found failed at
 * a look, reached its end between the last look that found it good, or its fitting, and this one. A part replaced in time,
 * upgraded, broken by a user or borrowed was still good as far as wear goes. Of a part whose age was not known when it came, even
 * a failure says only that its life exceeded what was seen here. One that was used before it came here enters late: had it failed
 * earlier, nobody here would have seen it.
 * @param seen age ≥ 0; so little that it cannot be told from none counts as 0
 * @param reason why it was taken out; null while it is in place
 * Source: common practice, no source; the kinds of record as in Meeker & Escobar (1998), ch. 2 and 11.
 */
export function recordOfFitting(seen: SeenAge, reason: RemovalReason | null): LifeRecord {
  const { age, known, clock, foundAtLook = false, lastGoodAge = null } = seen
  const last = age < smallestAge[clock] ? 0 : age
  const entry = known ? Math.min(seen.entry ?? 0, last) : 0
  const late = entry >= smallestAge[clock] && entry < last ? { entry } : {}
  const told = known ? endOf(reason) : 'none'
  const end = told === 'seen' && foundAtLook ? 'at a look' : told
  if (end === 'none' || last === 0) return { ...late, lower: last, upper: end === 'none' ? null : last, weight: 1 }
  if (end === 'seen') return { ...late, lower: last, upper: last, weight: 1 }
  const good = Math.max(entry, Math.min(lastGoodAge ?? 0, last))
  return { ...late, lower: good, upper: last, weight: 1 }
}
