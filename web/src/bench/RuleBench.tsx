import { useState } from 'react'
import { policySays } from '../lives/policyNames.ts'
import { DataTable } from '../ui/DataTable.tsx'
import { FigureField } from '../ui/figures.tsx'
import table from '../ui/Table.module.css'
import { chance, number } from '../ui/words.ts'
import grid from '../ui/Fields.module.css'
import { readLifeColumns } from './csv.ts'
import { SumBench } from './SumBench.tsx'
import { useSum } from './useSum.ts'

/** Made-up lives of a part that wears; the columns of every kind of record are read too. */
const example = `age, state, count
210, failed
267, failed
310, failed
352, failed
405, failed
30, running
141, running
300, running, 6`

const figures = {
  preventiveCost: 'Cost of a replacement in time',
  failureCost: 'Cost of a failure',
  tradeInterval: "The trade's interval",
  tradeWeight: 'How much that counts (1: about one failure)',
} as const

/** Which rule to keep for a part, from its lives and the trade's interval. */
export function RuleBench() {
  const [given, setGiven] = useState<Record<keyof typeof figures, number | undefined>>({
    preventiveCost: 6,
    failureCost: 26,
    tradeInterval: 300,
    tradeWeight: 1,
  })
  const sum = useSum('post /api/bench/policy')
  return (
    <SumBench
      of={sum}
      example={example}
      label="Lives"
      description="Columns: age, failed or running, and (if you like) how many; or lower, upper, entry, weight. May be empty."
      source="Made-up lives. Rules: Barlow and Hunter (1960) over all lives that may be the true one."
      read={(text) => {
        const { rows, problems } = readLifeColumns(text)
        const missing = Object.entries(figures).flatMap(([name, label]) =>
          given[name as keyof typeof figures] === undefined ? `${label} is missing.` : [],
        )
        if (problems.length + missing.length > 0) return { problems: [...problems, ...missing] }
        return { asked: { unit: 'h', records: rows, ...(given as Record<keyof typeof figures, number>) } }
      }}
      facts={({ posterior: { shape, scale } }) => [
        ['Shape', `${number(shape.median, 3)} (${number(shape.limits[0], 3)} to ${number(shape.limits[1], 3)})`],
        ['Scale', `${number(scale.median, 4)} (${number(scale.limits[0], 4)} to ${number(scale.limits[1], 4)})`],
      ]}
      file="rules.csv"
      rows={({ policies }) => [
        ['rule', 'replaced at', 'cost per unit of age', 'lower 95 %', 'upper 95 %', 'chance that it is best'],
        ...policies.map(({ policy, interval, costRate, costRateLimits, chanceBest }) => [
          policy,
          interval,
          costRate,
          ...costRateLimits,
          chanceBest,
        ]),
      ]}
      drawing={({ policies }) => (
        <DataTable label="Rules side by side" stacks>
          <thead>
            <tr>
              <th>Rule</th>
              <th className={table.right}>Replaced at</th>
              <th className={table.right}>Cost per unit of age</th>
              <th className={table.right}>Chance that it is best</th>
            </tr>
          </thead>
          <tbody>
            {policies.map(({ policy, interval, costRate, costRateLimits: [low, high], chanceBest }) => (
              <tr key={policy}>
                <td>{policySays[policy]}</td>
                <td className={table.right}>{interval === null ? 'its failure' : number(interval, 4)}</td>
                <td className={table.right}>
                  {number(costRate, 3)} ({number(low, 3)} to {number(high, 3)})
                </td>
                <td className={table.right}>{chance(chanceBest)}</td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
    >
      <div className={grid.fields}>
        {(Object.entries(figures) as [keyof typeof figures, string][]).map(([name, label]) => (
          <FigureField
            key={name}
            label={label}
            min={0}
            value={given[name]}
            onChange={(value) => setGiven({ ...given, [name]: value })}
          />
        ))}
      </div>
    </SumBench>
  )
}
