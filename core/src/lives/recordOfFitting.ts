import type { LifeRecord } from './lifeRecord.ts'

/** Why a part left its slot. */
export type RemovalReason =
  'failed' | 'worn at check' | 'replaced in time' | 'upgraded' | 'user damage' | 'borrowed for another printer'

/**
 * Hours between two counts are spread evenly over the time between them, so an age below a quarter of an hour cannot be
 * told from none: a part that never worked would otherwise count as an early wear failure and bend the whole fit.
 */
const smallestAgeHours = 0.25

/**
 * Life record of one part in one slot.
 *
 * Only wear teaches how long a part lasts: a failure, or a part found worn out at a check, ended its life at its age.
 * A part replaced in time, upgraded, broken by a user or borrowed was still good as far as wear goes.
 * @param ageHours running hours since fitting, 0 or more; below a quarter of an hour it counts as 0
 * @param reason why it was taken out; null while it is in place
 * Source: common practice, no source; the four kinds of record as in Meeker & Escobar (1998), ch. 2.
 */
export function recordOfFitting(ageHours: number, reason: RemovalReason | null): LifeRecord {
  const age = ageHours < smallestAgeHours ? 0 : ageHours
  return { lower: age, upper: endsLife(reason) ? age : null, weight: 1 }
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
