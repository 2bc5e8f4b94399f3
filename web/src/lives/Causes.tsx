import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { curveStepAfter, line } from 'd3-shape'
import type { Clock, LifePage } from '@diatribon/contract'
import { Frame, margin } from '../charts/Frame.tsx'
import classes from '../charts/charts.module.css'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { clockName, number } from '../ui/words.ts'

const height = 240
const dashes = ['', '7 3', '2 3', '9 3 2 3', '1 5']

/** Share that has failed of each cause by an age, where the others compete with it. */
export function Causes({ causes, clock }: { causes: NonNullable<LifePage['causes']>; clock: Clock }) {
  const { ref, width } = useElementSize()
  const { times, words } = causes
  const names = Object.keys(causes.causes)
  const last = (times.at(-1) ?? 1) * 1.03
  const most = Math.max(0.05, ...names.map((name) => causes.causes[name]?.incidence.at(-1) ?? 0))
  const x = scaleLinear([0, last], [0, Math.max(60, width - margin.left - margin.right - 90)])
  const y = scaleLinear([0, most * 1.15], [height - margin.top - margin.bottom, 0])
  const percent = (share: number) => `${number(100 * share, 2)} %`
  const rows = names.flatMap((name) => {
    const curve = causes.causes[name]
    const at = times.length - 1
    return curve
      ? [[name, percent(curve.incidence[at] ?? 0), percent(curve.lower[at] ?? 0), percent(curve.upper[at] ?? 0)]]
      : []
  })
  return (
    <FigureWithTable
      title="What they fail of"
      caption={`${words} Curves: share of all that has failed of each cause by an age (Aalen and Johansen).`}
      columns={['Cause', `Share by ${number(times.at(-1) ?? 0, 3)}`, 'Lower', 'Upper']}
      rows={rows}
    >
      <div ref={ref}>
        {width > 0 && (
          <Frame
            {...{ width, height, x, y }}
            xLabel={`age in ${clockName(clock)}`}
            yLabel="share that failed of it"
            yFormat={percent}
            label="Share of parts that failed of each cause, by age"
          >
            {names.map((name, i) => {
              const shares = causes.causes[name]?.incidence ?? []
              const points: [number, number][] = [
                [0, 0],
                ...times.map((time, n): [number, number] => [time, shares[n] ?? 0]),
              ]
              const path = line<[number, number]>(
                ([age]) => x(age),
                ([, share]) => y(share),
              ).curve(curveStepAfter)(points)
              return (
                <g key={name}>
                  <path d={path ?? ''} className={classes.curve} strokeDasharray={dashes[i % dashes.length]} />
                  <text x={x(last) + 2} y={y(shares.at(-1) ?? 0) + 4} className={classes.referenceWords}>
                    {name}
                  </text>
                </g>
              )
            })}
          </Frame>
        )}
      </div>
    </FigureWithTable>
  )
}
