import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Facts, ReadingKindRow, ReadingRow } from '../facts.ts'
import { badInput } from '../../platform/refusal.ts'
import { reading, readingKind } from '../../platform/tables.ts'

/** A reading as a row, from the few figures that its source has. */
export function readingRow(
  of: Pick<ReadingRow, 'seq' | 'siteId' | 'printerId' | 'at' | 'runHours' | 'name'> &
    Partial<ReadingRow> & { place: number },
): ReadingRow {
  const { place, ...row } = of
  return {
    id: `${of.seq} ${place}`,
    step: null,
    value: null,
    unit: null,
    choice: null,
    isBaseline: false,
    source: 'take-in',
    instrument: null,
    mesh: null,
    sheetId: null,
    stepId: null,
    takenBackSeq: null,
    ...row,
  }
}

/** Kinds of readings by their names, in small letters; those that are not there are left out. */
export async function kindsNamed(facts: Facts, names: string[]): Promise<Map<string, ReadingKindRow>> {
  const small = names.map((name) => name.toLowerCase())
  const known = new Set(facts.loaded('readingKind').map((kind) => kind.name.toLowerCase()))
  const wanted = small.filter((name) => !known.has(name))
  const found =
    wanted.length === 0
      ? []
      : await facts.db
          .select()
          .from(readingKind)
          .where(inArray(sql`lower(${readingKind.name})`, wanted))
  return new Map(facts.loaded('readingKind', found).map((kind) => [kind.name.toLowerCase(), kind]))
}

/** The kind that a value is of. @throws Refusal when there is none, or its unit does not fit */
export function kindFor(
  kinds: Map<string, ReadingKindRow>,
  { name, unit }: { name: string; unit: string },
  field: string,
): ReadingKindRow {
  const kind = kinds.get(name.toLowerCase())
  if (!kind) throw badInput(`${field}.name`, `${name} is no kind of reading here. Add it under Checks first.`)
  if (kind.unit !== unit)
    throw badInput(`${field}.unit`, `${kind.name} is told in ${kind.unit}; ${unit} does not fit. Convert it first.`)
  return kind
}

/** Readings of an entry no longer count. */
export async function takeBackReadings(facts: Facts, entrySeq: number, bySeq: number): Promise<void> {
  await facts.flush()
  const rows = await facts.db
    .select()
    .from(reading)
    .where(and(eq(reading.seq, entrySeq), isNull(reading.takenBackSeq)))
  for (const row of rows) facts.put('reading', { ...row, takenBackSeq: bySeq })
}
