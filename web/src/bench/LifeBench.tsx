import { Button, Table, TextInput } from '@mantine/core'
import { useEffect, useState } from 'react'
import type { BenchLifeAnswer, BenchLifeRequest } from '@diatribon/contract'
import { survival } from '@diatribon/core'
import { SurvivalChart } from '../charts/SurvivalChart.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { downloadCsv, readLifeColumns } from './csv.ts'
import { useSum } from './useSum.ts'
import { PasteForm } from './PasteForm.tsx'

/** NIST/SEMATECH e-Handbook of Statistical Methods, 8.4.1.2: ten of twenty units failed before 500 h. */
const example = `age, state, count
54, failed
187, failed
216, failed
240, failed
244, failed
335, failed
361, failed
373, failed
375, failed
386, failed
500, running, 10`

/** Life figures of pasted records. */
export function LifeBench() {
  const [text, setText] = useState(example)
  const [unit, setUnit] = useState('hours')
  const { ask, answer, problem, busy, refuse } = useSum('post /api/bench/life')
  const submit = () => {
    const { rows, problems } = readLifeColumns(text)
    if (problems.length > 0) return refuse(new Error(problems.slice(0, 5).join(' ')))
    void ask({ unit, records: rows })
  }
  // The example is reckoned at once, so that the page shows what it can do.
  useEffect(() => void ask({ unit: 'hours', records: readLifeColumns(example).rows }), [ask])
  return (
    <div className={classes.columns}>
      <PasteForm
        label="Records"
        description="Paste columns: age, failed or running, and (if you like) how many; or columns named lower, upper, entry, weight for lives between looks and late entries."
        value={text}
        onChange={setText}
        onSubmit={submit}
        problem={problem}
        busy={busy}
        source="The example is the worked one of the NIST/SEMATECH e-Handbook, 8.4.1.2."
      >
        <TextInput
          label="Ages are counted in"
          value={unit}
          onChange={(e) => setUnit(e.currentTarget.value)}
          mt="sm"
          maxLength={24}
        />
      </PasteForm>
      <div aria-live="polite">{answer && <LifeAnswer {...answer} />}</div>
    </div>
  )
}

function LifeAnswer({ asked, answer }: { asked: BenchLifeRequest; answer: BenchLifeAnswer }) {
  const { weibull, exponential, lognormal, survival: steps, turnbull, b10, words } = answer
  const oldest = asked.records.reduce((most, { lower, upper }) => Math.max(most, lower ?? 0, upper ?? 0), 0)
  const download = () =>
    downloadCsv('life.csv', [
      ['figure', 'value', 'lower 95 %', 'upper 95 %'],
      ['Weibull shape', weibull.shape, ...weibull.shapeLimits],
      [`Weibull scale, ${asked.unit}`, weibull.scale, ...weibull.scaleLimits],
      [`one in ten has failed by, ${asked.unit}`, b10.age, ...b10.limits],
      ['Weibull log-likelihood', weibull.logLikelihood, null, null],
      [`exponential mean, ${asked.unit}`, exponential.mean, null, null],
      ['exponential log-likelihood', exponential.logLikelihood, null, null],
      ...(lognormal
        ? [
            ['lognormal mu', lognormal.mu, null, null],
            ['lognormal sigma', lognormal.sigma, null, null],
            ['lognormal log-likelihood', lognormal.logLikelihood, null, null],
          ]
        : []),
      [],
      [`time, ${asked.unit}`, 'survival', 'standard error', 'lower 95 %', 'upper 95 %'],
      ...steps.map((s) => [s.time, s.survival, s.standardError, ...s.limits]),
      ...(turnbull
        ? [
            [],
            [`between, ${asked.unit}`, 'and', 'survival after'],
            ...turnbull.map((s) => [s.lower, s.upper, s.survival]),
          ]
        : []),
    ])
  return (
    <>
      <p className={classes.words}>{words}</p>
      <FitsTable answer={answer} />
      <FigureWithTable
        title="Share still good"
        caption="Steps: counted (Kaplan–Meier, 95 % band). Curve: the Weibull fit."
        columns={[`Age, ${asked.unit}`, 'Share still good', 'Standard error', 'Fitted']}
        rows={steps.map((s) => [
          number(s.time),
          number(s.survival, 4),
          number(s.standardError, 4),
          number(survival(weibull, s.time), 4),
        ])}
        aside={
          <Button size="compact-sm" variant="default" onClick={download}>
            Download CSV
          </Button>
        }
      >
        <SurvivalChart steps={steps} life={weibull} unit={asked.unit} oldest={oldest} interval={null} />
      </FigureWithTable>
    </>
  )
}

function FitsTable({ answer }: { answer: BenchLifeAnswer }) {
  const { weibull, exponential, lognormal, b10, probability } = answer
  const said = (law: string) => probability.find(({ distribution }) => distribution === law)?.words ?? ''
  const limits = ([low, high]: [number | null, number | null]) =>
    `${low === null ? 'none' : number(low)} to ${high === null ? 'none' : number(high)}`
  const rows: [string, string, string, string][] = [
    ['Weibull', `shape ${number(weibull.shape, 5)}`, limits(weibull.shapeLimits), number(weibull.logLikelihood, 7)],
    ['', `scale ${number(weibull.scale, 6)}`, limits(weibull.scaleLimits), said('weibull')],
    ['', `one in ten has failed by ${number(b10.age, 4)}`, limits(b10.limits), ''],
    [
      'Exponential',
      `mean ${number(exponential.mean, 6)}`,
      '',
      `${number(exponential.logLikelihood, 7)} ${said('exponential')}`,
    ],
    lognormal
      ? [
          'Lognormal',
          `mu ${number(lognormal.mu, 6)}, sigma ${number(lognormal.sigma, 6)}`,
          '',
          `${number(lognormal.logLikelihood, 7)} ${said('lognormal')}`,
        ]
      : ['Lognormal', 'no curve fits', '', ''],
  ]
  return (
    <Table aria-label="Fits">
      <Table.Thead>
        <Table.Tr>
          <Table.Th>Life</Table.Th>
          <Table.Th>Best values</Table.Th>
          <Table.Th>95 % limits</Table.Th>
          <Table.Th>Log-likelihood</Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {rows.map((row, i) => (
          <Table.Tr key={i}>
            {row.map((cell, j) => (
              <Table.Td key={j}>{cell}</Table.Td>
            ))}
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  )
}
