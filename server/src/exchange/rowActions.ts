import { v5 as derivedId } from 'uuid'
import { jobOutcomes, removalReasons, type Action, type ImportKind, type JobOutcome } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { partType, printer, printerModel, slot } from '../platform/tables.ts'
import { BadCell, type Row } from './readRows.ts'

/** Makes of a row the action that a person would have sent, without its key. */
export type RowToAction = (row: Row) => Omit<Action, 'key'>

const same = (a: string, b: string) => a.localeCompare(b, undefined, { sensitivity: 'base' }) === 0

/** Looks everything up once that rows speak of by name. */
export async function rowToAction(db: Db, kind: ImportKind): Promise<RowToAction> {
  switch (kind) {
    case 'printers':
      return printersFrom(db)
    case 'usage':
      return usageFrom(db)
    case 'part-changes':
      return partChangesFrom(db)
  }
}

async function printersFrom(db: Db): Promise<RowToAction> {
  const models = await db.select().from(printerModel)
  return (row) => {
    const [make, name] = [row.text('make'), row.text('model')]
    const model = models.find((m) => same(m.make, make) && same(m.name, name))
    if (!model) throw new BadCell(`there is no model ${make} ${name} in the catalogue`)
    const parts: Record<string, string> = {}
    for (const { name: slotName, partTypeId } of model.slots) {
      if (!partTypeId) throw new BadCell(`the model ${make} ${name} does not say which part it has in ${slotName}`)
      parts[slotName] = partTypeId
    }
    return {
      kind: 'take-in-printer',
      at: row.moment('takenIn'),
      // The same row again names the same printer, so that importing a file twice does no harm.
      printerId: derivedId(row.text('name').toLowerCase(), model.id),
      modelId: model.id,
      name: row.text('name'),
      room: row.text('room'),
      rack: row.text('rack'),
      place: row.neededNumber('place'),
      meterHours: row.neededNumber('meterHours'),
      parts,
    } as Omit<Action, 'key'>
  }
}

async function printersByName(db: Db): Promise<(row: Row) => string> {
  const rows = await db.select({ id: printer.id, name: printer.name }).from(printer)
  const ids = new Map(rows.map(({ id, name }) => [name.toLowerCase(), id]))
  return (row) => {
    const name = row.text('printer')
    const id = ids.get(name.toLowerCase())
    if (!id) throw new BadCell(`there is no printer called ${name}`)
    return id
  }
}

async function usageFrom(db: Db): Promise<RowToAction> {
  const printerOf = await printersByName(db)
  return (row) => {
    const [meterHours, hours] = [row.number('meterHours'), row.number('hours')]
    if ((meterHours === null) === (hours === null))
      throw new BadCell('a row has either a meter reading or the hours of a job, not both and not neither')
    const common = { at: row.moment('at'), printerId: printerOf(row) }
    if (meterHours !== null) return { ...common, kind: 'count-hours', meterHours } as Omit<Action, 'key'>
    const outcome = row.maybe('outcome')?.toLowerCase() ?? 'good'
    if (!jobOutcomes.includes(outcome as JobOutcome))
      throw new BadCell(`the outcome is “${outcome}”; write ${jobOutcomes.join(', ')}`)
    const [metres, name] = [row.number('metres'), row.maybe('name')]
    return {
      ...common,
      kind: 'finish-job',
      hours: hours!,
      outcome,
      abrasive: row.yes('abrasive'),
      ...(metres === null ? {} : { metres }),
      ...(name === null ? {} : { name }),
    } as Omit<Action, 'key'>
  }
}

async function partChangesFrom(db: Db): Promise<RowToAction> {
  const printerOf = await printersByName(db)
  const slots = await db.select().from(slot)
  const types = await db.select().from(partType)
  return (row) => {
    const printerId = printerOf(row)
    const [slotName, partName, reason, note] = [
      row.text('slot'),
      row.text('part'),
      row.text('reason'),
      row.maybe('note'),
    ]
    const slotId = slots.find((s) => s.printerId === printerId && same(s.name, slotName))?.id
    if (!slotId) throw new BadCell(`that printer has no slot called ${slotName}`)
    const partTypeId = types.find((t) => same(t.name, partName))?.id
    if (!partTypeId) throw new BadCell(`the catalogue has no part type called ${partName}`)
    const removalReason = removalReasons.find((r) => same(r, reason))
    if (!removalReason) throw new BadCell(`the reason is “${reason}”; write one of ${removalReasons.join(', ')}`)
    return {
      kind: 'swap-part',
      at: row.moment('at'),
      printerId,
      slotId,
      removalReason,
      partTypeId,
      ...(note === null ? {} : { note }),
    } as Omit<Action, 'key'>
  }
}
