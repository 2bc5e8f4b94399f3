import { isNotNull } from 'drizzle-orm'
import type { EnclosureState } from '@diatribon/contract'
import { given, longestSilenceMs } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { printer } from '../platform/tables.ts'
import { enclosureLimits } from '../readings/kinds.ts'
import { machinesOf } from '../rules/machines.ts'

/** What the thermometer of each enclosure told last, by printer, and whether that is too warm and still true. */
export async function enclosures(db: Db, now: Date): Promise<Record<string, EnclosureState>> {
  const rows = await db
    .select({
      id: printer.id,
      celsius: printer.enclosureC,
      at: printer.enclosureAt,
      hotHours: printer.hotHours,
    })
    .from(printer)
    .where(isNotNull(printer.enclosureAt))
  if (rows.length === 0) return {}
  const limitOf = await enclosureLimits(db)
  const machines = await machinesOf(
    db,
    rows.map(({ id }) => id),
    now,
  )
  return Object.fromEntries(
    rows.flatMap(({ id, celsius, at, hotHours }) => {
      if (celsius === null || !at) return []
      const limitC = limitOf(given(machines.get(id)))
      const isFresh = now.getTime() - at.getTime() <= longestSilenceMs
      const isTooHot = isFresh && limitC !== null && celsius > limitC
      return [[id, { celsius, at: at.toISOString(), limitC, hotHours, isTooHot }]]
    }),
  )
}
