import {
  dayField,
  hours,
  printerAction,
  uuid,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** Something to be done on a printer by a day, put down once. */
export interface MakeDuty extends PrinterActionHeader<'make-duty'> {
  dutyId: string
  what: string
  /** YYYY-MM-DD */
  dueDate: string
  /** Running hours at which it should be done, when these count more than the day. */
  dueRunHours?: number
}

export const makeDuty: ActionShape<MakeDuty> = {
  schema: printerAction<MakeDuty>('make-duty', {
    dutyId: uuid.required(),
    what: words(500).required(),
    dueDate: dayField.required(),
    dueRunHours: hours,
  }),
  summary: 'Make a duty: something to be done on a printer by a day.',
}
