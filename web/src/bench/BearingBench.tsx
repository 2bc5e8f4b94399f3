import { useState } from 'react'
import { number } from '../ui/words.ts'
import { readCovariates } from './sumColumns.ts'
import { SumBench } from './SumBench.tsx'
import { useSum } from './useSum.ts'

const example = `lower, upper, abrasive share, enclosed
310, 310, 0, 0
290, 290, 0.1, 0
120, 120, 0.9, 0
340, 340, 0, 1
150, 150, 0.7, 1
90, 90, 1, 0
260, , 0, 1
220, 220, 0.4, 0
130, 130, 0.8, 1
300, , 0.2, 0`

/** What has bearing on how long parts last: a Weibull regression on any columns. */
export function BearingBench() {
  const [names, setNames] = useState(() => readCovariates(example).names)
  const sum = useSum('post /api/bench/regression')
  return (
    <SumBench
      of={sum}
      example={example}
      label="Lives and columns"
      description="Columns: lower, upper (empty: still good), and any others as figures, such as a share or 0 and 1."
      source="Made-up lives. Weibull regression on ln life: Meeker and Escobar (1998), ch. 17."
      read={(text) => {
        const { rows, problems, names: found } = readCovariates(text)
        if (problems.length > 0) return { problems }
        setNames(found)
        return { asked: { records: rows } }
      }}
      facts={({ coefficients, standardErrors, shape, intercept }) => [
        ['Typical scale where all columns are 0', number(Math.exp(intercept), 3)],
        ['Shape', number(shape, 3)],
        ...coefficients.map((c, i): [string, string] => {
          const error = 1.96 * (standardErrors[i + 1] ?? 0)
          const times = (x: number) => number(Math.exp(x), 3)
          return [
            `One more of “${names[i] ?? `column ${i + 1}`}”`,
            `${times(c)} times the life (${times(c - error)} to ${times(c + error)})`,
          ]
        }),
      ]}
      file="regression.csv"
      rows={({ coefficients, standardErrors, shape, intercept, logLikelihood }) => [
        ['figure', 'value', 'standard error'],
        ['intercept', intercept, standardErrors[0] ?? null],
        ...coefficients.map((c, i) => [names[i] ?? `column ${i + 1}`, c, standardErrors[i + 1] ?? null]),
        ['shape', shape, null],
        ['log-likelihood', logLikelihood, null],
      ]}
    />
  )
}
