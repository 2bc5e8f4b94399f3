import { sql } from 'drizzle-orm'
import type { Db } from '../platform/database.ts'

export interface ItemOnHand {
  pieces: number
  /** Taken when the books had none. */
  unaccounted: number
  countedAt: Date | null
}

/**
 * What lies there of each item, as `stockOnHand` in core folds it: from the last count on, what came in, what was taken out, and the fresh
 * parts that were fitted; never below none. No piece is written down twice, so that swaps on two printers need not wait for each other.
 */
export async function onHand(db: Db, itemIds?: readonly string[]): Promise<Map<string, ItemOnHand>> {
  if (itemIds?.length === 0) return new Map()
  const some = itemIds ? sql`WHERE i.id = ANY(${sql.param([...itemIds])}::uuid[])` : sql``
  const { rows } = await db.execute<{
    id: string
    counted_at: string | null
    start: number
    last: number | null
    least: number | null
  }>(sql`
    WITH base AS (
      SELECT i.id, i.part_type_id, c.at AS counted_at, coalesce(c.pieces, 0) AS start,
        coalesce(c.at, f.at) AS since, coalesce(c.seq, f.seq - 1) AS since_seq
      FROM stock_item i
      LEFT JOIN LATERAL (SELECT at, seq, pieces FROM stock_move m
        WHERE m.item_id = i.id AND m.kind = 'counted' AND m.taken_back_seq IS NULL ORDER BY at DESC, seq DESC LIMIT 1) c ON true
      LEFT JOIN LATERAL (SELECT at, seq FROM stock_move m
        WHERE m.item_id = i.id AND m.taken_back_seq IS NULL ORDER BY at, seq LIMIT 1) f ON true
      ${some}),
    happened AS (
      SELECT b.id, m.at, m.seq, CASE m.kind WHEN 'in' THEN m.pieces ELSE -m.pieces END AS change
      FROM base b JOIN stock_move m ON m.item_id = b.id AND m.kind <> 'counted' AND m.taken_back_seq IS NULL
        AND (m.at, m.seq) > (b.since, b.since_seq)
      UNION ALL
      SELECT b.id, f.fitted_at, f.fitted_seq, -1
      FROM base b JOIN fitting f ON f.part_type_id = b.part_type_id AND f.from_store AND f.taken_back_seq IS NULL
        AND (f.fitted_at, f.fitted_seq) > (b.since, b.since_seq)),
    running AS (
      SELECT h.id, h.at, h.seq, b.start + sum(h.change) OVER (PARTITION BY h.id ORDER BY h.at, h.seq) AS level
      FROM happened h JOIN base b ON b.id = h.id)
    SELECT b.id, b.counted_at, b.start,
      (SELECT r.level FROM running r WHERE r.id = b.id ORDER BY r.at DESC, r.seq DESC LIMIT 1) AS last,
      (SELECT min(r.level) FROM running r WHERE r.id = b.id) AS least
    FROM base b`)
  return new Map(
    rows.map(({ id, counted_at: at, start, last, least }) => {
      const below = Math.min(0, Number(least ?? 0))
      return [
        id,
        {
          pieces: Number(last ?? start) - below,
          unaccounted: 0 - below,
          countedAt: at === null ? null : new Date(at),
        },
      ]
    }),
  )
}
