import { Button } from '@mantine/core'
import { useEffect, useState } from 'react'
import type { BenchRecurrenceAnswer, BenchRecurrenceRequest } from '@diatribon/contract'
import { RecurrenceChart } from '../charts/RecurrenceChart.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { downloadCsv } from './csv.ts'
import { readRepairColumns } from './repairColumns.ts'
import { useSum } from './useSum.ts'
import { PasteForm } from './PasteForm.tsx'

/** NIST/SEMATECH e-Handbook of Statistical Methods, 8.4.5.1: ten repairs of a system that was watched for 1500 h. */
const example = `machine, age, what
A, 5, repair
A, 40, repair
A, 43, repair
A, 175, repair
A, 389, repair
A, 712, repair
A, 747, repair
A, 795, repair
A, 1299, repair
A, 1478, repair
A, 1500, end`

/** Whether the repairs of machines come denser or rarer as they grow old. */
export function RecurrenceBench() {
  const [text, setText] = useState(example)
  const sum = useSum('post /api/bench/recurrence')
  const { ask, answer, problem, busy, refuse } = sum
  const submit = () => {
    const { units, problems } = readRepairColumns(text)
    if (problems.length > 0) return refuse(new Error(problems.slice(0, 5).join(' ')))
    void ask({ units })
  }
  // The example is reckoned at once, so that the page shows what it can do.
  useEffect(() => void ask({ units: readRepairColumns(example).units }), [ask])
  return (
    <div className={classes.columns}>
      <PasteForm
        label="Repairs"
        description="Paste columns: machine, age, and repair or end. Without an end, a machine was watched as long as the others."
        value={text}
        onChange={setText}
        onSubmit={submit}
        problem={problem}
        busy={busy}
        source="The example is the worked one of the NIST/SEMATECH e-Handbook, 8.4.5.1."
      />
      <div aria-live="polite">{answer && <Answered {...answer} />}</div>
    </div>
  )
}

function Answered({ asked, answer }: { asked: BenchRecurrenceRequest; answer: BenchRecurrenceAnswer }) {
  const { mcf, laplace, powerLaw, words } = answer
  const oldest = asked.units.reduce((most, { end }) => Math.max(most, end), 0)
  const figure = (value: number | null, digits = 3) => (value === null ? 'not known' : number(value, digits))
  return (
    <>
      <p className={classes.words}>{words}</p>
      <FactList
        facts={[
          ['Trend (Laplace)', `${figure(laplace, 4)}; beyond 1.96 either way it is one`],
          ...(powerLaw
            ? ([
                [
                  'Shape of the power law',
                  `${number(powerLaw.shape, 4)}, unbiased ${figure(powerLaw.shapeUnbiased, 4)}`,
                ],
                ['Between repairs, as they come now', number(powerLaw.mtbfNow, 3)],
              ] satisfies [string, string][])
            : []),
        ]}
      />
      <FigureWithTable
        title="Repairs per machine"
        caption="Steps: counted, with 95 % limits from the spread between machines. Curve: the power law."
        columns={['Age', 'Repairs per machine', 'Lower', 'Upper']}
        rows={mcf.map(({ time, mcf: mean, lower, upper }) => [
          number(time),
          number(mean, 4),
          lower === null ? '' : number(lower, 4),
          upper === null ? '' : number(upper, 4),
        ])}
        aside={
          <Button size="compact-sm" variant="default" onClick={() => download(answer)}>
            Download CSV
          </Button>
        }
      >
        <RecurrenceChart
          rows={mcf}
          law={powerLaw && ((age) => (age / powerLaw.scale) ** powerLaw.shape)}
          oldest={oldest}
        />
      </FigureWithTable>
    </>
  )
}

function download({ mcf, laplace, powerLaw }: BenchRecurrenceAnswer): void {
  downloadCsv('repairs.csv', [
    ['figure', 'value'],
    ['Laplace trend', laplace],
    ['power law, shape', powerLaw?.shape ?? null],
    ['power law, shape unbiased', powerLaw?.shapeUnbiased ?? null],
    ['power law, scale', powerLaw?.scale ?? null],
    ['between repairs now', powerLaw?.mtbfNow ?? null],
    [],
    ['age', 'repairs per machine', 'lower 95 %', 'upper 95 %'],
    ...mcf.map(({ time, mcf: mean, lower, upper }) => [time, mean, lower, upper]),
  ])
}
