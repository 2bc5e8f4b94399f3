import { read } from '../read.ts'
import type { Material } from './material.ts'

export const materials = read<Material[]>()({
  path: '/jobs/materials',
  summary: 'Materials: usual temperatures, enclosure, whether abrasive',
  right: 'read',
  shows: ['book', 'hours'],
})
