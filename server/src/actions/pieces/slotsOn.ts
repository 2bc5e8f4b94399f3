import { eq } from 'drizzle-orm'
import { Refusal } from '../../platform/refusal.ts'
import { slot } from '../../platform/tables.ts'
import type { Facts, PrinterRow, SlotRow } from '../facts.ts'

/** The slots that a printer has now. */
export async function slotsOn(facts: Facts, printerId: string): Promise<SlotRow[]> {
  const kept = await facts.db.select().from(slot).where(eq(slot.printerId, printerId))
  return facts.loaded('slot', kept).filter((one) => one.printerId === printerId && one.removedAt === null)
}

/** @throws Refusal when one of them is called so */
export function requireFreeName(printer: PrinterRow, slots: readonly SlotRow[], name: string): void {
  if (slotNamed(slots, name)) throw new Refusal(409, 'name-taken', `${printer.name} already has a slot called ${name}.`)
}

export const slotNamed = (slots: readonly SlotRow[], name: string): SlotRow | undefined =>
  slots.find((one) => one.name.toLowerCase() === name.toLowerCase())

export const nextPosition = (slots: readonly SlotRow[]): number =>
  Math.max(-1, ...slots.map(({ position }) => position)) + 1

/** A slot joins a printer in service. */
export const joined = ({
  at,
  seq,
  ...of
}: Pick<SlotRow, 'id' | 'siteId' | 'printerId' | 'name' | 'kind' | 'position'> & {
  at: Date
  seq: number
}): SlotRow => ({
  ...of,
  replaceEvery: null,
  addedAt: at,
  addedSeq: seq,
  removedAt: null,
  removedSeq: null,
})
