/** Other words that people head such columns with, beside our own names. */
const alsoCalled: Record<string, string[]> = {
  printer: ['machine', 'printer name', 'drucker', 'maschine', 'gerät', 'imprimante', 'impresora', 'stampante'],
  name: ['printer', 'machine', 'job', 'drucker', 'gerät', 'imprimante', 'impresora', 'nom', 'nombre', 'nome'],
  at: ['date', 'time', 'when', 'day', 'timestamp', 'datum', 'zeit', 'fecha', 'data', 'tag'],
  takenIn: ['date', 'since', 'taken in', 'seit', 'datum'],
  meterHours: ['meter', 'reading', 'hour meter', 'total hours', 'stand', 'zähler', 'betriebsstunden', 'compteur'],
  meterReset: ['reset', 'meter reset', 'zurückgesetzt'],
  partHours: ['age', 'part age', 'alter'],
  hours: ['duration', 'job hours', 'run time', 'dauer', 'stunden', 'durée', 'horas'],
  metres: ['meters', 'filament', 'length', 'meter filament', 'länge'],
  outcome: ['result', 'ergebnis', 'résultat', 'resultado'],
  slot: ['position', 'where', 'place', 'stelle', 'platz'],
  part: ['part type', 'new part', 'teil', 'neues teil', 'pièce', 'pieza'],
  reason: ['why', 'grund', 'warum', 'raison', 'motif', 'motivo'],
  room: ['raum', 'salle', 'sala'],
  rack: ['shelf', 'regal', 'étagère'],
  place: ['position', 'platz', 'nr', 'no'],
  make: ['maker', 'brand', 'hersteller', 'marke', 'marque'],
  model: ['type', 'modell', 'typ', 'modèle', 'modelo'],
  note: ['remark', 'comment', 'bemerkung', 'notiz', 'remarque', 'nota'],
}

const plain = (word: string) => word.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/**
 * Which column of a file is probably which of ours: the same word first, then other words for it; no column twice.
 * @param taken what is known already: those columns of the file are not free any more
 * @returns our column to theirs; what is not recognised is left out
 */
export function guessMapping(
  ours: readonly string[],
  theirs: readonly string[],
  taken: Record<string, string> = {},
): Record<string, string> {
  const mapping: Record<string, string> = {}
  const free = new Set(theirs)
  for (const header of Object.values(taken)) free.delete(header)
  const take = (column: string, words: readonly string[]) => {
    if (mapping[column] ?? taken[column]) return
    const found = [...free].find((header) => words.some((word) => plain(word) === plain(header)))
    if (!found) return
    mapping[column] = found
    free.delete(found)
  }
  for (const column of ours) take(column, [column])
  for (const column of ours) take(column, alsoCalled[column] ?? [])
  return mapping
}
