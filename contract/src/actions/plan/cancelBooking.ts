import { siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A printer is free again. */
export interface CancelBooking extends ActionHeader<'cancel-booking'> {
  bookingId: string
}

export const cancelBooking: ActionShape<CancelBooking> = {
  schema: siteAction<CancelBooking>('cancel-booking', { bookingId: uuid.required() }),
  summary: 'Take a booking back.',
}
