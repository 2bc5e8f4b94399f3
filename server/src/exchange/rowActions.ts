import { given } from '@diatribon/core'
import { desc, eq } from 'drizzle-orm'
import { v5 as derivedId } from 'uuid'
import type { Action, ImportKind, JobOutcome, RemovalReason } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { logEntry, partType, printer, printerModel, slot, usage } from '../platform/tables.ts'
import type { Row } from './readRows.ts'

/**
 * Makes of a row the action that a person would have sent, without its key; with a fault in the row it is none. What the
 * action touches beside its own printer comes with it, for the room in which it is tried.
 */
export type RowToAction = (row: Row) => Omit<Action, 'key'> | null
export interface RowActions {
  toAction: RowToAction
  /** Printers and entries that the rows are about, as far as they were read, where their actions do not name them. */
  printerIds: ReadonlySet<string>
  entryKeys: ReadonlySet<string>
}

const same = (a: string, b: string) => a.trim().localeCompare(b.trim(), undefined, { sensitivity: 'accent' }) === 0
const asAction = (action: object) => action as Omit<Action, 'key'>

const nothingElse = { printerIds: new Set<string>(), entryKeys: new Set<string>() }

/** Looks everything up once that rows speak of by name. */
export async function rowActions(db: Db, kind: ImportKind): Promise<RowActions> {
  switch (kind) {
    case 'printers':
      return { toAction: await printersFrom(db), ...nothingElse }
    case 'usage':
      return { toAction: await usageFrom(db), ...nothingElse }
    case 'part-changes':
      return { toAction: await partChangesFrom(db), ...nothingElse }
    case 'part-ages':
      return partAgesFrom(db)
  }
}

async function printersFrom(db: Db): Promise<RowToAction> {
  const models = await db.select().from(printerModel)
  const seen = new Map<string, number>()
  return (row) => {
    const name = row.needed('name', row.words)
    const modelName = row.needed('model', row.words)
    const [room, rack] = [row.needed('room', row.words), row.needed('rack', row.words)]
    const place = row.needed('place', row.figure)
    const at = row.needed('takenIn', row.moment)
    const meterHours = row.needed('meterHours', row.figure)
    const partHours = row.figure('partHours')
    const make = row.words('make')
    const model = modelName === null ? undefined : modelNamed(make, modelName)
    if (modelName !== null && !model)
      row.fault(`there is no model ${[make, modelName].filter(Boolean).join(' ')} in the catalogue`)
    if (name !== null) {
      const times = (seen.get(name.toLowerCase()) ?? 0) + 1
      seen.set(name.toLowerCase(), times)
      if (times > 1) row.fault(`${name} stands in this file ${times === 2 ? 'twice' : 'more than once'}`)
    }
    const parts: Record<string, string> = {}
    const ages: Record<string, number | null> = {}
    for (const { name: slotName, partTypeId } of model?.slots ?? []) {
      if (!partTypeId) {
        row.fault(`the model ${modelName} does not say which part it has in ${slotName}`)
        continue
      }
      parts[slotName] = partTypeId
      // A printer that has run has parts that have run: so long as nobody says how long, nobody knows.
      if (partHours !== null ? partHours > 0 : (meterHours ?? 0) > 0) ages[slotName] = partHours
    }
    if (row.faults.length > 0 || name === null || !model) return null
    return asAction({
      kind: 'take-in-printer',
      at,
      // The same row again names the same printer, so that importing a file twice does no harm.
      printerId: derivedId(name.toLowerCase(), model.id),
      modelId: model.id,
      name,
      room,
      rack,
      place,
      meterHours,
      parts,
      ...(Object.keys(ages).length > 0 ? { partHours: ages } : {}),
    })
  }

  /** By make and name apart or together; by the name alone where only one has it. */
  function modelNamed(make: string | null, name: string) {
    const whole = models.filter((model) => {
      const called = `${model.make} ${model.name}`
      return same(called, `${make ?? ''} ${name}`) || same(called, name)
    })
    if (whole.length === 1 || make !== null) return whole[0]
    const alone = models.filter((model) => same(model.name, name))
    return alone.length === 1 ? alone[0] : undefined
  }
}

async function printersByName(db: Db): Promise<(row: Row) => string | null> {
  const rows = await db.select({ id: printer.id, name: printer.name }).from(printer)
  const ids = new Map(rows.map(({ id, name }) => [name.toLowerCase(), id]))
  return (row) => {
    const name = row.needed('printer', row.words)
    if (name === null) return null
    return ids.get(name.toLowerCase()) ?? row.fault(`there is no printer called ${name}`)
  }
}

async function usageFrom(db: Db): Promise<RowToAction> {
  const printerOf = await printersByName(db)
  return (row) => {
    const before = row.faults.length
    const [meterHours, hours] = [row.figure('meterHours'), row.figure('hours')]
    const figuresAreGood = row.faults.length === before
    const [meterReset, metres, name] = [row.yes('meterReset'), row.figure('metres'), row.words('name')]
    const outcome = (row.words('outcome') ?? 'good') as JobOutcome
    const abrasive = row.yes('abrasive')
    const common = { at: row.needed('at', row.moment), printerId: printerOf(row) }
    if (figuresAreGood && (meterHours === null) === (hours === null))
      row.fault('a row has either a meter reading or the hours of a job, not both and not neither')
    if (meterReset && meterHours === null) row.fault('a meter that began again needs its reading')
    if (row.faults.length > 0) return null
    if (meterHours !== null)
      return asAction({ ...common, kind: 'count-hours', meterHours, ...(meterReset ? { meterWasReset: true } : {}) })
    return asAction({
      ...common,
      kind: 'finish-job',
      hours: given(hours),
      outcome,
      abrasive,
      ...(metres === null ? {} : { metres }),
      ...(name === null ? {} : { name }),
    })
  }
}

/** Finds a slot of a printer by its name. */
async function slotsByName(
  db: Db,
): Promise<(row: Row, printerId: string | null) => { id: string; name: string } | null> {
  const slots = await db
    .select({ id: slot.id, name: slot.name, printerId: slot.printerId, removedAt: slot.removedAt })
    .from(slot)
    // Of two of one name, the one that is there now is the last.
    .orderBy(desc(slot.removedAt))
  const byPrinter = new Map<string, typeof slots>()
  for (const one of slots) byPrinter.set(one.printerId, [...(byPrinter.get(one.printerId) ?? []), one])
  return (row, printerId) => {
    const name = row.needed('slot', row.words)
    if (name === null || printerId === null) return null
    const own = byPrinter.get(printerId) ?? []
    const found = own.findLast((one) => same(one.name, name))
    if (found) return found
    return row.fault(`that printer has no slot called ${name}; it has ${own.map((one) => one.name).join(', ')}`)
  }
}

async function partChangesFrom(db: Db): Promise<RowToAction> {
  const [printerOf, slotOf] = [await printersByName(db), await slotsByName(db)]
  const types = await db.select({ id: partType.id, name: partType.name }).from(partType)
  return (row) => {
    const at = row.needed('at', row.moment)
    const printerId = printerOf(row)
    const slotId = slotOf(row, printerId)?.id
    const partName = row.needed('part', row.words)
    const partTypeId = types.find(({ name }) => partName !== null && same(name, partName))?.id
    if (partName !== null && !partTypeId) row.fault(`the catalogue has no part type called ${partName}`)
    const removalReason = row.needed('reason', row.words) as RemovalReason | null
    const note = row.words('note')
    if (row.faults.length > 0) return null
    return asAction({
      kind: 'swap-part',
      at,
      printerId,
      slotId,
      removalReason,
      partTypeId,
      ...(note === null ? {} : { note }),
    })
  }
}

async function partAgesFrom(db: Db): Promise<RowActions> {
  const [printerOf, slotOf] = [await printersByName(db), await slotsByName(db)]
  const takeIns = await db
    .select({ printerId: usage.printerId, key: logEntry.key, at: logEntry.at })
    .from(usage)
    .innerJoin(logEntry, eq(logEntry.seq, usage.seq))
    .where(eq(usage.kind, 'take-in'))
  const byPrinter = new Map(takeIns.map((row) => [row.printerId, row]))
  const [printerIds, entryKeys] = [new Set<string>(), new Set<string>()]
  return {
    printerIds,
    entryKeys,
    toAction: (row) => {
      const printerId = printerOf(row)
      const slot = slotOf(row, printerId)
      const hours = row.needed('partHours', row.figure)
      if (row.faults.length > 0 || printerId === null || slot === null) return null
      const takeIn = given(byPrinter.get(printerId))
      printerIds.add(printerId)
      entryKeys.add(takeIn.key)
      return asAction({
        kind: 'amend',
        at: takeIn.at.toISOString(),
        entryKey: takeIn.key,
        reason: 'Ages of parts, brought in from a table',
        correction: { partHours: { [slot.name]: hours } },
      })
    },
  }
}
