import { read } from '../read.ts'
import type { Counts } from '../hours/clock.ts'
import type { EndedJob } from '../jobs/job.ts'
import type { AsBuilt } from './asBuilt.ts'
import type { EnclosureState, Floor, PrinterName, PrinterPage } from './printer.ts'
import type { Loan } from '../stores/box.ts'

export const floor = read<Floor>()({
  path: '/printers',
  summary: 'The Floor: all printers by rack',
  right: 'read',
  shows: ['faults', 'parts', 'people', 'printers'],
  restsOn: ['due'],
})

export const printerNames = read<PrinterName[]>()({
  path: '/printers/names',
  summary: 'All printers by name',
  right: 'read',
  shows: ['faults', 'parts', 'people', 'printers'],
  query: { retired: '1: with those that have left' },
})

export const enclosures = read<Record<string, EnclosureState>>()({
  path: '/enclosures',
  summary: 'What the thermometers in the enclosures told last, by printer',
  right: 'read',
  shows: ['enclosure', 'parts', 'printers', 'readings', 'upgrades'],
})

export const printer = read<PrinterPage>()({
  path: '/printers/:id',
  summary: 'One printer: slots, wear, ribbon',
  right: 'read',
  about: 'printer',
  shows: ['book', 'faults', 'hours', 'parts', 'people', 'printers', 'readings'],
  restsOn: ['due'],
})

export const asBuilt = read<AsBuilt>()({
  path: '/printers/:id/as-built',
  summary: 'One printer as built at a moment, with its limits',
  right: 'read',
  about: 'printer',
  shows: ['book', 'hours', 'parts', 'people', 'printers', 'readings', 'upgrades'],
  query: { at: 'A moment (ISO 8601); left out: now' },
})

export const endedJobs = read<EndedJob[]>()({
  path: '/printers/:id/jobs',
  summary: 'The last jobs of a printer that have ended',
  right: 'read',
  about: 'printer',
  shows: ['hours'],
})

export const loans = read<Loan[]>()({
  path: '/printers/:id/loans',
  summary: 'To whom a printer was lent, in which condition it went and came back',
  right: 'read',
  about: 'printer',
  shows: ['people', 'printers'],
})

export const counts = read<Counts>()({
  path: '/printers/:id/counts',
  summary: 'Evidence of its counters, newest first, with gaps',
  right: 'read',
  about: 'printer',
  shows: ['book', 'hours', 'people', 'printers', 'stores'],
  query: { before: 'Where the page before ended' },
})
