import type { OutOfUse } from '../printerState.ts'
import type { PrinterFault, MadeDuty } from '../faults/fault.ts'
import type { LogEntry, Notice } from '../logbook/entry.ts'

/** What the next one must know: what changed, what is open, what was promised. */
export interface Handover {
  since: string
  until: string
  /** Where the beginning comes from. */
  sinceIs: 'end of your last shift' | 'a day ago' | 'as asked'
  notices: Notice[]
  /** Printers that are stopped or on hold. */
  holds: {
    printerId: string
    name: string
    place: string
    state: OutOfUse['state']
    reason: string
    since: string | null
  }[]
  faults: PrinterFault[]
  promises: MadeDuty[]
  duties: MadeDuty[]
  checksOpen: { sheetId: string; printer: { id: string; name: string }; check: string; by: string; at: string }[]
  changed: { printer: { id: string; name: string } | null; entries: LogEntry[] }[]
  /** Entries that are not listed, because there are too many. */
  more: number
}
