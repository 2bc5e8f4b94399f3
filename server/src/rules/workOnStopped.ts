import type { Db } from '../platform/database.ts'
import { openStops, returnItemsOf, type ComesBack } from './returnToService.ts'

/**
 * Checks that the return to service of printers still asks for: they may heat and move them although they are on hold. None while a fault
 * stops a printer: what is broken is put right first.
 */
export async function checksForReleaseOf(
  db: Db,
  of: readonly ComesBack[],
  now: Date,
): Promise<Map<string, Set<string>>> {
  const stopped = await openStops(
    db,
    of.map(({ id }) => id),
  )
  const items = await returnItemsOf(
    db,
    of.filter(({ id }) => !stopped.some(({ printerId }) => printerId === id)),
    now,
  )
  return new Map(
    [...items].map(([id, { items: asked }]) => [
      id,
      new Set(asked.flatMap(({ state, checkTypeId }) => (state === 'open' && checkTypeId ? [checkTypeId] : []))),
    ]),
  )
}

/** The same of one printer. */
export async function checksForRelease(db: Db, of: ComesBack, now: Date): Promise<Set<string>> {
  return (await checksForReleaseOf(db, [of], now)).get(of.id) ?? new Set()
}
