import { Button } from '@mantine/core'
import { useEffect, useState, type FormEvent } from 'react'
import type { BenchSparesRequest } from '@diatribon/contract'
import { FactList } from '../ui/FactList.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Problem } from '../ui/Problem.tsx'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { downloadCsv } from './csv.ts'
import { useSum } from './useSum.ts'

const example: BenchSparesRequest = { mean: 2, target: 0.95 }

/** How many of a part to keep, for a demand and a wanted chance that they last. */
export function SparesBench() {
  const [mean, setMean] = useState<number | undefined>(example.mean)
  const [variance, setVariance] = useState<number | undefined>(undefined)
  const [percent, setPercent] = useState<number | undefined>(100 * example.target)
  const { ask, answer, problem, busy } = useSum('post /api/bench/spares')
  useEffect(() => void ask(example), [ask])
  const onSubmit = (event: FormEvent) => {
    event.preventDefault()
    void ask({ mean: mean ?? 0, target: (percent ?? 0) / 100, ...(variance === undefined ? {} : { variance }) })
  }
  return (
    <div className={classes.columns}>
      <form onSubmit={onSubmit}>
        <FigureField
          label="Demand to expect"
          description="Over the time until an order is there and somebody looks again"
          min={0}
          max={10_000}
          required
          value={mean}
          onChange={setMean}
        />
        <FigureField
          label="Variance of the demand"
          description="Empty: as of events that come by chance (Poisson)"
          min={0}
          value={variance}
          onChange={setVariance}
        />
        <FigureField
          label="Wanted chance that they last, in %"
          min={1}
          max={99.9999}
          required
          value={percent}
          onChange={setPercent}
        />
        <Problem error={problem} />
        <Button type="submit" mt="md" loading={busy}>
          Reckon
        </Button>
        <p className="quiet">
          Poisson, negative binomial or binomial demand by mean and variance: Axsäter (2015), ch. 5.
        </p>
      </form>
      <div aria-live="polite">
        {answer && (
          <>
            <p className={classes.words}>{answer.answer.words}</p>
            <FactList
              facts={[
                ['Keep', String(answer.answer.stock)],
                ['They last in', `${number(100 * answer.answer.probability, 5)} %`],
              ]}
            />
            <Button
              size="compact-sm"
              variant="default"
              mt="sm"
              onClick={() =>
                downloadCsv('spares.csv', [
                  ['demand', 'variance', 'wanted', 'stock', 'chance'],
                  [
                    answer.asked.mean,
                    answer.asked.variance ?? null,
                    answer.asked.target,
                    answer.answer.stock,
                    answer.answer.probability,
                  ],
                ])
              }
            >
              Download CSV
            </Button>
          </>
        )}
      </div>
    </div>
  )
}
