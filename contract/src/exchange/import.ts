/** What can be brought in from a table, and the columns each kind has. */
export const importKinds = {
  printers: {
    words: 'Printers',
    columns: {
      name: { words: 'Name', needed: true },
      make: { words: 'Make of the model', needed: true },
      model: { words: 'Model', needed: true },
      room: { words: 'Room', needed: true },
      rack: { words: 'Rack', needed: true },
      place: { words: 'Place on the rack', needed: true },
      takenIn: { words: 'Taken in (date)', needed: true },
      meterHours: { words: 'Meter at take-in, h', needed: true },
    },
  },
  usage: {
    words: 'Usage: meter readings and jobs',
    columns: {
      printer: { words: 'Printer', needed: true },
      at: { words: 'Read or finished (date and time)', needed: true },
      meterHours: { words: 'Meter, h', needed: false },
      hours: { words: 'Hours of a job', needed: false },
      metres: { words: 'Filament of a job, m', needed: false },
      abrasive: { words: 'Abrasive (yes or no)', needed: false },
      outcome: { words: 'Outcome (good, failed, stopped)', needed: false },
      name: { words: 'Name of the job', needed: false },
    },
  },
  'part-changes': {
    words: 'Past part changes',
    columns: {
      printer: { words: 'Printer', needed: true },
      at: { words: 'Changed (date and time)', needed: true },
      slot: { words: 'Slot', needed: true },
      reason: { words: 'Why the old part came out', needed: true },
      part: { words: 'Part type that went in', needed: true },
      note: { words: 'Note', needed: false },
    },
  },
} as const

export type ImportKind = keyof typeof importKinds

/** One line of the answer to an import, which comes line by line (JSON Lines). */
export type ImportLine =
  | { progress: { done: number; of: number } }
  /** A row that cannot be taken, by its number in the file (the header is row 1). */
  | { badRow: { row: number; reason: string } }
  | { result: { rows: number; bad: number; recorded: number; dryRun: boolean } }
  | { failed: string }
