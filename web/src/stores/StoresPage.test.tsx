import { screen, within } from '@testing-library/react'
import { addressOf, reads, type Keep, type StockLine, type StoresPage as Page } from '@diatribon/contract'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf } from '../testing/made.ts'
import { StoresPage } from './StoresPage.tsx'

const line = (n: number, name: string, more: Partial<StockLine>) =>
  ({
    id: idOf(n),
    content: { name, place: 'Drawer 1', supplier: null, contents: null, partTypeId: null },
    retired: false,
    onHand: 2,
    unaccounted: 0,
    countedAt: '2026-11-19T10:00:00.000Z',
    used: [],
    keep: null,
    ordered: [],
    ...more,
  }) as unknown as StockLine
const keep = (runsOut: string | null) =>
  ({
    demand: 4.6,
    demandRange: [2, 6],
    horizonDays: 24,
    keep: 6,
    probability: 0.999,
    twoOfEach: { probability: 0.03, valueMinor: null },
    valueMinor: null,
    order: 10,
    runsOut,
  }) as unknown as Keep

const page: Page = {
  fresh: { asOf: null, waiting: 1 },
  items: [
    line(1, 'Nozzles', { keep: keep('2026-12-10') }),
    line(2, 'Belts', { keep: keep(null) }),
    line(3, 'Glue', {}),
    line(4, 'Fans', {
      ordered: [
        { seq: 7, pieces: 3, isLate: true, expectedOn: '2026-11-18' },
        { seq: 8, pieces: 1, isLate: false, expectedOn: '2026-12-01' },
      ] as StockLine['ordered'],
    }),
  ],
  notKept: [],
  target: 0.95,
  reviewDays: 14,
}
const cellsOf = (name: string) =>
  within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
    .getAllByRole('cell')
    .map(({ textContent }) => textContent)
const open = async () => {
  inWorkshop(<StoresPage />, { answers: { [addressOf(reads.items, {})]: page, [addressOf(reads.boxes, {})]: [] } })
  await screen.findByRole('region', { name: 'Items' })
}

it('tells what is used ahead, how much to keep, and a chance that is near to certain as such', async () => {
  await open()
  expect(cellsOf('Nozzles')).toEqual([
    '2',
    '4.62 to 6 in 24 days',
    '6lasts in over 99 %',
    'last in 3 %',
    '10',
    'Thu 10 Dec',
  ])
  expect(cellsOf('Belts').at(-1)).toBe('not within a year')
})

it('does not say how long something lasts of which nothing is known', async () => {
  await open()
  expect(cellsOf('Glue')).toEqual(['2', '', '', '', '', ''])
})

it('tells what is under way, and since when it is late', async () => {
  await open()
  expect(cellsOf('Fans')[0]).toMatch(/^23 under way, late since .*18 Nov1 under way, .*1 Dec$/)
})
