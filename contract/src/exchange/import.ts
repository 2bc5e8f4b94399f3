import { jobOutcomes } from '../jobs/outcomes.ts'
import { removalReasons } from '../parts/removalReasons.ts'

/** What the cells of a column hold; a list: which words of ours they stand for. */
export type ImportColumnType = 'words' | 'figure' | 'hours' | 'moment' | 'yes' | readonly string[]

export interface ImportColumn {
  words: string
  needed: boolean
  type: ImportColumnType
  /** Its words name something that is here: what is called otherwise in the file can be mapped. */
  names?: ImportNamed
}

export type ImportNamed = 'printers' | 'models' | 'slots' | 'part types'
/** What is here, by the names that a table may use. */
export type ImportNames = Record<ImportNamed, string[]>

const column = (words: string, type: ImportColumnType, needed = true): ImportColumn => ({ words, type, needed })
const naming = (words: string, names: ImportNamed): ImportColumn => ({ words, type: 'words', needed: true, names })
const maybe = (words: string, type: ImportColumnType) => column(words, type, false)

/** What can be brought in from a table, and the columns each kind has. */
export const importKinds = {
  printers: {
    words: 'Printers',
    columns: {
      name: column('Name', 'words'),
      make: maybe('Make of the model', 'words'),
      model: naming('Model', 'models'),
      room: column('Room', 'words'),
      rack: column('Rack', 'words'),
      place: column('Place on the rack', 'figure'),
      takenIn: column('Taken in (date)', 'moment'),
      meterHours: column('Meter at take-in, h', 'hours'),
      partHours: maybe('Hours its parts had run then (empty: not known)', 'hours'),
    },
  },
  usage: {
    words: 'Usage: meter readings and jobs',
    columns: {
      printer: naming('Printer', 'printers'),
      at: column('Read or finished (date and time)', 'moment'),
      meterHours: maybe('Meter, h', 'hours'),
      meterReset: maybe('Meter had begun again at 0 (yes or no)', 'yes'),
      hours: maybe('Hours of a job', 'hours'),
      metres: maybe('Filament of a job, m', 'figure'),
      abrasive: maybe('Abrasive (yes or no)', 'yes'),
      outcome: maybe('Outcome (good, failed, stopped)', jobOutcomes),
      name: maybe('Name of the job', 'words'),
    },
  },
  'part-changes': {
    words: 'Past part changes',
    columns: {
      printer: naming('Printer', 'printers'),
      at: column('Changed (date and time)', 'moment'),
      slot: naming('Slot', 'slots'),
      reason: column('Why the old part came out', removalReasons),
      part: naming('Part type that went in', 'part types'),
      note: maybe('Note', 'words'),
    },
  },
  'part-ages': {
    words: 'Ages of parts at take-in',
    columns: {
      printer: naming('Printer', 'printers'),
      slot: naming('Slot', 'slots'),
      partHours: column('Hours it had run when the printer was taken in', 'hours'),
    },
  },
} as const satisfies Record<string, { words: string; columns: Record<string, ImportColumn> }>

export type ImportKind = keyof typeof importKinds

/** Columns of a kind by our own names. */
export const columnsOf = (kind: ImportKind): Record<string, ImportColumn> => importKinds[kind].columns

/** A column that could be read in two ways, or holds words of its own: whoever brings it in says which, before anything is recorded. */
export interface UnclearColumn {
  /** Ours. */
  column: string
  /** As the file calls it. */
  header: string
  /** Which mark begins the decimals, whether day or month comes first, or what words stand for. */
  asks: 'mark' | 'order' | 'words'
  /** What is written there: the first such figure or date, or the words. */
  written: string[]
}

/** One line of the answer to an import, which comes line by line (JSON Lines). */
export type ImportLine =
  | { progress: { doing: 'trying' | 'writing'; done: number; of: number } }
  /** A row that cannot be taken, by the number that a spreadsheet shows, with every reason why. */
  | { badRow: { row: number; reason: string } }
  /** Answer for these columns, as in {"hours":{"mark":"."},"at":{"order":"day first"}}; nothing was read beyond this. */
  | { unclear: UnclearColumn[] }
  | { result: { rows: number; bad: number; recorded: number; dryRun: boolean } }
  | { failed: string }
