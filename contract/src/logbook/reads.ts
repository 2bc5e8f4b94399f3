import { read } from '../read.ts'
import type { LogPage, SavedView } from './entry.ts'

export const logbook = read<LogPage>()({
  path: '/logbook',
  summary: 'The book, newest first, in pages',
  right: 'read',
  shows: ['book', 'checks', 'faults', 'notices', 'parts', 'people', 'printers', 'stores', 'upgrades'],
  query: {
    printer: 'Of this printer',
    search: 'Words to find',
    person: 'Of this person',
    partType: 'About this part type',
    from: 'First day',
    until: 'Last day',
    forMe: 'true: notes for whoever asks',
    seq: 'This entry alone',
    kind: 'A kind of action',
    steps: 'true: with the steps of checks',
    before: 'Where the page before ended',
    limit: 'How many, at most 200',
  },
})

export const versions = read<Record<string, number>>()({
  path: '/versions',
  summary: 'Versions of what is set: send the one you saw with your change',
  right: 'read',
  shows: ['book'],
})

export const views = read<SavedView[]>()({
  path: '/logbook/views',
  summary: 'Searches that you keep',
  right: 'read',
  shows: ['book'],
})
