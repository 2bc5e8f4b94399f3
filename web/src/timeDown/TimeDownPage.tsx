import { Group } from '@mantine/core'
import { Link } from 'react-router'
import type { ParetoRow, ServiceRow } from '@diatribon/contract'
import { DayField } from '../ui/dates.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { ListTable } from '../ui/ListTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { useQuery } from '../ui/useQuery.ts'
import { hours, plural } from '../ui/words.ts'
import classes from '../faults/Faults.module.css'
import { useDowntime } from '../reads/timeDown.ts'

const percent = (share: number) => `${(share * 100).toFixed(2)} %`

/** Time out of service: how well each printer served, what it was lost to, and which induction would have prevented it. */
export function TimeDownPage() {
  const [query, change] = useQuery()
  const page = useDowntime(query.get('from'), query.get('until'))
  const set = (name: string, value: string) => change({ [name]: value })
  return (
    <>
      <PageHead
        title="Time down"
        says="From report to release. Availability is the share of all hours in which it could be used."
      >
        <Group gap="xs">
          {(['from', 'until'] as const).map((name) => (
            <DayField
              key={name}
              size="sm"
              aria-label={name === 'from' ? 'From day' : 'Until day'}
              value={query.get(name) ?? page.data?.[name].slice(0, 10) ?? ''}
              onChange={(day) => set(name, day)}
            />
          ))}
        </Group>
      </PageHead>
      <AsyncView of={page}>
        {(data) => (
          <>
            <Service label="Service" rows={[data.site, ...data.models]} />
            <div className={classes.desk}>
              <Pareto title="Symptoms" rows={data.symptoms} />
              <Pareto title="Causes" rows={data.causes} />
            </div>
            <section className={classes.sheet} aria-labelledby="topics">
              <h2 id="topics">Which induction would have prevented it</h2>
              {data.topics.length === 0 ? (
                <p className="quiet">No fault of these days was brought about by how a printer was used.</p>
              ) : (
                <ul style={{ margin: 0, paddingLeft: '1.1rem' }}>
                  {data.topics.map(({ topic, faults, downHours }) => (
                    <li key={topic}>
                      <b>{topic}</b>: {hours(downHours)} down in {plural(faults, 'fault')}
                    </li>
                  ))}
                </ul>
              )}
            </section>
            <Service label="Printers" rows={data.printers} />
          </>
        )}
      </AsyncView>
    </>
  )
}

const figures: [head: string, shows: (row: ServiceRow) => string | number][] = [
  ['Availability', ({ availability }) => percent(availability)],
  ['Down', ({ downHours }) => hours(downHours)],
  ['of it working', ({ workingHours }) => hours(workingHours)],
  ['of it waiting', ({ waitingHours }) => hours(waitingHours)],
  ['Failures', ({ failures }) => failures],
  ['Running hours between failures', (row) => hoursOrNone(row.runHoursBetweenFailures)],
  ['Hours to restore', ({ hoursToRestore }) => hoursOrNone(hoursToRestore)],
]
const hoursOrNone = (of: number | null) => (of === null ? 'none' : hours(of))

function Service({ label, rows }: { label: string; rows: ServiceRow[] }) {
  return (
    <ListTable
      label={label}
      rows={rows}
      keyOf={({ name }) => name}
      columns={[
        {
          head: label === 'Printers' ? 'Printer' : 'Which',
          shows: ({ name, printerId }) => (printerId ? <Link to={`/printers/${printerId}`}>{name}</Link> : name),
        },
        ...figures.map(([head, shows]) => ({ head, shows, isRight: true })),
      ]}
      stacks
    />
  )
}

/** Most hours first. Bars: wear and maker full, misuse hatched, what is not known yet empty. */
function Pareto({ title, rows }: { title: string; rows: ParetoRow[] }) {
  const most = Math.max(1, ...rows.map(({ downHours }) => downHours))
  const share = (part: number) => ({ width: `${(part / most) * 100}%` })
  return (
    <section className={classes.sheet} aria-labelledby={`pareto-${title}`}>
      <h2 id={`pareto-${title}`}>{title} by hours down</h2>
      {rows.length === 0 && <p className="quiet">Nothing was down in these days.</p>}
      {rows.slice(0, 10).map(({ name, faults, downHours, wearHours, misuseHours, cumulative }) => (
        <div key={name} className={classes.pareto}>
          <span>{name}</span>
          <span
            className={classes.paretoBar}
            role="img"
            aria-label={`wear ${hours(wearHours)}, misuse ${hours(misuseHours)} of ${hours(downHours)}`}
          >
            {wearHours > 0 && <span className={classes.wear} style={share(wearHours)} />}
            {misuseHours > 0 && <span className={classes.misuse} style={share(misuseHours)} />}
            {downHours - wearHours - misuseHours > 0.01 && (
              <span className={classes.open} style={share(downHours - wearHours - misuseHours)} />
            )}
          </span>
          <span className={classes.figure}>{hours(downHours)}</span>
          <span className="quiet" title={plural(faults, 'fault')}>
            to {Math.round(cumulative * 100)} %
          </span>
        </div>
      ))}
      {rows.length > 0 && (
        <p className="quiet" style={{ margin: '6px 0 0' }}>
          Full: wear or the maker. Hatched: how it was used. Empty: not known. The last figure adds up from the top.
        </p>
      )}
    </section>
  )
}
