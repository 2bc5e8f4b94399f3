import type { Freshness } from '../freshness.ts'
import type { PrinterSpot } from '../spot.ts'

/** How likely a printer gets through so many hours without a failure. */
export interface LongJobPrinter {
  printer: PrinterSpot & { model: string }
  chance: number
  /** 95 % limits, as far as the lives of its parts are known. */
  limits: [number, number]
  /** What is most likely to stop it; null: nothing stands out. */
  weakest: { slot: string; chance: number } | null
  /** Changing this part first pays; null: no change does. Money in minor units. */
  changeFirst: { slotId: string; slot: string; chanceThen: number; costsMinor: number; savesMinor: number } | null
  /** What else to know: open faults, readings that drift, ages that nobody knows. */
  notes: string[]
}

export interface LongJobPage {
  fresh: Freshness
  hours: number
  /** The best bet first; printers that are not in service are left out. */
  printers: LongJobPrinter[]
}
