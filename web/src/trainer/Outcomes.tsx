import { SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { fromMinor } from '@diatribon/contract'
import { costOfRun, type RunDay, type RunOutcome } from '@diatribon/core'
import { RunCurves } from '../charts/RunCurves.tsx'
import { useSession } from '../session/session.tsx'
import { ListTable, type Column } from '../ui/ListTable.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { hours, number, wholeMoney } from '../ui/words.ts'
import type { Draws } from './trainerWorker.ts'
import { outcomeWords } from './outcomeWords.ts'

const measures = {
  cost: { label: 'Cost', of: ({ costMinor }: RunDay) => costMinor },
  down: { label: 'Hours down', of: ({ hoursDown }: RunDay) => hoursDown },
  failures: { label: 'Failures', of: ({ failures }: RunDay) => failures },
} as const

const short = new Intl.NumberFormat('en-GB', { notation: 'compact' })

const counted: Column<RunOutcome>[] = [
  { head: 'Failures', isRight: true, shows: ({ figures }) => number(figures.failures, 3) },
  {
    head: 'Jobs lost',
    isRight: true,
    shows: ({ figures }) => (
      <>
        {number(figures.jobsLost, 3)}
        <div className="quiet">{hours(figures.hoursLost)} in vain</div>
      </>
    ),
  },
  { head: 'Hours down', isRight: true, shows: ({ figures }) => hours(figures.hoursDown) },
  { head: 'Replaced in time', isRight: true, shows: ({ figures }) => number(figures.replacedInTime, 3) },
  { head: 'Hours run', isRight: true, shows: ({ figures }) => hours(figures.hoursRun) },
]

/** What each rule came to, as figures and curves. All of them met the same fates; of several draws the mean stands there. */
export function Outcomes({ outcomes, draws = [] }: { outcomes: RunOutcome[]; draws?: Draws[] }) {
  const { site } = useSession()
  const [measure, setMeasure] = useState<keyof typeof measures>('cost')
  const { label, of } = measures[measure]
  const cash = (minor: number) => wholeMoney(minor, site.currency)
  const format = (value: number) => (measure === 'cost' ? cash(value) : number(value, 3))
  // An axis has no room for thousands.
  const onAxis = (value: number) => short.format(measure === 'cost' ? fromMinor(value, site.currency) : value)
  const last = Math.max(...outcomes.map(({ curve }) => curve.length - 1))
  const days = Array.from({ length: 13 }, (_, i) => Math.round((i / 12) * last))
  return (
    <>
      <p aria-live="polite">
        <b>{outcomeWords(outcomes)}</b>
      </p>
      <ListTable
        label="What each rule came to"
        rows={outcomes}
        keyOf={({ rule }) => rule}
        columns={[
          { head: 'Rule', shows: ({ rule }) => rule },
          {
            head: 'Cost per 1,000 h',
            isRight: true,
            shows: ({ rule, costPer1000h }) => (
              <>
                {cash(costPer1000h)}
                <Spread costs={draws.find((one) => one.rule === rule)?.costs ?? []} cash={cash} />
              </>
            ),
          },
          { head: 'Cost in all', isRight: true, shows: ({ figures }) => cash(costOfRun(figures)) },
          ...counted,
        ]}
        stacks
      />
      <FigureWithTable
        title={`${label} by day`}
        caption="Every rule meets the same fates: the nth part of a slot lasts as long under each of them. “As if lives were known” replaces each part at the age that costs least, which nobody in a workshop can know."
        columns={['Day', ...outcomes.map(({ rule }) => rule)]}
        rows={days.map((day) => [
          day,
          ...outcomes.map(({ curve }) =>
            format(of(curve[Math.min(day, curve.length - 1)] ?? { day, costMinor: 0, hoursDown: 0, failures: 0 })),
          ),
        ])}
        aside={
          <SegmentedControl
            aria-label="What is drawn"
            size="sm"
            data={Object.entries(measures).map(([value, one]) => ({ value, label: one.label }))}
            value={measure}
            onChange={(value) => setMeasure(value as keyof typeof measures)}
          />
        }
      >
        <RunCurves
          outcomes={outcomes}
          of={of}
          yFormat={onAxis}
          yLabel={measure === 'cost' ? `cost, ${site.currency}` : label.toLowerCase()}
        />
      </FigureWithTable>
    </>
  )
}

/** From the cheapest to the dearest draw. */
function Spread({ costs, cash }: { costs: number[]; cash: (minor: number) => string }) {
  if (costs.length < 2) return null
  return (
    <div className="quiet">
      {cash(Math.min(...costs))} to {cash(Math.max(...costs))}
    </div>
  )
}
