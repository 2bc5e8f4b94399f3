import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Booking } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { Section } from '../ui/Section.tsx'
import { shortDay } from '../ui/words.ts'
import { useAction } from '../session/useAction.ts'
import { BookForm } from './BookForm.tsx'
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
