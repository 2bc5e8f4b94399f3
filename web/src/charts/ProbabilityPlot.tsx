import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { Link } from 'react-router'
import { number } from '../ui/words.ts'
import classes from './charts.module.css'
import { Frame, margin } from './Frame.tsx'
import { onWeibullAxis, type ProbabilityPoint } from './probabilityPoints.ts'

const height = 300
const shares = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 0.8, 0.95, 0.99]

/** Failures on the axes on which a Weibull life is a straight line; each leads to its entry. */
export function ProbabilityPlot(props: {
  points: ProbabilityPoint[]
  life: { shape: number; scale: number }
  unit: string
}) {
  const { points, life, unit } = props
  const { ref, width } = useElementSize()
  const logs = points.map(({ age }) => Math.log(age))
  const places = points.map(({ share }) => onWeibullAxis(share))
  const [left, right] = [Math.min(...logs) - 0.3, Math.max(...logs) + 0.3]
  const [low, high] = [Math.min(...places) - 0.5, Math.max(...places) + 0.5]
  const x = scaleLinear([left, right], [0, Math.max(60, width - margin.left - margin.right)])
  const y = scaleLinear([low, high], [height - margin.top - margin.bottom, 0])
  // ln(−ln S) = shape·(ln age − ln scale), cut to what is drawn.
  const line = (log: number) => life.shape * (log - Math.log(life.scale))
  const from = Math.max(left, Math.log(life.scale) + low / life.shape)
  const to = Math.min(right, Math.log(life.scale) + high / life.shape)
  return (
    <div ref={ref}>
      {width > 0 && (
        <Frame
          {...{ width, height, x, y }}
          xLabel={`age in ${unit}, logarithmic`}
          yLabel="share that had failed"
          xFormat={(log) => number(Math.exp(log), 2)}
          yFormat={(place) => `${number(100 * -Math.expm1(-Math.exp(place)), 2)} %`}
          yTicks={shares.map(onWeibullAxis).filter((place) => place > low && place < high)}
          hasLinks
          label="Failures on Weibull probability axes"
        >
          {to > from && <line x1={x(from)} y1={y(line(from))} x2={x(to)} y2={y(line(to))} className={classes.curve} />}
          {points.map(({ age, share, href, title }) => (
            <Link key={href} to={href} aria-label={title}>
              <rect
                x={x(Math.log(age)) - 4.5}
                y={y(onWeibullAxis(share)) - 4.5}
                width={9}
                height={9}
                className={classes.mark}
              >
                <title>{title}</title>
              </rect>
            </Link>
          ))}
        </Frame>
      )}
    </div>
  )
}
