import { read } from '../read.ts'
import type { ImportNames } from './import.ts'
import type { FeedPrinter } from '../people/device.ts'

export const importNames = read<ImportNames>()({
  path: '/import/names',
  summary: 'What is here by name, for what a table calls otherwise',
  right: 'set up the site',
  shows: ['parts', 'printers'],
})

export const feedPrinters = read<FeedPrinter[]>()({
  path: '/feed/printers',
  summary: 'Ids and names of the printers, for devices that report',
  right: 'send actions',
  shows: ['printers'],
})
