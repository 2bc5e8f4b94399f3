import { read } from '../read.ts'
import type { ReadingKind } from './readingKind.ts'
import type { DriftingPage, ReadingSeries } from './series.ts'

export const readingKinds = read<ReadingKind[]>()({
  path: '/readings/kinds',
  summary: 'Kinds of readings with units and limits',
  right: 'read',
  shows: ['readings'],
})

export const drifting = read<DriftingPage>()({
  path: '/readings/drifting',
  summary: 'Readings that drift on any printer, soonest to cross first',
  right: 'read',
  shows: ['faults', 'people', 'printers'],
  restsOn: ['due', 'drift'],
})

export const series = read<ReadingSeries[]>()({
  path: '/printers/:id/readings',
  summary: 'Readings of a printer by kind, with charts, limits and drift',
  right: 'read',
  about: 'printer',
  shows: ['checks', 'hours', 'parts', 'printers', 'readings', 'upgrades'],
  restsOnAll: ['scatter'],
})
