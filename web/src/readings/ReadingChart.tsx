import { given } from '@diatribon/core'
import { useElementSize } from '@mantine/hooks'
import { extent } from 'd3-array'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import type { ReadingSeries, SeriesLimits, SeriesMark, SeriesPoint } from '@diatribon/contract'
import { Frame, margin } from '../charts/Frame.tsx'
import { number } from '../ui/words.ts'
import classes from './Readings.module.css'

const height = 230
/** Running hours that are drawn, and the fewest readings; the table has all. */
export const drawnHours = 2000
const fewestDrawn = 6

/** The readings that are drawn: the newest, so that one long ago does not press them together. */
export function drawnPoints(points: SeriesPoint[]): SeriesPoint[] {
  const newest = points[points.length - 1]?.hours ?? 0
  const first = points.findIndex(({ hours }) => hours >= newest - drawnHours)
  return points.slice(Math.max(0, Math.min(first, points.length - fewestDrawn)))
}

/**
 * Readings against running hours: the individuals chart with its mean and limits since the last restart, the smoothed value over
 * it, the limits to stay inside, and what was changed or adjusted as upright lines.
 */
export function ReadingChart({ series }: { series: ReadingSeries }) {
  const { ref, width } = useElementSize()
  const { marks, chart, limits, breaches, crossing } = series
  const points = drawnPoints(series.points)
  const all = series.points.filter(({ counts }) => counts)
  const since = points.filter(({ counts }) => counts)
  // The smoothed value begins after the baseline; only what of it is drawn.
  const smoothed = (series.moved?.points ?? [])
    .map((point, i, list) => ({ ...point, hours: given(all[all.length - list.length + i]).hours }))
    .slice(-since.length)
  const odd = new Set(breaches.map(({ to }) => all[to]?.seq))
  const [first = 0, newest = 1] = extent(points, ({ hours }) => hours)
  const reach = crossing.kind === 'crosses' ? Math.min(crossing.inHours, (newest - first) * 0.6) : 0
  const last = Math.max(newest + reach, first + 1)
  const values = [
    ...points.map(({ value }) => value),
    ...(limits.from === 'none' ? [] : [limits.lower, limits.upper].filter((v): v is number => v !== null)),
  ]
  const [low = 0, high = 1] = extent(values)
  const room = (high - low || Math.abs(high) || 1) * 0.12
  const x = scaleLinear([first - (last - first) * 0.02, last], [0, Math.max(60, width - margin.left - margin.right)])
  const y = scaleLinear([low - room, high + room], [height - margin.top - margin.bottom, 0])
  const across = (from: SeriesPoint | undefined, value: number, className: string | undefined) =>
    from && <line x1={x(from.hours)} x2={x(newest)} y1={y(value)} y2={y(value)} className={className} />
  const path = (of: { hours: number; value: number }[]) =>
    line<{ hours: number; value: number }>()
      .x((p) => x(p.hours))
      .y((p) => y(p.value))(of) ?? undefined
  const from = since[0]
  return (
    <div ref={ref}>
      {width > 0 && (
        <Frame
          {...{ width, height, x, y }}
          xLabel="running hours"
          yLabel={series.unit}
          yFormat={(value) => number(value, 4)}
          label={`${series.name} against running hours`}
        >
          {smoothed.length > 1 && <Band smoothed={smoothed} x={x} y={y} />}
          <Marks marks={marks} first={first} x={x} y={y} />
          <Limits limits={limits} x={x} y={y} />
          {chart && across(from, chart.mean, classes.mean)}
          {chart && chart.sigma > 0 && across(from, chart.lower, classes.control)}
          {chart && chart.sigma > 0 && across(from, chart.upper, classes.control)}
          <path d={path(points)} className={classes.line} opacity={0.5} />
          <path d={path(smoothed.map(({ hours, smooth }) => ({ hours, value: smooth })))} className={classes.smooth} />
          {crossing.kind === 'crosses' && (
            <Trend x={x} newest={newest} y={y} points={points} crossing={crossing} limits={limits} />
          )}
          <Points points={points} x={x} y={y} odd={odd} series={series} />
        </Frame>
      )}
    </div>
  )
}

function Points(props: {
  points: SeriesPoint[]
  x: ScaleLinear<number, number, never>
  y: ScaleLinear<number, number, never>
  odd: Set<number | undefined>
  series: ReadingSeries
}) {
  const { points, x, y, odd, series } = props
  return (
    <>
      {points.map((point) => (
        <circle
          key={`${point.seq} ${point.hours} ${point.value}`}
          cx={x(point.hours)}
          cy={y(point.value)}
          r={odd.has(point.seq) ? 5 : 3.2}
          className={odd.has(point.seq) ? classes.outPoint : classes.point}
        >
          <title>{`${number(point.value, 5)} ${series.unit} at ${Math.round(point.hours)} h, ${point.source}`}</title>
        </circle>
      ))}
    </>
  )
}

function Marks(props: {
  marks: SeriesMark[]
  first: number
  x: ScaleLinear<number, number, never>
  y: ScaleLinear<number, number, never>
}) {
  const { marks, first, x, y } = props
  return (
    <>
      {marks
        .filter((mark) => mark.hours >= first)
        .map((mark, i) => (
          <line
            key={i}
            x1={x(mark.hours)}
            x2={x(mark.hours)}
            y1={y.range()[0]}
            y2={0}
            className={mark.restarts ? classes.mark : classes.goesOn}
          >
            <title>{mark.words}</title>
          </line>
        ))}
    </>
  )
}

function Limits({
  limits,
  x,
  y,
}: {
  limits: SeriesLimits
  x: ScaleLinear<number, number, never>
  y: ScaleLinear<number, number, never>
}) {
  return (
    <>
      {limits.from !== 'none' &&
        [limits.lower, limits.upper].map(
          (limit, i) =>
            limit !== null && (
              <line key={i} x1={0} x2={x.range()[1]} y1={y(limit)} y2={y(limit)} className={classes.limit} />
            ),
        )}
    </>
  )
}

function Trend(props: {
  x: ScaleLinear<number, number, never>
  newest: number
  y: ScaleLinear<number, number, never>
  points: SeriesPoint[]
  crossing: { kind: 'crosses'; limit: 'lower' | 'upper'; inHours: number; earliest: number; latest: number | null }
  limits: SeriesLimits
}) {
  const { x, newest, y, points, crossing, limits } = props
  return (
    <line
      x1={x(newest)}
      y1={y(given(points[points.length - 1]).value)}
      x2={x(newest + crossing.inHours)}
      y2={y(given(crossing.limit === 'lower' ? limits.lower : limits.upper))}
      className={classes.trend}
      clipPath={`inset(0 0 0 0)`}
    />
  )
}

function Band({
  smoothed,
  x,
  y,
}: {
  smoothed: { hours: number; smooth: number; lower: number; upper: number }[]
  x: ScaleLinear<number, number, never>
  y: ScaleLinear<number, number, never>
}) {
  return (
    <path
      d={
        area<(typeof smoothed)[number]>()
          .x((p) => x(p.hours))
          .y0((p) => y(p.lower))
          .y1((p) => y(p.upper))(smoothed) ?? undefined
      }
      className={classes.band}
    />
  )
}
