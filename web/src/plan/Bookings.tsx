import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Booking } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ListTable } from '../ui/ListTable.tsx'
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
        <ListTable
          label="Printers that are booked"
          rows={bookings}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Printer', shows: ({ printer }) => <Link to={`/printers/${printer.id}`}>{printer.name}</Link> },
            {
              head: 'Days',
              shows: ({ from, until }) => (from === until ? shortDay(from) : `${shortDay(from)} to ${shortDay(until)}`),
            },
            { head: 'For', shows: ({ words }) => words },
            { head: 'Who', shows: ({ who }) => who },
          ]}
          acts={
            mayBook
              ? [
                  {
                    verb: 'Take back',
                    named: ({ printer }) => `the booking of ${printer.name}`,
                    onPress: ({ id }) => void submit({ kind: 'cancel-booking', bookingId: id }),
                    isBusy: busy,
                  },
                ]
              : []
          }
          stacks
        />
      )}
      {booking && <BookForm onClose={() => setBooking(false)} />}
    </Section>
  )
}
