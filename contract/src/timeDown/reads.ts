import { read } from '../read.ts'
import type { DowntimePage } from './downtime.ts'

export const downtime = read<DowntimePage>()({
  path: '/faults/downtime',
  summary: 'Time down, availability and what it was lost to',
  right: 'read',
  shows: ['faults', 'hours', 'parts', 'printers'],
  query: { from: 'First day', until: 'Last day' },
})
