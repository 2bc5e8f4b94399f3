import { given } from '@diatribon/core'
import { createHash } from 'node:crypto'
import { and, asc, eq, gt, isNull, lte, sql } from 'drizzle-orm'
import type { BookCheck } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { logEntry, logSeal, printer } from '../platform/tables.ts'
import type { LogRow } from '../actions/pieces/logRow.ts'

const pageSize = 2000
const mostBreaksShown = 20

/** Lines of one printer make one chain; lines of none make the chain of the site. */
export const chainOf = ({ printerId, siteId }: Pick<LogRow, 'printerId' | 'siteId'>) => printerId ?? siteId

/**
 * The seal of a line: SHA-256 over the seal of the line before it in its chain and everything that the line says.
 * A line that is changed, taken out or slipped in no longer fits its seal or that of the next one.
 */
export function sealOf(before: string, row: LogRow): string {
  const { seq, siteId, key, kind, printerId, at, recordedAt, personId, payload, amendsSeq } = row
  const said = [before, seq, siteId, key, kind, printerId, at, recordedAt, personId, inOrder(payload), amendsSeq]
  return createHash('sha256').update(JSON.stringify(said)).digest('hex')
}

/** Fields in the order of their names, however the database keeps them. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder)
  if (typeof value !== 'object' || value === null) return value
  return Object.entries(value)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, inner]) => [name, inOrder(inner)])
}

/** The newest seal of each of these chains. */
export async function headsOf(db: Db, chainIds: string[]): Promise<Map<string, string>> {
  // One look-up in the index each: a DISTINCT ON would walk every chain from its beginning.
  const { rows } = await db.execute(sql`
    SELECT c.id, s.hash FROM unnest(${sql.param(chainIds)}::uuid[]) AS c(id)
    JOIN LATERAL (SELECT hash FROM log_seal WHERE chain_id = c.id ORDER BY seq DESC LIMIT 1) s ON true`)
  return new Map(rows.map(({ id, hash }) => [id as string, hash as string]))
}

/** Goes through the whole book and its seals. @param onProgress is told how many lines are done, of how many */
export async function checkBook(db: Db, onProgress: (done: number, of: number) => void = () => {}): Promise<BookCheck> {
  const [sealed] = await db.select({ newest: sql<number>`coalesce(max(${logSeal.seq}), 0)::float8` }).from(logSeal)
  const [count] = await db.select({ lines: sql<number>`count(*)::float8` }).from(logEntry)
  const newest = given(sealed).newest
  const heads = new Map<string, { hash: string; seq: number }>()
  const found: { seq: number; chainId: string; words: string }[] = []
  const gone = await db
    .select({ seq: logSeal.seq, chainId: logSeal.chainId, hash: logSeal.hash })
    .from(logSeal)
    .leftJoin(logEntry, eq(logEntry.seq, logSeal.seq))
    .where(isNull(logEntry.seq))
    .orderBy(asc(logSeal.seq))
  let entries = 0
  for (let after = 0; ;) {
    const rows = await db
      .select({ row: logEntry, hash: logSeal.hash })
      .from(logEntry)
      .leftJoin(logSeal, eq(logSeal.seq, logEntry.seq))
      .where(and(gt(logEntry.seq, after), lte(logEntry.seq, newest)))
      .orderBy(asc(logEntry.seq))
      .limit(pageSize)
    if (rows.length === 0) break
    for (const { row, hash } of rows) {
      const chainId = chainOf(row)
      // Where a line is gone and its seal is there, the next line is judged by that seal: each break is told once.
      const last = heads.get(chainId)?.seq ?? 0
      const between = gone.findLast((one) => one.chainId === chainId && one.seq > last && one.seq < row.seq)
      const before = between?.hash ?? heads.get(chainId)?.hash ?? ''
      if (hash === null)
        found.push({ seq: row.seq, chainId, words: 'This line has no seal: it was slipped into the book later.' })
      else {
        if (hash !== sealOf(before, row))
          found.push({
            seq: row.seq,
            chainId,
            words: 'This line does not fit its seal: it was changed, or a line before it was taken out.',
          })
        heads.set(chainId, { hash, seq: row.seq })
      }
    }
    entries += rows.length
    after = given(rows[rows.length - 1]).row.seq
    onProgress(entries, given(count).lines)
  }
  for (const { seq, chainId } of gone)
    found.push({ seq, chainId, words: 'There is a seal and no line: the line was taken out of the book.' })
  found.sort((a, b) => a.seq - b.seq)
  const names = new Map(
    (await db.select({ id: printer.id, name: printer.name }).from(printer)).map((p) => [p.id, p.name]),
  )
  const name = (chainId: string) => names.get(chainId) ?? 'the workshop'
  return {
    entries,
    chains: heads.size,
    unsealed: given(count).lines - entries,
    broken: found.slice(0, mostBreaksShown).map(({ seq, chainId, words }) => ({ seq, printer: name(chainId), words })),
    brokenCount: found.length,
    heads: [...heads].map(([chainId, { hash, seq }]) => ({ chain: name(chainId), seq, hash })),
  }
}
