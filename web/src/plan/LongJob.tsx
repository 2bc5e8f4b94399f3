import { Link } from 'react-router'
import type { LongJobPrinter } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { chance as percent, money, number } from '../ui/words.ts'
import { useLongJob } from '../reads/plan.ts'

const shownAtFirst = 5

/** Which printer is the best bet for so many hours, how likely it gets through, and what to change first. */
export function LongJob({ hours }: { hours: number }) {
  const answer = useLongJob(Number(hours.toPrecision(3)))
  return (
    <Section title={`Will it get through ${number(hours, 2)} h?`}>
      <AsyncView of={answer}>
        {({ printers }) =>
          printers.length === 0 ? (
            <Nothing title="No printer is in service." />
          ) : (
            <>
              <FirstRows of={printers} first={shownAtFirst}>
                {(shown) => (
                  <DataTable label="Chance to get through" stacks>
                    <thead>
                      <tr>
                        <th>Printer</th>
                        <th className={table.right}>Chance (95 %)</th>
                        <th>What may stop it</th>
                        <th>First</th>
                      </tr>
                    </thead>
                    <tbody>
                      {shown.map((one) => (
                        <Line key={one.printer.id} one={one} />
                      ))}
                    </tbody>
                  </DataTable>
                )}
              </FirstRows>
              <p className="quiet">
                From the lives of its parts at their ages, and how often else it has stopped. Nobody sees a wrong
                setting in this: watch the first layer, and leave nothing heating alone.
              </p>
            </>
          )
        }
      </AsyncView>
    </Section>
  )
}

function Line({ one }: { one: LongJobPrinter }) {
  const { site } = useSession()
  const { printer, chance, limits, weakest, changeFirst, notes } = one
  const cash = (minor: number) => money(minor, site.currency)
  return (
    <tr>
      <td>
        <Link to={`/printers/${printer.id}`}>
          <b>{printer.name}</b>
        </Link>
        <div className="quiet">
          {printer.place}, {printer.model}
        </div>
      </td>
      <td className={table.right}>
        <b>{percent(chance)}</b>
        <div className="quiet">
          {percent(limits[0])} to {percent(limits[1])}
        </div>
      </td>
      <td>
        {weakest ? `${weakest.slot}: ${percent(weakest.chance)}` : 'nothing stands out'}
        {notes.map((note) => (
          <div key={note} className="quiet">
            {note}
          </div>
        ))}
      </td>
      <td>
        {changeFirst ? (
          <>
            Change the {changeFirst.slot.toLowerCase()}: {percent(chance)} becomes {percent(changeFirst.chanceThen)}
            <div className="quiet">
              throws away {cash(changeFirst.costsMinor)}, saves {cash(changeFirst.savesMinor)}
            </div>
          </>
        ) : (
          <span className="quiet">no change pays</span>
        )}
      </td>
    </tr>
  )
}
