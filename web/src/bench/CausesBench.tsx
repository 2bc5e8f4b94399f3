import { Causes } from '../lives/Causes.tsx'
import { number } from '../ui/words.ts'
import { readEnds } from './sumColumns.ts'
import { SumBench } from './SumBench.tsx'
import { useSum } from './useSum.ts'

const example = `age, cause
5, strings
8, bearing
8,
12, strings
15, strings
15,
20, bearing
22, strings
30,
31, bearing
40, strings
41,`

/** Of which causes parts fail, where the causes compete. */
export function CausesBench() {
  const sum = useSum('post /api/bench/incidence')
  return (
    <SumBench
      of={sum}
      example={example}
      label="Ends"
      description="Columns: age, cause (empty: still good then)."
      source="Made-up ends. Cumulative incidence: Aalen and Johansen (1978)."
      read={(text) => {
        const { rows, problems } = readEnds(text)
        return problems.length > 0 ? { problems } : { asked: { records: rows } }
      }}
      facts={({ causes }) =>
        Object.entries(causes).map(([name, { incidence, lower, upper }]): [string, string] => {
          const percent = (list: number[]) => number(100 * (list.at(-1) ?? 0), 3)
          return [name, `${percent(incidence)} % (${percent(lower)} to ${percent(upper)})`]
        })
      }
      file="causes.csv"
      rows={({ times, causes }) => [
        ['age', ...Object.keys(causes).flatMap((name) => [name, `${name} lower 95 %`, `${name} upper 95 %`])],
        ...times.map((time, i) => [
          time,
          ...Object.values(causes).flatMap(({ incidence, lower, upper }) => [
            incidence[i] ?? null,
            lower[i] ?? null,
            upper[i] ?? null,
          ]),
        ]),
      ]}
      drawing={({ times, causes, words }) => <Causes causes={{ times, causes, words }} clock="hours" />}
    />
  )
}
