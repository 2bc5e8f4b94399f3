import { given } from '@diatribon/core'
import { Button, Checkbox, Group, Select, TextInput } from '@mantine/core'
import { DatePickerInput } from '@mantine/dates'
import { useState } from 'react'
import { Link } from 'react-router'
import { isHere, type Device, type NewDevice, type Weekday } from '@diatribon/contract'
import { MailServerForm } from '../mail/MailServerForm.tsx'
import { useSetDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { call } from '../ui/api.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Problem } from '../ui/Problem.tsx'
import { dayFormat } from '../ui/dayText.ts'
import { ListTable } from '../ui/ListTable.tsx'
import { ago } from '../ui/words.ts'
import { SiteAddress } from './SiteAddress.tsx'
import { SiteMains } from './SiteMains.tsx'
import classes from './Workshop.module.css'
import section from '../ui/Section.module.css'
import { usePrinterNames } from '../reads/printers.ts'
import { useDevices } from '../reads/people.ts'

const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
const order = [1, 2, 3, 4, 5, 6, 0]

const rooms: [to: string, name: string, words: string][] = [
  ['/job-file', 'Job file', 'Which printer can take this job, and what speaks against it'],
  ['/lives', 'Lives', 'How long each part type lasts here, and when replacing it pays'],
  ['/take-in', 'Take a printer in', 'Name, place, parts, and the measuring that becomes its baseline'],
  ['/checks', 'Checks', 'What is looked at and when, what a change upsets, what is measured'],
  ['/faults', 'Faults', 'What is reported and not closed, and what is mended for now only'],
  ['/knowledge', 'Symptoms, causes, tests', 'What the workshop knows, to be changed as it learns'],
  ['/time-down', 'Time down', 'Availability, what it was lost to, and which induction would have prevented it'],
  ['/people', 'People', 'Roles, sign-offs, training, shifts, invitations'],
  ['/handover', 'Handover', 'What changed since your last shift, what is open, what was promised'],
  ['/drifting', 'Drifting', 'Readings that move, soonest at their limit first'],
  ['/catalogue', 'Catalogue', 'Printer models and part types'],
  ['/library', 'Starter library', 'Parts, models, checks and knowledge of the trade, to bring in and change'],
  ['/upgrades', 'Upgrades', 'Designs, trials and whether they helped; which part goes in when one fails'],
  ['/stores', 'Stores', 'What lies on the shelf, what to keep there, what to order'],
  ['/costs', 'Costs', 'What maintenance costs by printer, model, part type and month'],
  ['/spools', 'Spools', 'Filament in the stores, and what is left'],
  ['/import', 'Import and export', 'Printers, usage and past part changes as CSV'],
  ['/book-check', 'Is the book whole?', 'Every line still fits the seal that it was given'],
  ['/guide', 'Guide', 'How each screen is used, and what its figures mean'],
  ['/bench', 'Bench', 'Instruments for bed, belts and more, and the sums for any figures'],
  ['/trainer', 'Trainer', 'Months of a practice workshop in seconds: what each rule of maintenance is worth'],
]

/** What is set up once and seldom changed, and the way to the rooms behind the floor. */
export function WorkshopPage() {
  const { may, labelsCarry } = useSession()
  return (
    <>
      <h1>Workshop</h1>
      <ul className={classes.rooms}>
        {rooms.map(([to, name, words]) => (
          <li key={to}>
            <Link to={to}>
              <b>{name}</b>
              <span className="quiet">{words}</span>
            </Link>
          </li>
        ))}
      </ul>
      <section aria-labelledby="labels" className={section.sheet}>
        <h2 id="labels">Labels</h2>
        <p className="quiet">A4 sheets with QR codes: scanned, they open the page; the address stands under each.</p>
        {labelsCarry ? (
          <ul>
            {(['printers', 'slots', 'spools'] as const).map((of) => (
              <li key={of}>
                {of}:{' '}
                <a href={`/api/reports/labels?of=${of}&size=large`} target="_blank" rel="noreferrer">
                  63.5 × 38.1 mm
                </a>
                ,{' '}
                <a href={`/api/reports/labels?of=${of}&size=small`} target="_blank" rel="noreferrer">
                  38.1 × 21.2 mm
                </a>
              </li>
            ))}
          </ul>
        ) : (
          <p>
            There are none to print yet: a label made at this address would lead each phone to itself.{' '}
            <a href="#address">Set the address for phones first.</a>
          </p>
        )}
      </section>
      <SiteAddress />
      <SiteMains />
      <Retired />
      <Calendar />
      {may('set up the site') && <MailServerForm />}
      {may('connect devices') && <Devices />}
    </>
  )
}

/** Printers that have left: their history stays, and they can be brought back from their page. */
function Retired() {
  const { data } = usePrinterNames({ withRetired: true })
  const gone = (data ?? []).filter((one) => !isHere(one))
  if (gone.length === 0) return null
  return (
    <section aria-labelledby="retired" className={section.sheet}>
      <h2 id="retired">Retired printers</h2>
      <ul>
        {gone.map(({ id, name, make, model, holdReason }) => (
          <li key={id}>
            <Link to={`/printers/${id}`}>{name}</Link>{' '}
            <span className="quiet">{`${make} ${model}: ${holdReason ?? ''}`}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Days on which nobody is here: no printer is expected to run then. */
function Calendar() {
  const { site, may } = useSession()
  const { closedWeekdays, closedDays, weekBegins } = site
  const form = useSetDraft(
    { closedWeekdays: closedWeekdays.map(String), closedDays, weekBegins },
    { kind: 'set-calendar', done: 'Calendar set', onClose: () => undefined },
  )
  const { onSubmit, problem, busy } = form.sheet(({ closedWeekdays, ...rest }) => ({
    kind: 'set-calendar',
    closedWeekdays: closedWeekdays.map(Number),
    ...rest,
  }))
  const edits = may('set up the site')
  return (
    <form
      className={section.sheet}
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
      }}
    >
      <h2>Calendar</h2>
      <p className="quiet">Forecasts and due dates leave closed days out.</p>
      <Checkbox.Group label="Closed every week on" {...form.choice('closedWeekdays')}>
        <Group mt={6} gap="md">
          {order.map((day) => (
            <Checkbox key={day} value={String(day)} label={weekdays[day]} size="md" disabled={!edits} />
          ))}
        </Group>
      </Checkbox.Group>
      <DatePickerInput
        type="multiple"
        label="Closed on single days"
        placeholder="None"
        mt="sm"
        valueFormat={dayFormat}
        firstDayOfWeek={form.draft.weekBegins}
        {...form.choice('closedDays')}
        disabled={!edits}
        clearable
        clearButtonProps={{ 'aria-label': 'No single days' }}
        error={Object.values(form.fields)[0]}
        style={{ maxWidth: 420 }}
      />
      <Select
        label="The week begins on"
        mt="sm"
        data={order.map((value) => ({ value: String(value), label: given(weekdays[value]) }))}
        {...form.oneOf('weekBegins')}
        value={String(form.draft.weekBegins)}
        onChange={(value) => form.set('weekBegins', Number(value) as Weekday)}
        disabled={!edits}
        style={{ maxWidth: 220 }}
      />
      <Problem error={problem} />
      {edits && (
        <Button type="submit" size="sm" mt="sm" loading={busy}>
          Set the calendar
        </Button>
      )}
    </form>
  )
}

/** Machines that report for themselves. A token is shown once. */
function Devices() {
  const { nowMs } = useSession()
  const devices = useDevices()
  const [name, setName] = useState('')
  const [made, setMade] = useState<NewDevice | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const attempt = (work: Promise<unknown>) => {
    setProblem(null)
    void work.then(() => devices.mutate(), setProblem)
  }
  return (
    <section aria-labelledby="devices" className={section.sheet}>
      <h2 id="devices">Devices</h2>
      <p className="quiet">
        A printer’s controller or a scale may report through the same door as people, with a token of its own. How:
        devices/README.md in the source, and <a href="/api/docs">/api/docs</a>.
      </p>
      <AsyncView of={devices}>
        {(list) =>
          list.length === 0 ? (
            <p>No device is connected.</p>
          ) : (
            <DeviceTable list={list} nowMs={nowMs} attempt={attempt} />
          )
        }
      </AsyncView>
      <ConnectForm attempt={attempt} name={name} setMade={setMade} setName={setName} />
      <Problem error={problem} />
      {made && (
        <p role="status" className={classes.token}>
          The token of {made.device.name}, shown this once: <code>{made.token}</code>
        </p>
      )}
    </section>
  )
}

function DeviceTable({
  list,
  nowMs,
  attempt,
}: {
  list: Device[]
  nowMs: () => number
  attempt: (work: Promise<unknown>) => void
}) {
  return (
    <ListTable
      label="Devices"
      rows={list}
      keyOf={({ id }) => id}
      columns={[
        { head: 'Device', shows: ({ name }) => name },
        {
          head: 'Last heard of',
          shows: ({ revokedAt, lastSeenAt }) =>
            revokedAt ? 'revoked' : lastSeenAt ? ago(lastSeenAt, nowMs()) : 'never',
        },
      ]}
      acts={[
        {
          verb: 'Revoke',
          named: ({ name }) => name,
          onPress: ({ id }) => attempt(call('delete /api/devices/{id}', { at: { id } })),
          when: ({ revokedAt }) => !revokedAt,
        },
      ]}
    />
  )
}

function ConnectForm(props: {
  attempt: (work: Promise<unknown>) => void
  name: string
  setMade: (value: NewDevice | null) => void
  setName: (value: string) => void
}) {
  const { attempt, name, setMade, setName } = props
  return (
    <form
      className={classes.connect}
      onSubmit={(event) => {
        event.preventDefault()
        attempt(
          call('post /api/devices', { body: { name } }).then((answer) => {
            setMade(answer)
            setName('')
          }),
        )
      }}
    >
      <TextInput
        label="Name of a new device"
        required
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <Button type="submit" size="md">
        Connect
      </Button>
    </form>
  )
}
