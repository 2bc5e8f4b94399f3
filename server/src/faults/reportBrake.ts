import { dayMs, hourMs } from '@diatribon/core'
import type pg from 'pg'
import { Refusal } from '../platform/refusal.ts'

/** So many of something within so long. */
interface Allowance {
  id: string
  most: number
  withinMs: number
  /** What is said to whoever sends more. */
  says: string
}

const minuteMs = 60_000
const addressMinutes = 10
const wait = `Wait ${addressMinutes} minutes, or tell somebody of the staff.`

/**
 * Reports and photos without an account: few from one address, and no more in an hour than staff can look at. Reports that stop a printer are
 * fewer still, so that nobody outside can close a workshop: beyond them somebody has to say it to somebody. Common practice, no source.
 */
const allowances = {
  report: (address: string): Allowance[] => [
    {
      id: `report ${address}`,
      most: 6,
      withinMs: addressMinutes * minuteMs,
      says: `That is many reports from one place. ${wait}`,
    },
    { id: 'report', most: 60, withinMs: hourMs, says: `Many reports have come in this hour. ${wait}` },
  ],
  stop: (address: string, printers: number): Allowance[] => [
    { id: `stop ${address}`, most: 3, withinMs: hourMs, says: tellStaff },
    { id: 'stop', most: Math.max(4, Math.ceil(printers / 5)), withinMs: hourMs, says: tellStaff },
  ],
  photo: (address: string): Allowance[] => [
    {
      id: `photo ${address}`,
      most: 6,
      withinMs: addressMinutes * minuteMs,
      says: `That is many photos from one place. ${wait}`,
    },
    { id: 'photo', most: 120, withinMs: hourMs, says: `Many photos have come in this hour. ${wait}` },
  ],
}
const tellStaff =
  'Many printers were reported as unsafe lately. Do not use this one, keep away if it smells or smokes, and tell somebody of the staff now: they are told that more came in.'
export const refusedStops = 'refused stops'

export const allowedReports = (address: string, stops: boolean, printers: number) => [
  ...allowances.report(address),
  ...(stops ? allowances.stop(address, printers) : []),
]
export const allowedPhotos = allowances.photo

/**
 * Does something that is counted against these allowances, each in one statement: however many come at once and over however many processes,
 * no more are done than are allowed. What was refused for another reason is not counted.
 * @throws Refusal 429
 */
export async function counted<Result>(
  pool: pg.Pool,
  now: Date,
  allowed: readonly Allowance[],
  work: () => Promise<Result>,
): Promise<Result> {
  const taken: string[] = []
  const giveBack = () => pool.query('UPDATE report_brake SET count = count - 1 WHERE id = ANY($1)', [taken])
  for (const { id, most, withinMs, says } of allowed) {
    if (await countOne(pool, now, { id, most, withinMs })) taken.push(id)
    else {
      await giveBack()
      if (says === tellStaff) await countOne(pool, now, { id: refusedStops, most: 1_000_000, withinMs: hourMs })
      throw new Refusal(429, 'slowed-down', says, undefined, addressMinutes * 60)
    }
  }
  try {
    return await work()
  } catch (error) {
    await giveBack()
    throw error
  }
}

/** @returns whether there was room for one more */
async function countOne(pool: pg.Pool, now: Date, of: Omit<Allowance, 'says'>): Promise<boolean> {
  await pool.query('DELETE FROM report_brake WHERE since < $1', [new Date(now.getTime() - dayMs)])
  const { rowCount } = await pool.query(
    `INSERT INTO report_brake AS b (id, since, count) VALUES ($1, $2, 1)
     ON CONFLICT (id) DO UPDATE SET
       since = CASE WHEN b.since <= $3 THEN $2 ELSE b.since END,
       count = CASE WHEN b.since <= $3 THEN 1 ELSE b.count + 1 END
     WHERE b.since <= $3 OR b.count < $4`,
    [of.id, now, new Date(now.getTime() - of.withinMs), of.most],
  )
  return rowCount === 1
}
