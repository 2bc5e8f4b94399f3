import { useState } from 'react'
import { insideWords, momentAt, type AsBuilt, type BuiltSlot, type PrinterHead, type Site } from '@diatribon/contract'
import { Link } from 'react-router'
import { useSession } from '../session/session.tsx'
import { DayField } from '../ui/dates.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FactList } from '../ui/FactList.tsx'
import { day, hours, number } from '../ui/words.ts'
import { DataTable } from '../ui/DataTable.tsx'
import table from '../ui/Table.module.css'
import { useAsBuilt } from '../reads/printers.ts'

/** A printer as it stands, or as it stood on any day: what sits in its slots, and what it may do for that. */
export function AsBuiltView({ printer }: { printer: PrinterHead }) {
  const { site, dayHere } = useSession()
  const [on, setOn] = useState('')
  const today = dayHere()
  const at = on && on < today ? momentAt(on, '23:59', site.timeZone) : null
  // Of a day before it was here nothing is shown, also not what another day showed.
  const built = useAsBuilt(printer.id, at)
  return (
    <section aria-label="As built">
      <DayField
        label="As built on"
        description="Empty: now."
        maxDate={today}
        value={on}
        onChange={setOn}
        style={{ maxWidth: 220 }}
      />
      <AsyncView of={built}>
        {({ slots, limits, counters, baseline, upgrades, repairs }) => (
          <>
            <FactList
              facts={[
                ['Running hours', hours(counters.hours)],
                ['Prints', number(Math.round(counters.prints), 6)],
                ['Filament', `${number(Math.round(counters.metres), 6)} m`],
                ['of it abrasive', `${number(Math.round(counters.abrasiveMetres), 6)} m`],
                ['Here for', `${number(Math.round(counters.days), 6)} days`],
              ]}
            />
            <h2>What it may do</h2>
            {limits ? (
              <Limits limits={limits} />
            ) : (
              <p>The limits of this model are not in the catalogue, so job files cannot be checked against it.</p>
            )}
            <SlotsTable slots={slots} site={site} />
            <Added upgrades={upgrades} repairs={repairs} site={site} />
            <h2 style={{ marginTop: 16 }}>Baseline</h2>
            {baseline.length === 0 ? (
              <p className="quiet">Nothing was measured when it was taken in.</p>
            ) : (
              <FactList
                facts={baseline.map(({ name, value, unit, choice }) => [
                  name,
                  [value === null ? null : number(value), unit, choice].filter((word) => word !== null).join(' '),
                ])}
              />
            )}
          </>
        )}
      </AsyncView>
    </section>
  )
}

function Limits({ limits }: { limits: NonNullable<AsBuilt['limits']> }) {
  return (
    <>
      <FactList
        facts={[
          ['Plate', `${limits.model.plateXMm} × ${limits.model.plateYMm} mm, ${limits.model.heightMm} mm high`],
          [
            'Nozzle at most',
            `${limits.nozzleMaxC} °C${limits.nozzleLimitedBy ? `, because of its ${limits.nozzleLimitedBy}` : ''}`,
          ],
          ['Bed at most', `${limits.model.bedMaxC} °C`],
          [
            'Abrasive filament',
            limits.abrasiveForbiddenBy.length > 0
              ? `no: it would eat the ${limits.abrasiveForbiddenBy.join(' and the ')}`
              : 'yes',
          ],
          ['Around it', insideWords(limits.model)],
          ['Filament', `${limits.model.filamentMm} mm`],
          ['Speed at most', `${limits.model.maxSpeedMmPerS} mm/s`],
        ]}
      />
      {limits.own.length > 0 && (
        <p className="quiet">Other than its model: {limits.own.map(({ reason }) => reason).join('; ')}.</p>
      )}
    </>
  )
}

/** What was added to it, and what was mended. */
function Added({ upgrades, repairs, site }: Pick<AsBuilt, 'upgrades' | 'repairs'> & { site: Site }) {
  return (
    <>
      {upgrades.length > 0 && (
        <>
          <h2 style={{ marginTop: 16 }}>Upgrades on it</h2>
          <ul>
            {upgrades.map(({ changeId, upgradeId, name, version, at }) => (
              <li key={changeId}>
                <Link to={`/upgrades/${upgradeId}`}>{name}</Link>, version {version}, since {day(at, site.timeZone)}
              </li>
            ))}
          </ul>
        </>
      )}
      {repairs.length > 0 && (
        <>
          <h2 style={{ marginTop: 16 }}>Mended in place</h2>
          <ul>
            {repairs.map(({ seq, slotName, way, words, effect, permanence, at, runHours, who }) => (
              <li key={seq}>
                <Link to={`/logbook/${seq}`}>
                  {day(at, site.timeZone)}, at {hours(runHours)}
                </Link>
                : {slotName} {way}: {words} ({permanence === 'permanent' ? 'for good' : 'for now'}, wear {effect}; {who}
                )
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  )
}

function SlotsTable({ slots, site }: { slots: BuiltSlot[]; site: Site }) {
  return (
    <DataTable label="Slots" stacks>
      <thead>
        <tr>
          <th>Slot</th>
          <th>Part</th>
          <th>Since</th>
          <th className={table.right}>Hours</th>
          <th className={table.right}>Prints</th>
          <th className={table.right}>Metres</th>
          <th className={table.right}>Days</th>
        </tr>
      </thead>
      <tbody>
        {slots.map(({ id, name, since, part }) => (
          <tr key={id}>
            <th scope="row">
              {name}
              {since && <div className="quiet">slot added {day(since, site.timeZone)}</div>}
            </th>
            {part ? (
              <>
                <td>{part.name}</td>
                <td>{day(part.fittedAt, site.timeZone)}</td>
                <td className={table.right}>
                  {part.ageIsKnown ? '' : 'at least '}
                  {hours(part.age.hours)}
                </td>
                <td className={table.right}>{number(Math.round(part.age.prints), 6)}</td>
                <td className={table.right}>{number(Math.round(part.age.metres), 6)}</td>
                <td className={table.right}>{number(Math.round(part.age.days), 6)}</td>
              </>
            ) : (
              <td colSpan={6}>empty</td>
            )}
          </tr>
        ))}
      </tbody>
    </DataTable>
  )
}
