import type { ReceiveItems } from '@diatribon/contract'
import { given } from '@diatribon/core'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import type { JobRow, PrinterRow } from '../facts.ts'
import { moveRow, movesOf, piecesInKits, requireItems } from '../pieces/stockMoves.ts'

export const receiveItems: ActionKind<ReceiveItems> = {
  right: 'keep the stores',
  needs: ({ printedOn, jobId }) => ({ knownPrinters: printedOn ? [printedOn] : [], jobs: jobId ? [jobId] : [] }),
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { lines, supplier = null, printedOn = null, jobId = null, note = null } = action
    await requireItems(
      facts,
      lines.map(({ itemId }) => itemId),
    )
    const from = printedOn ? `Printed here on ${facts.printer(printedOn).name}` : supplier
    if (jobId) requireJobOn(facts.find('job', jobId), facts.printer(given(printedOn)))
    for (const { itemId, pieces, paidMinor } of await piecesInKits(facts, lines)) {
      const came = { itemId, pieces, paidMinor, supplier: from, printedOn, jobId, words: note }
      facts.put('stockMove', moveRow({ seq, siteId, personId, at, kind: 'in', ...came }))
    }
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'A receipt is not corrected: take it back and tell it anew.')
    for (const move of await movesOf(facts, original.seq)) facts.put('stockMove', { ...move, takenBackSeq: seq })
  },
  words: ({ lines, supplier, note }, names) =>
    `${lines.map(({ itemId, pieces, paidMinor }) => `${pieces} × ${names.item(itemId)}${paidMinor === null ? '' : ` for ${names.money(paidMinor)}`}`).join(', ')}${supplier ? ` from ${supplier}` : ''}${note ? `. ${note}` : ''}`,
}

/** @throws Refusal for a job that was not printed there, or has not ended well */
function requireJobOn(job: JobRow | undefined, printer: PrinterRow): void {
  if (!job || job.printerId !== printer.id)
    throw badInput('jobId', `That job did not run on ${printer.name}. Choose one of its jobs, or none.`)
  if (job.outcome === null)
    throw new Refusal(
      409,
      'job-running',
      `“${job.name}” is not finished yet. Finish the job first, then receive its pieces.`,
    )
}
