import { sql } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'
import { fitting, partType, printer } from '../platform/tables.ts'

/**
 * Age of a part on the clock of its type, until it came out or until now: what it had behind it before this slot and what
 * ran since. In statements that join `fitting` with `printer` and `part_type`.
 */
export function partAge(now: Date) {
  return sql<number>`case ${partType.agesBy}
    when 'hours' then ${fitting.beforeHours} + coalesce(${fitting.removedHours}, ${printer.hours}) - ${fitting.fittedHours}
    when 'prints' then ${fitting.beforePrints} + coalesce(${fitting.removedPrints}, ${printer.prints}) - ${fitting.fittedPrints}
    when 'metres' then ${fitting.beforeMetres} + coalesce(${fitting.removedMetres}, ${printer.metres}) - ${fitting.fittedMetres}
    when 'abrasive metres' then ${fitting.beforeAbrasiveMetres}
      + coalesce(${fitting.removedAbrasiveMetres}, ${printer.abrasiveMetres}) - ${fitting.fittedAbrasiveMetres}
    else ${fitting.beforeDays}
      + greatest(0, extract(epoch from coalesce(${fitting.removedAt}, ${now.toISOString()}::timestamptz) - ${fitting.fittedAt})::float8 / 86400)
  end`.mapWith(Number)
}

/** Metres of abrasive filament that ran through a part, until it came out or until now. In statements that join `fitting` with `printer`. */
export const abrasiveAge = () =>
  sql<number>`${fitting.beforeAbrasiveMetres}
    + coalesce(${fitting.removedAbrasiveMetres}, ${printer.abrasiveMetres}) - ${fitting.fittedAbrasiveMetres}`.mapWith(
    Number,
  )

/** What a part had behind it before this slot, on the clock of its type. In statements that join `fitting` with `part_type`. */
export const ageBefore = () =>
  sql<number>`case ${partType.agesBy}
    when 'hours' then ${fitting.beforeHours} when 'prints' then ${fitting.beforePrints} when 'metres' then ${fitting.beforeMetres}
    when 'abrasive metres' then ${fitting.beforeAbrasiveMetres} else ${fitting.beforeDays} end`.mapWith(Number)

/** Running hours without a single print or metre told: longer than that, they were not counted. */
const countedWithinHours = 1

/**
 * Whether the age of a part on the clock of its type is known: not where it came here with an unknown age, and not where hours
 * ran, before or here, and nobody counted the prints or the metres that went with them. 0 is then no figure, but none. In
 * statements that join `fitting` with `printer` and `part_type`.
 */
export function ageIsKnown() {
  const uncounted = (before: PgColumn, removed: PgColumn, now: PgColumn, fitted: PgColumn) => sql`(
    (${fitting.beforeHours} > ${countedWithinHours} and ${before} = 0)
    or (coalesce(${fitting.removedHours}, ${printer.hours}) - ${fitting.fittedHours} > ${countedWithinHours}
      and coalesce(${removed}, ${now}) - ${fitted} = 0))`
  const prints = uncounted(fitting.beforePrints, fitting.removedPrints, printer.prints, fitting.fittedPrints)
  // Metres of any filament: none of it need have been abrasive.
  const metres = uncounted(fitting.beforeMetres, fitting.removedMetres, printer.metres, fitting.fittedMetres)
  return sql<boolean>`(${fitting.ageIsKnown} and not case ${partType.agesBy}
    when 'prints' then ${prints}
    when 'metres' then ${metres}
    when 'abrasive metres' then ${metres}
    else false
  end)`
}
