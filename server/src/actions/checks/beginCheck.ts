import { and, eq, isNull } from 'drizzle-orm'
import { hasColdWork, type BeginCheck } from '@diatribon/contract'
import { isCheckFor, lacking } from '@diatribon/core'
import { requireUsableFor } from '../pieces/requireUsable.ts'
import { requireMayDo, workOf } from '../pieces/doing.ts'
import { machineOf } from '../pieces/machineOf.ts'
import { Refusal } from '../../platform/refusal.ts'
import { checkSheet } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts } from '../facts.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const beginCheck: ActionKind<BeginCheck> = {
  right: 'do checks',
  async work(facts, { checkTypeId, printerId, exception }) {
    const { content } = await facts.get('checkType', checkTypeId, 'check')
    const work = workOf(content, facts.printer(printerId).modelId)
    return exception === undefined
      ? work
      : { ...work, role: { least: 'lead', forWhat: 'Begin a check on a printer that is stopped or on hold' } }
  },
  async whenSent(facts, { printerId, checkTypeId, exception = null, at }) {
    const { content } = await facts.get('checkType', checkTypeId, 'check')
    if (hasColdWork(content)) return
    await requireUsableFor(facts, { printerId, checkTypeId, content, exception, at })
  },
  async apply(facts, { siteId, personId, at, action }) {
    const { printerId, sheetId, checkTypeId, version, exception = null } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    const type = await facts.get('checkType', checkTypeId, 'check')
    const { content } = type
    if (type.retired) throw new Refusal(409, 'retired', `${content.name} is retired and no longer done.`)
    if (type.version !== version)
      throw new Refusal(
        409,
        'changed-meanwhile',
        `${content.name} was changed meanwhile: you saw version ${version}, it is at version ${type.version} now. Begin again with that.`,
      )
    if (content.models.length > 0 && !content.models.includes(printer.modelId))
      throw new Refusal(409, 'not-for-this-model', `${content.name} is not for printers such as ${printer.name}.`)
    const machine = content.steps.some(({ needs }) => needs) ? await machineOf(facts, printerId, at) : null
    if (machine && !isCheckFor(content.steps, machine))
      throw new Refusal(
        409,
        'not-for-this-machine',
        `${content.name} is for machines with ${lacking(content.steps, machine).join(', ')}; ${printer.name} is not one by its slots, its limits and its model’s bed.`,
      )
    if (await facts.look('checkSheet', sheetId))
      throw new Refusal(409, 'already-here', 'There is already a check with this id. Make a new id for a new one.')
    await requireNotOpen(facts, printerId, checkTypeId, content.name)
    await requireMayDo(facts, content, { siteId, personId, printerId, at })
    facts.put('checkSheet', {
      id: sheetId,
      siteId,
      printerId,
      checkTypeId,
      version,
      begunAt: at,
      begunBy: personId,
      exception,
      confirmed: [],
      finishedAt: null,
      finishedSeq: null,
      finishedBy: null,
      outcome: null,
      reason: null,
    })
  },
  words: ({ checkTypeId, version, exception }, names) =>
    `${names.checkType(checkTypeId)} begun (version ${version})${exception ? `, as an exception: ${exception}` : ''}`,
}

/** @throws Refusal when this check is being done on the printer */
export async function requireNotOpen(
  facts: Facts,
  printerId: string,
  checkTypeId: string,
  name: string,
): Promise<void> {
  const found = await facts.db
    .select()
    .from(checkSheet)
    .where(
      and(eq(checkSheet.printerId, printerId), eq(checkSheet.checkTypeId, checkTypeId), isNull(checkSheet.outcome)),
    )
  const open = facts
    .loaded('checkSheet', found)
    .find((row) => row.printerId === printerId && row.checkTypeId === checkTypeId && row.outcome === null)
  if (open)
    throw new Refusal(
      409,
      'already-begun',
      `${name} is already being done on ${facts.printer(printerId).name}. Go on with that one; two people can share it.`,
    )
}
