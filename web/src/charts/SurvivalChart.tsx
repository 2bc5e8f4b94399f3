import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { survival, type WeibullLife } from '@diatribon/core'
import { number } from '../ui/words.ts'
import classes from './charts.module.css'
import { bandPath, curvePath, stepsPath, type Step } from './chartPaths.ts'
import { Frame, margin } from './Frame.tsx'

const height = 300

interface Props {
  steps: Step[]
  life: WeibullLife | null
  unit: string
  oldest: number
  /** The interval to mark; null for none. */
  interval: number | null
}

/** Share still good against age: what was counted as steps with its 95 % band, the fitted curve over it. */
export function SurvivalChart({ steps, life, unit, oldest, interval }: Props) {
  const { ref, width } = useElementSize()
  const last =
    Math.max(oldest, interval ?? 0, steps[steps.length - 1]?.time ?? 0, life ? life.scale * 1.2 : 0) * 1.04 || 1
  const x = scaleLinear([0, last], [0, Math.max(60, width - margin.left - margin.right)])
  const y = scaleLinear([0, 1], [height - margin.top - margin.bottom, 0])
  return (
    <div ref={ref}>
      {width > 0 && (
        <Frame
          {...{ width, height, x, y }}
          xLabel={`age in ${unit}`}
          yLabel="share still good"
          yFormat={(v) => `${Math.round(v * 100)} %`}
          label="Share of parts still good by age: counted steps and fitted curve"
        >
          {steps.length > 0 && <path d={bandPath(steps, oldest, x, y)} className={classes.band} />}
          {steps.length > 0 && <path d={stepsPath(steps, oldest, x, y)} className={classes.steps} />}
          {life && <path d={curvePath((age) => survival(life, age), 0, last, x, y)} className={classes.curve} />}
          {interval !== null && (
            <IntervalLine
              at={x(interval)}
              height={y(0)}
              words={`interval ${number(interval, 3)}`}
              flip={interval > last * 0.7}
            />
          )}
        </Frame>
      )}
    </div>
  )
}

/** The chosen interval, upright through a chart. */
export function IntervalLine(props: { at: number; height: number; words: string; flip: boolean }) {
  const { at, height, words, flip } = props
  return (
    <g transform={`translate(${at} 0)`}>
      <line y2={height} className={classes.interval} />
      <text x={flip ? -6 : 6} y={12} textAnchor={flip ? 'end' : 'start'} className={classes.intervalWords}>
        {words}
      </text>
    </g>
  )
}
