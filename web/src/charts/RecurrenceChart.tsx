import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { area, curveStepAfter, line } from 'd3-shape'
import type { MeanCumulative } from '@diatribon/core'
import { number } from '../ui/words.ts'
import classes from './charts.module.css'
import { Frame, margin } from './Frame.tsx'

const height = 300

/** Repairs per machine against age: what was counted as steps with its 95 % band, the power law over it. */
export function RecurrenceChart(props: {
  rows: MeanCumulative[]
  /** Expected repairs per machine up to an age; null: no law. */
  law: ((age: number) => number) | null
  oldest: number
}) {
  const { rows, law, oldest } = props
  const { ref, width } = useElementSize()
  const most = Math.max(1, ...rows.map(({ mcf, upper }) => Math.min(upper ?? mcf, 3 * mcf)))
  const x = scaleLinear([0, oldest || 1], [0, Math.max(60, width - margin.left - margin.right)])
  const y = scaleLinear([0, most * 1.05], [height - margin.top - margin.bottom, 0])
  const start: MeanCumulative = { time: 0, mcf: 0, lower: 0, upper: 0 }
  // Held to the end of the watch.
  const steps = [start, ...rows, { ...(rows.at(-1) ?? start), time: oldest }]
  // Closer at the beginning, where the law may rise steeply.
  const ages = Array.from({ length: 81 }, (_, i) => (i / 80) ** 2 * oldest)
  const cut = (value: number) => y(Math.min(value, most * 1.05))
  return (
    <div ref={ref}>
      {width > 0 && (
        <Frame
          {...{ width, height, x, y }}
          xLabel="age"
          yLabel="repairs per machine"
          yFormat={(v) => number(v, 3)}
          label="Mean number of repairs per machine by age: counted steps and fitted law"
        >
          <path
            d={
              area<MeanCumulative>()
                .x(({ time }) => x(time))
                .y0(({ mcf, lower }) => cut(lower ?? mcf))
                .y1(({ mcf, upper }) => cut(upper ?? mcf))
                .curve(curveStepAfter)(steps) ?? undefined
            }
            className={classes.band}
          />
          <path
            d={
              line<MeanCumulative>()
                .x(({ time }) => x(time))
                .y(({ mcf }) => y(mcf))
                .curve(curveStepAfter)(steps) ?? undefined
            }
            className={classes.steps}
          />
          {law && (
            <path
              d={
                line<number>()
                  .x((age) => x(age))
                  .y((age) => cut(law(age)))(ages) ?? undefined
              }
              className={classes.curve}
            />
          )}
        </Frame>
      )}
    </div>
  )
}
