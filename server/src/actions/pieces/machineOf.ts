import { eq } from 'drizzle-orm'
import { machineFrom, type Machine } from '../../rules/machines.ts'
import { limitChange, slot } from '../../platform/tables.ts'
import type { Facts } from '../facts.ts'

/** What a printer is at a moment, with what this transaction has changed; read once, however many actions ask. */
export async function machineOf(facts: Facts, printerId: string, at: Date): Promise<Machine> {
  const printer = facts.printer(printerId)
  const note = `machine ${printerId}`
  if (!facts.noted(note)) {
    await facts.load('model', 'id', [printer.modelId])
    facts.loaded('slot', await facts.db.select().from(slot).where(eq(slot.printerId, printerId)))
    facts.loaded('limitChange', await facts.db.select().from(limitChange).where(eq(limitChange.printerId, printerId)))
    facts.note(note, true, false)
  }
  const slots = facts.loaded('slot').filter((row) => row.printerId === printerId && row.removedAt === null)
  const own = facts
    .loaded('limitChange')
    .filter(
      (row) =>
        row.printerId === printerId &&
        row.takenBackSeq === null &&
        row.at <= at &&
        (row.untilAt === null || row.untilAt > at),
    )
    .sort((a, b) => a.at.getTime() - b.at.getTime() || a.seq - b.seq)
  return machineFrom(
    { ...facts.model(printer.modelId), id: printerId, modelId: printer.modelId },
    {
      slotKinds: [...new Set(slots.map(({ kind }) => kind))],
      own: own.map(({ limits, reason, at: since }) => ({ limits, reason, at: since.toISOString() })),
    },
  )
}
