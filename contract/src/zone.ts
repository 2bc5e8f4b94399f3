import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone.js'
import utc from 'dayjs/plugin/utc.js'

dayjs.extend(utc)
dayjs.extend(timezone)

/** The day (YYYY-MM-DD) and the time (HH:mm) that the clock on the workshop's wall shows at a moment. */
export function wallOf(moment: string | Date, timeZone: string): { day: string; time: string } {
  const there = dayjs(moment).tz(timeZone)
  return { day: there.format('YYYY-MM-DD'), time: there.format('HH:mm') }
}

/** The moment of a day and a time on the workshop's wall, ISO 8601; what a change of the clocks leaves out is an hour on. */
export function momentAt(day: string, time: string, timeZone: string): string {
  return dayjs.tz(`${day} ${time}`, 'YYYY-MM-DD HH:mm', timeZone).toISOString()
}

/** The moment at which the clocks of a zone show what `wallMs` shows in UTC. */
export function zonedMoment(timeZone: string, wallMs: number): number {
  const wall = new Date(wallMs).toISOString().slice(0, 19).replace('T', ' ')
  return dayjs.tz(wall, 'YYYY-MM-DD HH:mm:ss', timeZone).valueOf()
}

/** So many days after a day, or before it. */
export const addDays = (day: string, days: number) => {
  const date = new Date(`${day}T00:00:00Z`)
  date.setUTCDate(date.getUTCDate() + days)
  return date.toISOString().slice(0, 10)
}
