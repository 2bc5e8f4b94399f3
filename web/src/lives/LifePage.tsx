import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import {
  harmOfFailure,
  type AdoptedPolicy,
  type Clock,
  type LifeBearing,
  type LifePage as Page,
  type LifeRecordRow,
  type Site,
} from '@diatribon/contract'
import { isMisused, survival } from '@diatribon/core'
import { LifeCurves } from '../charts/LifeCurves.tsx'
import { ProbabilityPlot } from '../charts/ProbabilityPlot.tsx'
import { probabilityPoints } from '../charts/probabilityPoints.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { amount, clockName, day, moment, money, number, plural } from '../ui/words.ts'
import { AdoptForm } from './AdoptForm.tsx'
import { Causes } from './Causes.tsx'
import { Mended } from './Mended.tsx'
import { effectWords } from './effectWords.ts'
import classes from './Lives.module.css'
import { Looks } from './Looks.tsx'
import { Neighbours } from './Neighbours.tsx'
import { policySays, replacedAt, whenReplaced } from './policyNames.ts'
import { useLife } from '../reads/lives.ts'
import { WhatIf } from './WhatIf.tsx'

/** One part type: how long it lasts here, how sure that is, which rule to keep, and every record behind it. */
export function LifePage() {
  const { id = '' } = useParams()
  const life = useLife(id)
  return <AsyncView of={life}>{(page) => <Life page={page} />}</AsyncView>
}

function Life({ page }: { page: Page }) {
  const { site, may } = useSession()
  const [adopting, setAdopting] = useState(false)
  const { partType, clock, records, adopted } = page
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/lives">All part types</Link>
      </p>
      <h1>{partType.name}</h1>
      <Verdict page={page} onAdopt={may('adopt policies') ? () => setAdopting(true) : null} />
      <Figures page={page} />
      <WhatIf page={page} />
      <Curves page={page} />
      <Straight page={page} />
      {page.causes && <Causes causes={page.causes} clock={clock} />}
      <Looks page={page} />
      <Mended mended={page.mended} />
      <ByGroup page={page} />
      <Bearing bearing={page.bearing} />
      {adopted.length > 0 && <Adopted adopted={adopted} clock={clock} site={site} />}
      <Neighbours page={page} />
      <Records records={records} clock={clock} site={site} partTypeId={partType.id} />
      {adopting && <AdoptForm page={page} onClose={() => setAdopting(false)} />}
    </>
  )
}

/** What holds, what is recommended and why, and what is asked of the lead. */
function Verdict({ page, onAdopt }: { page: Page; onAdopt: (() => void) | null }) {
  const { inForce, clock, words, asks } = page
  const harm = harmOfFailure(page.partType.slotKind)
  return (
    <div className={classes.verdict}>
      <p className={classes.interval}>
        <b>{whenReplaced(inForce, (age) => amount(age, clock))}</b>
        <span>
          {inForce.isAdopted
            ? `adopted: ${policySays[inForce.policy].toLowerCase()}`
            : inForce.policy === 'learned age'
              ? 'learned here'
              : "the catalogue's interval"}
        </span>
      </p>
      <div>
        <p>{words}</p>
        {harm && (page.recommended.policy === 'wait for the failure' || inForce.policy === 'wait for the failure') && (
          <CautionBox words={[harm]} />
        )}
        {asks && (
          <p>
            <b>Asked of the lead:</b> {asks.words}
          </p>
        )}
        {onAdopt && (
          <Button size="compact-md" onClick={onAdopt}>
            Adopt a rule
          </Button>
        )}
      </div>
    </div>
  )
}

/** Limits as they stand beside a figure. */
const between = ([low, high]: [number, number], write: (value: number) => string) =>
  `(95 %: ${write(low)} to ${write(high)})`

function Figures({ page }: { page: Page }) {
  const { site } = useSession()
  const { fitted, inPlace, failures, known, clock, cost, deadOnArrival, lifeWords, failuresAhead } = page
  const plainFigure = (value: number) => number(value, 3)
  const age = (value: number) => amount(value, clock)
  const wears =
    known.shape.limits[0] > 1
      ? 'they wear out'
      : known.shape.limits[1] < 1
        ? 'they fail mostly when new'
        : 'not yet clear whether they wear out'
  return (
    <>
      <FactList
        facts={[
          ['Fitted so far', `${fitted}, ${inPlace} in place now`],
          ['Ended by wear', String(failures)],
          ['Half have failed by', `${age(known.typical.median)} ${between(known.typical.limits, age)}`],
          ['One in ten has failed by', `${age(known.b10.median)} ${between(known.b10.limits, age)}`],
          ...failuresAhead.map(({ days, mean, limits }): [string, string] => [
            `To fail in ${days} days`,
            `${plainFigure(mean)} (${limits[0]} to ${limits[1]}), if none is replaced in time`,
          ]),
          ['Shape', `${plainFigure(known.shape.median)} ${between(known.shape.limits, plainFigure)}: ${wears}`],
          ...(deadOnArrival
            ? ([
                [
                  'Never worked',
                  `${deadOnArrival.count} of ${deadOnArrival.of}, ${plainFigure(100 * deadOnArrival.limits[0])} to ${plainFigure(100 * deadOnArrival.limits[1])} %; left out of the fit`,
                ],
              ] satisfies [string, string][])
            : []),
          ...(cost
            ? ([
                [
                  'Replaced in time costs',
                  `${money(cost.preventiveMinor, site.currency)} (${cost.minutes} min of work)`,
                ],
                ['A failure costs', money(cost.failureMinor, site.currency)],
              ] satisfies [string, string][])
            : ([['Costs', 'no price yet: enter it in the catalogue to compare rules']] satisfies [string, string][])),
        ]}
      />
      {lifeWords && failures >= 3 && <p className="quiet">By our own records alone: {lifeWords}</p>}
    </>
  )
}

function Curves({ page }: { page: Page }) {
  const { clock, survival: steps, turnbull, curve, prior, records, inForce, shares } = page
  const unit = clock === 'hours' ? 'h' : clock
  const oldest = records.reduce((most, { age }) => Math.max(most, age), 0)
  const held = { shape: prior.shapeMedian, scale: prior.scaleMedian }
  const percent = (share: number) => `${Math.round(100 * share)} %`
  return (
    <FigureWithTable
      title="How long they last"
      caption={
        <>
          Green curve and band: what is known, with its 95 % limits. Dashed: the catalogue alone.{' '}
          {turnbull
            ? 'Grey: counted here, falling where parts ended between two looks (Turnbull).'
            : 'Steps: counted here (Kaplan–Meier), dotted their 95 % band.'}{' '}
          {shares}
        </>
      }
      columns={[`Age, ${unit}`, 'Still good', 'Lower', 'Upper', 'Catalogue alone']}
      rows={curve
        .filter((_, i) => i % 2 === 0 && i > 0)
        .map(({ age, good, limits }) => [
          number(age, 3),
          percent(good),
          percent(limits[0]),
          percent(limits[1]),
          percent(survival(held, age)),
        ])}
    >
      <LifeCurves
        steps={steps}
        turnbull={turnbull}
        curve={curve}
        prior={held}
        unit={clockName(clock)}
        oldest={oldest}
        interval={replacedAt(inForce)}
      />
    </FigureWithTable>
  )
}

/** How long it lasts on each model and with each filament, as far as the group's own failures carry it. */
function ByGroup({ page: { byGroup, clock } }: { page: Page }) {
  if (byGroup.length === 0) return null
  return (
    <Section title="On each model, and by what went through">
      <DataTable label="On each model, and by what went through" stacks>
        <thead>
          <tr>
            <th>Parts of</th>
            <th className={table.right}>Parts</th>
            <th className={table.right}>Failed</th>
            <th className={table.right}>Half have failed by (95 %)</th>
            <th>What would be recommended</th>
          </tr>
        </thead>
        <tbody>
          {byGroup.map(({ name, parts, failures, typical, recommended }) => (
            <tr key={name}>
              <td>{name}</td>
              <td className={table.right}>{parts}</td>
              <td className={table.right}>{failures}</td>
              <td className={table.right}>
                {amount(typical.median, clock)} ({amount(typical.limits[0], clock)} to{' '}
                {amount(typical.limits[1], clock)})
              </td>
              <td>
                {recommended
                  ? `${policySays[recommended.policy]}${recommended.interval === null ? '' : `: ${whenReplaced(recommended, (age) => amount(age, clock))}`}`
                  : 'no price yet'}
              </td>
            </tr>
          ))}
        </tbody>
      </DataTable>
      <p className="quiet">
        Each group&apos;s own failures count in full, those of the others a third: with few of its own its figures are
        those of all. A rule can be adopted for one model.
      </p>
    </Section>
  )
}

/** Where a record's removal stands in the book. */
const entryOf = (row: LifeRecordRow, partTypeId: string) =>
  `/logbook?printer=${row.printer.id}&partType=${partTypeId}${row.removedAt ? `&until=${row.removedAt.slice(0, 10)}` : ''}#entry-${row.removedSeq}`

/** Too few points say nothing of a line. */
const fewestPoints = 3

/** Whether the failures lie on the straight line of a Weibull life; each point leads to its entry. */
function Straight({ page }: { page: Page }) {
  const { records, survival: steps, partType, clock, fit } = page
  const failures = records.flatMap((row) => {
    const { lower, upper } = row.record
    if (upper === null || upper === 0 || lower !== upper) return []
    const title = `${row.printer.name}, ${row.slotName}: ${amount(upper, clock)}`
    return [{ age: upper, href: entryOf(row, partType.id), title }]
  })
  const points = probabilityPoints(steps, failures)
  if (!fit || points.length < fewestPoints) return null
  return (
    <FigureWithTable
      title="Does one curve fit them all?"
      caption="On these axes a Weibull life is a straight line; squares are failures, each leads to its entry. Points off the line at the left failed of something else than wear, or are records to look at again."
      columns={[`Age, ${clock}`, 'Share that had failed', 'Which']}
      rows={points.map(({ age, share, title }) => [number(age, 3), `${Math.round(100 * share)} %`, title])}
    >
      <ProbabilityPlot points={points} life={fit} unit={clockName(clock)} />
    </FigureWithTable>
  )
}

/** Which clock it ages by, and what makes it last longer or shorter. */
function Bearing({ bearing: { clock, factors } }: { bearing: LifeBearing }) {
  if (!clock && factors.length === 0) return null
  return (
    <Section title="What has bearing on it">
      {clock && <p>{clock.words}</p>}
      {factors.map((factor) => (
        <p key={factor.words}>{effectWords(factor)}</p>
      ))}
    </Section>
  )
}

/** Who chose which rule when, and why. */
function Adopted({ adopted, clock, site }: { adopted: AdoptedPolicy[]; clock: Clock; site: Site }) {
  return (
    <Section title="Adopted rules">
      <DataTable label="Adopted rules" stacks>
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>For</th>
            <th>Rule</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {adopted.map(({ seq, at, who, group, policy, interval, reason, isReplaced }) => (
            <tr key={seq}>
              <td>{moment(at, site.timeZone)}</td>
              <td>{who}</td>
              <td>{group?.name ?? 'all printers'}</td>
              <td>
                {policy === null ? 'its own rule dropped' : policySays[policy]}
                {policy !== null &&
                  interval !== null &&
                  `, ${whenReplaced({ policy, interval }, (age) => amount(age, clock))}`}
                {!isReplaced && policy !== null && <b> (in force)</b>}
              </td>
              <td>{reason}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </Section>
  )
}

/** So many records stand on the page before somebody asks for all. */
const shownAtFirst = 25

/** How a record counts for the statistics. */
function countsAs({ record, removalReason }: LifeRecordRow, clock: Clock): string {
  const { lower, upper, entry } = record
  const late = entry ? `, watched from ${amount(entry, clock)} on` : ''
  if (upper === 0) return 'never worked, left out'
  if (upper === null)
    return isMisused(removalReason)
      ? `still good as far as wear goes; a risk of its own${late}`
      : `still good then${late}`
  if (lower === upper) return `end of life${late}`
  return `ended between ${amount(lower ?? 0, clock)} and ${amount(upper, clock)}${late}`
}

function Records(props: { records: LifeRecordRow[]; clock: Clock; site: Site; partTypeId: string }) {
  const { records, clock, site, partTypeId } = props
  const odd = records.filter((row) => row.odd !== null)
  return (
    <section aria-labelledby="records">
      <h2 id="records">Records</h2>
      <p className="quiet">{plural(records.length, 'part')}, those in place first, then the newest ends.</p>
      {odd.map((row) => (
        <p key={row.fittingId} role="note" className={classes.odd}>
          {row.printer.name}, {row.slotName}: {row.odd} <Link to={entryOf(row, partTypeId)}>Its entry</Link>
        </p>
      ))}
      <FirstRows of={records} first={shownAtFirst}>
        {(shown) => (
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
              {shown.map((r) => (
                <tr key={r.fittingId}>
                  <td>
                    <Link to={`/printers/${r.printer.id}`}>{r.printer.name}</Link>
                  </td>
                  <td>{r.slotName}</td>
                  <td className={table.right}>
                    {r.ageIsKnown ? '' : 'at least '}
                    {amount(r.age, clock)}
                  </td>
                  <td>
                    {r.removedAt ? (
                      <Link to={entryOf(r, partTypeId)}>
                        {r.removalReason}, {day(r.removedAt, site.timeZone)}
                      </Link>
                    ) : (
                      'in place'
                    )}
                  </td>
                  <td>{countsAs(r, clock)}</td>
                </tr>
              ))}
            </tbody>
          </DataTable>
        )}
      </FirstRows>
    </section>
  )
}
