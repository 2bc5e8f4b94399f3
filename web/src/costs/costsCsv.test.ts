import { expect, test } from '@jest/globals'
import Papa from 'papaparse'
import type { CostLine } from '@diatribon/contract'
import { costsCsv } from './costsCsv.ts'

const line = (name: string, parts: number, perHourMinor: number | null): CostLine => ({
  id: name,
  name,
  runHours: 100,
  minor: { parts, upgrades: 0, materials: 0, labour: 250, 'lost prints': 0, filament: 0, power: 0 },
  sumMinor: parts + 250,
  perHourMinor,
  failures: 2,
  daysDown: 0.5,
  standing: null,
})

test('has a row for each line and one for all, in the unit of the currency', () => {
  const of = { by: 'printer' as const, lines: [line('Limpet', 133, 3.83)], all: line('All together', 133, null) }
  const [head, limpet, all] = Papa.parse<string[]>(costsCsv(of, 'EUR')).data
  expect(head?.slice(0, 2)).toEqual(['printer', 'running hours'])
  expect(limpet).toEqual(['Limpet', '100', '2', '0.5', '1.33', '0', '0', '2.5', '0', '0', '0', '3.83', '38.3'])
  expect(all?.at(-1)).toBe('')
  expect(Papa.parse<string[]>(costsCsv(of, 'JPY')).data[1]?.[4]).toBe('133')
})
