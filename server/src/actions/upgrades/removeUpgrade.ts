import { eq } from 'drizzle-orm'
import type { RemoveUpgrade } from '@diatribon/contract'
import { given } from '@diatribon/core'
import { Refusal } from '../../platform/refusal.ts'
import { fitting, limitChange, slot } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import { workOfDesign } from './installUpgrade.ts'
import { inPlace } from '../needs.ts'
import { confirmedWords } from '../pieces/requireSignOffs.ts'
import { putEvent } from '../pieces/events.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { slotsOn } from '../pieces/slotsOn.ts'
import { designOf, isOn, partsIn, unbuild, waitForRelease } from '../pieces/upgradeBuild.ts'

export const removeUpgrade: ActionKind<RemoveUpgrade> = {
  right: 'swap parts',
  reachesBeyondPrinter: () => true,
  async work(facts, { printerId, changeId, confirmed }) {
    const { upgradeId, version } = await facts.get('upgradeChange', changeId, 'installation')
    return workOfDesign(facts, { printerId, upgradeId, version, confirmed })
  },

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, changeId, alreadyBack = false } = action
    const printer = facts.printer(printerId)
    const change = await facts.get('upgradeChange', changeId, 'installation')
    if (change.printerId !== printerId || !isOn(change))
      throw new Refusal(409, 'not-installed', `${printer.name} does not have this upgrade any more.`)
    if (at < change.at) throw new Refusal(409, 'time-reversed', 'It cannot come off before it was installed.')
    const content = await designOf(facts, change.upgradeId, change.version)
    const slots = await slotsOn(facts, printerId)
    const outThen = await facts.db.select().from(fitting).where(eq(fitting.removedSeq, change.seq))
    const wentThen = facts.loaded('fitting', outThen).filter((one) => one.removedSeq === change.seq)
    const goneThen = await facts.db.select().from(slot).where(eq(slot.removedSeq, change.seq))
    const leftThen = facts.loaded('slot', goneThen).filter((one) => one.removedSeq === change.seq)
    const limits = await facts.db.select().from(limitChange).where(eq(limitChange.seq, change.seq))
    await facts.load('partType', 'id', [...partsIn(content.steps), ...wentThen.map(({ partTypeId }) => partTypeId)])
    await facts.load(
      'fitting',
      'slot_id',
      slots.map(({ id }) => id),
      inPlace,
    )
    const all = [...slots, ...leftThen]
    const fittings = wentThen.map(({ id, slotId }) => ({
      slotName: given(all.find((one) => one.id === slotId)).name,
      row: facts.fitting(id),
    }))
    const counters = await countersAt(facts, printer, at)
    unbuild({ facts, printer, slots, counters, seq, siteId, key: action.key, at }, content.steps, {
      slots: leftThen,
      fittings,
    })
    for (const row of facts.loaded('limitChange', limits).filter((one) => one.seq === change.seq))
      facts.put('limitChange', { ...row, untilAt: at, untilSeq: seq })
    for (const event of content.events) putEvent(facts, { seq, siteId, printerId, at, event, words: content.name })
    facts.put('upgradeChange', { ...change, undoneAt: at, undoneSeq: seq })
    if (!alreadyBack) await waitForRelease(facts, { seq, siteId, printerId, at }, `${content.name} taken off`)
  },

  words: ({ reason, confirmed }) => `${reason}${confirmedWords(confirmed)}`,
}
