import { hourMs } from '@diatribon/core'
import { v5 as derivedId } from 'uuid'
import { eq } from 'drizzle-orm'
import type { Facts, SlotRow } from '../facts.ts'
import { wallTime } from '../../platform/wallClock.ts'
import { upset } from '../../platform/tables.ts'
import { goesDown, onHold } from './down.ts'
import { openFault } from './openFault.ts'
import { putChange } from './steps.ts'

/** Parts that are changed because of a fault count as one change tried, against the cause that asks for such a part. */
export async function changedForFault(
  facts: Facts,
  of: {
    faultId: string
    printerId: string
    siteId: string
    seq: number
    personId: string
    at: Date
    key: string
    slots: SlotRow[]
  },
): Promise<void> {
  const { faultId, printerId, siteId, seq, personId, at, key, slots } = of
  const fault = await openFault(facts, faultId, printerId)
  const symptom = fault.symptomId ? await facts.look('symptom', fault.symptomId) : undefined
  let causeId: string | null = null
  for (const { causeId: id } of symptom?.content.causes ?? []) {
    const cause = await facts.look('cause', id)
    if (cause?.content.changes.some((kind) => slots.some((slot) => slot.kind === kind))) {
      causeId = id
      break
    }
  }
  const words = `New part: ${slots.map(({ name }) => name).join(', ')}`
  await putChange(facts, { id: derivedId('step', key), siteId, faultId, seq, personId, at, words, causeId })
}

/** What must cure or settle after a change of such a part holds the printer until its hour. */
export async function holdWhileItCures(
  facts: Facts,
  of: { printerId: string; siteId: string; seq: number; at: Date; slotKinds: string[] },
): Promise<void> {
  const { printerId, siteId, seq, at, slotKinds } = of
  const found = await facts.db.select().from(upset).where(eq(upset.siteId, siteId))
  const waits = facts
    .loaded('upset', found)
    .filter((rule) => !rule.dropped && rule.waitHours > 0 && rule.slotKinds.some((kind) => slotKinds.includes(kind)))
  if (waits.length === 0) return
  const longest = waits.reduce((a, b) => (b.waitHours > a.waitHours ? b : a))
  const printer = facts.printer(printerId)
  if (printer.holdReason !== null) return
  const { timeZone } = await facts.site(siteId)
  const until = new Date(at.getTime() + longest.waitHours * hourMs)
  await goesDown(facts, { seq, siteId, printerId, at, faultId: null })
  facts.put(
    'printer',
    onHold(printer, `${longest.waitFor ?? 'Not to be used yet'}. Until ${wallTime(timeZone, until)} at least.`, at),
  )
}
