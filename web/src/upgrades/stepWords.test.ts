import { expect, test } from '@jest/globals'
import { stepMisses, stepWords } from './stepWords.ts'

const name = (id: string) => ({ a: 'Metal lever' })[id] ?? '?'

test('a step says what it does to the printer', () => {
  expect(stepWords({ kind: 'add slot', slot: 'Second screw', slotKind: 'lead screw' }, name)).toBe(
    'One slot more: Second screw (lead screw), empty',
  )
  expect(stepWords({ kind: 'fit part', slot: 'Lever', partTypeId: 'a' }, name)).toBe('Metal lever into Lever')
  expect(stepWords({ kind: 'set limit', limit: 'nozzleMaxC', value: 300 }, name)).toBe(
    'Highest nozzle temperature: 300 °C',
  )
})
test('and what it lacks', () => {
  expect(stepMisses({ kind: 'fit part', slot: 'Lever' })).toBe('Choose the part.')
  expect(stepMisses({ kind: 'add slot', slot: 'x' })).toBe('Say what the slot takes.')
  expect(stepMisses({ kind: 'set limit', limit: 'bedMaxC', value: 0 })).toBeNull()
  expect(stepMisses({ kind: 'remove slot', slot: 'Feet' })).toBeNull()
})
