import { Link, useParams } from 'react-router'
import type { LifeRecordRow, LifeFit, Clock, LifePage as Page, Site } from '@diatribon/contract'
import { survival } from '@diatribon/core'
import { CostCurve } from '../charts/CostCurve.tsx'
import { SurvivalChart } from '../charts/SurvivalChart.tsx'
import { useSession } from '../shell/session.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { amount, clockName, day, money, number, plural } from '../ui/words.ts'
import { DataTable } from '../ui/DataTable.tsx'
import table from '../ui/Table.module.css'
import classes from './Lives.module.css'
import { useLife } from './reads.ts'
import { replacementCostRate } from '@diatribon/core'

/** One part type: what its history says, its curves, and every record behind them. */
export function LifePage() {
  const { id = '' } = useParams()
  const life = useLife(id)
  return <AsyncView of={life}>{(page) => <Life page={page} />}</AsyncView>
}

function Life({ page }: { page: Page }) {
  const { site } = useSession()
  const { partType, clock, fit, failures, fitted, inPlace, words, lifeWords, interval, basis, cost, records } = page
  const unit = clock === 'hours' ? 'h' : clock
  const learned = basis === 'own history'
  const oldest = records.reduce((most, { age }) => Math.max(most, age), 0)
  const perHundred = (minorEach: number) => `${money(minorEach * 100, site.currency)} per 100 ${unit}`
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/lives">All part types</Link>
      </p>
      <h1>{partType.name}</h1>
      <Verdict
        interval={interval}
        clock={clock}
        learned={learned}
        words={words}
        lifeWords={lifeWords}
        failures={failures}
      />
      <Figures
        fitted={fitted}
        inPlace={inPlace}
        failures={failures}
        fit={fit}
        clock={clock}
        cost={cost}
        site={site}
        page={page}
        perHundred={perHundred}
      />
      <Charts
        fit={fit}
        failures={failures}
        unit={unit}
        page={page}
        clock={clock}
        oldest={oldest}
        interval={interval}
        cost={cost}
        site={site}
      />
      <Records records={records} clock={clock} site={site} />
    </>
  )
}

/** Minor units per hour times 100 h over 100: the figures of the chart are major units per 100 h. */
const costOf = ({ preventiveMinor, failureMinor }: NonNullable<Page['cost']>) => ({
  preventive: preventiveMinor,
  failure: failureMinor,
})

const range = ([low, high]: [number | null, number | null]) =>
  `(95 %: ${low === null ? 'no lower limit' : number(low, 3)} to ${high === null ? 'no upper limit' : number(high, 3)})`

function Verdict(props: {
  interval: number
  clock: Clock
  learned: boolean
  words: string
  lifeWords: string | null
  failures: number
}) {
  const { interval, clock, learned, words, lifeWords, failures } = props
  return (
    <div className={classes.verdict}>
      <p className={classes.interval}>
        <b>{amount(interval, clock)}</b>
        <span>{learned ? 'learned here' : "the catalogue's interval"}</span>
      </p>
      <div>
        <p>{words}</p>
        {lifeWords && failures >= 3 && <p className="quiet">{lifeWords}</p>}
      </div>
    </div>
  )
}

function Figures(props: {
  fitted: number
  inPlace: number
  failures: number
  fit: LifeFit | null
  clock: Clock
  cost: { preventiveMinor: number; failureMinor: number; minutes: number } | null
  site: Site
  page: Page
  perHundred: (minorEach: number) => string
}) {
  const { fitted, inPlace, failures, fit, clock, cost, site, page, perHundred } = props
  return (
    <FactList
      facts={[
        ['Fitted so far', `${fitted}, ${inPlace} in place now`],
        ['Ended by wear', String(failures)],
        ...(fit && failures >= 3
          ? ([
              ['Shape', `${number(fit.shape, 3)} ${range(fit.shapeLimits)}`],
              ['Scale', `${amount(fit.scale, clock)} ${range(fit.scaleLimits)}`],
            ] satisfies [string, string][])
          : []),
        ...(cost
          ? ([
              ['Replaced in time costs', `${money(cost.preventiveMinor, site.currency)} (${cost.minutes} min of work)`],
              ['A failure costs', money(cost.failureMinor, site.currency)],
            ] satisfies [string, string][])
          : ([['Costs', 'no price yet: enter it in the catalogue to compare costs']] satisfies [string, string][])),
        ...(page.costRateMinor === null
          ? []
          : ([['At this interval', perHundred(page.costRateMinor)]] satisfies [string, string][])),
        ...(page.runToFailureMinor === null || failures < 3
          ? []
          : ([['Run to failure', perHundred(page.runToFailureMinor)]] satisfies [string, string][])),
      ]}
    />
  )
}

function Charts(props: {
  fit: LifeFit | null
  failures: number
  unit: 'metres' | 'prints' | 'days' | 'abrasive metres' | 'h'
  page: Page
  clock: Clock
  oldest: number
  interval: number
  cost: { preventiveMinor: number; failureMinor: number; minutes: number } | null
  site: Site
}) {
  const { fit, failures, unit, page, clock, oldest, interval, cost, site } = props
  return (
    <div className={classes.charts}>
      <FigureWithTable
        title="How long they last"
        caption={`Steps: counted here (Kaplan–Meier, 95 % band). ${fit && failures >= 3 ? 'Curve: Weibull life fitted to the same records.' : 'Too few failures for a curve.'}`}
        columns={[`Age, ${unit}`, 'Share still good', 'Standard error', 'Fitted']}
        rows={page.survival.map((s) => [
          number(s.time),
          number(s.survival, 3),
          number(s.standardError, 2),
          fit && failures >= 3 ? number(survival(fit, s.time), 3) : '',
        ])}
      >
        <SurvivalChart
          steps={page.survival}
          life={failures >= 3 ? fit : null}
          unit={clockName(clock)}
          oldest={oldest}
          interval={interval}
        />
      </FigureWithTable>
      {fit && cost && failures >= 3 && fit.shape > 1 && (
        <FigureWithTable
          title="What replacing early costs"
          caption={`Price, work and failures together, per 100 ${clockName(clock)}, for each age of replacement (Barlow and Hunter).`}
          columns={[`Replaced at, ${unit}`, `Cost per 100 ${unit}`]}
          rows={[0.25, 0.5, 0.75, 1, 1.25, 1.5, 2].map((f) => {
            const age = f * interval
            return [number(age, 3), money(100 * replacementCostRate(fit, costOf(cost), age), site.currency)]
          })}
        >
          <CostCurve
            life={fit}
            cost={costOf(cost)}
            interval={interval}
            unit={clockName(clock)}
            yLabel={`${site.currency} per 100 ${unit}`}
            yFormat={(v) => number(v, 3)}
          />
        </FigureWithTable>
      )}
    </div>
  )
}

function Records({ records, clock, site }: { records: LifeRecordRow[]; clock: Clock; site: Site }) {
  return (
    <section aria-labelledby="records">
      <h2 id="records">Records</h2>
      <p className="quiet">{plural(records.length, 'part')} shown, those in place first, then the newest ends.</p>
      <DataTable label="Records">
        <thead>
          <tr>
            <th>Printer</th>
            <th>Slot</th>
            <th className={table.right}>Age</th>
            <th>Came out</th>
            <th>Counts as</th>
          </tr>
        </thead>
        <tbody>
          {records.map((r) => (
            <tr key={r.fittingId}>
              <td>
                <Link to={`/printers/${r.printer.id}`}>{r.printer.name}</Link>
              </td>
              <td>{r.slotName}</td>
              <td className={table.right}>
                {r.ageIsKnown ? '' : 'at least '}
                {amount(r.age, clock)}
              </td>
              <td>{r.removedAt ? `${r.removalReason}, ${day(r.removedAt, site.timeZone)}` : 'in place'}</td>
              <td>
                {r.endsLife ? (r.deadOnArrival ? 'dead on arrival, left out' : 'end of life') : 'still good then'}
              </td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </section>
  )
}
