import type { TakePrinterBack } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { openLoan } from './lendPrinter.ts'
import { goesDown, onHold } from '../pieces/down.ts'
import { putEvent } from '../pieces/events.ts'

export const takePrinterBack: ActionKind<TakePrinterBack> = {
  right: 'release a printer',
  photos: ({ photos = [] }) => photos,
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, condition, photos = [] } = action
    const printer = facts.printer(printerId)
    const out = await openLoan(facts, printerId)
    if (!out) throw new Refusal(409, 'not-lent', `${printer.name} is not lent out.`)
    if (at < out.at) throw new Refusal(409, 'time-reversed', 'It cannot come back before it was lent.')
    await goesDown(facts, { seq, siteId, printerId, at, faultId: null })
    facts.put('loan', { ...out, backAt: at, backSeq: seq, backCondition: condition, backPhotos: photos })
    // It has been carried about: what that upsets is put right first.
    putEvent(facts, { seq, siteId, printerId, at, event: 'moved', words: `Back from ${out.to}` })
    facts.put('printer', onHold(printer, `Back from ${out.to}, not yet released`, at))
  },
  words: ({ condition }) => condition,
}
