import { asc, inArray, sql } from 'drizzle-orm'
import { cautionOfWork, slotKind, slotKinds, type SlotKind } from '@diatribon/contract'
import type { Facts } from '../facts.ts'
import type { Db } from '../../platform/database.ts'
import { badInput } from '../../platform/refusal.ts'
import { partType, slotKind as ownKinds } from '../../platform/tables.ts'

/** The kinds of slot of this workshop: the table's, then its own. */
export async function allSlotKinds(db: Db): Promise<SlotKind[]> {
  const own = await db.select().from(ownKinds).orderBy(asc(ownKinds.name))
  return [
    ...slotKinds,
    ...own.map(({ name, work, caution }) => ({
      name,
      work,
      caution: caution ?? (work && cautionOfWork[work]),
      own: true,
    })),
  ]
}

/** Kinds by their names in small letters, of the table or the workshop's own; what is neither is left out. */
export async function slotKindsNamed(
  facts: Facts,
  names: string[],
): Promise<Map<string, Pick<SlotKind, 'name' | 'work'>>> {
  const found = new Map<string, Pick<SlotKind, 'name' | 'work'>>()
  const others = new Set<string>()
  for (const name of names.map((one) => one.toLowerCase())) {
    const known = slotKind(name)
    if (known) found.set(name, known)
    else others.add(name)
  }
  if (others.size === 0) return found
  const kept = await facts.db
    .select()
    .from(ownKinds)
    .where(inArray(sql`lower(${ownKinds.name})`, [...others]))
  for (const kind of facts.loaded('slotKind', kept))
    if (others.has(kind.name.toLowerCase())) found.set(kind.name.toLowerCase(), kind)
  return found
}

/**
 * So that a misspelt power supply does not slip past its sign-off: every kind is one of the table, one that the workshop has
 * made, or one that its parts had before there was a table.
 * @param fields of each kind, where it stands in the input
 * @throws Refusal 400 naming the field
 */
export async function requireSlotKinds(facts: Facts, kinds: { name: string; field: string }[]): Promise<void> {
  const names = kinds.map(({ name }) => name)
  const known = await slotKindsNamed(facts, names)
  const open = kinds.filter(({ name }) => !known.has(name.toLowerCase()))
  if (open.length === 0) return
  const before = await facts.db
    .selectDistinct({ kind: sql<string>`lower(${partType.slotKind})` })
    .from(partType)
    .where(
      inArray(
        sql`lower(${partType.slotKind})`,
        open.map(({ name }) => name.toLowerCase()),
      ),
    )
  const used = new Set(before.map(({ kind }) => kind))
  const unknown = open.find(({ name }) => !used.has(name.toLowerCase()))
  if (unknown)
    throw badInput(
      unknown.field,
      `There is no kind of slot called “${unknown.name}”. Choose one of the list, or make your own and say what work it is.`,
    )
}
