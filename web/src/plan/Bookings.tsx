import { Button, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Booking } from '@diatribon/contract'
import { usePrinterNames } from '../printers/reads.ts'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { DayField } from '../ui/dates.tsx'
import { newKey } from '../ui/newKey.ts'
import { Section } from '../ui/Section.tsx'
import { shortDay } from '../ui/words.ts'
import { useAction } from '../ui/useAction.ts'
import { BookingsFile } from './BookingsFile.tsx'

/** Days on which printers are spoken for: nobody plans work on them then. */
export function Bookings({ bookings }: { bookings: Booking[] }) {
  const { may } = useSession()
  const [booking, setBooking] = useState(false)
  const { submit, busy } = useAction('Booking taken back', () => undefined)
  const mayBook = may('book printers')
  return (
    <Section
      title="Printers that are booked"
      act={
        mayBook ? (
          <span style={{ display: 'flex', gap: 8, flexWrap: 'wrap' }}>
            <BookingsFile />
            <Button variant="default" size="compact-md" onClick={() => setBooking(true)}>
              Book a printer
            </Button>
          </span>
        ) : undefined
      }
    >
      {bookings.length === 0 ? (
        <p className="quiet">None in these days.</p>
      ) : (
        <DataTable label="Printers that are booked" stacks>
          <thead>
            <tr>
              <th>Printer</th>
              <th>Days</th>
              <th>For</th>
              <th>Who</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {bookings.map(({ id, printer, from, until, words, who }) => (
              <tr key={id}>
                <td>
                  <Link to={`/printers/${printer.id}`}>{printer.name}</Link>
                </td>
                <td>{from === until ? shortDay(from) : `${shortDay(from)} to ${shortDay(until)}`}</td>
                <td>{words}</td>
                <td>{who}</td>
                <td>
                  {mayBook && (
                    <Button
                      variant="subtle"
                      size="compact-sm"
                      loading={busy}
                      aria-label={`Take back the booking of ${printer.name}`}
                      onClick={() => void submit({ kind: 'cancel-booking', bookingId: id })}
                    >
                      Take back
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
      {booking && <BookForm onClose={() => setBooking(false)} />}
    </Section>
  )
}

function BookForm({ onClose }: { onClose: () => void }) {
  const { data: printers = [] } = usePrinterNames()
  const [bookingId] = useState(newKey)
  const [printerId, setPrinterId] = useState<string | null>(null)
  const [from, setFrom] = useState('')
  const [until, setUntil] = useState('')
  const [words, setWords] = useState('')
  const { submit, problem, fields, busy } = useAction('Printer booked', onClose)
  return (
    <ActionDialog
      title="Book a printer"
      verb="Book"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'book-printer',
          bookingId,
          printerId: printerId ?? '',
          fromDay: from,
          untilDay: until || from,
          words,
        })
      }
    >
      <Select
        label="Printer"
        required
        searchable
        data={printers.map(({ id, name }) => ({ value: id, label: name }))}
        value={printerId}
        onChange={setPrinterId}
        error={fields.printerId}
        data-autofocus
      />
      <DayField label="From" required mt="sm" value={from} onChange={setFrom} error={fields.fromDay} />
      <DayField
        label="Until, that day included"
        description="Empty: that one day"
        mt="sm"
        value={until}
        onChange={setUntil}
        error={fields.untilDay}
      />
      <TextInput
        label="For what?"
        required
        mt="sm"
        maxLength={200}
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
        error={fields.words}
      />
    </ActionDialog>
  )
}
