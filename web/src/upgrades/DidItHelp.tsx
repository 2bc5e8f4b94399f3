import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { Link } from 'react-router'
import type { DidItHelp as Help, UpgradePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { day, hours, number } from '../ui/words.ts'
import { rateBars } from './rateBars.ts'
import classes from './Upgrades.module.css'

/** The rate of what it should cure before and after, beside the printers that did not get it, and what was measured. */
export function DidItHelp({ page }: { page: UpgradePage }) {
  const { help, installed } = page
  if (installed.length === 0) return null
  return (
    <>
      <Rates help={help} />
      {help.readings.length > 0 && <Readings help={help} />}
      {help.faults.length > 0 && <Faults help={help} />}
    </>
  )
}

const [lane, nameWidth, figureWidth] = [26, 130, 92]

function Rates({ help }: { help: Help }) {
  const { ref, width: there } = useElementSize()
  const width = Math.min(620, Math.max(280, there))
  const bars = rateBars(help)
  const most = Math.max(...bars.map(({ upper }) => upper), 0.001)
  const x = scaleLinear([0, most], [nameWidth, width - figureWidth])
  return (
    <FigureWithTable
      title="Before and after"
      caption=""
      columns={['Printers', 'Faults', 'Running hours', 'In 1,000 h', 'From', 'To']}
      rows={bars.map(({ name, events, time, rate, lower, upper }) => [
        name,
        events,
        hours(time),
        number(rate, 3),
        number(lower, 3),
        number(upper, 3),
      ])}
    >
      <div ref={ref}>
        <svg
          width={width}
          height={bars.length * lane}
          className={classes.bars}
          role="img"
          aria-label={bars.map(({ name, rate }) => `${name}: ${number(rate, 2)} in 1,000 h`).join('; ')}
        >
          {bars.map(({ name, events, time, rate, lower, upper }, i) => (
            <g key={name} transform={`translate(0 ${i * lane})`}>
              <text x={0} y={16}>
                {name}
              </text>
              <rect x={x(0)} y={6} height={12} width={Math.max(0, x(rate) - x(0))} />
              <line x1={x(lower)} x2={x(upper)} y1={12} y2={12} strokeWidth={1.5} />
              <text x={width - figureWidth + 8} y={16}>
                {events} in {hours(time)}
              </text>
            </g>
          ))}
        </svg>
      </div>
      <p className="quiet">
        Faults in 1,000 running hours, a year before and all the time since; the line is the range in which the rate
        lies in 95 of 100 cases.
      </p>
    </FigureWithTable>
  )
}

function Readings({ help }: { help: Help }) {
  return (
    <Section title="What was measured before and after">
      <DataTable label="Readings before and after" stacks>
        <thead>
          <tr>
            <th>Reading</th>
            <th className={table.right}>Printers</th>
            <th className={table.right}>Before</th>
            <th className={table.right}>After</th>
            <th>Difference</th>
          </tr>
        </thead>
        <tbody>
          {help.readings.map(({ name, unit, printers, before, after, difference }) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td className={table.right}>{printers}</td>
              <td className={table.right}>
                {number(before.mean, 3)} {unit}
              </td>
              <td className={table.right}>
                {number(after.mean, 3)} {unit}
              </td>
              <td>
                {difference
                  ? `${number(difference.mean, 2)} ${unit} (${number(difference.limits[0], 2)} to ${number(difference.limits[1], 2)})${difference.limits[0] * difference.limits[1] > 0 ? '' : ', may be chance'}`
                  : 'one printer only'}
              </td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </Section>
  )
}

function Faults({ help }: { help: Help }) {
  const { site } = useSession()
  return (
    <details style={{ margin: '0.5rem 0' }}>
      <summary>The faults behind it ({help.faults.length})</summary>
      <ul>
        {help.faults.map(({ id, printer, at, when, words, entrySeq }) => (
          <li key={id}>
            <Link to={`/logbook/${entrySeq}`}>
              {printer}, {day(at, site.timeZone)}
            </Link>{' '}
            {when}: {words}
          </li>
        ))}
      </ul>
    </details>
  )
}
