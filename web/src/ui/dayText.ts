import dayjs from 'dayjs'
import customParseFormat from 'dayjs/plugin/customParseFormat.js'

dayjs.extend(customParseFormat)

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
