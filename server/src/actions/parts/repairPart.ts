import { v5 as derivedId } from 'uuid'
import { eq } from 'drizzle-orm'
import { combine, dayMs, given, hourMs, type Counters } from '@diatribon/core'
import type { RepairPart } from '@diatribon/contract'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { repair } from '../../platform/tables.ts'
import { wallTime } from '../../platform/wallClock.ts'
import type { ActionKind } from '../actionKind.ts'
import type { FittingRow } from '../facts.ts'
import { dutyRow } from '../pieces/dutyRow.ts'
import { confirmedWords, slotWork } from '../pieces/requireSignOffs.ts'
import { fitNew, partInSlot, putBack, slotOn, takenOut } from '../pieces/slotParts.ts'
import { goesDown, onHold } from '../pieces/down.ts'
import { openFault } from '../pieces/openFault.ts'
import { countersAt, fittedCountersOf } from '../pieces/placeEvidence.ts'
import { moveRow, movesOf, requirePieces } from '../pieces/stockMoves.ts'
import { putChange } from '../pieces/steps.ts'

export const repairPart: ActionKind<RepairPart> = {
  right: 'swap parts',
  reachesBeyondPrinter: ({ materials = [] }) => materials.length > 0,
  needs: ({ slotId }) => ({ slots: [slotId] }),
  photos: ({ photos = [] }) => photos,
  work: (facts, { printerId, slotId, confirmed }) => slotWork(facts, { printerId, slotIds: [slotId], confirmed }),

  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, slotId, fittingId, was, way, what, effect, permanence, minutes, comeBack, faultId, key } = action
    const { materials = [], materialsMinor = 0, cureHours = 0 } = action
    const printer = facts.printer(printerId)
    const slot = slotOn(facts, printer, slotId)
    if (permanence === 'temporary' && !comeBack)
      throw badInput('comeBack', 'A repair for now needs a day on which somebody comes back to it.')
    const old = given(partInSlot(facts, { printer, slot, fittingId, at }))
    const taken = materials.map(({ itemId }) => itemId)
    await requirePieces(facts, taken)
    const { timeZone } = await facts.site(siteId)
    const duty = comeBack
      ? await dutyRow(facts, {
          ...comeBack,
          what: `${slot.name}: ${what}, mended for now`.slice(0, 300),
          printerId,
          siteId,
          personId,
          at,
          seq,
        })
      : null
    if (faultId) await openFault(facts, faultId, printerId)
    const counters = await countersAt(facts, printer, at)
    const out = takenOut(old, { at, counters, seq, removalReason: was ?? 'repaired in place' })
    facts.put('fitting', { ...out, movedOn: !was })
    const goesOnId = derivedId('fitting', key)
    facts.put('fitting', mended(out, { id: goesOnId, counters, seq, at, effect, was }))
    facts.put('repair', {
      seq,
      siteId,
      printerId,
      slotId,
      fittingId: old.id,
      goesOnId,
      was: was ?? null,
      way,
      words: what,
      effect,
      permanence,
      minutes,
      costMinor: materialsMinor,
      cureHours,
      faultId: faultId ?? null,
      at,
      runHours: counters.hours,
      personId,
      takenBackSeq: null,
    })
    for (const { itemId, pieces } of materials)
      facts.put('stockMove', moveRow({ seq, siteId, personId, at, itemId, kind: 'out', pieces, words: what }))
    if (duty) facts.put('duty', duty)
    if (faultId)
      await putChange(facts, {
        id: derivedId('step', key),
        siteId,
        faultId,
        seq,
        personId,
        at,
        words: `${slot.name} ${way}: ${what}`.slice(0, 500),
        causeId: null,
      })
    if (cureHours > 0 && printer.holdReason === null) {
      const until = new Date(at.getTime() + cureHours * hourMs)
      await goesDown(facts, { seq, siteId, printerId, at, faultId: null })
      facts.put(
        'printer',
        onHold(printer, `${slot.name} ${way}: it must cure until ${wallTime(timeZone, until)} at least.`, at),
      )
    }
  },

  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'A repair is not corrected: take the entry back and tell it anew.')
    const rows = await facts.db.select().from(repair).where(eq(repair.seq, original.seq))
    const row = given(facts.loaded('repair', rows).find((one) => one.seq === original.seq))
    const moves = await movesOf(facts, original.seq)
    await facts.load('fitting', 'id', [row.fittingId, row.goesOnId])
    const [old, after] = [facts.fitting(row.fittingId), facts.fitting(row.goesOnId)]
    if (after.removedAt)
      throw new Refusal(409, 'built-upon', 'The part has come out since. Take that entry back first.')
    facts.put('fitting', { ...after, takenBackSeq: seq, changedSeq: seq })
    facts.put('fitting', { ...putBack(old, seq), movedOn: false })
    for (const move of moves) facts.put('stockMove', { ...move, takenBackSeq: seq })
    facts.put('repair', { ...row, takenBackSeq: seq })
    const { comeBack, faultId, key } = original.action
    const promise = comeBack && (await facts.get('duty', comeBack.dutyId, 'duty'))
    if (promise && promise.settledSeq === null) facts.put('duty', { ...promise, settledSeq: seq })
    const step = faultId && (await facts.look('faultStep', derivedId('step', key)))
    if (step) facts.put('faultStep', { ...step, takenBackSeq: seq })
  },

  words: ({ slotId, way, what, effect, permanence, was, minutes, cureHours, confirmed }, names) =>
    `${names.slot(slotId)} ${way}${was ? ` (it had ${was === 'worn at check' ? 'been found worn' : was === 'failed' ? 'failed' : 'been damaged'})` : ''}: ${what}. ` +
    `${permanence === 'temporary' ? 'For now' : 'For good'}, wear ${effect}, ${minutes} min${cureHours ? `, cures ${cureHours} h` : ''}${confirmedWords(confirmed)}`,
}

/** How much of its age a part keeps: half of it where it is better than before. Asked of whoever mended it; what follows teaches. */
const keeps = { 'as before': 1, better: 0.5, 'as new': 0 } as const

/** The same part in the same slot, with the age that the repair has left it. */
function mended(
  out: FittingRow,
  of: {
    id: string
    counters: Counters
    seq: number
    at: Date
    effect: RepairPart['effect']
    was: RepairPart['was']
  },
): FittingRow {
  const { id, counters, seq, at, effect, was } = of
  const { siteId, printerId, slotId, partTypeId } = out
  const share = keeps[effect]
  const ran = combine(
    {
      hours: given(out.removedHours),
      prints: given(out.removedPrints),
      metres: given(out.removedMetres),
      abrasiveMetres: given(out.removedAbrasiveMetres),
    },
    fittedCountersOf(out),
    (a, b) => a - b,
  )
  const fresh = fitNew({ id, siteId, printerId, slotId, partTypeId, at, counters, seq })
  return {
    ...fresh,
    // Before anything had failed, it is one life that goes on; after a failure another begins.
    partId: was || share < 1 ? fresh.id : out.partId,
    ageIsKnown: share === 0 || out.ageIsKnown,
    beforeHours: share * (out.beforeHours + ran.hours),
    beforePrints: share * (out.beforePrints + ran.prints),
    beforeMetres: share * (out.beforeMetres + ran.metres),
    beforeAbrasiveMetres: share * (out.beforeAbrasiveMetres + ran.abrasiveMetres),
    beforeDays: share * (out.beforeDays + (at.getTime() - out.fittedAt.getTime()) / dayMs),
  }
}
