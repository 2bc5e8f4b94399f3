/** Areas of facts: each table belongs to one. */
export const areas = [
  'book',
  'notices',
  'people',
  'presence',
  'parts',
  'printers',
  'enclosure',
  'hours',
  'stores',
  'readings',
  'checks',
  'faults',
  'plan',
  'mail',
  'policies',
  'upgrades',
] as const
export type Area = (typeof areas)[number]

/** Figures that are worked out from the facts and kept. */
export const figureNames = [
  'forecast',
  'judgement',
  'due',
  'scatter',
  'drift',
  'lifeCurves',
  'score',
  'repairs',
  'dueDates',
  'demand',
  'costs',
  'upgradeWatch',
] as const
export type FigureName = (typeof figureNames)[number]

/** What an open page may have to fetch again when it has changed. */
export type Topic = Area | FigureName
export const topics: readonly Topic[] = [...areas, ...figureNames]
