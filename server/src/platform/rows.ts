import { getTableColumns, getTableName, type Column } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type pg from 'pg'

/*
 * The few statements that every action runs, as prepared ones with a constant text: the database plans them once per
 * connection and no query is built anew. Measured with `npm run bench`: built per batch they cost a third of the
 * throughput of single actions.
 */

interface Columns {
  /** Property of the row, name of the column, and whether PostgreSQL sends it as text that is a whole number. */
  list: { property: string; name: string; isBigint: boolean }[]
  quoted: string
}

const known = new Map<PgTable, Columns>()

function columnsOf(table: PgTable): Columns {
  let columns = known.get(table)
  if (!columns) {
    const list = Object.entries(getTableColumns(table) as Record<string, Column>).map(([property, column]) => ({
      property,
      name: column.name,
      isBigint: column.columnType === 'PgBigInt53',
    }))
    columns = { list, quoted: list.map(({ name }) => `"${name}"`).join(', ') }
    known.set(table, columns)
  }
  return columns
}

/** Turns what the driver sends into a row of the table. */
export function rowOf<Row>(table: PgTable, sent: Record<string, unknown>): Row {
  const row: Record<string, unknown> = {}
  for (const { property, name, isBigint } of columnsOf(table).list) {
    const value = sent[name]
    row[property] = isBigint && value !== null ? Number(value) : value
  }
  return row as Row
}

/** Rows whose column is among the values. @param more appended to the statement, constant text only */
export async function selectRows<Row>(
  client: pg.PoolClient,
  table: PgTable,
  column: string,
  values: readonly string[],
  more = '',
): Promise<Row[]> {
  const name = getTableName(table)
  const { rows } = await client.query<Record<string, unknown>>({
    name: `select-${name}-${column}-${more}`.slice(0, 60),
    text: `SELECT ${columnsOf(table).quoted} FROM "${name}" WHERE "${column}" = ANY($1::uuid[]) ${more}`,
    values: [values],
  })
  return rows.map((row) => rowOf<Row>(table, row))
}

/**
 * Writes rows in one statement, whatever their number: they travel as one JSON parameter.
 * @param key column that tells a row that is there already, which is then replaced; null when there can be none
 */
export async function writeRows(
  client: pg.PoolClient,
  table: PgTable,
  rows: object[],
  key: string | null,
): Promise<void> {
  const { list, quoted } = columnsOf(table)
  const name = getTableName(table)
  const updates = list
    .filter((column) => column.name !== key)
    .map((column) => `"${column.name}" = excluded."${column.name}"`)
  const replace = key === null ? '' : ` ON CONFLICT ("${key}") DO UPDATE SET ${updates.join(', ')}`
  const sent = rows.map((row) => {
    const out: Record<string, unknown> = {}
    for (const column of list) out[column.name] = (row as Record<string, unknown>)[column.property] ?? null
    return out
  })
  await client.query({
    name: `${key === null ? 'add' : 'write'}-${name}`,
    text: `INSERT INTO "${name}" (${quoted}) SELECT ${quoted} FROM jsonb_populate_recordset(NULL::"${name}", $1::jsonb)${replace}`,
    values: [JSON.stringify(sent)],
  })
}
