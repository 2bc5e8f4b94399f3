import { inArray } from 'drizzle-orm'
import type { Names } from '../actions/actionKind.ts'
import type { Db } from '../platform/database.ts'
import { partType, person, printer, slot, spool } from '../platform/tables.ts'
import type { LogRow } from './logRow.ts'

/** Names of everything that these lines of the book speak of. */
export async function namesFor(db: Db, rows: LogRow[]): Promise<Names & { person(id: string): string }> {
  const ids = (pick: (row: LogRow) => unknown) => [
    ...new Set(rows.map(pick).filter((id): id is string => typeof id === 'string')),
  ]
  const read = async (table: typeof printer | typeof slot | typeof partType | typeof spool, wanted: string[]) =>
    wanted.length === 0
      ? new Map<string, string>()
      : new Map(
          (await db.select({ id: table.id, name: table.name }).from(table).where(inArray(table.id, wanted))).map(
            (r) => [r.id, r.name],
          ),
        )
  const deep = (...names: string[]) => [...new Set(rows.flatMap(({ payload }) => idsIn(payload, new Set(names))))]
  const printers = await read(printer, [...ids((row) => row.printerId), ...deep('toPrinterId')])
  const slots = await read(slot, deep('slotId', 'toSlotId'))
  const spools = await read(spool, deep('spoolId'))
  const types = await read(partType, deep('partTypeId', 'replacementPartTypeId'))
  const people = new Map(
    (
      await db
        .select({ id: person.id, name: person.displayName })
        .from(person)
        .where(
          inArray(
            person.id,
            ids((row) => row.personId),
          ),
        )
    ).map((r) => [r.id, r.name]),
  )
  return {
    printer: (id) => printers.get(id) ?? 'unknown printer',
    slot: (id) => slots.get(id) ?? 'unknown slot',
    spool: (id) => spools.get(id) ?? 'unknown spool',
    partType: (id) => types.get(id) ?? 'unknown part type',
    person: (id) => people.get(id) ?? 'unknown person',
  }
}

/** Ids under these names, however deep they lie. */
function idsIn(value: unknown, names: Set<string>): string[] {
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([name, inner]) =>
    names.has(name) && typeof inner === 'string' ? [inner] : idsIn(inner, names),
  )
}
