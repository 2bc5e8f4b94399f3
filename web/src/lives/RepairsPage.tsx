import { Select } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { RepairsPage as Page } from '@diatribon/contract'
import { RecurrenceChart } from '../charts/RecurrenceChart.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { ListTable } from '../ui/ListTable.tsx'
import { FigureField } from '../ui/figures.tsx'
import { FigureWithTable } from '../ui/FigureWithTable.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Section } from '../ui/Section.tsx'
import { useSession } from '../session/session.tsx'
import { meanCumulative } from '@diatribon/core'
import { hours, number, wholeMoney } from '../ui/words.ts'
import grid from '../ui/Fields.module.css'
import { useRepairs } from '../reads/lives.ts'

/** Repairs over time: which printer needs more than its sisters, and whether they come denser. */
export function RepairsPage() {
  const repairs = useRepairs()
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/lives">All part types</Link>
      </p>
      <PageHead
        title="Repairs over time"
        says="Faults that were put right, over each printer's running hours. Those that need more than their sisters stand first."
      />
      <AsyncView of={repairs}>
        {(page) => (
          <>
            {page.printers.length > 0 ? (
              <Repairs page={page} />
            ) : page.fresh.waiting > 0 ? null : (
              <Nothing title="There are no printers yet." />
            )}
          </>
        )}
      </AsyncView>
    </>
  )
}

function Repairs({ page }: { page: Page }) {
  const { printers, groups } = page
  const [group, setGroup] = useState(groups[0]?.name ?? '')
  const alone = printers.flatMap(({ printer: { name }, runHours, events }) =>
    events
      ? [
          {
            name,
            oldest: runHours,
            mcf: events.length > 0 ? meanCumulative([{ id: name, events, end: runHours }]) : [],
          },
        ]
      : [],
  )
  const shown = [...groups, ...alone].find(({ name }) => name === group)
  return (
    <>
      <ListTable
        label="Repairs by printer"
        rows={printers}
        keyOf={({ printer }) => printer.id}
        columns={[
          {
            head: 'Printer',
            shows: ({ printer }) => (
              <>
                <Link to={`/printers/${printer.id}`}>{printer.name}</Link>
                <div className="quiet">{printer.model}</div>
              </>
            ),
          },
          { head: 'Running hours', isRight: true, shows: ({ runHours }) => hours(runHours) },
          { head: 'Repairs', isRight: true, shows: ({ repairs }) => repairs },
          {
            head: 'Per 1,000 h',
            isRight: true,
            shows: ({ repairs, runHours, rateNow }) => (
              <>
                {number((1000 * repairs) / runHours, 2)}
                {Math.abs(rateNow / (repairs / runHours) - 1) > 0.01 && (
                  <div className="quiet">now {number(1000 * rateNow, 2)}</div>
                )}
              </>
            ),
          },
          { head: 'What that says', shows: ({ words }) => words },
        ]}
        stacks
      />
      {shown && (
        <FigureWithTable
          title="Repairs per printer"
          caption="Mean number of repairs of a printer by its running hours, with 95 % limits from the spread between printers (Nelson)."
          columns={['Running hours', 'Repairs per printer', 'Lower', 'Upper']}
          rows={shown.mcf.map(({ time, mcf, lower, upper }) => [
            number(time, 4),
            number(mcf, 3),
            lower === null ? '' : number(lower, 3),
            upper === null ? '' : number(upper, 3),
          ])}
          aside={
            <Select
              aria-label="Printers"
              size="sm"
              searchable
              data={[
                { group: 'Together', items: groups.map(({ name }) => name) },
                { group: 'One printer', items: alone.map(({ name }) => name) },
              ]}
              value={group}
              onChange={(value) => value && setGroup(value)}
              allowDeselect={false}
            />
          }
        >
          {shown.mcf.length > 0 ? (
            <RecurrenceChart rows={shown.mcf} law={null} oldest={shown.oldest} />
          ) : (
            <p className="quiet">Nothing was repaired yet.</p>
          )}
        </FigureWithTable>
      )}
      <KeepOrReplace page={page} />
    </>
  )
}

/** What keeping a printer costs against replacing it, over as long as the lead says. */
function KeepOrReplace({ page }: { page: Page }) {
  const { site } = useSession()
  const [id, setId] = useState(page.printers[0]?.printer.id ?? '')
  const [thousands, setThousands] = useState<number | undefined>(3)
  const [perRepair, setPerRepair] = useState<number | undefined>(40)
  const [price, setPrice] = useState<number | undefined>(400)
  const one = page.printers.find(({ printer }) => printer.id === id)
  const sisters = page.printers.filter(({ printer }) => printer.model === one?.printer.model && printer.id !== id)
  // Where repairs come denser, those of now go on; of sisters, those of all their hours.
  const rate = one?.rateNow ?? 0
  const sisterHours = sisters.reduce((sum, { runHours }) => sum + runHours, 0)
  const theirs = sisterHours > 0 ? sisters.reduce((sum, { repairs }) => sum + repairs, 0) / sisterHours : null
  const hoursAhead = 1000 * (thousands ?? 0)
  const keep = hoursAhead * rate * (perRepair ?? 0)
  const replace = theirs === null ? null : (price ?? 0) + hoursAhead * theirs * (perRepair ?? 0)
  const cash = (value: number) => wholeMoney(100 * value, site.currency)
  return (
    <Section title="Keep or replace?">
      <div className={grid.fields}>
        <Select
          label="Printer"
          mt="sm"
          data={page.printers.map(({ printer }) => ({ value: printer.id, label: printer.name }))}
          value={id}
          onChange={(value) => value && setId(value)}
          allowDeselect={false}
        />
        <FigureField label="Over, in 1,000 h" min={0} value={thousands} onChange={setThousands} />
        <FigureField label={`A repair costs, in ${site.currency}`} min={0} value={perRepair} onChange={setPerRepair} />
        <FigureField label={`A new one costs, in ${site.currency}`} min={0} value={price} onChange={setPrice} />
      </div>
      {one && (
        <p role="status">
          Keeping {one.printer.name}: about {number(hoursAhead * rate, 2)} repairs, {cash(keep)}.{' '}
          {replace === null || theirs === null
            ? 'There are no sisters to say what a new one would need.'
            : `A new one that does as its sisters: ${number(hoursAhead * theirs, 2)} repairs and its price, ${cash(replace)}. ` +
              (replace < keep ? 'Replacing costs less over that time.' : 'Keeping costs less over that time.')}
        </p>
      )}
    </Section>
  )
}
