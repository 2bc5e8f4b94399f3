import { scaleLinear } from 'd3-scale'
import type { PrinterPage, RemovalReason, RibbonMark } from '@diatribon/contract'

export const laneHeight = 22
export const barHeight = 12
export const axisHeight = 26
/** Row of marks (counts, notes, holds) below the lanes. */
export const markLane = 24

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
  const laneOf = new Map(page.slots.map(({ id }, i) => [id, i]))
  const lanes = page.slots.map(({ id, name }, i) => ({ id, name, y: i * laneHeight }))
  const bars = page.fittings.flatMap((fitting): RibbonBar[] => {
    const { id, slotId, partTypeName, fittedHours, removedHours, removalReason } = fitting
    const end = removedHours ?? runHours
    if (end < from || laneOf.get(slotId) === undefined) return []
    const left = x(Math.max(from, fittedHours))
    const age = Math.round(end - fittedHours)
    return [
      {
        id,
        lane: laneOf.get(slotId)!,
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
  const height = lanes.length * laneHeight + markLane + axisHeight
  return { width, height, lanes, bars, dues, marks, ticks, nowX: x(runHours), from, to }
}

/** Shape at the end of a bar, so that the reason is read without colour. Drawn around (0, 0), about 8 units across. */
export const endShapes: Record<RemovalReason, string> = {
  failed: 'M-4 -5 L4 5 M4 -5 L-4 5',
  'worn at check': 'M-4 -4 L4 -4 L0 4 Z',
  'replaced in time': 'M0 -6 L0 6',
  upgraded: 'M-4 4 L4 4 L0 -4 Z',
  'user damage': 'M0 -5 L4 0 L0 5 L-4 0 Z',
  'borrowed for another printer': 'M4 0 A4 4 0 1 1 -4 0 A4 4 0 1 1 4 0',
}
