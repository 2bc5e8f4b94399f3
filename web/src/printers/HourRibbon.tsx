import { endOf } from '@diatribon/core'
import { SegmentedControl } from '@mantine/core'
import { useElementSize } from '@mantine/hooks'
import { useState } from 'react'
import type { PrinterPage, RemovalReason } from '@diatribon/contract'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { hours, number } from '../ui/words.ts'
import classes from './HourRibbon.module.css'
import {
  axisHeight,
  barHeight,
  endShapes,
  laneHeight,
  readingLane,
  ribbonLayout,
  type Ribbon,
  type RibbonBar,
} from './ribbonLayout.ts'

const spans = [
  { value: 'all', label: 'All' },
  { value: '1500', label: 'Last 1,500 h' },
  { value: '400', label: 'Last 400 h' },
]
const markShapes = {
  count: 'M0 2 L0 8',
  'meter reset': 'M-4 0 H4 M0 0 V10',
  job: 'M-2 5 H2',
  gap: 'M0 0 V10 M-4 3 H4 M-4 7 H4',
  note: 'M-3 1 H3 V8 H-3 Z',
  fault: 'M0 -1 V6 M0 8.5 V11',
  check: 'M-3 4 L0 7 L4 1',
  hold: 'M-4 1 H4 V9 H-4 Z M-4 1 L4 9',
  release: 'M-4 5 L-1 9 L4 1',
  upgrade: 'M0 0 L4 5 H1 V10 H-1 V5 H-4 Z',
  repair: 'M-4 3 L4 7 M-4 7 L4 3',
} as const

/** Marks that do not explain themselves. */
const legendWords = {
  count: 'counted',
  note: 'note',
  fault: 'fault',
  check: 'check done',
  hold: 'hold',
  gap: 'meter and jobs differ',
  upgrade: 'upgrade',
  repair: 'mended in place',
}

/** The printer's running hours from left to right, one lane per slot, its parts as bars, what happened as marks. */
export function HourRibbon({ page }: { page: PrinterPage }) {
  const { ref, width } = useElementSize()
  const [span, setSpan] = useState('1500')
  const nameWidth = width < 600 ? 96 : 130
  const ribbon = ribbonLayout(page, span === 'all' ? null : Number(span), Math.max(120, width - nameWidth))
  return (
    <FigureWithTable
      title="Hour ribbon"
      caption={<Legend />}
      columns={['Slot', 'Part', 'Fitted at', 'Taken out at', 'Age', 'Reason']}
      rows={page.fittings.map((f) => [
        [...page.slots, ...page.goneSlots].find(({ id }) => id === f.slotId)?.name ?? '',
        f.partTypeName,
        hours(f.fittedHours),
        f.removedHours === null ? 'in place' : hours(f.removedHours),
        hours((f.removedHours ?? page.printer.runHours) - f.fittedHours),
        f.removalReason ?? '',
      ])}
      aside={<SegmentedControl size="xs" data={spans} value={span} onChange={setSpan} aria-label="Hours shown" />}
    >
      <div ref={ref} className={classes.frame}>
        {width > 0 && <Drawing ribbon={ribbon} nameWidth={nameWidth} />}
      </div>
    </FigureWithTable>
  )
}

function Drawing({ ribbon, nameWidth }: { ribbon: Ribbon; nameWidth: number }) {
  const { width, height, lanes, bars, dues, marks, readings, ticks, nowX } = ribbon
  const lanesEnd = lanes.length * laneHeight
  return (
    <svg
      width={nameWidth + width}
      height={height}
      role="img"
      aria-label="Parts of this printer over its running hours; the table holds the same figures"
    >
      <g transform={`translate(${nameWidth} 0)`}>
        <Ticks ticks={ticks} height={height} width={width} />
        {lanes.map(({ id, name, y }) => (
          <text key={id} x={-8} y={y + laneHeight / 2 + 4} textAnchor="end" className={classes.lane}>
            {nameWidth < 120 && name.length > 14 ? `${name.slice(0, 13)}…` : name}
          </text>
        ))}
        <Bars bars={bars} />
        {dues.map(({ lane, x }) => (
          <path key={lane} d={`M${x} ${lane * laneHeight + 2} v${laneHeight - 4}`} className={classes.due}>
            <title>Due here</title>
          </path>
        ))}
        <line x1={0} x2={width} y1={lanesEnd} y2={lanesEnd} className={classes.grid} />
        <text x={-8} y={lanesEnd + 15} textAnchor="end" className={classes.lane}>
          What happened
        </text>
        {marks.map(({ seq, x, kind, words }) => (
          <path
            key={`${kind}${seq}`}
            d={markShapes[kind]}
            transform={`translate(${x} ${lanesEnd + 6})`}
            className={markClass(kind)}
          >
            <title>{words}</title>
          </path>
        ))}
        <Readings readings={readings} width={width} nameWidth={nameWidth} nowX={nowX} />
        <line x1={nowX} x2={nowX} y2={height - axisHeight} className={classes.now} />
      </g>
    </svg>
  )
}

const markClass = (kind: string) =>
  kind === 'count' || kind === 'job' ? classes.count : kind === 'gap' ? classes.gap : classes.mark

const endClass = (end: RemovalReason) => (endOf(end) === 'seen' ? classes.failed : classes.end)

function Legend() {
  return (
    <span className={classes.legend}>
      {(Object.keys(endShapes) as RemovalReason[]).map((reason) => (
        <span key={reason}>
          <svg width="14" height="14" viewBox="-7 -7 14 14" aria-hidden>
            <path d={endShapes[reason]} className={endClass(reason)} />
          </svg>
          {reason}
        </span>
      ))}
      <span>
        <svg width="14" height="14" viewBox="-7 -7 14 14" aria-hidden>
          <path d="M0 -7 V7" className={classes.due} />
        </svg>
        due
      </span>
      {Object.entries(legendWords).map(([kind, words]) => (
        <span key={kind}>
          <svg width="14" height="14" viewBox="-7 -2 14 14" aria-hidden>
            <path d={markShapes[kind as keyof typeof markShapes]} className={markClass(kind)} />
          </svg>
          {words}
        </span>
      ))}
      <span>
        Bold bar: in place now. Upright line: the printer’s hours today. Small lines: readings, each on its own scale.
      </span>
    </span>
  )
}

function Ticks(props: { ticks: { x: number; label: string }[]; height: number; width: number }) {
  const { ticks, height, width } = props
  return (
    <>
      {ticks.map(({ x, label }) => (
        <g key={label} transform={`translate(${x} 0)`}>
          <line y2={height - axisHeight + 4} className={classes.grid} />
          <text
            y={height - 8}
            textAnchor={x < 20 ? 'start' : x > width - 20 ? 'end' : 'middle'}
            className={classes.tick}
          >
            {label}
          </text>
        </g>
      ))}
      <text x={-8} y={height - 8} textAnchor="end" className={classes.tick}>
        running hours
      </text>
    </>
  )
}

function Bars({ bars }: { bars: RibbonBar[] }) {
  return (
    <>
      {bars.map(({ id, lane, x, width: barWidth, end, cutLeft, words }) => {
        const middle = lane * laneHeight + laneHeight / 2
        return (
          <g key={id}>
            <title>{words}</title>
            <rect
              x={x}
              y={middle - barHeight / 2}
              width={barWidth}
              height={barHeight}
              className={end ? classes.past : classes.present}
            />
            {cutLeft && (
              <path
                d={`M${x + 5} ${middle - 3} L${x + 1} ${middle} L${x + 5} ${middle + 3}`}
                className={end ? classes.cut : classes.cutPresent}
              />
            )}
            {end && (
              <path d={endShapes[end]} transform={`translate(${x + barWidth} ${middle})`} className={endClass(end)} />
            )}
          </g>
        )
      })}
    </>
  )
}

function Readings(props: {
  readings: { name: string; unit: string; y: number; path: string; dots: { x: number; y: number }[]; last: number }[]
  width: number
  nameWidth: number
  nowX: number
}) {
  const { readings, width, nameWidth, nowX } = props
  return (
    <>
      {readings.map(({ name, unit, y, path, dots, last }) => (
        <g key={name}>
          <title>{`${name}, last ${number(last, 4)} ${unit}`}</title>
          <line x1={0} x2={width} y1={y} y2={y} className={classes.grid} />
          <text x={-8} y={y + readingLane / 2 + 4} textAnchor="end" className={classes.lane}>
            {nameWidth < 120 && name.length > 14 ? `${name.slice(0, 13)}…` : name}
          </text>
          <path d={path} className={classes.reading} />
          {dots.map((dot, i) => (
            <circle key={i} cx={dot.x} cy={dot.y} r={1.8} className={classes.dot} />
          ))}
          {width - nowX > 60 && (
            <text x={nowX + 6} y={y + readingLane / 2 + 4} className={classes.tick}>
              {number(last, 4)} {unit}
            </text>
          )}
        </g>
      ))}
    </>
  )
}
