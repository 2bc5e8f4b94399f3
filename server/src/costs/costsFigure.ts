import { createHash } from 'node:crypto'
import { sql, type SQL } from 'drizzle-orm'
import type { CostRates } from '@diatribon/contract'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { ratesOf } from './ratesOf.ts'

/** A row of the costs as the database writes it. */
interface CostRow {
  printer_id: string
  position: number
  minor: number
}

/** A mark that is another when any cost of the printer is. */
interface KeptCosts {
  costs: number
  mark: string
}

/** What maintenance has cost on each printer: one row for each cost, with the entry that tells of it. */
export const costsFigure: Figure<KeptCosts, CostRow[]> = {
  name: 'costs',
  async reckon({ db }, ids) {
    const { rows } = await db.execute<CostRow & Record<string, unknown>>(costsOf(ids, await ratesOf(db)))
    const own = new Map(ids.map((id): [string, CostRow[]] => [id, []]))
    for (const row of rows) own.get(row.printer_id)?.push(row)
    return new Map(
      [...own].map(([id, costs]): [string, Reckoned<KeptCosts, CostRow[]>] => {
        const mark = createHash('sha1').update(JSON.stringify(costs)).digest('base64url')
        return [id, { result: { costs: costs.length, mark }, more: costs, holdsUntil: null }]
      }),
    )
  },
  async store({ client }, results) {
    await client.query('DELETE FROM cost WHERE printer_id = ANY($1::uuid[])', [[...results.keys()]])
    await client.query('INSERT INTO cost SELECT * FROM jsonb_populate_recordset(NULL::cost, $1::jsonb)', [
      JSON.stringify([...results.values()].flatMap(({ more = [] }) => more)),
    ])
  },
}

/** Filament of a printer whose spool nobody named: as most of it is made. From memory: polylactide, 1.24 g/cm³. */
const usualDensity = 1.24

/** What a piece of an item cost when it was bought last before a moment; null: nobody has said. */
const paid = (item: string, at: string) => sql`(SELECT m.paid_minor / m.pieces FROM stock_move m
  WHERE ${sql.raw(item)} AND m.kind = 'in' AND m.paid_minor IS NOT NULL AND m.taken_back_seq IS NULL AND m.at <= ${sql.raw(at)}
  ORDER BY m.at DESC, m.id DESC LIMIT 1)`
/** The same of a part type, else the catalogue's price. */
const partPrice = sql`round(coalesce(${paid(
  'm.item_id IN (SELECT i.id FROM stock_item i WHERE i.part_type_id = f.part_type_id)',
  'f.fitted_at',
)}, t.price_minor, 0))`

/**
 * Every cost of these printers, of facts as they stand now: what it was, of which part, for which fault, and which entry tells of it.
 * Each is a whole minor unit, rounded once, here.
 */
function costsOf(ids: readonly string[], { labourMinorPerHour, roles, filamentMinorPerKg }: CostRates): SQL {
  const here = (column: string) => sql`${sql.raw(column)} = ANY(${sql.param([...ids])}::uuid[])`
  const work = (minutes: string) => sql`round(${sql.raw(minutes)} / 60.0 * w.rate)`
  const forFault = (seq: string) => sql`LEFT JOIN mended x ON x.seq = ${sql.raw(seq)}`
  const by = (person: string) => sql`JOIN worker w ON w.id = ${sql.raw(person)}`
  return sql`WITH worker AS (
    SELECT id, coalesce((${JSON.stringify(roles)}::jsonb->>role)::float8, ${labourMinorPerHour}::float8) AS rate FROM person),
  -- Changes that were made for a fault, as they stand now.
  mended AS MATERIALIZED (SELECT s.seq, min(s.fault_id::text)::uuid AS fault_id FROM fault_step s JOIN fault a ON a.id = s.fault_id
    WHERE ${here('a.printer_id')} AND s.kind = 'change' AND s.taken_back_seq IS NULL GROUP BY 1),
  -- Parts that were bought for a slot: those of a move or of an age told later cost nothing here.
  bought AS MATERIALIZED (
    SELECT f.printer_id, f.part_type_id, f.fitted_at AS at, f.fitted_seq AS seq, s.name AS slot, x.fault_id, t.minutes, ${partPrice} AS minor
    FROM fitting f JOIN part_type t ON t.id = f.part_type_id JOIN slot s ON s.id = f.slot_id ${forFault('f.fitted_seq')}
    WHERE f.from_store AND f.taken_back_seq IS NULL AND ${here('f.printer_id')}),
  found AS (
    SELECT printer_id, part_type_id, at, seq, 'parts' AS kind, slot AS words, fault_id, minor FROM bought
    UNION ALL
    SELECT b.printer_id, b.part_type_id, b.at, b.seq, 'labour', b.slot, NULL, ${work('b.minutes')}
    FROM bought b JOIN log_entry e ON e.seq = b.seq ${by('e.person_id')}
    WHERE e.kind IN ('swap-part', 'swap-kit', 'move-part') AND b.fault_id IS NULL
    UNION ALL
    SELECT f.printer_id, f.part_type_id, f.removed_at, f.removed_seq, 'lost prints', s.name || ' failed', x.fault_id, coalesce(t.failure_extra_minor, 0)
    FROM fitting f JOIN part_type t ON t.id = f.part_type_id JOIN slot s ON s.id = f.slot_id ${forFault('f.removed_seq')}
    WHERE f.removal_reason = 'failed' AND f.taken_back_seq IS NULL AND ${here('f.printer_id')}
    UNION ALL
    SELECT c.printer_id, NULL, c.at, c.seq, 'labour', u.name, NULL, ${work('c.minutes')}
    FROM upgrade_change c JOIN upgrade u ON u.id = c.upgrade_id ${by('c.person_id')}
    WHERE c.taken_back_seq IS NULL AND ${here('c.printer_id')}
    UNION ALL
    -- Parts of a slot count where they were fitted. What the design names without an item of the stores may be the same pieces.
    SELECT c.printer_id, NULL, c.at, c.seq, 'upgrades', u.name, NULL, round(takes.of_stores) + greatest(0, round(takes.of_list) - coalesce(
      (SELECT sum(b.minor) FROM bought b WHERE b.seq = c.seq AND b.printer_id = c.printer_id AND NOT b.part_type_id = ANY(takes.part_types)), 0))
    FROM upgrade_change c JOIN upgrade u ON u.id = c.upgrade_id JOIN upgrade_version v ON v.upgrade_id = c.upgrade_id AND v.version = c.version
    CROSS JOIN LATERAL (
      SELECT coalesce(sum(pieces * coalesce(paid, price, 0)) FILTER (WHERE item_id IS NOT NULL AND NOT fitted), 0) AS of_stores,
        coalesce(sum(pieces * coalesce(price, 0)) FILTER (WHERE item_id IS NULL), 0) AS of_list,
        coalesce(array_agg(part_type_id) FILTER (WHERE part_type_id IS NOT NULL), '{}') AS part_types
      FROM (SELECT (part->>'pieces')::float8 AS pieces, (part->>'priceMinor')::float8 AS price, i.id AS item_id, i.part_type_id,
          EXISTS (SELECT 1 FROM bought b WHERE b.seq = c.seq AND b.part_type_id = i.part_type_id) AS fitted,
          ${paid('m.item_id = i.id', 'c.at')} AS paid
        FROM jsonb_array_elements(v.content->'parts') AS part LEFT JOIN stock_item i ON i.id = (part->>'itemId')::uuid) AS parts) AS takes
    WHERE c.taken_back_seq IS NULL AND ${here('c.printer_id')}
    UNION ALL
    SELECT r.printer_id, f.part_type_id, r.at, r.seq, 'labour', s.name || ' ' || r.way, NULL, ${work('r.minutes')}
    FROM repair r JOIN slot s ON s.id = r.slot_id JOIN fitting f ON f.id = r.fitting_id ${by('r.person_id')}
    WHERE r.taken_back_seq IS NULL AND r.fault_id IS NULL AND ${here('r.printer_id')}
    UNION ALL
    SELECT r.printer_id, f.part_type_id, r.at, r.seq, 'materials', s.name || ' ' || r.way, r.fault_id, r.cost_minor
    FROM repair r JOIN slot s ON s.id = r.slot_id JOIN fitting f ON f.id = r.fitting_id
    WHERE r.taken_back_seq IS NULL AND ${here('r.printer_id')}
    UNION ALL
    SELECT k.printer_id, NULL, k.finished_at, k.finished_seq, 'labour', v.name, NULL, ${work('v.minutes')}
    FROM check_sheet k JOIN (SELECT check_type_id, version, content->>'name' AS name, (content->>'minutes')::float8 AS minutes FROM check_version
      OFFSET 0) v ON v.check_type_id = k.check_type_id AND v.version = k.version ${by('k.finished_by')}
    WHERE k.outcome = 'done' AND ${here('k.printer_id')}
    UNION ALL
    SELECT a.printer_id, NULL, a.closed_at, a.closed_seq, 'labour', a.symptom, a.id, ${work("(a.closing->>'minutes')::float8")}
    FROM fault a ${by('a.closed_by')} WHERE a.closing IS NOT NULL AND ${here('a.printer_id')}
    UNION ALL
    -- Metres times the section of the filament in mm² times its density in g/cm³ are grams.
    SELECT j.printer_id, NULL, j.finished_at, j.finished_seq, 'filament', j.name, NULL,
      round(g.metres * pi() / 4 * coalesce(o.diameter_mm, (d.limits->>'filamentMm')::float8, 1.75) ^ 2 * coalesce(o.density_g_per_cm3, ${usualDensity}::float8)
        / 1000 * ${filamentMinorPerKg ?? 0}::float8)
    FROM job j JOIN usage g ON g.seq = j.finished_seq JOIN printer p ON p.id = j.printer_id JOIN printer_model d ON d.id = p.model_id
    LEFT JOIN spool o ON o.id = j.spool_used_id
    WHERE j.outcome = 'failed' AND g.taken_back_seq IS NULL AND ${here('j.printer_id')})
  SELECT printer_id, row_number() OVER (PARTITION BY printer_id ORDER BY seq, kind, words, minor, part_type_id) AS position,
    part_type_id, at, seq, kind, words, fault_id, minor
  FROM found WHERE minor <> 0 ORDER BY 1, 2`
}
