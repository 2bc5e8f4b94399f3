import { read } from '../read.ts'
import type { DriftingPage } from './drifting.ts'

export const drifting = read<DriftingPage>()({
  path: '/readings/drifting',
  summary: 'Readings that drift on any printer, soonest to cross first',
  right: 'read',
  shows: ['faults', 'people', 'printers'],
  restsOn: ['due', 'drift'],
})
