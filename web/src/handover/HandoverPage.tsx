import { Button, Group } from '@mantine/core'
import { Link, useSearchParams } from 'react-router'
import {
  goOnWords,
  kindNames,
  type PrinterFault,
  type Handover,
  type LogEntry,
  type MadeDuty,
} from '@diatribon/contract'
import { DutyLine } from '../faults/OpenFaults.tsx'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { OutMark } from '../ui/marks.tsx'
import { moment, plural } from '../ui/words.ts'
import { MomentField } from '../ui/dates.tsx'
import classes from './Handover.module.css'
import { Notices } from './Notices.tsx'
import { useHandover } from '../reads/handover.ts'

/** What changed since your last shift, what is open, what was promised. */
export function HandoverPage() {
  const [query, setQuery] = useSearchParams()
  const since = query.get('since')
  const page = useHandover(since)
  return (
    <>
      <PageHead title="Handover">
        <Group gap="sm">
          <MomentField
            value={since ?? undefined}
            onChange={(at) => setQuery(at ? { since: at } : {}, { replace: true })}
            label="From (empty: end of your last shift)"
          />
          <Button
            size="sm"
            variant="default"
            component="a"
            href={`/api/reports/handover?since=${encodeURIComponent(since ?? '')}`}
            target="_blank"
          >
            As PDF
          </Button>
        </Group>
      </PageHead>
      <AsyncView of={page}>{(data) => <Sheet page={data} />}</AsyncView>
    </>
  )
}

function Sheet({ page }: { page: Handover }) {
  const { site } = useSession()
  const when = (at: string) => moment(at, site.timeZone)
  const { faults, promises, duties, holds, checksOpen, changed, more } = page
  return (
    <>
      <p className="quiet" style={{ margin: '0 0 6px' }}>
        From {when(page.since)} ({page.sinceIs}) to {when(page.until)}.
      </p>
      <Notices pins />
      <div className={classes.columns}>
        <div>
          <Holds holds={holds} />
          <Faults faults={faults} />
          <Duties promises={promises} duties={duties} />
          {checksOpen.length > 0 && <ChecksOpen checksOpen={checksOpen} when={when} />}
        </div>
        <Happened changed={changed} when={when} more={more} />
      </div>
    </>
  )
}

function Holds({ holds }: Pick<Handover, 'holds'>) {
  return (
    <>
      <h2>Stopped or on hold</h2>
      {holds.length === 0 && <p className="quiet">Every printer is in service.</p>}
      <ul className={classes.lines}>
        {holds.map(({ printerId, name, place, state, reason }) => (
          <li key={printerId}>
            <Link to={`/printers/${printerId}`}>
              {name}, {place}
            </Link>
            <OutMark out={{ state, why: reason }} />
          </li>
        ))}
      </ul>
    </>
  )
}

function Faults({ faults }: { faults: PrinterFault[] }) {
  return (
    <>
      <h2>Faults, not closed</h2>
      {faults.length === 0 && <p className="quiet">None.</p>}
      <ul className={classes.lines}>
        {faults.map(({ id, printer, symptom, mayGoOn, lifted, waitingFor, who }) => (
          <li key={id}>
            <Link to={`/faults/${id}`}>{printer.name}</Link>: {symptom}{' '}
            <span className="quiet">
              {who}. {goOnWords({ mayGoOn, lifted })}
              {waitingFor && `; waiting for ${waitingFor}`}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

function Duties({ promises, duties }: { promises: MadeDuty[]; duties: MadeDuty[] }) {
  return (
    <>
      <h2>Promised</h2>
      {promises.length === 0 && <p className="quiet">Nothing is mended for now only.</p>}
      {promises.map((duty) => (
        <div key={duty.id}>
          <Link to={`/printers/${duty.printer.id}`}>{duty.printer.name}</Link>
          <DutyLine duty={duty} />
        </div>
      ))}
      {duties.length > 0 && (
        <>
          <h2>Put down to be done</h2>
          {duties.map((duty) => (
            <div key={duty.id}>
              <Link to={`/printers/${duty.printer.id}`}>{duty.printer.name}</Link>
              <DutyLine duty={duty} />
            </div>
          ))}
        </>
      )}
    </>
  )
}

function ChecksOpen({
  checksOpen,
  when,
}: {
  checksOpen: { sheetId: string; printer: { id: string; name: string }; check: string; by: string; at: string }[]
  when: (at: string) => string
}) {
  return (
    <>
      <h2>Checks begun and not finished</h2>
      <ul className={classes.lines}>
        {checksOpen.map(({ sheetId, printer, check, by, at }) => (
          <li key={sheetId}>
            <Link to={`/check/${sheetId}`}>
              {printer.name}: {check}
            </Link>{' '}
            <span className="quiet">
              {by}, {when(at)}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

function Happened({
  changed,
  when,
  more,
}: {
  changed: { printer: { id: string; name: string } | null; entries: LogEntry[] }[]
  when: (at: string) => string
  more: number
}) {
  return (
    <div>
      <h2>What happened</h2>
      {changed.length === 0 && <p className="quiet">Nothing was written.</p>}
      {changed.map(({ printer, entries }) => (
        <div key={printer?.id ?? 'site'}>
          <b>{printer ? <Link to={`/printers/${printer.id}`}>{printer.name}</Link> : 'The workshop'}</b>
          <ul className={classes.lines}>
            {entries.map(({ seq, at, kind, summary, person }) => (
              <li key={seq}>
                <Link to={`/logbook/${seq}`}>{kindNames[kind]}</Link>: {summary}{' '}
                <span className="quiet">
                  {person.displayName}, {when(at)}
                </span>
              </li>
            ))}
          </ul>
        </div>
      ))}
      {more > 0 && <p className="quiet">And {plural(more, 'older entry', 'older entries')} in the Logbook.</p>}
    </div>
  )
}
