import Joi from 'joi'
import {
  photoIds,
  printerAction,
  uuid,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** Somebody saw that something is wrong. */
export interface ReportFault extends PrinterActionHeader<'report-fault'> {
  faultId: string
  /** What is seen, in own words. */
  symptom: string
  /** The symptom of the knowledge, when the one who reports knows it. */
  symptomId?: string
  mayGoOn: boolean
  photos?: string[]
  /** Who saw it, when it was reported by label without an account. */
  reporter?: string
}

export const reportFault: ActionShape<ReportFault> = {
  schema: printerAction<ReportFault>('report-fault', {
    faultId: uuid.required(),
    symptom: words(1000).required(),
    symptomId: uuid,
    mayGoOn: Joi.boolean().required(),
    photos: photoIds,
    reporter: words(80),
  }),
  summary: 'Report a fault of a printer, and whether printing may go on.',
}
