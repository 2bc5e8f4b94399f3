import { expect, test } from '@jest/globals'
import Papa from 'papaparse'
import type { StockLine } from '@diatribon/contract'
import { orderCsv } from './orderCsv.ts'

const line = (name: string, order: number | null, paidMinor: number | null): StockLine => ({
  id: name,
  content: {
    name,
    partTypeId: null,
    place: 'Drawer 3',
    supplier: 'Harbour Supply',
    leadDays: 14,
    packOf: 1,
    code: null,
    madeHere: false,
    least: null,
  },
  retired: false,
  onHand: 1,
  unaccounted: 0,
  countedAt: null,
  paidMinor,
  priceMinor: 90,
  used: [],
  ordered: [],
  keep:
    order === null
      ? null
      : {
          demand: 2,
          demandRange: [0, 5],
          horizonDays: 28,
          keep: 4,
          probability: 0.96,
          twoOfEach: { probability: 0.6, valueMinor: 180 },
          valueMinor: 360,
          order,
          runsOut: '2026-12-24',
        },
})

test('holds what is to be ordered, at what was paid last, in the currency’s unit', () => {
  const csv = orderCsv(
    [line('Nozzle, brass', 3, 125), line('Sock', 0, null), line('Glue', null, null), line('=Fan', 1, null)],
    'EUR',
  )
  const rows = Papa.parse<string[]>(csv).data
  expect(rows.slice(1).map(([name, , order, each]) => [name, order, each])).toEqual([
    ['Nozzle, brass', '3', '1.25'],
    ["'=Fan", '1', '0.9'],
  ])
})
