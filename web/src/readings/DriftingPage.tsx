import { Link } from 'react-router'
import useSWR from 'swr'
import type { DriftingPage as Drifting, DriftingReading } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { StateMark } from '../ui/marks.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { ago, number, plural } from '../ui/words.ts'
import { crossingWords, limitsWords } from './seriesWords.ts'

/** Readings that move on any printer, those soonest at their limit first. */
export function DriftingPage() {
  const { nowMs } = useSession()
  const drifting = useSWR<Drifting>('/api/readings/drifting', {
    // As long as printers wait to be looked at, the next answer looks at more of them.
    refreshInterval: (latest) => (latest && latest.waiting > 0 ? 100 : 0),
    dedupingInterval: 50,
  })
  return (
    <>
      <PageHead
        title="Drifting"
        says="A value that keeps moving, or keeps needing correction, is a symptom: something is loose or wearing."
      />
      <AsyncView of={drifting}>
        {({ readings: rows, waiting }) =>
          waiting > 0 ? (
            <p role="status">Looking at {plural(waiting, 'more printer')} …</p>
          ) : rows.length === 0 ? (
            <Nothing title="Nothing drifts.">Every value that is measured stays where it was.</Nothing>
          ) : (
            <DataTable label="Drifting readings" stacks>
              <thead>
                <tr>
                  <th>Printer</th>
                  <th>Reading</th>
                  <th>Last</th>
                  <th>Limits</th>
                  <th>What it does</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={`${row.printer.id} ${row.name}`}>
                    <th scope="row">
                      {row.printer.place}{' '}
                      <Link to={`/printers/${row.printer.id}?view=Readings`}>{row.printer.name}</Link>
                      {row.printer.onHold && (
                        <div>
                          <StateMark state="on hold" />
                        </div>
                      )}
                    </th>
                    <td>{row.name}</td>
                    <td>
                      {number(row.last.value, 5)} {row.unit}
                      <div className="quiet">{ago(row.last.at, nowMs())}</div>
                    </td>
                    <td>{limitsWords(row.limits, row.unit)}</td>
                    <td>
                      <b>{whatWords(row)[0]}</b>
                      {whatWords(row)
                        .slice(1)
                        .map((words) => (
                          <div key={words} className="quiet">
                            {words}
                          </div>
                        ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </DataTable>
          )
        }
      </AsyncView>
    </>
  )
}

function whatWords({ crossing, words }: DriftingReading): string[] {
  const soon = crossing.kind === 'crosses' || crossing.kind === 'beyond' ? crossingWords(crossing) : null
  return [...(soon ? [soon] : []), ...words]
}
