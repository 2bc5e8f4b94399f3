export const repairWays = [
  'glued',
  'cleaned',
  'resurfaced',
  'lubricated',
  'soldered',
  'shimmed',
  'bent back',
  'other',
] as const
export type RepairWay = (typeof repairWays)[number]

/** What a repair in place leaves of the wear that was there. */
export const repairEffects = ['as before', 'better', 'as new'] as const
export type RepairEffect = (typeof repairEffects)[number]

/** A repair of a part that stayed in its slot. */
export interface Repair {
  seq: number
  slotId: string
  slotName: string
  way: RepairWay
  words: string
  effect: RepairEffect
  permanence: 'permanent' | 'temporary'
  minutes: number
  costMinor: number
  at: string
  runHours: number
  who: string
}
