import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { meanLife, replacementCostRate, type ReplacementCost, type WeibullLife } from '@diatribon/core'
import { number } from '../ui/words.ts'
import classes from './charts.module.css'
import { curvePath } from './chartPaths.ts'
import { Frame, margin } from './Frame.tsx'
import { IntervalLine } from './SurvivalChart.tsx'

const height = 280

interface Props {
  life: WeibullLife
  cost: ReplacementCost
  interval: number | null
  unit: string
  /** Multiplies costs before they are written, and says what they are in. */
  yFormat: (cost: number) => string
  yLabel: string
}

/** Cost per unit of age against the age of replacement, with run to failure as the dashed line. */
export function CostCurve({ life, cost, interval, unit, yFormat, yLabel }: Props) {
  const { ref, width } = useElementSize()
  const runToFailure = cost.failure / meanLife(life)
  const last = Math.max(life.scale * 1.6, (interval ?? 0) * 1.3)
  const lowest = interval ? replacementCostRate(life, cost, interval) : runToFailure
  const top = Math.max(runToFailure, lowest) * 1.8
  const first = firstBelow(top)
  const x = scaleLinear([0, last], [0, Math.max(60, width - margin.left - margin.right)])
  const y = scaleLinear([0, top], [height - margin.top - margin.bottom, 0])

  /** Very early replacement costs without bound; the curve is drawn from where it enters the picture. */
  function firstBelow(limit: number): number {
    for (let age = last / 400; age < last; age += last / 400)
      if (replacementCostRate(life, cost, age) < limit) return age
    return last
  }

  return (
    <div ref={ref}>
      {width > 0 && (
        <Frame
          {...{ width, height, x, y, yFormat, yLabel }}
          xLabel={`replaced at, ${unit}`}
          label="Cost by age of replacement"
        >
          <line x1={0} x2={x(last)} y1={y(runToFailure)} y2={y(runToFailure)} className={classes.reference} />
          <text x={x(last)} y={y(runToFailure) - 6} textAnchor="end" className={classes.referenceWords}>
            run to failure
          </text>
          <path
            d={curvePath((age) => replacementCostRate(life, cost, age), first, last, x, y)}
            className={classes.curve}
          />
          {interval !== null && (
            <IntervalLine
              at={x(interval)}
              height={y(0)}
              words={`replace at ${number(interval, 3)}`}
              flip={interval > last * 0.7}
            />
          )}
        </Frame>
      )}
    </div>
  )
}
