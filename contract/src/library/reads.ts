import { read } from '../read.ts'
import type { LibraryOffer } from './bringIn.ts'

export const library = read<LibraryOffer[]>()({
  path: '/library',
  summary: 'What the starter library has, and what of it is here',
  right: 'read',
  shows: ['checks', 'faults', 'hours', 'parts', 'readings'],
})
