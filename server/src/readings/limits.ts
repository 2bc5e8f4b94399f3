import type { ReadingKind } from '@diatribon/contract'

/** Limits of a kind of reading for a printer of a model: the maker's for the model, else the site's. */
export function limitsFor(
  { lower, upper, models }: Pick<ReadingKind, 'lower' | 'upper' | 'models'>,
  modelId: string,
): { lower: number | null; upper: number | null; from: 'maker' | 'site' } {
  const own = models.find((model) => model.modelId === modelId)
  return own ? { lower: own.lower, upper: own.upper, from: 'maker' } : { lower, upper, from: 'site' }
}
