import { Button } from '@mantine/core'
import { useEffect, useState, type FormEvent } from 'react'
import type { BenchInspectionRequest } from '@diatribon/contract'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { readLooks } from './sumColumns.ts'
import { SumBench } from './SumBench.tsx'
import { useSum } from './useSum.ts'

const example = `part, age, found
A, 100, good
A, 200, defect
B, 100, good
B, 170, failed
C, 100, good
C, 200, good
C, 300, defect
D, 100, defect
E, 100, good
E, 200, good
E, 260, end`

const range = ([low, high]: [number | null, number | null]) =>
  `(${low === null ? 'no lower limit' : number(low, 3)} to ${high === null ? 'no upper limit' : number(high, 3)})`

/** What looks teach, and how often to look. */
export function LooksBench() {
  const sum = useSum('post /api/bench/looks')
  return (
    <>
      <SumBench
        of={sum}
        example={example}
        label="Looks"
        description="Columns: part, age, found (good, defect, failed or end)."
        source="Made-up looks. The model: Christer and Waller (1984), Baker and Wang (1992)."
        read={(text) => {
          const { rows, problems } = readLooks(text)
          return problems.length > 0 ? { problems } : { asked: { parts: rows } }
        }}
        facts={({ defectRate, delayMean, limits }) => [
          ['Defects per unit of age', `${number(defectRate, 3)} ${range(limits.defectRate)}`],
          [
            'From a defect to its failure',
            `${delayMean === null ? 'not known' : number(delayMean, 3)} ${range(limits.delayMean)}`,
          ],
        ]}
        file="looks.csv"
        rows={({ defectRate, delayMean, limits }) => [
          ['figure', 'value', 'lower 95 %', 'upper 95 %'],
          ['defects per unit of age', defectRate, ...limits.defectRate],
          ['from a defect to its failure', delayMean, ...limits.delayMean],
        ]}
      />
      <h2>How often to look</h2>
      <HowOften />
    </>
  )
}

const labels: Record<keyof BenchInspectionRequest, string> = {
  defectRate: 'Defects per unit of age',
  delayMean: 'From a defect to its failure, in the mean',
  inspectionCost: 'Cost of a look',
  failureCost: 'Cost of a failure',
  repairCost: 'Cost of mending a defect in time',
}

/** Christer & Waller (1984), the model; figures of a textbook kind. */
const model: BenchInspectionRequest = {
  defectRate: 0.002,
  delayMean: 200,
  inspectionCost: 5,
  failureCost: 80,
  repairCost: 10,
}

function HowOften() {
  const [figures, setFigures] = useState<Partial<BenchInspectionRequest>>(model)
  const { ask, answer, problem, busy } = useSum('post /api/bench/inspection')
  useEffect(() => void ask(model), [ask])
  const onSubmit = (event: FormEvent) => {
    event.preventDefault()
    void ask(figures as BenchInspectionRequest)
  }
  return (
    <div className={classes.columns}>
      <form onSubmit={onSubmit}>
        {(Object.entries(labels) as [keyof BenchInspectionRequest, string][]).map(([name, label]) => (
          <FigureField
            key={name}
            label={label}
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
      <div aria-live="polite">
        {answer && (
          <>
            <p className={classes.words}>{answer.answer.words}</p>
            <FactList
              facts={[
                [
                  'Look every',
                  answer.answer.interval === null ? 'never on a clock' : number(answer.answer.interval, 5),
                ],
                ['Cost per unit of age', number(answer.answer.costRate, 4)],
                ['Without looks', number(answer.answer.noInspectionCostRate, 4)],
              ]}
            />
          </>
        )}
      </div>
    </div>
  )
}
