import type { StepResult } from '@diatribon/contract'
import { number } from '../ui/words.ts'

/** A result in a few words. */
export function resultWords({ value, unit, choice, text, photos, done }: StepResult): string {
  if (value !== null) return `${number(value, 6)} ${unit}`
  if (choice !== null) return choice
  if (text !== null) return `“${text}”`
  if (photos.length > 0) return photos.length === 1 ? '1 photo' : `${photos.length} photos`
  return done ? 'in order' : 'not in order'
}
