import type { PrinterState } from '../printerState.ts'
import Joi from 'joi'
import { uuid, words } from '../fields/action.ts'

/** What anybody with the label may see of a printer, without an account. */
export interface LabelPage {
  siteName: string
  printer: {
    name: string
    place: string
    room: string
    state: PrinterState
    holdReason: string | null
    stop: string | null
  }
  /** What is reported and not closed: no need to report it again. */
  faults: { symptom: string; mayGoOn: boolean; at: string }[]
  /** Symptoms to choose from. */
  symptoms: { id: string; name: string }[]
  printerId: string
}

/** A report by label. The key makes a second sending of the same report harmless. */
export interface LabelReport {
  key: string
  symptom: string
  symptomId?: string
  mayGoOn: boolean
  reporter?: string
  photos?: string[]
}

/** Many stops by people without an account in the last hour: somebody should look, at the printers and at who it is. */
export interface ReportsFromOutside {
  printers: number
  /** Reports that were turned away since there were too many. */
  refused: number
}

export const labelReportSchema = Joi.object<LabelReport>({
  key: uuid.required(),
  symptom: words(1000).required(),
  symptomId: uuid,
  mayGoOn: Joi.boolean().required(),
  reporter: words(80),
  photos: Joi.array().items(uuid).min(1).max(3),
})
