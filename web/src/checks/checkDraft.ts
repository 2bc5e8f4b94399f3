import type { CheckContent, CheckStep, CheckType } from '@diatribon/contract'
import { linesWritten } from '../forms/told.ts'
import type { FormAction } from '../session/openSending.ts'
import { newKey } from '../ui/newKey.ts'

/** A check as it is written. */
export interface CheckDraft {
  checkTypeId: string
  content: CheckContent
}

const empty: CheckContent = {
  name: '',
  purpose: '',
  minutes: 10,
  tools: [],
  parts: [],
  cautions: [],
  role: 'operator',
  signOff: null,
  models: [],
  beforePrint: false,
  turns: { every: [], firstAfter: null, countFrom: 'done', window: 0.2 },
  steps: [],
}

/** @param from what is changed, or (as a copy) begun from */
export function checkBegun(from: CheckType | null | undefined, copy: boolean): CheckDraft {
  if (from && !copy) return { checkTypeId: from.id, content: from.content }
  const content = from ? { ...from.content, name: `${from.content.name}, copy` } : empty
  // A copy has steps of its own.
  return {
    checkTypeId: newKey(),
    content: { ...content, steps: content.steps.map((step) => ({ ...step, id: newKey() })) },
  }
}

/** @param seen the version that is changed; null: it is a new check */
export function checkAction({ checkTypeId, content }: CheckDraft, seen: number | null): FormAction {
  const { cautions, steps } = content
  const written = { ...content, cautions: linesWritten(cautions), steps: steps.map(whole) }
  return seen === null
    ? { kind: 'add-check-type', checkTypeId, content: written }
    : { kind: 'change-check-type', checkTypeId, version: seen, content: written }
}

export const usualChoices: CheckStep['choices'] = [
  { words: 'in order', isBad: false },
  { words: 'not in order', isBad: true },
]

/** A step with what its kind needs and nothing that it must not have; empty words are no words. */
function whole(step: CheckStep): CheckStep {
  const { id, kind, title, how, state, caution, optional, looksAt, needs } = step
  return {
    id,
    kind,
    title,
    state,
    ...(how ? { how } : {}),
    ...(caution ? { caution } : {}),
    ...(optional ? { optional } : {}),
    ...(looksAt && looksAt.length > 0 ? { looksAt } : {}),
    ...(needs && needs.length > 0 ? { needs } : {}),
    ...(kind === 'measure' ? measured(step) : {}),
    ...(kind === 'choose' ? { choices: step.choices ?? usualChoices } : {}),
  }
}

function measured({ reading, unit = '', lower, target, upper }: CheckStep): Partial<CheckStep> {
  const limits = Object.entries({ lower, target, upper }).filter(([, value]) => value !== undefined)
  return { ...(reading ? { reading } : {}), unit, ...Object.fromEntries(limits) }
}
