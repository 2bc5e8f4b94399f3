import { and, eq, inArray, isNull } from 'drizzle-orm'
import type { ModelBed } from '@diatribon/contract'
import type { MachineBuild, MachineLimits } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { printer, printerModel, slot } from '../platform/tables.ts'
import { limitsAsBuilt, ownLimits, type OwnLimit } from './ownLimits.ts'

export interface Machine extends MachineBuild {
  id: string
  modelId: string
  /** The model's, with the printer's own laid over them; a box around it makes it enclosed. */
  limits: MachineLimits | null
  isMadeEnclosed: boolean
}

/** What printers are as they stand now: slots, limits and bed; by printer. */
export async function machinesOf(db: Db, printerIds: readonly string[], now: Date): Promise<Map<string, Machine>> {
  if (printerIds.length === 0) return new Map()
  const ids = [...printerIds]
  const rows = await db
    .select({ id: printer.id, modelId: printer.modelId, limits: printerModel.limits, bed: printerModel.bed })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(inArray(printer.id, ids))
  const slots = await db
    .selectDistinct({ printerId: slot.printerId, kind: slot.kind })
    .from(slot)
    .where(and(inArray(slot.printerId, ids), isNull(slot.removedAt)))
  const kinds = groupBy(slots, ({ printerId }) => printerId)
  const own = await ownLimits(db, ids, now)
  return new Map(
    rows.map((row) => [
      row.id,
      machineFrom(row, { slotKinds: (kinds.get(row.id) ?? []).map(({ kind }) => kind), own: own.get(row.id) }),
    ]),
  )
}

/** What a printer is, by its model and what is its own. */
export function machineFrom(
  of: { id: string; modelId: string; limits: MachineLimits | null; bed: ModelBed | null },
  { slotKinds, own }: { slotKinds: string[]; own: OwnLimit[] | undefined },
): Machine {
  const { id, modelId, limits, bed } = of
  return {
    id,
    modelId,
    slotKinds,
    limits: limits && limitsAsBuilt(limits, own, slotKinds),
    isMadeEnclosed: limits?.enclosed ?? false,
    bedScrews: bed && bed.screws.length > 0,
  }
}
