import { read } from '../read.ts'
import type { FaultPage, MadeDuty, PrinterFault, ReturnToService } from './fault.ts'
import type { Knowledge } from './knowledge.ts'
import type { LabelPage } from './report.ts'

export const openFaults = read<PrinterFault[]>()({
  path: '/faults',
  summary: 'Faults that are not closed, those that say stop first',
  right: 'read',
  shows: ['faults', 'people', 'printers'],
})

export const knowledge = read<Knowledge>()({
  path: '/faults/knowledge',
  summary: 'Symptoms, causes and tests',
  right: 'read',
  shows: ['faults'],
})

export const promises = read<MadeDuty[]>()({
  path: '/faults/promises',
  summary: 'Temporary fixes that wait to be made good',
  right: 'read',
  shows: ['faults', 'people', 'printers'],
})

export const fault = read<FaultPage>()({
  path: '/faults/:id',
  summary: 'The desk of a fault: ranked causes, next tests, what was tried',
  right: 'read',
  about: 'fault',
  shows: ['book', 'faults', 'notices', 'parts', 'people', 'printers'],
})

export const returnToService = read<ReturnToService>()({
  path: '/printers/:id/return',
  summary: 'What must be done before a printer is used again',
  right: 'read',
  about: 'printer',
  shows: ['checks', 'faults', 'hours', 'parts', 'people', 'printers', 'readings', 'upgrades'],
})

export const label = read<LabelPage>()({
  path: '/report/:code',
  summary: 'What the label of a printer shows without an account',
  right: null,
  shows: ['faults', 'people', 'printers', 'checks'],
})
