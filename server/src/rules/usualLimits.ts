import { loadLibrary } from '@diatribon/contract/library'

/** Usual limits of a kind of reading that a workshop has not brought in; null: the trade knows none. */
export function usualLimits(name: string): { lower: number | null; upper: number | null } | null {
  const found = loadLibrary().readings.find((kind) => kind.name.toLowerCase() === name.toLowerCase())
  return found ? { lower: found.lower ?? null, upper: found.upper ?? null } : null
}
