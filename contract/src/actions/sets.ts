import type { Actions } from './index.ts'

/**
 * What the kinds of action set, thing and id in one: its versions are counted, and of two who have seen the same version the second is told
 * what the first has made of it.
 */
export const sets: { [Kind in keyof Actions]?: (action: Actions[Kind]) => string } = {
  'set-item': ({ itemId }) => `item ${itemId}`,
  'set-box': ({ boxId }) => `box ${boxId}`,
  'set-rates': () => 'rates',
  'set-cause': ({ causeId }) => `cause ${causeId}`,
  'set-symptom': ({ symptomId }) => `symptom ${symptomId}`,
  'set-test': ({ testId }) => `test ${testId}`,
  'set-upset': ({ upsetId }) => `upset ${upsetId}`,
  'set-shifts': ({ personId }) => `shifts ${personId}`,
  'set-standing-rule': ({ partTypeId }) => `standing rule ${partTypeId}`,
  'set-calendar': () => 'calendar',
  'set-plan-rules': () => 'plan rules',
  'set-site-address': () => 'site address',
  'set-site-mains': () => 'site mains',
  'change-model': ({ modelId }) => `model ${modelId}`,
  'change-part-type': ({ partTypeId }) => `part type ${partTypeId}`,
  'change-person': ({ personId }) => `person ${personId}`,
  'change-reading-kind': ({ readingKindId }) => `reading ${readingKindId}`,
  'relax-rules': () => 'relaxed rules',
  'set-material': ({ materialId }) => `material ${materialId}`,
}

/** The thing that an action sets; null: it sets none. */
export function thingSet(action: { kind: keyof Actions }): string | null {
  const name = sets[action.kind] as ((of: unknown) => string) | undefined
  return name ? name(action) : null
}
