import { read } from '../read.ts'
import type { PracticeFleet } from './practiceFleet.ts'

export const practiceFleet = read<PracticeFleet>()({
  path: '/trainer/fleet',
  summary: 'A fleet to practise planning with, drawn from this workshop',
  right: 'read',
  shows: ['parts', 'people', 'plan', 'printers'],
  restsOn: ['forecast'],
})
