import type { AddCheckType, CheckContent } from '@diatribon/contract'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { kindsNamed } from '../pieces/readingRow.ts'
import type { ActionKind, Entry } from '../actionKind.ts'
import type { Facts } from '../facts.ts'

export const addCheckType: ActionKind<AddCheckType> = {
  right: 'keep the checks',
  async apply(facts, entry) {
    const { siteId, at, action } = entry
    const { checkTypeId, content } = action
    if (await facts.look('checkType', checkTypeId))
      throw new Refusal(409, 'already-here', 'There is already a check with this id. Change it instead.')
    await requireSound(facts, content)
    facts.put('checkType', {
      id: checkTypeId,
      siteId,
      name: content.name,
      version: 1,
      content,
      retired: false,
      addedAt: at,
    })
    putVersion(facts, entry, 1)
  },
  words: ({ content }) => checkWords(content),
}

/** @throws Refusal when a measured step names a reading that is not there, or in another unit */
export async function requireSound(facts: Facts, { steps }: CheckContent): Promise<void> {
  const kinds = await kindsNamed(
    facts,
    steps.flatMap(({ reading }) => reading ?? []),
  )
  steps.forEach(({ title, reading, unit }, i) => {
    if (!reading) return
    const kind = kinds.get(reading.toLowerCase())
    if (!kind)
      throw badInput(
        `content.steps.${i}.reading`,
        `“${title}”: there is no kind of reading called ${reading}. Add it first.`,
      )
    if (kind.unit !== unit)
      throw badInput(
        `content.steps.${i}.unit`,
        `“${title}”: ${kind.name} is told in ${kind.unit}; the unit ${unit} does not fit.`,
      )
  })
}

export function putVersion(
  facts: Facts,
  { siteId, at, personId, action }: Entry<{ checkTypeId: string; content: CheckContent }>,
  version: number,
): void {
  const { checkTypeId, content } = action
  facts.put('checkVersion', { id: `${checkTypeId} ${version}`, siteId, checkTypeId, version, content, at, personId })
}

export const checkWords = ({ name, steps, minutes }: CheckContent) =>
  `${name}, ${steps.length} ${steps.length === 1 ? 'step' : 'steps'}, ${minutes} min`
