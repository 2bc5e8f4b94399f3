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
