import { sql } from 'drizzle-orm'
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
