import dayjs from 'dayjs'
import customParseFormat from 'dayjs/plugin/customParseFormat.js'
import timezone from 'dayjs/plugin/timezone.js'
import utc from 'dayjs/plugin/utc.js'

dayjs.extend(customParseFormat)
dayjs.extend(utc)
dayjs.extend(timezone)

/** How a day stands in every field. */
export const dayFormat = 'D MMM YYYY'

const readable = [dayFormat, 'D MMMM YYYY', 'D.M.YYYY', 'D/M/YYYY', 'D-M-YYYY']

/** A day as people write it, day before month; null when it is none. @returns YYYY-MM-DD */
export function readDay(text: string): string | null {
  const plain = text.trim().replace(/[a-z]+/i, (month) => month.charAt(0).toUpperCase() + month.slice(1).toLowerCase())
  // 01.03. is 1.3.; the reader of formats takes either, not both.
  const short = plain.replace(/\b0(?=\d\b)/g, '')
  const found = [dayjs(plain, 'YYYY-MM-DD', true), ...readable.map((format) => dayjs(short, format, true))].find(
    (day) => day.isValid(),
  )
  return found ? found.format('YYYY-MM-DD') : null
}

/** The day and the time that the clock on the workshop's wall shows at a moment. */
export function wallOf(iso: string, timeZone: string): { day: string; time: string } {
  const there = dayjs(iso).tz(timeZone)
  return { day: there.format('YYYY-MM-DD'), time: there.format('HH:mm') }
}

/** The moment of a day and a time on the workshop's wall, ISO 8601. */
export function momentAt(day: string, time: string, timeZone: string): string {
  return dayjs.tz(`${day} ${time}`, 'YYYY-MM-DD HH:mm', timeZone).toISOString()
}
