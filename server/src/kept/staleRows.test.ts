import { inTime } from './settings.ts'
import { staleBy } from './staleRows.ts'

const printer = { id: 'p', holdReason: null, enclosureC: 20, enclosureAt: new Date(0) }

it('a thermometer alone makes nothing stale, a hold does', () => {
  const warmer = { ...printer, enclosureC: 25, enclosureAt: new Date(1) }
  expect(staleBy([{ table: 'printer', row: warmer, was: printer }])).toEqual({ of: [], everyones: [] })
  const held = staleBy([{ table: 'printer', row: { ...warmer, holdReason: 'Smoke' }, was: printer }])
  expect(held.of).toContainEqual({ figure: 'due', about: 'p' })
})

it('a part that is told to be of another type is of both', () => {
  const [was, row] = [
    { printerId: 'p', partTypeId: 'old' },
    { printerId: 'p', partTypeId: 'new' },
  ]
  const { of } = staleBy([{ table: 'fitting', row, was }])
  expect(of.flatMap(({ figure, about }) => (figure === 'judgement' ? about : []))).toEqual(['new', 'old'])
})

it('a count is followed by the printer’s own figures at once and by all lives in time', () => {
  const { of, everyones } = staleBy([{ table: 'counterPoint', row: { printerId: 'p' }, was: undefined }])
  expect(everyones).toEqual([])
  expect(of).toEqual(
    expect.arrayContaining([
      { figure: 'forecast', about: 'p' },
      { figure: 'due', about: 'p' },
      { figure: 'judgement', about: inTime },
    ]),
  )
})

it('the calendar is everyone’s, the address of the site nobody’s', () => {
  const site = { id: 's', closedWeekdays: [], address: null }
  expect(staleBy([{ table: 'site', row: { ...site, address: 'https://wear.example' }, was: site }]).everyones).toEqual(
    [],
  )
  expect(staleBy([{ table: 'site', row: { ...site, closedWeekdays: [0] }, was: site }]).everyones).toContain('due')
})

it('what no figure follows from makes nothing stale', () =>
  expect(staleBy([{ table: 'notice', row: { id: 'n' }, was: undefined }])).toEqual({ of: [], everyones: [] }))
