import { Column, getTableName, is, sql, type SQL, type SQLWrapper } from 'drizzle-orm'

/**
 * Counters of a printer at a moment as the database reads them off its curve, for lists of many moments: two index look-ups
 * each, and late evidence counts at once. The same straight line as counterAt in the core.
 * @returns SQL for a JSON object of hours, prints, metres and abrasive metres; null before the printer's first point
 */
export function countersAtSql(ofPrinter: SQLWrapper, moment: SQLWrapper): SQL<CountersThen | null> {
  const [printerId, at] = [withTable(ofPrinter), withTable(moment)]
  const between = (name: string) => sql`b.${sql.raw(name)} + coalesce((a.${sql.raw(name)} - b.${sql.raw(name)})
    * extract(epoch from (${at} - b.at)) / nullif(extract(epoch from (a.at - b.at)), 0), 0)`
  return sql`(SELECT json_build_object('hours', ${between('hours')}, 'prints', ${between('prints')}, 'metres', ${between('metres')},
    'abrasiveMetres', ${between('abrasive_metres')})
    FROM (SELECT * FROM counter_point WHERE printer_id = ${printerId} AND at <= ${at} ORDER BY at DESC LIMIT 1) b
    LEFT JOIN LATERAL (SELECT * FROM counter_point WHERE printer_id = ${printerId} AND at > ${at} ORDER BY at LIMIT 1) a ON true)`
}

export interface CountersThen {
  hours: number
  prints: number
  metres: number
  abrasiveMetres: number
}

/** A column with its table before it: bare, the inner query would take it for its own column of that name. */
const withTable = (of: SQLWrapper): SQLWrapper =>
  is(of, Column) ? sql`${sql.identifier(getTableName(of.table))}.${sql.identifier(of.name)}` : of
