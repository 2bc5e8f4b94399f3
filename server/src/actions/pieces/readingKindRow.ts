import type { AddReadingKind } from '@diatribon/contract'
import type { ReadingKindRow } from '../facts.ts'

export function kindRow(of: Omit<AddReadingKind, 'kind' | 'key' | 'at'>, siteId: string): ReadingKindRow {
  const { readingKindId: id, name, unit, lower, upper, models, corrections } = of
  const { limitsToConfirm = false, limitsFrom = null } = of
  return { id, siteId, name, unit, lower, upper, limitsToConfirm, limitsFrom, models, corrections }
}

export function kindWords({
  name,
  unit,
  lower,
  upper,
}: Pick<AddReadingKind, 'name' | 'unit' | 'lower' | 'upper'>): string {
  const limits =
    lower === null && upper === null ? 'no limits' : `limits ${lower ?? 'none'} to ${upper ?? 'none'} ${unit}`
  return `${name}, ${limits}`
}
