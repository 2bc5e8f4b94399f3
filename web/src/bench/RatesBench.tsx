import { Button } from '@mantine/core'
import { useEffect, useState, type FormEvent } from 'react'
import type { BenchRatesAnswer, BenchRatesRequest } from '@diatribon/contract'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { downloadCsv } from './csv.ts'
import { useSum } from './useSum.ts'

const example: BenchRatesRequest = { before: { events: 11, time: 8000 }, after: { events: 3, time: 9000 } }

/** Whether something has become rarer: two counts and how long each was watched. */
export function RatesBench() {
  const [before, setBefore] = useState<Partial<BenchRatesRequest['before']>>(example.before)
  const [after, setAfter] = useState<Partial<BenchRatesRequest['after']>>(example.after)
  const { ask, answer, problem, busy } = useSum('post /api/bench/rates')
  useEffect(() => void ask(example), [ask])
  const onSubmit = (event: FormEvent) => {
    event.preventDefault()
    void ask({ before, after } as BenchRatesRequest)
  }
  return (
    <div className={classes.columns}>
      <form onSubmit={onSubmit}>
        <FigureField
          label="How often before"
          min={0}
          allowDecimal={false}
          required
          value={before.events}
          onChange={(events) => setBefore({ ...before, events })}
        />
        <FigureField
          label="In which time before"
          description="Running hours, days or prints: the same unit for both"
          min={0}
          required
          value={before.time}
          onChange={(time) => setBefore({ ...before, time })}
        />
        <FigureField
          label="How often after"
          min={0}
          allowDecimal={false}
          required
          value={after.events}
          onChange={(events) => setAfter({ ...after, events })}
        />
        <FigureField
          label="In which time after"
          min={0}
          required
          value={after.time}
          onChange={(time) => setAfter({ ...after, time })}
        />
        <Problem error={problem} />
        <Button type="submit" mt="md" loading={busy}>
          Reckon
        </Button>
        <p className="quiet">
          Przyborowski and Wilenski’s test of two rates (1940), limits by Clopper and Pearson (1934). A machine that is
          chosen since it was bad gets better by itself: compare with others that were left alone.
        </p>
      </form>
      <div aria-live="polite">{answer && <Answer {...answer} />}</div>
    </div>
  )
}

function Answer({ asked: { before, after }, answer }: { asked: BenchRatesRequest; answer: BenchRatesAnswer }) {
  const { ratio, limits, pValue, moreTimeFor, words } = answer
  const limitsWords = `${number(limits[0], 4)} to ${limits[1] === null ? 'any' : number(limits[1], 4)}`
  return (
    <>
      <p className={classes.words}>{words}</p>
      <FactList
        facts={[
          ['Times as often before', ratio === null ? 'not bounded' : number(ratio, 4)],
          ['95 % limits', limitsWords],
          ['p', number(pValue, 3)],
          [
            'More time to see a halving',
            moreTimeFor.halving === null ? 'out of reach' : number(moreTimeFor.halving, 3),
          ],
        ]}
      />
      <Button
        size="compact-sm"
        variant="default"
        mt="sm"
        onClick={() =>
          downloadCsv('rates.csv', [
            ['figure', 'value'],
            ['events before', before.events],
            ['time before', before.time],
            ['events after', after.events],
            ['time after', after.time],
            ['ratio', ratio],
            ['lower limit', limits[0]],
            ['upper limit', limits[1]],
            ['p', pValue],
            ['more time for a halving', moreTimeFor.halving],
          ])
        }
      >
        Download CSV
      </Button>
    </>
  )
}
