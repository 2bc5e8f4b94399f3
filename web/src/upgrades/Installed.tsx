import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { InstalledUpgrade, UpgradePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { day, hours } from '../ui/words.ts'
import { TakeOffForm } from './TakeOffForm.tsx'

/** On which printers it is, or was. */
export function Installed({ page }: { page: UpgradePage }) {
  const { may, site } = useSession()
  const [takingOff, setTakingOff] = useState<InstalledUpgrade | null>(null)
  if (page.installed.length === 0) return null
  return (
    <Section title="Installed on">
      <FirstRows of={page.installed} first={60}>
        {(shown) => (
          <DataTable label="Installed on" stacks>
            <thead>
              <tr>
                <th>Printer</th>
                <th>When</th>
                <th className={table.right}>At</th>
                <th>By</th>
                <th>
                  <span className="unseen">Actions</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {shown.map((one) => (
                <tr key={one.changeId}>
                  <th scope="row">
                    <Link to={`/printers/${one.printer.id}?view=As built`}>
                      {one.printer.place} {one.printer.name}
                    </Link>
                  </th>
                  <td>
                    {day(one.at, site.timeZone)}
                    {one.undoneAt && <div className="quiet">taken off {day(one.undoneAt, site.timeZone)}</div>}
                  </td>
                  <td className={table.right}>{hours(one.runHours)}</td>
                  <td>
                    {one.who} <span className="quiet">version {one.version}</span>
                  </td>
                  <td>
                    {may('swap parts') && !one.undoneAt && (
                      <Button
                        size="compact-sm"
                        variant="default"
                        onClick={() => setTakingOff(one)}
                        aria-label={`Take it off ${one.printer.name}`}
                      >
                        Take off
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </DataTable>
        )}
      </FirstRows>
      {takingOff && <TakeOffForm page={page} installed={takingOff} onClose={() => setTakingOff(null)} />}
    </Section>
  )
}
