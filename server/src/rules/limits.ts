import type { ReadingKind } from '@diatribon/contract'

/** Limits of a kind of reading for a printer of a model: the maker's for the model, else the site's. */
export function limitsFor(
  { lower, upper, models }: Pick<ReadingKind, 'lower' | 'upper' | 'models'>,
  modelId: string,
): { lower: number | null; upper: number | null; from: 'maker' | 'site' } {
  const own = models.find((model) => model.modelId === modelId)
  return own ? { lower: own.lower, upper: own.upper, from: 'maker' } : { lower, upper, from: 'site' }
}

/**
 * How warm an enclosure may be: the maker's limit for the model, else the site's for models that are enclosed. Around an open
 * printer there is only the room, which nobody has set a limit for.
 */
export function enclosureLimit(
  kind: Pick<ReadingKind, 'lower' | 'upper' | 'models'>,
  model: { id: string; isEnclosed: boolean },
): number | null {
  const { upper, from } = limitsFor(kind, model.id)
  return from === 'maker' || model.isEnclosed ? upper : null
}
