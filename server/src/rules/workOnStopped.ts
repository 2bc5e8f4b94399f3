import type { printer } from '../platform/tables.ts'
import type { Db } from '../platform/database.ts'
import { faultsThatStop, returnItems } from './returnToService.ts'

/**
 * Checks that the return to service of a printer still asks for: they may heat and move it although it is on hold. None while a fault
 * stops it: what is broken is put right first.
 */
export async function checksForRelease(
  db: Db,
  of: Pick<typeof printer.$inferSelect, 'id' | 'siteId' | 'upsetSince'>,
  now: Date,
): Promise<Set<string>> {
  if (of.upsetSince === null || (await faultsThatStop(db, of.id)).length > 0) return new Set()
  const { items } = await returnItems(db, of, now)
  return new Set(items.flatMap(({ state, checkTypeId }) => (state === 'open' && checkTypeId ? [checkTypeId] : [])))
}
