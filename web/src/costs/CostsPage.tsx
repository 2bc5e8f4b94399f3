import { Button, Group, Menu, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import {
  capital,
  costGroups,
  costKinds,
  type CostGroup,
  type CostLine,
  type CostsPage as Page,
} from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { DayField } from '../ui/dates.tsx'
import { downloadText } from '../ui/download.ts'
import { FactList } from '../ui/FactList.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { useQuery } from '../ui/useQuery.ts'
import { day, hours, money, number } from '../ui/words.ts'
import { costsCsv } from './costsCsv.ts'
import { RatesForm } from './RatesForm.tsx'
import { useCosts } from '../reads/costs.ts'

/** What maintenance costs: by printer, model, part type or month, with the entries behind it. */
export function CostsPage() {
  const { site, may, dayHere } = useSession()
  const [query, change] = useQuery()
  const [setting, setSetting] = useState(false)
  const today = dayHere()
  const from = query.get('from') ?? yearBefore(today)
  const until = query.get('until') ?? today
  const by = costGroups.find((one) => one === query.get('by')) ?? 'printer'
  const costs = useCosts({ from, until, by })
  const sheet = `/api/costs/sheet?from=${from}&until=${until}&by=${encodeURIComponent(by)}`
  return (
    <>
      <PageHead
        title="Costs"
        says={
          <>
            Parts at what was paid, work by its minutes, what failures cost on top. What preventive work saved stands
            under <Link to="/lives/score">Lives, score</Link>.
          </>
        }
      >
        <Group gap="sm">
          {may('set up the site') && costs.data && (
            <Button size="sm" variant="default" onClick={() => setSetting(true)}>
              Rates
            </Button>
          )}
          <Menu position="bottom-end">
            <Menu.Target>
              <Button size="sm" variant="default">
                Take it out
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item component="a" href={sheet} target="_blank">
                This report (PDF)
              </Menu.Item>
              <Menu.Item
                disabled={!costs.data}
                onClick={() =>
                  costs.data &&
                  downloadText(`costs-${from}-${until}.csv`, costsCsv(costs.data, site.currency), 'text/csv')
                }
              >
                This report (CSV)
              </Menu.Item>
              <Menu.Item component="a" href="/api/reports/induction-sheet" target="_blank">
                What broke by misuse: sheet for the wall (PDF)
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        </Group>
      </PageHead>
      <Asked {...{ from, until, by, today, change }} />
      <AsyncView of={costs}>{(page) => <Report page={page} />}</AsyncView>
      {setting && costs.data && <RatesForm rates={costs.data.rates} onClose={() => setSetting(false)} />}
    </>
  )
}

const yearBefore = (today: string) => `${Number(today.slice(0, 4)) - 1}${today.slice(4)}`.replace('-02-29', '-02-28')

function Asked(props: {
  from: string
  until: string
  by: CostGroup
  today: string
  change: (parts: Record<string, string | null>, replace?: boolean) => void
}) {
  const { from, until, by, today, change } = props
  const month = `${today.slice(0, 7)}-01`
  return (
    <Group gap="md" align="end" mb="sm">
      <DayField
        label="From"
        required
        value={from}
        maxDate={until}
        onChange={(at) => at && change({ from: at }, true)}
      />
      <DayField
        label="To"
        required
        value={until}
        maxDate={today}
        onChange={(at) => at && change({ until: at }, true)}
      />
      <Button variant="default" size="sm" onClick={() => change({ from: month, until: today }, true)}>
        This month
      </Button>
      <Button variant="default" size="sm" onClick={() => change({ from: null, until: null }, true)}>
        A year
      </Button>
      <SegmentedControl
        data={[...costGroups]}
        value={by}
        onChange={(value) => change({ by: value }, true)}
        aria-label="By"
      />
    </Group>
  )
}

function Report({ page }: { page: Page }) {
  const { site } = useSession()
  const { all, lines, by, notes } = page
  const cash = (minor: number) => money(minor, site.currency)
  return (
    <>
      <FactList
        facts={[
          ['All together', cash(all.sumMinor)],
          [
            'For 1,000 running hours',
            all.perHourMinor === null ? 'it did not run' : cash(Math.round(1000 * all.perHourMinor)),
          ],
          ['Running hours', hours(all.runHours)],
          ['Parts failed', String(all.failures)],
          ['Printer days down', number(all.daysDown, 3)],
        ]}
      />
      <FirstRows of={lines} first={60}>
        {(shown) => (
          <DataTable label={`Costs by ${by}`} stacks>
            <thead>
              <tr>
                <th>{capital(by)}</th>
                {by !== 'part type' && <th className={table.right}>Hours</th>}
                <th className={table.right}>Failed</th>
                {costKinds.map((kind) => (
                  <th key={kind} className={table.right}>
                    {capital(kind)}
                  </th>
                ))}
                <th className={table.right}>Together</th>
                <th className={table.right}>For 1,000 h</th>
                {by === 'printer' && <th>Beside its like</th>}
              </tr>
            </thead>
            <tbody>
              {shown.map((line) => (
                <CostRow key={line.id} line={line} by={by} cash={cash} />
              ))}
            </tbody>
          </DataTable>
        )}
      </FirstRows>
      {notes.map((words) => (
        <p key={words} className="quiet">
          {words}
        </p>
      ))}
      <Goods goods={page.goods} />
      <Behind page={page} cash={cash} />
    </>
  )
}

function CostRow({ line, by, cash }: { line: CostLine; by: CostGroup; cash: (minor: number) => string }) {
  const { id, name, runHours, failures, minor, sumMinor, perHourMinor, standing } = line
  const to = by === 'printer' ? `/printers/${id}` : by === 'part type' && id !== 'none' ? `/lives/${id}` : null
  return (
    <tr>
      <th scope="row">{to ? <Link to={to}>{name}</Link> : name}</th>
      {by !== 'part type' && <td className={table.right}>{hours(runHours)}</td>}
      <td className={table.right}>{failures}</td>
      {costKinds.map((kind) => (
        <td key={kind} className={table.right}>
          {minor[kind] === 0 ? null : cash(minor[kind])}
        </td>
      ))}
      <td className={table.right}>
        <b>{cash(sumMinor)}</b>
      </td>
      <td className={table.right}>{perHourMinor === null ? '–' : cash(Math.round(1000 * perHourMinor))}</td>
      {standing && (
        <td>
          {standing.standing === 'too little to say' ? (
            <span className="quiet">too little to say</span>
          ) : (
            <b>{standing.standing}</b>
          )}
          {standing.times !== null && <span className="quiet">, {number(standing.times, 2)} times the usual</span>}
        </td>
      )}
    </tr>
  )
}

/** How many pieces of the same goods printers of each model make in an hour. */
function Goods({ goods }: { goods: Page['goods'] }) {
  if (goods.length === 0) return null
  return (
    <Section title="Pieces in an hour of running">
      <DataTable label="Pieces in an hour of running" stacks>
        <thead>
          <tr>
            <th>Goods</th>
            <th>Model</th>
            <th className={table.right}>Pieces</th>
            <th className={table.right}>In an hour</th>
            <th>Does the work of</th>
          </tr>
        </thead>
        <tbody>
          {goods.map(({ goods: what, model, pieces, perHour }) => {
            const slowest = Math.min(...goods.filter((one) => one.goods === what).map((one) => one.perHour))
            return (
              <tr key={`${what} ${model}`}>
                <td>{what}</td>
                <td>{model}</td>
                <td className={table.right}>{pieces}</td>
                <td className={table.right}>{number(perHour, 3)}</td>
                <td>{perHour > slowest * 1.05 ? `${number(perHour / slowest, 2)} of the slowest model` : ''}</td>
              </tr>
            )
          })}
        </tbody>
      </DataTable>
    </Section>
  )
}

/** The entries that the figures come from, the dearest first. */
function Behind({ page: { entries, faults }, cash }: { page: Page; cash: (minor: number) => string }) {
  const { site } = useSession()
  return (
    <>
      {faults.length > 0 && (
        <Section title="The dearest faults">
          <ul>
            {faults.slice(0, 10).map(({ id, printer, at, words, minutes, minor }) => (
              <li key={id}>
                <Link to={`/faults/${id}`}>
                  {printer}, {day(at, site.timeZone)}
                </Link>
                : {words}, {number(minutes, 3)} min, <b>{cash(minor)}</b>
              </li>
            ))}
          </ul>
        </Section>
      )}
      {entries.length > 0 && (
        <details>
          <summary>The entries behind it, the dearest {entries.length}</summary>
          <ul>
            {entries.map(({ seq, at, printer, kind, words, minor }) => (
              <li key={`${seq} ${kind} ${words}`}>
                <Link to={`/logbook/${seq}`}>
                  {printer}, {day(at, site.timeZone)}
                </Link>
                : {words}, {kind} <b>{cash(minor)}</b>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  )
}
