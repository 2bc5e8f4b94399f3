import { createHash } from 'node:crypto'
import type pg from 'pg'

/** Tables of facts: what playing the book again must give. What is derived or secret is no fact of the book. */
export const factTables = [
  'log_entry',
  'site',
  'person',
  'slot_kind',
  'part_type',
  'printer_model',
  'printer',
  'slot',
  'fitting',
  'usage',
  'counter_point',
  'job',
  'spool',
  'reading',
  'reading_kind',
  'adjustment',
  'printer_event',
  'enclosure_sample',
  'check_type',
  'check_version',
  'upset',
  'check_sheet',
  'step_result',
  'duty',
  'fault',
  'sign_off',
  'symptom',
  'cause',
  'fault_test',
  'fault_step',
  'down_time',
  'work_span',
  'test_print',
  'return_tick',
  'guard',
  'training',
  'notice',
  'note_link',
]

/** A digest of every table of facts: two databases with the same ones hold the same facts. */
export async function factsDigest(pool: pg.Pool): Promise<Record<string, string>> {
  const digests: Record<string, string> = {}
  for (const table of factTables) {
    const { rows } = await pool.query<{ row: string }>(`SELECT t::text AS row FROM ${table} t ORDER BY 1`)
    const hash = createHash('sha256')
    for (const { row } of rows) hash.update(`${row}\n`)
    digests[table] = `${rows.length} ${hash.digest('hex')}`
  }
  return digests
}
