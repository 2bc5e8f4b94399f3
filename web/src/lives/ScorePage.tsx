import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { Link } from 'react-router'
import type { ScorePage as Page } from '@diatribon/contract'
import { Frame, margin } from '../charts/Frame.tsx'
import classes from '../charts/charts.module.css'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { ListTable } from '../ui/ListTable.tsx'
import { FactList } from '../ui/FactList.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { chance, day, number, wholeMoney } from '../ui/words.ts'
import { useScore } from '../reads/lives.ts'

/** How well what was told has come true: the product keeps score of itself, and shows bad scores as plainly as good ones. */
export function ScorePage() {
  const score = useScore()
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/lives">All part types</Link>
      </p>
      <PageHead
        title="Scorecard"
        says="For each of the last 26 weeks the same sums are done with what was known by then, and held against what happened."
      />
      <AsyncView of={score}>
        {(page) => (
          <>
            {page.all ? (
              <Score page={page} all={page.all} />
            ) : page.fresh.waiting > 0 ? null : (
              <Nothing title="No chance has been told yet: nothing has failed." />
            )}
          </>
        )}
      </AsyncView>
    </>
  )
}

function Score({ page, all }: { page: Page; all: NonNullable<Page['all']> }) {
  const { site } = useSession()
  const { weeks, partTypes, saved, jobs, causes, dueDates } = page
  const cash = (minor: number) => wholeMoney(minor, site.currency)
  const better = 1 - all.brier / all.brierOfShare
  const skill =
    all.brierOfShare === 0
      ? 'nothing has happened to hold it against'
      : better > 0
        ? `${number(100 * better, 2)} % better than telling every part the same`
        : `${number(-100 * better, 2)} % worse than telling every part the same`
  return (
    <>
      <FactList
        facts={[
          ['Failures foretold', `${number(all.expected, 3)}; ${all.happened} happened`],
          ['Brier score', `${number(all.brier, 2)}: ${skill}`],
          ...(saved
            ? ([
                [
                  'Against waiting for each failure',
                  `${cash(saved.spent)} spent; waiting would have cost ${cash(saved.waiting.mean)} (${cash(saved.waiting.limits[0])} to ${cash(saved.waiting.limits[1])})`,
                ],
              ] satisfies [string, string][])
            : []),
          [
            'Job times',
            jobs
              ? `half took over ${number(100 * jobs.median, 3)} % of the estimate, 8 in 10 between ${number(100 * jobs.middle[0], 3)} and ${number(100 * jobs.middle[1], 3)} % (${jobs.count} jobs)`
              : 'no job with an estimate has ended yet',
          ],
          [
            'Due dates',
            dueDates
              ? `${dueDates.inside} of ${dueDates.told} came within the days that were told as 8 in 10 (${number((100 * dueDates.inside) / dueDates.told, 2)} %)`
              : 'none that was told with a range has come due yet',
          ],
          [
            'Fault desk',
            causes
              ? `the first cause was it in ${causes.first} of ${causes.count}, one of the first three in ${causes.firstThree}`
              : 'no fault was closed with a cause yet',
          ],
        ]}
      />
      <Weeks weeks={weeks} timeZone={site.timeZone} />
      <Calibration bins={all.bins} />
      <h2>By part type</h2>
      <ListTable
        label="By part type"
        rows={partTypes}
        keyOf={({ partType }) => partType.id}
        columns={[
          { head: 'Part type', shows: ({ partType }) => <Link to={`/lives/${partType.id}`}>{partType.name}</Link> },
          { head: 'Foretold', isRight: true, shows: ({ score }) => score && number(score.expected, 3) },
          { head: 'Happened', isRight: true, shows: ({ score }) => score?.happened },
          { head: 'Brier score', isRight: true, shows: ({ score }) => score && number(score.brier, 2) },
          { head: 'Spent', isRight: true, shows: ({ saved: own }) => (own ? cash(own.spent) : 'no price') },
          {
            head: 'Waiting would have cost',
            isRight: true,
            shows: ({ saved: own }) =>
              own && `${cash(own.waiting.mean)} (${cash(own.waiting.limits[0])} to ${cash(own.waiting.limits[1])})`,
          },
        ]}
        stacks
      />
    </>
  )
}

const height = 240

function Weeks({ weeks, timeZone }: { weeks: Page['weeks']; timeZone: string }) {
  const { ref, width } = useElementSize()
  const most = Math.max(1, ...weeks.map((week) => Math.max(week.expected, week.happened)))
  const x = scaleLinear([0, weeks.length], [0, Math.max(60, width - margin.left - margin.right)])
  const y = scaleLinear([0, most * 1.1], [height - margin.top - margin.bottom, 0])
  return (
    <FigureWithTable
      title="Failures foretold and happened, week by week"
      caption="Line: foretold from what was known at the week's start. Squares: happened in that week. The newest week is at the right."
      columns={['Week from', 'Foretold', 'Happened']}
      rows={weeks.map((week) => [day(week.from, timeZone), number(week.expected, 2), week.happened])}
    >
      <div ref={ref}>
        {width > 0 && (
          <Frame
            {...{ width, height, x, y }}
            xLabel="weeks"
            yLabel="failures"
            label="Failures foretold and happened by week"
          >
            <path
              d={weeks.map((week, i) => `${i === 0 ? 'M' : 'L'}${x(i + 0.5)},${y(week.expected)}`).join('')}
              className={classes.curve}
            />
            {weeks.map((week, i) => (
              <rect
                key={week.from}
                x={x(i + 0.5) - 4}
                y={y(week.happened) - 4}
                width={8}
                height={8}
                className={classes.mark}
              />
            ))}
          </Frame>
        )}
      </div>
    </FigureWithTable>
  )
}

function Calibration({ bins }: { bins: NonNullable<Page['all']>['bins'] }) {
  const { ref, width } = useElementSize()
  const share = (bin: (typeof bins)[number]) => bin.happened / bin.count
  const most = Math.max(0.05, ...bins.map((bin) => Math.max(bin.told, share(bin)))) * 1.1
  const x = scaleLinear([0, most], [0, Math.max(60, Math.min(520, width) - margin.left - margin.right)])
  const y = scaleLinear([0, most], [height - margin.top - margin.bottom, 0])
  const percent = (value: number) => `${number(100 * value, 2)} %`
  return (
    <FigureWithTable
      title="Did chances come true?"
      caption="Each square: parts that were told about the same chance to fail within the week. On the dashed line it came true; above it more failed than told."
      columns={['Told', 'Parts and weeks', 'Told in the mean', 'Happened']}
      rows={bins.map((bin) => [
        `${chance(bin.from)} to ${chance(bin.to)}`,
        bin.count,
        percent(bin.told),
        `${bin.happened} (${percent(share(bin))})`,
      ])}
    >
      <div ref={ref}>
        {width > 0 && (
          <Frame
            width={Math.min(520, width)}
            {...{ height, x, y }}
            xLabel="told"
            yLabel="happened"
            xFormat={percent}
            yFormat={percent}
            label="Share that failed against the chance that was told"
          >
            <line x1={0} y1={y(0)} x2={x(most)} y2={y(most)} className={classes.reference} />
            {bins.map((bin) => (
              <rect
                key={bin.from}
                x={x(bin.told) - 4}
                y={y(share(bin)) - 4}
                width={8}
                height={8}
                className={classes.mark}
              />
            ))}
          </Frame>
        )}
      </div>
    </FigureWithTable>
  )
}
