import { read } from '../read.ts'
import type { Box } from './box.ts'
import type { ItemPage, OnShelf, StoresPage } from './item.ts'
import type { Spool } from './spool.ts'

export const spools = read<Spool[]>()({
  path: '/stores/spools',
  summary: 'Spools of filament and what is left on them',
  right: 'read',
  shows: ['stores'],
})

export const items = read<StoresPage>()({
  path: '/stores/items',
  summary: 'What is kept, what is there, what to order',
  right: 'read',
  shows: ['book', 'parts', 'printers', 'stores'],
  restsOn: ['demand'],
})

export const item = read<ItemPage>()({
  path: '/stores/items/:id',
  summary: 'One item: what came and went, and what was paid',
  right: 'read',
  about: 'item',
  shows: ['book', 'parts', 'people', 'printers', 'stores'],
  restsOn: ['demand'],
})

export const onShelf = read<OnShelf | null>()({
  path: '/stores/on-shelf/:id',
  summary: 'How many of a part type are there, and when ordered ones come',
  right: 'read',
  about: 'part type',
  shows: ['book', 'printers', 'stores'],
})

export const boxes = read<Box[]>()({
  path: '/stores/boxes',
  summary: 'Repair boxes: where they are, who has them, what was missing',
  right: 'read',
  shows: ['people', 'stores'],
})
