import type { LifeRecord } from './lifeRecord.ts'

/** Why a part left its slot. */
export type RemovalReason =
  | 'failed'
  | 'worn at check'
  | 'replaced in time'
  | 'upgraded'
  | 'user damage'
  | 'borrowed for another printer'

/**
 * Life record of one part in one slot.
 *
 * Only wear teaches how long a part lasts: a failure, or a part found worn out at a check, ended its life at its age.
 * A part replaced in time, upgraded, broken by a user or borrowed was still good as far as wear goes.
 * @param ageHours running hours since fitting, 0 or more
 * @param reason why it was taken out; null while it is in place
 * Source: common practice, no source; the four kinds of record as in Meeker & Escobar (1998), ch. 2.
 */
export function recordOfFitting(ageHours: number, reason: RemovalReason | null): LifeRecord {
  return { lower: ageHours, upper: endsLife(reason) ? ageHours : null, weight: 1 }
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
