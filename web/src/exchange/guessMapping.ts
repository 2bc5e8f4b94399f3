/** Other words that people head such columns with, beside our own names. */
const alsoCalled: Record<string, string[]> = {
  printer: ['machine', 'printer name'],
  name: ['printer', 'machine', 'job'],
  at: ['date', 'time', 'when', 'day', 'timestamp'],
  takenIn: ['date', 'since', 'taken in'],
  meterHours: ['meter', 'reading', 'hour meter', 'total hours'],
  hours: ['duration', 'job hours', 'run time'],
  metres: ['meters', 'filament', 'length'],
  slot: ['position', 'where'],
  part: ['part type', 'new part'],
  reason: ['why'],
  make: ['maker', 'brand'],
  model: ['type'],
}

const plain = (word: string) => word.toLowerCase().replace(/[^a-z]/g, '')

/**
 * Which column of a file is probably which of ours: the same word first, then other words for it; no column twice.
 * @returns our column to theirs; what is not recognised is left out
 */
export function guessMapping(ours: readonly string[], theirs: readonly string[]): Record<string, string> {
  const mapping: Record<string, string> = {}
  const free = new Set(theirs)
  const take = (column: string, words: readonly string[]) => {
    if (mapping[column]) return
    const found = [...free].find((header) => words.some((word) => plain(word) === plain(header)))
    if (!found) return
    mapping[column] = found
    free.delete(found)
  }
  for (const column of ours) take(column, [column])
  for (const column of ours) take(column, alsoCalled[column] ?? [])
  return mapping
}
