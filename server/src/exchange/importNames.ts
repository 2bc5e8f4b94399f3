import type { ImportNames } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { partType, printer, printerModel, slot } from '../platform/tables.ts'

/** What is here by name, so that what a table calls otherwise can be mapped. */
export async function importNames(db: Db): Promise<ImportNames> {
  const sorted = (names: string[]) => [...new Set(names)].sort((a, b) => a.localeCompare(b))
  const models = await db.select({ make: printerModel.make, name: printerModel.name }).from(printerModel)
  const slots = await db.selectDistinct({ name: slot.name }).from(slot)
  const printers = await db.select({ name: printer.name }).from(printer)
  const parts = await db.select({ name: partType.name }).from(partType)
  return {
    printers: sorted(printers.map(({ name }) => name)),
    models: sorted(models.flatMap(({ make, name }) => [name, `${make} ${name}`.trim()])),
    slots: sorted(slots.map(({ name }) => name)),
    'part types': sorted(parts.map(({ name }) => name)),
  }
}
