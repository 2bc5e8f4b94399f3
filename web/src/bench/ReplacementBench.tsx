import { Button } from '@mantine/core'
import { useEffect, useState, type FormEvent } from 'react'
import type { BenchReplacementAnswer, BenchReplacementRequest } from '@diatribon/contract'
import { replacementCostRate } from '@diatribon/core'
import { CostCurve } from '../charts/CostCurve.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { Problem } from '../ui/Problem.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { downloadCsv } from './csv.ts'
import { useSum } from './useSum.ts'

const fields: { name: keyof BenchReplacementRequest; label: string; description: string }[] = [
  { name: 'shape', label: 'Shape', description: 'Above 1: they wear out' },
  { name: 'scale', label: 'Scale', description: 'Age before which 63 in 100 fail' },
  { name: 'preventiveCost', label: 'Cost of a replacement in time', description: 'Price and work' },
  { name: 'failureCost', label: 'Cost of a failure', description: 'The same, with lost print, time down, clean-up' },
]

const example: BenchReplacementRequest = { shape: 2, scale: 1000, preventiveCost: 1, failureCost: 5 }

/** Least-cost replacement age for any life and costs. */
export function ReplacementBench() {
  const [figures, setFigures] = useState<Partial<BenchReplacementRequest>>(example)
  const { ask, answer, problem, busy } = useSum('post /api/bench/replacement')
  useEffect(() => void ask(example), [ask])
  const onSubmit = (event: FormEvent) => {
    event.preventDefault()
    void ask(figures as BenchReplacementRequest)
  }
  return (
    <div className={classes.columns}>
      <form onSubmit={onSubmit}>
        {fields.map(({ name, label, description }) => (
          <FigureField
            key={name}
            label={label}
            description={description}
            min={0}
            required
            value={figures[name]}
            onChange={(value) => setFigures({ ...figures, [name]: value })}
          />
        ))}
        <Problem error={problem} />
        <Button type="submit" mt="md" loading={busy}>
          Reckon
        </Button>
      </form>
      <div aria-live="polite">{answer && <ReplacementAnswer {...answer} />}</div>
    </div>
  )
}

function ReplacementAnswer({ asked, answer }: { asked: BenchReplacementRequest; answer: BenchReplacementAnswer }) {
  const { shape, scale, preventiveCost: preventive, failureCost: failure } = asked
  const life = { shape, scale }
  const ages = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.25, 1.5, 2].map((share) => share * scale)
  const rows = ages.map((age) => [age, replacementCostRate(life, { preventive, failure }, age)] as const)
  const download = () =>
    downloadCsv('replacement.csv', [
      ['figure', 'value'],
      ['least-cost age', answer.age],
      ['cost per unit of age', answer.costRate],
      ['run to failure, cost per unit of age', answer.runToFailureCostRate],
      [],
      ['replaced at', 'cost per unit of age'],
      ...rows.map((row) => [...row]),
    ])
  return (
    <>
      <p className={classes.words}>{answer.words}</p>
      <FactList
        facts={[
          ['Replace at', answer.age === null ? 'never on a clock' : number(answer.age, 6)],
          ['Cost per unit of age', number(answer.costRate, 6)],
          ['Run to failure', number(answer.runToFailureCostRate, 6)],
        ]}
      />
      <FigureWithTable
        title="Cost by age of replacement"
        caption="Barlow and Hunter's age replacement. Dashed: run to failure."
        columns={['Replaced at', 'Cost per unit of age']}
        rows={rows.map(([age, rate]) => [number(age), number(rate, 5)])}
        aside={
          <Button size="compact-sm" variant="default" onClick={download}>
            Download CSV
          </Button>
        }
      >
        <CostCurve
          life={life}
          cost={{ preventive, failure }}
          interval={answer.age}
          unit="unit of scale"
          yLabel="cost per unit of age"
          yFormat={(v) => number(v, 3)}
        />
      </FigureWithTable>
    </>
  )
}
