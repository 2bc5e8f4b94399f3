import { expect, test } from '@jest/globals'
import { priceSays } from './priceSays.ts'

const price = (eachMinor: number, pieces: number, supplier = 'x') => ({
  at: '2026-01-01T00:00:00Z',
  eachMinor,
  pieces,
  supplier,
})

test('the mean is by pieces, and the last price beside the first', () => {
  expect(priceSays([price(200, 10), price(100, 30)], 'EUR')).toBe(
    'Paid: €1.25 each over 40 pieces; dearer now (€2.00) than at first (€1.00).',
  )
  expect(priceSays([price(150, 4)], 'EUR')).toBe('Paid: €1.50 each over 4 pieces.')
  expect(priceSays([price(90, 1), price(100, 1)], 'JPY')).toContain('cheaper now (JP¥90)')
})
