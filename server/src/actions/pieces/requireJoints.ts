import { and, eq, isNull } from 'drizzle-orm'
import { misfits, type JointedPart } from '@diatribon/core'
import { Refusal } from '../../platform/refusal.ts'
import { fitting, partType, slot } from '../../platform/tables.ts'
import type { Facts } from '../facts.ts'

/** A part that is to go into a slot; a slot that is still to join has a name of its own. */
export interface Incoming {
  slotId: string
  partTypeId: string
}

/**
 * Parts that go in must fit each other and those that stay, as far as the catalogue says how they meet.
 * @throws Refusal 409 with what does not agree
 */
export async function requireJoints(facts: Facts, printerId: string, incoming: readonly Incoming[]): Promise<void> {
  const coming = incoming.map((one) => ({ ...one, part: facts.partType(one.partTypeId) }))
  if (coming.every(({ part }) => part.joints.length === 0)) return
  const staying = await facts.db
    .select({ slotId: slot.id, part: partType })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(eq(fitting.printerId, printerId), isNull(fitting.removedAt), isNull(fitting.takenBackSeq)))
  const names = new Set(coming.map(({ part }) => part.name))
  const all = [...staying.filter((one) => !incoming.some(({ slotId }) => slotId === one.slotId)), ...coming]
  const wrong = misfits(all.map(({ part }): JointedPart => part)).filter(({ parts }) =>
    parts.some((name) => names.has(name)),
  )
  if (wrong.length > 0)
    throw new Refusal(
      409,
      'does-not-fit',
      `These do not fit each other. ${wrong.map(({ words }) => words).join(' ')} If the catalogue is wrong, put it right there first.`,
    )
}
