import { given } from '@diatribon/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import type { PrinterPage, RemovalReason, RibbonMark, RibbonReading } from '@diatribon/contract'

export const laneHeight = 22
export const barHeight = 12
export const axisHeight = 26
/** Row of marks (counts, notes, holds) below the lanes. */
export const markLane = 24

/** Row of one kind of reading below the marks. */
export const readingLane = 28

export interface RibbonBar {
  id: string
  lane: number
  x: number
  width: number
  /** Reason at its right end; null while the part is in place. */
  end: RemovalReason | null
  /** Begins left of what is shown. */
  cutLeft: boolean
  words: string
}

export interface Ribbon {
  width: number
  height: number
  lanes: { id: string; name: string; y: number }[]
  bars: RibbonBar[]
  /** Where the part in each slot falls due, when that lies in view. */
  dues: { lane: number; x: number }[]
  marks: (RibbonMark & { x: number })[]
  /** One small line per kind of reading, each on a scale of its own. */
  readings: { name: string; unit: string; y: number; path: string; dots: { x: number; y: number }[]; last: number }[]
  ticks: { x: number; label: string }[]
  nowX: number
  from: number
  to: number
}

/**
 * The hour ribbon as plain geometry: running hours to the right, one lane per slot.
 * @param lastHours how many hours back to show; null for all
 * @param width in pixels, of the drawing without the lane names
 */
export function ribbonLayout(page: PrinterPage, lastHours: number | null, width: number): Ribbon {
  const { runHours } = page.printer
  const first = page.takenInHours
  const from = lastHours === null ? first : Math.max(first, runHours - lastHours)
  const shown = Math.max(1, runHours - from)
  const to = runHours + shown * 0.08 // room for what falls due next
  const x = scaleLinear([from, to], [0, width])
  const allSlots = [...page.slots, ...page.goneSlots.map(({ id, name }) => ({ id, name: `${name} (taken off)` }))]
  const laneOf = new Map(allSlots.map(({ id }, i) => [id, i]))
  const lanes = allSlots.map(({ id, name }, i) => ({ id, name, y: i * laneHeight }))
  const bars = page.fittings.flatMap((fitting): RibbonBar[] => {
    const { id, slotId, partTypeName, fittedHours, removedHours, removalReason } = fitting
    const end = removedHours ?? runHours
    if (end < from || laneOf.get(slotId) === undefined) return []
    const left = x(Math.max(from, fittedHours))
    const age = Math.round(end - fittedHours)
    return [
      {
        id,
        lane: given(laneOf.get(slotId)),
        x: left,
        width: Math.max(1, x(end) - left - 1), // a hair of paper between neighbours
        end: removalReason,
        cutLeft: fittedHours < from,
        words: `${partTypeName}, ${age.toLocaleString('en-GB')} h, ${removalReason ?? 'in place'}`,
      },
    ]
  })
  const dues = page.slots.flatMap(({ duty }, lane) => {
    const at = duty && runHours + duty.left
    return at !== null && at >= from && at <= to ? [{ lane, x: x(at) }] : []
  })
  const marks = page.marks.filter(({ runHours }) => runHours >= from).map((mark) => ({ ...mark, x: x(mark.runHours) }))
  const ticks = x
    .ticks(Math.max(2, Math.floor(width / 110)))
    .map((t) => ({ x: x(t), label: t.toLocaleString('en-GB') }))
  const marksEnd = lanes.length * laneHeight + markLane
  const readings = page.readings
    .map((reading) => ({ ...reading, points: reading.points.filter(({ runHours }) => runHours >= from) }))
    .filter(({ points }) => points.length > 1)
    .map((reading, i) => readingLine(reading, x, marksEnd + i * readingLane))
  const height = marksEnd + readings.length * readingLane + axisHeight
  return { width, height, lanes, bars, dues, marks, readings, ticks, nowX: x(runHours), from, to }
}

/** A line from the lowest to the highest value of what is shown; what never changed lies in the middle. */
function readingLine({ name, unit, points }: RibbonReading, x: (hours: number) => number, top: number) {
  const values = points.map(({ value }) => value)
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const y = scaleLinear(low < high ? [low, high] : [low - 1, high + 1], [top + readingLane - 5, top + 5])
  const dots = points.map(({ runHours, value }) => ({ x: x(runHours), y: y(value) }))
  const path = given(
    line<(typeof dots)[number]>(
      (dot) => dot.x,
      (dot) => dot.y,
    )(dots),
  )
  return { name, unit, y: top, path, dots, last: given(values[values.length - 1]) }
}

/** Shape at the end of a bar, so that the reason is read without colour. Drawn around (0, 0), about 8 units across. */
export const endShapes: Record<RemovalReason, string> = {
  failed: 'M-4 -5 L4 5 M4 -5 L-4 5',
  'worn at check': 'M-4 -4 L4 -4 L0 4 Z',
  'replaced in time': 'M0 -6 L0 6',
  upgraded: 'M-4 4 L4 4 L0 -4 Z',
  'user damage': 'M0 -5 L4 0 L0 5 L-4 0 Z',
  'repaired in place': 'M-4 -4 L4 -4 L4 4 L-4 4 Z',
  'borrowed for another printer': 'M4 0 A4 4 0 1 1 -4 0 A4 4 0 1 1 4 0',
}
