import { read } from '../read.ts'
import type { PartType } from './partType.ts'
import type { SlotKind } from './slotKinds.ts'
import type { UsedPart } from './usedPart.ts'
import type { PrinterModel } from './model.ts'

export const partTypes = read<PartType[]>()({
  path: '/parts',
  summary: 'The part catalogue',
  right: 'read',
  shows: ['parts'],
})

export const models = read<PrinterModel[]>()({
  path: '/parts/models',
  summary: 'The printer models',
  right: 'read',
  shows: ['parts', 'printers'],
})

export const slotKinds = read<readonly SlotKind[]>()({
  path: '/parts/slot-kinds',
  summary: 'Kinds of slots',
  right: 'read',
  shows: ['parts'],
})

export const usedParts = read<UsedPart[]>()({
  path: '/parts/:id/used',
  summary: 'Parts of a type that came out still good',
  right: 'read',
  about: 'part type',
  shows: ['parts', 'printers'],
})
