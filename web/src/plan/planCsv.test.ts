import Papa from 'papaparse'
import type { FortnightPage, PlannedTask } from '@diatribon/contract'
import { planCsv } from './planCsv.ts'

it('has a row for each task, planned or left, and is read back as it was', () => {
  const task = {
    id: 'replace a',
    kind: 'replace',
    printer: { name: 'Limpet, the old one', place: 'A1' },
    words: 'Nozzle',
    partType: { id: 'p', name: 'Brass nozzle 0.4' },
    minutes: 10,
    due: '2026-11-24',
    riskPerDayMinor: 179,
  } as PlannedTask
  const page = {
    days: [{ day: '2026-11-24', closed: false, people: [{ id: 'x', name: 'Maren Holt', minutes: 60, planned: 20 }] }],
    visits: [{ day: '2026-11-24', personId: 'x', printer: task.printer, tasks: [task], minutes: 20 }],
    left: [{ task: { ...task, words: '=Sock' }, why: 'Nobody is there.' }],
  } as unknown as FortnightPage
  const { data } = Papa.parse<Record<string, string>>(planCsv(page, 'EUR'), { header: true })
  expect(data).toMatchObject([
    {
      day: '2026-11-24',
      who: 'Maren Holt',
      printer: 'Limpet, the old one',
      'waiting costs a day': '1.79',
      'why left': '',
    },
    { day: '', what: "'=Sock", 'why left': 'Nobody is there.' },
  ])
})
