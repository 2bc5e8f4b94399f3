import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { misfits, type JointedPart } from './joints.ts'

const nozzle = (thread: string, lengthMm: number): JointedPart => ({
  name: 'Brass nozzle',
  slotKind: 'nozzle',
  joints: [{ with: 'heat break', thread, lengthMm }],
})
const heatBreak: JointedPart = {
  name: 'Long heat break',
  slotKind: 'heat break',
  joints: [
    { with: 'nozzle', thread: 'M6', lengthMm: 7.5 },
    { with: 'hot end', thread: 'M7' },
  ],
}

describe('parts that meet', () => {
  test('agree in what both say', () => {
    expect(misfits([nozzle('M6', 7.52), heatBreak])).toEqual([])
    expect(misfits([nozzle(' m6 ', 7.5), heatBreak])).toEqual([])
  })
  test('are told apart with the reason', () => {
    expect(misfits([nozzle('M5', 12.5), heatBreak])).toEqual([
      expect.objectContaining({
        what: 'thread',
        words: 'Brass nozzle has a thread of M5 towards the heat break, Long heat break one of M6.',
      }),
      expect.objectContaining({ what: 'length', parts: ['Brass nozzle', 'Long heat break'] }),
    ])
  })
  test('do not clash where one side says nothing, or another neighbour is meant', () => {
    const fan: JointedPart = { name: 'Fan', slotKind: 'heat-break fan', joints: [{ with: 'board', voltageV: 12 }] }
    expect(misfits([fan, { name: 'Board', slotKind: 'board', joints: [] }, heatBreak])).toEqual([])
    expect(
      misfits([fan, { name: 'Board', slotKind: 'board', joints: [{ with: 'heat-break fan', voltageV: 24 }] }]),
    ).toHaveLength(1)
  })
})

const part = fc.record({
  name: fc.string(),
  slotKind: fc.constantFrom('nozzle', 'heat break', 'fan'),
  joints: fc.uniqueArray(
    fc.record({ with: fc.constantFrom('nozzle', 'heat break', 'fan'), thread: fc.constantFrom('M5', 'M6') }),
    { selector: ({ with: kind }) => kind },
  ),
})
test('a part fits a copy of what it fits, and the order of the parts does not matter', () => {
  fc.assert(
    fc.property(fc.array(part, { maxLength: 6 }), (parts) => {
      expect(misfits([...parts].reverse())).toHaveLength(misfits(parts).length)
      for (const one of parts) expect(misfits([one])).toEqual([])
    }),
  )
})
