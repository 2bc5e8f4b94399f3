import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import type { RunDay, RunOutcome } from '@diatribon/core'
import classes from './charts.module.css'
import { Frame, margin } from './Frame.tsx'

const height = 320
/** Told apart by their dashes, not by colour alone. */
const dashes: Record<RunOutcome['rule'], string> = {
  'your choices': '',
  'the advice': '',
  'trade intervals': '8 4',
  'wait for the failure': '2 4',
  'as if lives were known': '12 3 2 3',
}

/** What each rule has come to, day by day. */
export function RunCurves(props: {
  outcomes: readonly RunOutcome[]
  of: (day: RunDay) => number
  yFormat: (value: number) => string
  yLabel: string
}) {
  const { outcomes, of, yFormat, yLabel } = props
  const { ref, width } = useElementSize()
  const main = outcomes.some(({ rule }) => rule === 'your choices') ? 'your choices' : 'the advice'
  const lastDay = Math.max(1, ...outcomes.map(({ curve }) => curve.at(-1)?.day ?? 0))
  const most = Math.max(1, ...outcomes.map(({ curve }) => Math.max(...curve.map(of))))
  const x = scaleLinear([0, lastDay], [0, Math.max(60, width - margin.left - margin.right)])
  const y = scaleLinear([0, most * 1.05], [height - margin.top - margin.bottom, 0])
  return (
    <div ref={ref}>
      {width > 0 && (
        <Frame {...{ width, height, x, y, yFormat, yLabel }} xLabel="days" label={`${yLabel} by day, for each rule`}>
          {outcomes.map(({ rule, curve }) => (
            <path
              key={rule}
              d={
                line<RunDay>()
                  .x(({ day }) => x(day))
                  .y((day) => y(of(day)))(curve) ?? undefined
              }
              className={rule === main ? classes.curve : classes.steps}
              strokeDasharray={dashes[rule]}
            />
          ))}
        </Frame>
      )}
      <ul className={classes.legend}>
        {outcomes.map(({ rule }) => (
          <li key={rule}>
            <svg width="34" height="8" aria-hidden>
              <line
                x1="0"
                x2="34"
                y1="4"
                y2="4"
                className={rule === main ? classes.curve : classes.steps}
                strokeDasharray={dashes[rule]}
              />
            </svg>
            {rule}
          </li>
        ))}
      </ul>
    </div>
  )
}
