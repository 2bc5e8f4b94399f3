import { Button, FileButton, Select } from '@mantine/core'
import { useState } from 'react'
import { v5 as derivedId } from 'uuid'
import type { ActionResult } from '@diatribon/contract'
import { usePrinterNames } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { sendList } from '../ui/api.ts'
import { DataTable } from '../ui/DataTable.tsx'
import { useFetchAnew } from '../ui/fetchAnew.ts'
import { newKey } from '../ui/newKey.ts'
import { Problem } from '../ui/Problem.tsx'
import { plural, shortDay } from '../ui/words.ts'
import { printerNamed } from './printerNamed.ts'
import { readCalendar } from './readCalendar.ts'
import type { CalendarEvent } from './readCalendarFile.ts'

/** Ids of bookings follow from the event and the printer: a file that is read again books nothing twice. */
const namespace = '5b0f9c8e-41f3-5d0b-9a0d-0f6b0d3c7a11'
const daysAhead = 366

/** Books printers from the file of an ordinary calendar program. It is read beside the page. */
export function BookingsFile() {
  const { data: printers = [] } = usePrinterNames()
  const { site, nowMs } = useSession()
  const [events, setEvents] = useState<CalendarEvent[] | null>(null)
  const [found, setFound] = useState<Record<string, string | null>>({})
  const [problem, setProblem] = useState<unknown>(null)
  const open = async (file: File | null) => {
    if (!file) return
    setProblem(null)
    try {
      const format = new Intl.DateTimeFormat('en-CA', { timeZone: site.timeZone })
      const read = await readCalendar(file, {
        fromDay: format.format(new Date(nowMs())),
        untilDay: format.format(new Date(nowMs() + daysAhead * 86_400_000)),
        timeZone: site.timeZone,
      })
      setEvents(read)
      setFound(Object.fromEntries(read.map((event) => [event.id, printerNamed(event, printers)?.id ?? null])))
    } catch (error) {
      setProblem(error) // told beside the button
    }
  }
  return (
    <>
      <FileButton accept=".ics,text/calendar" onChange={(file) => void open(file)}>
        {(props) => (
          <Button variant="default" size="compact-md" {...props}>
            From a calendar file
          </Button>
        )}
      </FileButton>
      <Problem error={problem} />
      {events && (
        <EventsDialog
          events={events}
          found={found}
          setFound={setFound}
          printers={printers}
          onClose={() => setEvents(null)}
        />
      )}
    </>
  )
}

function EventsDialog(props: {
  events: CalendarEvent[]
  found: Record<string, string | null>
  setFound: (found: Record<string, string | null>) => void
  printers: { id: string; name: string }[]
  onClose: () => void
}) {
  const { events, found, setFound, printers, onClose } = props
  const { nowMs } = useSession()
  const fetchAnew = useFetchAnew()
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<unknown>(null)
  const [became, setBecame] = useState<string | null>(null)
  const wanted = events.flatMap((event) => {
    const printerId = found[event.id]
    return printerId ? [{ ...event, printerId }] : []
  })
  const book = async () => {
    if (wanted.length === 0) return setProblem(new Error('Choose a printer for at least one event.'))
    setBusy(true)
    setProblem(null)
    try {
      const results = await sendList(
        wanted.map(({ id, printerId, summary, fromDay, untilDay }) => ({
          key: newKey(),
          kind: 'book-printer',
          at: new Date(nowMs()).toISOString(),
          bookingId: derivedId(`${id} ${printerId}`, namespace),
          printerId,
          fromDay,
          untilDay,
          words: summary.slice(0, 200) || 'From the calendar',
        })),
      )
      setBecame(becameWords(results))
      await fetchAnew()
    } catch (error) {
      setProblem(error)
    } finally {
      setBusy(false)
    }
  }
  return (
    <ActionDialog
      title="Book from a calendar file"
      verb={became ? 'Done' : `Book ${plural(wanted.length, 'time')}`}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => (became ? onClose() : void book())}
    >
      {became ? (
        <p role="status">{became}</p>
      ) : events.length === 0 ? (
        <p>There is no event in the file from today on.</p>
      ) : (
        <>
          <p className="quiet">
            {plural(events.length, 'event')} from today on. An event with a printer books it on all of its days; one
            without is left out. A file that is read again books nothing twice.
          </p>
          <DataTable label="Events of the file" stacks>
            <thead>
              <tr>
                <th>Days</th>
                <th>Event</th>
                <th>Printer</th>
              </tr>
            </thead>
            <tbody>
              {events.map(({ id, summary, location, fromDay, untilDay }) => (
                <tr key={id}>
                  <td>{fromDay === untilDay ? shortDay(fromDay) : `${shortDay(fromDay)} to ${shortDay(untilDay)}`}</td>
                  <td>
                    {summary || 'without a title'}
                    {location && <div className="quiet">{location}</div>}
                  </td>
                  <td>
                    <Select
                      aria-label={`Printer for ${summary || 'the event'}, ${shortDay(fromDay)}`}
                      placeholder="none"
                      searchable
                      clearable
                      data={printers.map((printer) => ({ value: printer.id, label: printer.name }))}
                      value={found[id] ?? null}
                      onChange={(value) => setFound({ ...found, [id]: value })}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </DataTable>
        </>
      )}
    </ActionDialog>
  )
}

/** What became of the bookings, in a sentence. */
function becameWords(results: ActionResult[]): string {
  const booked = results.filter(({ ok }) => ok).length
  const refused = results.flatMap((result) => (result.ok ? [] : [result.error]))
  const there = refused.filter(({ code }) => code === 'already-here').length
  const others = [...new Set(refused.filter(({ code }) => code !== 'already-here').map(({ message }) => message))]
  return [
    `${booked} booked.`,
    ...(there > 0 ? [`${there} had been booked from this calendar before.`] : []),
    ...(others.length > 0 ? [`${refused.length - there} not: ${others.join(' ')}`] : []),
  ].join(' ')
}
