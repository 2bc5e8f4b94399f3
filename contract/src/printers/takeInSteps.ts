/** The steps of a take-in after the printer has its name and its parts, in the order in which people do them. */
export const takeInStepNames = [
  'mains',
  'frame',
  'belts',
  'gantry',
  'mesh',
  'nozzle height',
  'first layer',
  'warm-up',
] as const
export type TakeInStepName = (typeof takeInStepNames)[number]
