import { read } from '../read.ts'
import type { ReadingKind } from './readingKind.ts'
import type { ReadingSeries } from './series.ts'

export const readingKinds = read<ReadingKind[]>()({
  path: '/readings/kinds',
  summary: 'Kinds of readings with units and limits',
  right: 'read',
  shows: ['readings'],
})

export const series = read<ReadingSeries[]>()({
  path: '/printers/:id/readings',
  summary: 'Readings of a printer by kind, with charts, limits and drift',
  right: 'read',
  about: 'printer',
  shows: ['checks', 'hours', 'parts', 'printers', 'readings', 'upgrades'],
  restsOnAll: ['scatter'],
})
