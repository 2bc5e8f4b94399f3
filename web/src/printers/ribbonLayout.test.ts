import type { PrinterPage } from '@diatribon/contract'
import { laneHeight, markLane, readingLane, ribbonLayout } from './ribbonLayout.ts'

const duty = (slotId: string, left: number) => ({ slot: { id: slotId, name: slotId }, left })
const fitting = (id: string, slotId: string, fittedHours: number, removedHours: number | null) => ({
  id,
  slotId,
  partTypeId: 'type',
  partTypeName: 'Nozzle',
  fittedHours,
  fittedAt: '2026-01-01T00:00:00Z',
  removedHours,
  removedAt: removedHours === null ? null : '2026-02-01T00:00:00Z',
  removalReason: removedHours === null ? null : ('failed' as const),
})
const page = {
  printer: { runHours: 1000 },
  takenInHours: 0,
  slots: [
    { id: 'a', name: 'A', kind: 'k', duty: duty('a', 40) },
    { id: 'b', name: 'B', kind: 'k', duty: duty('b', 400) },
  ],
  goneSlots: [],
  fittings: [fitting('1', 'a', 0, 300), fitting('2', 'a', 300, null), fitting('3', 'b', 0, null)],
  readings: [],
  marks: [{ seq: 1, runHours: 950, at: '2026-01-01T00:00:00Z', kind: 'note', words: 'x' }],
} as unknown as PrinterPage

it('draws hours to scale, neighbours a hair apart', () => {
  const { bars, nowX, to } = ribbonLayout(page, null, 1080)
  expect(to).toBe(1080)
  expect(nowX).toBe(1000)
  expect(bars[0]).toMatchObject({ lane: 0, x: 0, width: 299, end: 'failed' })
  expect(bars[1]).toMatchObject({ lane: 0, x: 300, width: 699, end: null })
  expect(bars[2]).toMatchObject({ lane: 1, x: 0, cutLeft: false })
})

it('cuts what began before the hours shown, and leaves out what had ended', () => {
  const { bars, marks, from } = ribbonLayout(page, 100, 1080)
  expect(from).toBe(900)
  expect(bars.map(({ id, cutLeft, x }) => [id, cutLeft, x])).toEqual([
    ['2', true, 0],
    ['3', true, 0],
  ])
  expect(marks).toHaveLength(1)
})

it('marks what falls due within the picture only', () => {
  expect(ribbonLayout(page, null, 1080).dues).toEqual([{ lane: 0, x: 1040 }])
  expect(ribbonLayout(page, 100, 1080).dues).toEqual([])
})

it('stands when the printer has not run yet', () => {
  const fresh = {
    ...page,
    printer: { runHours: 0 },
    fittings: [fitting('1', 'a', 0, null)],
    marks: [],
  } as unknown as PrinterPage
  const { bars, height } = ribbonLayout(fresh, null, 300)
  expect(bars[0]!.width).toBeGreaterThan(0)
  expect(height).toBeGreaterThan(2 * laneHeight)
})

it('draws each reading as a line of its own from its lowest to its highest value', () => {
  const readings = [
    {
      name: 'belt pitch',
      unit: 'Hz',
      points: [
        { runHours: 200, value: 80 },
        { runHours: 700, value: 84 },
        { runHours: 900, value: 82 },
      ],
    },
    {
      name: 'skew',
      unit: '°',
      points: [
        { runHours: 100, value: 0.1 },
        { runHours: 600, value: 0.1 },
      ],
    },
  ]
  const all = ribbonLayout({ ...page, readings }, null, 1080)
  const top = 2 * laneHeight + markLane
  expect(all.readings.map(({ y }) => y)).toEqual([top, top + readingLane])
  expect(all.readings[0]!.path).toBe(`M200,${top + readingLane - 5}L700,${top + 5}L900,${top + readingLane / 2}`)
  // What never changed lies in the middle of its lane.
  expect(all.readings[1]!.dots.map(({ y }) => y)).toEqual(Array(2).fill(top + readingLane * 1.5))
  expect(all.readings[0]!.last).toBe(82)
  // One point in view is no line.
  expect(ribbonLayout({ ...page, readings }, 200, 1080).readings).toEqual([])
  expect(all.height).toBe(ribbonLayout(page, null, 1080).height + 2 * readingLane)
})
