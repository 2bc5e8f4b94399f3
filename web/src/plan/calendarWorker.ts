import { readCalendarFile, type CalendarEvent } from './readCalendarFile.ts'

export interface ToCalendar {
  text: string
  fromDay: string
  untilDay: string
  timeZone: string
}
export type FromCalendar = { events: CalendarEvent[] } | { problem: string }

/** Reads a calendar file beside the page: what a file says may take long, and can be ended here. */
self.onmessage = ({ data: { text, fromDay, untilDay, timeZone } }: MessageEvent<ToCalendar>) => {
  const tell = (message: FromCalendar) => self.postMessage(message)
  const format = new Intl.DateTimeFormat('en-CA', { timeZone })
  try {
    tell({ events: readCalendarFile(text, { fromDay, untilDay, dayOf: (moment) => format.format(moment) }) })
  } catch (error) {
    tell({ problem: error instanceof Error ? error.message : 'The calendar file cannot be read.' })
  }
}
