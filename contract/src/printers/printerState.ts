/** Whether a printer may be used, or why not. */
export type PrinterState = 'in service' | 'on hold' | 'being taken in' | 'retired'
