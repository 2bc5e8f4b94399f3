import type { ScaleLinear } from 'd3-scale'
import type { ReactNode } from 'react'
import classes from './Frame.module.css'

export const margin = { top: 10, right: 14, bottom: 40, left: 52 }
export type Scale = ScaleLinear<number, number>

interface Props {
  width: number
  height: number
  x: Scale
  y: Scale
  xLabel: string
  yLabel: string
  yFormat?: (value: number) => string
  xFormat?: (value: number) => string
  /** What it draws can be followed: then it is no mere picture. */
  hasLinks?: boolean
  /** Where the upright axis is marked; even steps when left out. */
  yTicks?: number[]
  label: string
  children: ReactNode
}

const plain = (value: number) => value.toLocaleString('en-GB')

/** Axes and grid around a chart; its children draw in the plot's own coordinates. */
export function Frame({
  width,
  height,
  x,
  y,
  xLabel,
  yLabel,
  yFormat = String,
  xFormat = plain,
  yTicks,
  hasLinks = false,
  label,
  children,
}: Props) {
  const [x0, x1] = x.range() as [number, number]
  const [y0, y1] = y.range() as [number, number]
  return (
    <svg width={width} height={height} role={hasLinks ? 'group' : 'img'} aria-label={label} className={classes.chart}>
      <g transform={`translate(${margin.left} ${margin.top})`}>
        {(yTicks ?? y.ticks(5)).map((t) => (
          <g key={t} transform={`translate(0 ${y(t)})`}>
            <line x1={x0} x2={x1} className={classes.grid} />
            <text x={-8} y={4} textAnchor="end" className={classes.tick}>
              {yFormat(t)}
            </text>
          </g>
        ))}
        {x.ticks(Math.max(3, Math.floor((x1 - x0) / 90))).map((t) => (
          <text key={t} x={x(t)} y={y0 + 18} textAnchor="middle" className={classes.tick}>
            {xFormat(t)}
          </text>
        ))}
        <line x1={x0} x2={x1} y1={y0} y2={y0} className={classes.axis} />
        <text x={x1} y={y0 + 34} textAnchor="end" className={classes.label}>
          {xLabel}
        </text>
        <text
          x={-margin.left + 4}
          y={y1 - 0}
          className={classes.label}
          transform={`rotate(-90) translate(${-(y0 - y1) / 2 - 30} ${-margin.left + 12 - y1})`}
        >
          {yLabel}
        </text>
        {children}
      </g>
    </svg>
  )
}
