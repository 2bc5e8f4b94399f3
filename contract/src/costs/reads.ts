import { read } from '../read.ts'
import type { CostsPage } from './costs.ts'

export const costs = read<CostsPage>()({
  path: '/costs',
  summary: 'What maintenance cost between two days, with the entries behind it',
  right: 'read',
  shows: ['book', 'faults', 'hours', 'parts', 'people', 'printers'],
  restsOn: ['costs'],
  calmSeconds: 15,
  query: {
    from: 'First day',
    until: 'Last day',
    by: 'printer, model, part or month',
    printer: 'Of this printer alone',
  },
})
