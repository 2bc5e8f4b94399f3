import { bigint, customType, doublePrecision, timestamp } from 'drizzle-orm/pg-core'

export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
export const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })
export const entrySeq = (name: string) => bigint(name, { mode: 'number' })

export const counters = () => ({
  hours: doublePrecision('hours').notNull(),
  prints: doublePrecision('prints').notNull(),
  metres: doublePrecision('metres').notNull(),
  abrasiveMetres: doublePrecision('abrasive_metres').notNull(),
})
export const before = () => ({
  beforeHours: doublePrecision('before_hours').notNull(),
  beforePrints: doublePrecision('before_prints').notNull(),
  beforeMetres: doublePrecision('before_metres').notNull(),
  beforeAbrasiveMetres: doublePrecision('before_abrasive_metres').notNull(),
  beforeDays: doublePrecision('before_days').notNull(),
})
export const fittedCounters = () => ({
  fittedHours: doublePrecision('fitted_hours').notNull(),
  fittedPrints: doublePrecision('fitted_prints').notNull(),
  fittedMetres: doublePrecision('fitted_metres').notNull(),
  fittedAbrasiveMetres: doublePrecision('fitted_abrasive_metres').notNull(),
})
export const removedCounters = () => ({
  removedHours: doublePrecision('removed_hours'),
  removedPrints: doublePrecision('removed_prints'),
  removedMetres: doublePrecision('removed_metres'),
  removedAbrasiveMetres: doublePrecision('removed_abrasive_metres'),
})
