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
      place: { words: 'Place on the rack', needed: true, figure: true },
      takenIn: { words: 'Taken in (date)', needed: true },
      meterHours: { words: 'Meter at take-in, h', needed: true, figure: true },
    },
  },
  usage: {
    words: 'Usage: meter readings and jobs',
    columns: {
      printer: { words: 'Printer', needed: true },
      at: { words: 'Read or finished (date and time)', needed: true },
      meterHours: { words: 'Meter, h', needed: false, figure: true },
      hours: { words: 'Hours of a job', needed: false, figure: true },
      metres: { words: 'Filament of a job, m', needed: false, figure: true },
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

export interface ImportColumn {
  words: string
  needed: boolean
  /** It holds figures. */
  figure?: boolean
}

/** A column whose figures could be read in two ways: whoever brings it in says which, before anything is recorded. */
export interface UnclearColumn {
  /** Ours. */
  column: string
  /** As the file calls it. */
  header: string
  /** The first such figure as written, and what it may be. */
  text: string
  asDecimal: number
  asThousands: number
}

/** One line of the answer to an import, which comes line by line (JSON Lines). */
export type ImportLine =
  | { progress: { doing: 'trying' | 'writing'; done: number; of: number } }
  /** A row that cannot be taken, by its number in the file (the header is row 1). */
  | { badRow: { row: number; reason: string } }
  /** Say `marks` for these columns, as in {"hours":"."}; nothing was read beyond this. */
  | { unclear: UnclearColumn[] }
  | { result: { rows: number; bad: number; recorded: number; dryRun: boolean } }
  | { failed: string }
