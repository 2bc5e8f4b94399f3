import type { CheckContent } from '@diatribon/contract'
import { outInWords } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { outOf } from '../../rules/printerState.ts'
import { checksForRelease } from '../../rules/workOnStopped.ts'
import type { Facts } from '../facts.ts'
import { stopFaults } from './stopFaults.ts'

/**
 * A printer that is stopped or on hold is neither heated nor moved, but for what its release asks for or a lead has said.
 * @param of.content what heats or moves it
 * @param of.exception why a lead has it done all the same; null: nobody said so
 * @throws Refusal 409 with the reason of the stop or hold
 */
export async function requireUsableFor(
  facts: Facts,
  of: { printerId: string; checkTypeId: string; content: CheckContent; exception: string | null; at: string },
): Promise<void> {
  const { printerId, checkTypeId, content, exception, at } = of
  if (exception !== null) return
  const printer = facts.printer(printerId)
  const [stop] = await stopFaults(facts, printerId)
  const out = outOf({
    ...printer,
    stop: stop ? { faultId: stop.id, symptom: stop.symptom, at, byVisitor: false } : null,
  })
  if (!out) return
  await facts.flush()
  if ((await checksForRelease(facts.db, printer, new Date(at))).has(checkTypeId)) return
  throw new Refusal(
    409,
    'stopped-or-held',
    `${printer.name} must not be heated or moved. ${outInWords(out)}. “${content.name}” waits until that is put right; a lead can begin it as an exception.`,
  )
}
