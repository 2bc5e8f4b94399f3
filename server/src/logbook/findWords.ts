import { inArray, sql, type SQL } from 'drizzle-orm'
import { byIndexesOnly, type Db } from '../platform/database.ts'
import { logEntry, logSearch } from '../platform/tables.ts'

/** As many hits as may be asked for by number; beyond, the newest entries are walked until the page is full. */
const few = 2000

/**
 * The condition that an entry has these words and is about this part type.
 *
 * Where there are few hits their numbers are looked up first, by the words' own index: PostgreSQL takes a word it has no
 * figures of for common, and would walk a million entries for the twenty that have it (0.79 s against some milliseconds).
 */
export async function hasWords(db: Db, search?: string, partType?: string): Promise<SQL | undefined> {
  const wanted = [
    search ? sql`${logSearch.words} @@ ${asked(search)}` : undefined,
    partType ? sql`${logSearch.partTypes} @> ARRAY[${partType}]::uuid[]` : undefined,
  ].flatMap((condition) => condition ?? [])
  if (wanted.length === 0) return undefined
  const hits = sql`SELECT ${logSearch.seq} FROM ${logSearch} WHERE ${sql.join(wanted, sql` AND `)}`
  const seqs = await db.transaction(async (tx) => {
    await tx.execute(byIndexesOnly)
    const { rows } = await tx.execute<{ seq: string }>(sql`${hits} LIMIT ${few + 1}`)
    return rows.map(({ seq }) => Number(seq))
  })
  if (seqs.length > few) return sql`${logEntry.seq} IN (${hits})`
  return seqs.length > 0 ? inArray(logEntry.seq, seqs) : sql`false`
}

/** Plain words are found by their beginnings, all of them; quotes, minus and "or" are understood as usual. */
function asked(search: string): SQL {
  const plain = /^[\p{L}\p{N}\s]+$/u.test(search) && !/\bor\b/i.test(search)
  return plain
    ? sql`to_tsquery('english', ${search
        .trim()
        .split(/\s+/)
        .map((word) => `${word}:*`)
        .join(' & ')})`
    : sql`websearch_to_tsquery('english', ${search})`
}
