import { eq } from 'drizzle-orm'
import { given } from '@diatribon/core'
import { limitNaming, type ChangeLimits, type MachineLimits } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import { limitChange } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import { limitRow } from '../pieces/limitRow.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const changeLimits: ActionKind<ChangeLimits> = {
  right: 'swap parts',
  needs: () => ({}),
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, limits, reason } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    await facts.load('model', 'id', [printer.modelId])
    if (!facts.model(printer.modelId).limits)
      throw badInput('limits', `The catalogue has no limits of the model of ${printer.name} yet. Enter those first.`)
    facts.put('limitChange', limitRow({ seq, siteId, printerId, at, limits, reason }))
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'Limits are not corrected: take the entry back, or change them.')
    const rows = await facts.db.select().from(limitChange).where(eq(limitChange.seq, original.seq))
    const row = given(facts.loaded('limitChange', rows).find((one) => one.seq === original.seq))
    facts.put('limitChange', { ...row, takenBackSeq: seq })
  },
  words: ({ limits, reason }) => `${limitWords(limits)}. ${reason}`,
}

export function limitWords(limits: Partial<MachineLimits>): string {
  return Object.entries(limits)
    .map(([key, value]) => {
      const [name, unit] = limitNaming[key as keyof MachineLimits]
      const said =
        value === null ? 'none' : typeof value === 'boolean' ? (value ? 'yes' : 'no') : `${value}${unit && ` ${unit}`}`
      return `${name} ${said}`
    })
    .join(', ')
}
