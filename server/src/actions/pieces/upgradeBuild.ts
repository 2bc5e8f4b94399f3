import { v5 as derivedId } from 'uuid'
import type { RemovalReason, UpgradeContent, UpgradeStep } from '@diatribon/contract'
import { type Counters, isStillGood } from '@diatribon/core'
import { Refusal } from '../../platform/refusal.ts'
import { upgradeVersion } from '../../platform/tables.ts'
import { eq } from 'drizzle-orm'
import { limitRow } from './limitRow.ts'
import type { Facts, FittingRow, PrinterRow, SlotRow, UpgradeChangeRow } from '../facts.ts'
import { fitNew, partInSlot, requireFits, takenOut } from './slotParts.ts'
import { goesOnFrom, usedPart } from './usedPart.ts'
import { goesDown, onHold, upsetFrom } from './down.ts'
import { fittingIn } from './inPlace.ts'
import { joined, nextPosition, requireFreeName, slotNamed } from './slotsOn.ts'

/** A printer that is being rebuilt, its slots as they stand by now, and the moment. */
export interface Building {
  facts: Facts
  printer: PrinterRow
  slots: SlotRow[]
  counters: Counters
  seq: number
  siteId: string
  key: string
  at: Date
}

export const partsIn = (steps: readonly UpgradeStep[]): string[] =>
  steps.flatMap((step) => ('partTypeId' in step && step.partTypeId ? step.partTypeId : []))

/** What a version of a design says. @throws Refusal 404, 409 for one that is not offered any more */
export async function designOf(facts: Facts, upgradeId: string, version: number): Promise<UpgradeContent> {
  const row = await facts.get('upgrade', upgradeId, 'upgrade')
  if (row.version === version) return row.content
  const rows = await facts.db.select().from(upgradeVersion).where(eq(upgradeVersion.upgradeId, upgradeId))
  const found = facts
    .loaded('upgradeVersion', rows)
    .find((one) => one.upgradeId === upgradeId && one.version === version)
  if (!found) throw new Refusal(404, 'not-there', `${row.name} has no version ${version}.`)
  return found.content
}

/** Does what a design says, step by step. @throws Refusal for a slot that is not there, or a part that does not go in */
export function build(
  building: Building,
  steps: readonly UpgradeStep[],
  reasons: Readonly<Record<string, RemovalReason>>,
  reason: string,
): void {
  const { facts, printer, seq, siteId, at } = building
  const limits = Object.fromEntries(
    steps.flatMap((step) => (step.kind === 'set limit' ? [[step.limit, step.value] as const] : [])),
  )
  for (const step of steps) {
    if (step.kind === 'set limit') continue
    const why = reasons[step.slot] ?? 'upgraded'
    if (step.kind === 'add slot') {
      fitInto(building, join(building, step), step.partTypeId)
      continue
    }
    const slot = slotNamed(building.slots, step.slot)
    if (!slot) throw new Refusal(409, 'no-such-slot', `${printer.name} has no slot called ${step.slot}.`)
    if (step.kind === 'fit part') {
      comesOut(building, slot, why)
      fitInto(building, slot, step.partTypeId)
      continue
    }
    comesOut(building, slot, why)
    leaves(building, slot)
    if (step.kind === 'change slot') fitInto(building, join(building, step, slot.position), step.partTypeId)
  }
  if (Object.keys(limits).length > 0)
    facts.put('limitChange', limitRow({ seq, siteId, printerId: printer.id, at, limits, reason }))
}

/** Takes a design's steps back on the machine, the last first: slots and parts are what they were before it. */
export function unbuild(building: Building, steps: readonly UpgradeStep[], was: BuiltBefore): void {
  const { printer, slots } = building
  for (const step of steps.toReversed()) {
    if (step.kind === 'set limit') continue
    const slot = slotNamed(slots, step.slot)
    const before = was.slots.find(({ name }) => name.toLowerCase() === step.slot.toLowerCase())
    if (step.kind !== 'remove slot') {
      if (!slot) throw new Refusal(409, 'no-such-slot', `${printer.name} has no slot called ${step.slot} any more.`)
      comesOut(building, slot, 'replaced in time')
      if (step.kind !== 'fit part') leaves(building, slot)
    }
    if (step.kind === 'add slot') continue
    const own =
      step.kind === 'fit part'
        ? (slot as SlotRow)
        : join(building, { slot: step.slot, slotKind: before?.kind ?? '' }, before?.position)
    const old = was.fittings.find(({ slotName }) => slotName.toLowerCase() === step.slot.toLowerCase())
    if (old) goesBack(building, own, old.row)
  }
}

/** What an installation changed, as it was before. */
export interface BuiltBefore {
  slots: Pick<SlotRow, 'name' | 'kind' | 'position'>[]
  fittings: { slotName: string; row: FittingRow }[]
}

/** The old part goes in again with its age where that can be; else a fresh one of its kind. */
function goesBack(building: Building, slot: SlotRow, old: FittingRow): void {
  const { facts, at, seq } = building
  const isGood = !old.movedOn && isStillGood(old.removalReason)
  if (!isGood) return fitInto(building, slot, old.partTypeId)
  const used = usedPart(old, old.partTypeId, at)
  facts.put('fitting', { ...used, movedOn: true, changedSeq: seq })
  facts.put('fitting', { ...newIn(building, slot, old.partTypeId), ...goesOnFrom(used), fromStore: false })
}

function join(
  { facts, printer, slots, seq, siteId, key, at }: Building,
  { slot: name, slotKind: kind }: { slot: string; slotKind: string },
  position = nextPosition(slots),
): SlotRow {
  requireFreeName(printer, slots, name)
  const row = joined({
    id: derivedId(`slot ${name}`, key),
    siteId,
    printerId: printer.id,
    name,
    kind,
    position,
    at,
    seq,
  })
  facts.put('slot', row)
  slots.push(row)
  return row
}

function leaves({ facts, slots, seq, at }: Building, slot: SlotRow): void {
  facts.put('slot', { ...slot, removedAt: at, removedSeq: seq })
  slots.splice(slots.indexOf(slot), 1)
}

function comesOut({ facts, printer, counters, seq, at }: Building, slot: SlotRow, removalReason: RemovalReason): void {
  const old = partInSlot(facts, { printer, slot, fittingId: undefined, at })
  if (old) facts.put('fitting', takenOut(old, { at, counters, seq, removalReason }))
}

const newIn = ({ facts: _, printer, slots: __, ...of }: Building, slot: SlotRow, partTypeId: string): FittingRow =>
  fitNew({
    ...of,
    id: derivedId(`fitting ${slot.id}`, of.key),
    printerId: printer.id,
    slotId: slot.id,
    partTypeId,
    fromStore: true,
  })

function fitInto(building: Building, slot: SlotRow, partTypeId: string | undefined): void {
  if (!partTypeId) return
  const { facts } = building
  requireFits(facts, partTypeId, slot.kind)
  if (fittingIn(facts, slot.id)) throw new Refusal(409, 'slot-taken', `Something sits in ${slot.name} already.`)
  facts.put('fitting', newIn(building, slot, partTypeId))
}

/** Whoever rebuilds a printer puts right what that has upset before it is used again. */
export async function waitForRelease(
  facts: Facts,
  of: { seq: number; siteId: string; printerId: string; at: Date },
  what: string,
): Promise<void> {
  const printer = facts.printer(of.printerId)
  if (printer.holdReason !== null) return facts.put('printer', upsetFrom(printer, of.at))
  await goesDown(facts, { ...of, faultId: null })
  facts.put('printer', onHold(printer, `${what}, not yet released`.slice(0, 500), of.at))
}

/** An installation that is on its printer: neither taken off nor taken back. */
export const isOn = ({ undoneSeq, takenBackSeq }: UpgradeChangeRow): boolean =>
  undoneSeq === null && takenBackSeq === null
