import { read } from '../read.ts'
import type { CheckSheet, PrinterChecks } from './checkSheet.ts'
import type { CheckType, CheckVersion } from './checkType.ts'
import type { UpsetLine } from './upset.ts'

export const checkTypes = read<CheckType[]>()({
  path: '/checks/types',
  summary: 'The checks: steps, turns, who may do them',
  right: 'read',
  shows: ['checks'],
})

export const checkVersions = read<CheckVersion[]>()({
  path: '/checks/types/:id/versions',
  summary: 'Every version of a check',
  right: 'read',
  about: 'check',
  shows: ['checks', 'people'],
})

export const upsets = read<UpsetLine[]>()({
  path: '/checks/upsets',
  summary: 'What a change upsets: checks to do again, readings that begin anew',
  right: 'read',
  shows: ['checks'],
})

export const sheet = read<CheckSheet>()({
  path: '/checks/sheets/:id',
  summary: 'One doing of a check, with its results',
  right: 'read',
  about: 'check',
  shows: ['book', 'checks', 'faults', 'hours', 'parts', 'people', 'printers', 'readings', 'upgrades'],
})

export const printerChecks = read<PrinterChecks>()({
  path: '/printers/:id/checks',
  summary: 'Turns and past checks of a printer',
  right: 'read',
  about: 'printer',
  shows: ['checks', 'faults', 'hours', 'parts', 'people', 'printers', 'readings', 'upgrades'],
  restsOn: ['due'],
})
