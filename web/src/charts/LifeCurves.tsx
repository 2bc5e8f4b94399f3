import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import type { KnownAt } from '@diatribon/contract'
import { survival, type TurnbullStep, type WeibullLife } from '@diatribon/core'
import { number } from '../ui/words.ts'
import classes from './charts.module.css'
import { bandPath, curvePath, knownBand, knownPath, looksPath, stepsPath, type Step } from './chartPaths.ts'
import { Frame, margin } from './Frame.tsx'
import { IntervalLine } from './SurvivalChart.tsx'

const height = 320

interface Props {
  steps: Step[]
  /** Shares of failures between two looks; null: none. */
  turnbull: TurnbullStep[] | null
  /** What is known: mean and limits, from age 0 on. */
  curve: KnownAt[]
  /** The catalogue's life, before anything was seen here. */
  prior: WeibullLife
  unit: string
  oldest: number
  interval: number | null
}

/** Share still good by age: what was counted here, what the catalogue holds, and what follows from both. */
export function LifeCurves({ steps, turnbull, curve, prior, unit, oldest, interval }: Props) {
  const { ref, width } = useElementSize()
  const last = Math.max(oldest, interval ?? 0, curve.at(-1)?.age ?? 0) * 1.03 || 1
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
          label="Share of parts still good by age: counted here, by the catalogue, and both together"
        >
          <path d={knownBand(curve, x, y)} className={classes.knownBand} />
          {/* With looks between, ages that are known are but a part: then Turnbull's shares tell all of it. */}
          {turnbull ? (
            <path d={looksPath(turnbull, oldest, x, y)} className={classes.steps} />
          ) : (
            steps.length > 0 && (
              <>
                <path d={bandPath(steps, oldest, x, y)} className={classes.thinBand} />
                <path d={stepsPath(steps, oldest, x, y)} className={classes.steps} />
              </>
            )
          )}
          <path d={curvePath((age) => survival(prior, age), 0, last, x, y, 80)} className={classes.prior} />
          <path d={knownPath(curve, x, y)} className={classes.curve} />
          {interval !== null && (
            <IntervalLine
              at={x(interval)}
              height={y(0)}
              words={`replaced at ${number(interval, 3)}`}
              flip={interval > last * 0.7}
            />
          )}
        </Frame>
      )}
    </div>
  )
}
