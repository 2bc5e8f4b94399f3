import { eq, or } from 'drizzle-orm'
import type { InstallUpgrade } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { campaign, fitting, limitChange, slot, upgradeChange } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts, PrinterRow } from '../facts.ts'
import { requireHere } from '../pieces/requireHere.ts'
import { confirmedWords, workOnKinds } from '../pieces/requireSignOffs.ts'
import { putBack } from '../pieces/slotParts.ts'
import { eventsOf, putEvent, takeBackEvents } from '../pieces/events.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { requireJoints } from '../pieces/requireJoints.ts'
import { slotKindsNamed } from '../pieces/slotKinds.ts'
import { slotNamed, slotsOn } from '../pieces/slotsOn.ts'
import { inPlace } from '../needs.ts'
import { moveRow, movesOf } from '../pieces/stockMoves.ts'
import { build, designOf, isOn, partsIn, waitForRelease } from '../pieces/upgradeBuild.ts'

export const installUpgrade: ActionKind<InstallUpgrade> = {
  right: 'swap parts',
  // It reads designs and campaigns, and takes from the stores.
  reachesBeyondPrinter: () => true,
  async whenSent(facts, { printerId, upgradeId, version }) {
    const { steps } = await designOf(facts, upgradeId, version)
    const slots = await slotsOn(facts, printerId)
    await facts.load('partType', 'id', partsIn(steps))
    const incoming = steps.flatMap((step) =>
      'partTypeId' in step && step.partTypeId
        ? { slotId: slotNamed(slots, step.slot)?.id ?? step.slot, partTypeId: step.partTypeId }
        : [],
    )
    await requireJoints(facts, printerId, incoming)
  },
  work: (facts, { printerId, upgradeId, version, confirmed }) =>
    workOfDesign(facts, { printerId, upgradeId, version, confirmed }),

  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, changeId, upgradeId, version, alreadyBack = false, minutes } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    const content = await designOf(facts, upgradeId, version)
    if (content.models.length > 0 && !content.models.includes(printer.modelId))
      throw new Refusal(409, 'does-not-fit', `${content.name} does not fit ${printer.name}: it is for other models.`)
    if ((await facts.get('upgrade', upgradeId, 'upgrade')).dropped)
      throw new Refusal(409, 'not-offered', `${content.name} is not offered any more.`)
    const kept = await facts.db.select().from(upgradeChange).where(eq(upgradeChange.printerId, printerId))
    const there = facts.loaded('upgradeChange', kept)
    if (there.some(({ id }) => id === changeId))
      throw new Refusal(409, 'already-here', 'This installation stands in the book already.')
    if (there.some((one) => one.printerId === printerId && one.upgradeId === upgradeId && isOn(one)))
      throw new Refusal(409, 'already-installed', `${printer.name} has ${content.name} already.`)
    const campaignId = await campaignHere(facts, { asked: action.campaignId, upgradeId, printer })
    const slots = await slotsOn(facts, printerId)
    await facts.load('partType', 'id', partsIn(content.steps))
    await facts.load(
      'fitting',
      'slot_id',
      slots.map(({ id }) => id),
      inPlace,
    )
    const counters = await countersAt(facts, printer, at)
    const building = { facts, printer, slots, counters, seq, siteId, key: action.key, at }
    build(building, content.steps, action.removalReasons ?? {}, content.name)
    // Parts of slots count by being fitted; the rest of what it takes goes out of the stores here.
    for (const { itemId, pieces, name } of content.parts)
      if (itemId && !(await isFitted(facts, itemId, partsIn(content.steps))))
        facts.put('stockMove', moveRow({ seq, siteId, personId, at, itemId, kind: 'out', pieces, words: name }))
    for (const event of content.events) putEvent(facts, { seq, siteId, printerId, at, event, words: content.name })
    facts.put('upgradeChange', {
      id: changeId,
      siteId,
      printerId,
      upgradeId,
      version,
      campaignId,
      at,
      runHours: counters.hours,
      minutes: minutes ?? content.minutes,
      personId,
      seq,
      undoneAt: null,
      undoneSeq: null,
      takenBackSeq: null,
    })
    if (!alreadyBack) await waitForRelease(facts, { seq, siteId, printerId, at }, `${content.name} installed`)
  },

  async amend(facts, original, { seq, action }) {
    if (!action.takeBack)
      throw new Refusal(400, 'bad-input', 'An installation is not corrected: take the entry back and tell it anew.')
    const { changeId, printerId } = original.action
    const events = await eventsOf(facts, original.seq)
    const change = await facts.get('upgradeChange', changeId, 'installation')
    if (change.undoneSeq !== null)
      throw new Refusal(409, 'built-upon', 'It was taken off again later; the book tells both.')
    const moves = await movesOf(facts, original.seq)
    const limits = await facts.db.select().from(limitChange).where(eq(limitChange.seq, original.seq))
    await takeBackBuild(facts, { printerId, entrySeq: original.seq, seq })
    for (const move of moves) facts.put('stockMove', { ...move, takenBackSeq: seq })
    for (const row of facts.loaded('limitChange', limits).filter((one) => one.seq === original.seq))
      facts.put('limitChange', { ...row, takenBackSeq: seq })
    takeBackEvents(facts, events, seq)
    facts.put('upgradeChange', { ...change, takenBackSeq: seq })
  },

  words: ({ upgradeId, version, minutes, note, confirmed, alreadyBack }, names) =>
    `${names.upgrade(upgradeId)}, version ${version}${minutes === undefined ? '' : `, ${minutes} min`}` +
    `${alreadyBack ? ', told later' : ''}${note ? `. ${note}` : ''}${confirmedWords(confirmed)}`,
}

/** The sign-offs that a design asks for, and those of the slots that it touches. */
export async function workOfDesign(
  facts: Facts,
  of: Pick<InstallUpgrade, 'printerId' | 'upgradeId' | 'version' | 'confirmed'>,
) {
  const { steps, signOffs } = await designOf(facts, of.upgradeId, of.version)
  const slots = await slotsOn(facts, of.printerId)
  const kinds = steps.flatMap((step) =>
    step.kind === 'set limit'
      ? []
      : [slotNamed(slots, step.slot)?.kind ?? [], 'slotKind' in step ? step.slotKind : []].flat(),
  )
  const asked = new Map<string, { work: (typeof signOffs)[number] | null }>(
    await slotKindsNamed(facts, [...new Set(kinds)]),
  )
  for (const work of signOffs) asked.set(`design ${work}`, { work })
  return workOnKinds(asked, { modelId: facts.printer(of.printerId).modelId, confirmed: of.confirmed })
}

async function isFitted(facts: Facts, itemId: string, partTypeIds: readonly string[]): Promise<boolean> {
  const { partTypeId } = await facts.get('stockItem', itemId, 'item of the stores')
  return partTypeId !== null && partTypeIds.includes(partTypeId)
}

/** The campaign that an installation belongs to: the one that was named, or the one that is going on. @throws Refusal where it would spoil a trial */
async function campaignHere(
  facts: Facts,
  { asked, upgradeId, printer }: { asked: string | undefined; upgradeId: string; printer: PrinterRow },
): Promise<string | null> {
  const kept = await facts.db.select().from(campaign).where(eq(campaign.upgradeId, upgradeId))
  const own = facts.loaded('campaign', kept).filter((one) => one.upgradeId === upgradeId)
  const named = asked ? own.find(({ id }) => id === asked) : undefined
  if (asked && !named) throw new Refusal(404, 'not-there', 'This upgrade has no such campaign.')
  if (named?.endedAt)
    throw new Refusal(409, 'campaign-ended', `${named.name} has ended; nothing more is installed in it.`)
  const open = named ?? own.find(({ endedAt }) => endedAt === null)
  const arm = open?.arms.find(({ printerId }) => printerId === printer.id)?.arm
  if (open && arm === 'compared')
    throw new Refusal(
      409,
      'compared',
      `${printer.name} was drawn to be compared in ${open.name}. End the campaign before it gets the upgrade, or the comparison is spoilt.`,
    )
  if (named && !arm) throw new Refusal(409, 'not-in-campaign', `${printer.name} is no part of ${named.name}.`)
  return open && arm ? open.id : null
}

/** As if it had never been installed. @throws Refusal when later entries build on it */
async function takeBackBuild(facts: Facts, of: { printerId: string; entrySeq: number; seq: number }): Promise<void> {
  const { printerId, entrySeq, seq } = of
  const kept = await facts.db
    .select()
    .from(fitting)
    .where(or(eq(fitting.fittedSeq, entrySeq), eq(fitting.removedSeq, entrySeq)))
  const fittings = facts
    .loaded('fitting', kept)
    .filter((row) => (row.fittedSeq === entrySeq || row.removedSeq === entrySeq) && row.takenBackSeq === null)
  const slotRows = await facts.db.select().from(slot).where(eq(slot.printerId, printerId))
  const slots = facts.loaded('slot', slotRows).filter((one) => one.printerId === printerId)
  const came = fittings.filter((row) => row.fittedSeq === entrySeq)
  const went = fittings.filter((row) => row.removedSeq === entrySeq)
  if (came.some(({ removedAt }) => removedAt !== null) || went.some(({ movedOn }) => movedOn))
    throw new Refusal(
      409,
      'built-upon',
      'Parts of it were changed since. Take those entries back first, or take it off.',
    )
  for (const row of came) facts.put('fitting', { ...row, takenBackSeq: seq, changedSeq: seq })
  // What joined makes room before what left comes back under the same name.
  for (const row of slots)
    if (row.addedSeq === entrySeq) facts.put('slot', { ...row, removedAt: row.addedAt, removedSeq: seq })
  for (const row of slots)
    if (row.removedSeq === entrySeq) facts.put('slot', { ...row, removedAt: null, removedSeq: null })
  for (const row of went) facts.put('fitting', putBack(row, seq))
}
