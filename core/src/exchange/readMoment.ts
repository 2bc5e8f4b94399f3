/** Which of two figures of a date with slashes is the day. */
export type DayOrder = 'day first' | 'month first'

/** A moment by the clock on the wall, in the time of the workshop. */
export interface WallMoment {
  year: number
  month: number
  day: number
  hour: number
  minute: number
  second: number
}

/** What a written moment says. `either`: its day and its month may be the other way round. */
export type ReadMoment =
  | { kind: 'empty' }
  | { kind: 'wall'; wall: WallMoment }
  /** It says its own zone, as in 2026-03-01T14:30:00Z. */
  | { kind: 'instant'; ms: number }
  | { kind: 'either'; dayFirst: WallMoment; monthFirst: WallMoment }
  | { kind: 'none' }

/** No moment is written longer. */
const longest = 60
const zoned = /^\d{4}-\d{2}-\d{2}T[\d:.]+(?:Z|[+-]\d{2}:?\d{2})$/
const dayTime = String.raw`(?:,?[T\s]+(\d{1,2})[:.](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)?\s*([ap])?\.?m?\.?)?`
const yearFirst = new RegExp(String.raw`^(\d{4})([-./])(\d{1,2})\2(\d{1,2})\.?${dayTime}$`, 'i')
const yearLast = new RegExp(String.raw`^(\d{1,2})([-./])\s?(\d{1,2})\2\s?(\d{4}|\d{2})${dayTime}$`, 'i')

/**
 * Reads a date, with or without a time, as people and spreadsheets write it.
 *
 * 2025-04-03 has the year first; 03.04.2025 with points has the day first; 3/4/2025 and 3-4-2025 may be either way round
 * unless one figure is more than 12. A year of two figures lies in 1970 to 2069.
 * @param order decides what could be read both ways
 * Source: ISO 8601 for the year first; points with the day first and the rest are common practice, no source.
 */
export function readMomentText(text: string, order?: DayOrder): ReadMoment {
  const written = text.trim().replace(/[\u00A0\u2009\u202F]/g, ' ')
  if (written === '') return { kind: 'empty' }
  if (written.length > longest) return { kind: 'none' }
  if (zoned.test(written)) {
    const ms = Date.parse(written)
    return Number.isNaN(ms) ? { kind: 'none' } : { kind: 'instant', ms }
  }
  const iso = yearFirst.exec(written)
  if (iso) {
    const [, year, , month, day, ...time] = iso
    return oneWay(wallOf(year!, month!, day!, time))
  }
  const last = yearLast.exec(written)
  if (!last) return { kind: 'none' }
  const [, a, separator, b, year, ...time] = last
  const dayFirst = wallOf(year!, b!, a!, time)
  if (separator === '.') return oneWay(dayFirst)
  const monthFirst = wallOf(year!, a!, b!, time)
  if (!dayFirst || !monthFirst) return oneWay(dayFirst ?? monthFirst)
  if (Number(a) === Number(b)) return oneWay(dayFirst)
  if (order) return oneWay(order === 'day first' ? dayFirst : monthFirst)
  return { kind: 'either', dayFirst, monthFirst }
}

const oneWay = (wall: WallMoment | null): ReadMoment => (wall ? { kind: 'wall', wall } : { kind: 'none' })

function wallOf(y: string, mo: string, d: string, time: (string | undefined)[]): WallMoment | null {
  const [h = '0', mi = '0', s = '0', half] = time
  const year = y.length === 2 ? Number(y) + (Number(y) < 70 ? 2000 : 1900) : Number(y)
  const [month, day, minute, second] = [Number(mo), Number(d), Number(mi), Number(s)]
  const inHalf = Number(h)
  if (half && (inHalf < 1 || inHalf > 12)) return null
  const hour = half ? (inHalf % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : inHalf
  const there = new Date(Date.UTC(year, month - 1, day))
  if (there.getUTCMonth() !== month - 1 || there.getUTCDate() !== day) return null
  if (hour > 23 || minute > 59 || second > 59) return null
  return { year, month, day, hour, minute, second }
}

/**
 * Which way round the dates of a column are, as far as they tell: one that can be read in one way only decides for all.
 * @returns the order; the first that could be two when nothing decides, or when they disagree; null when none needs deciding
 */
export function dayOrderOf(
  texts: readonly string[],
): DayOrder | { text: string; dayFirst: WallMoment; monthFirst: WallMoment } | null {
  let unclear: { text: string; dayFirst: WallMoment; monthFirst: WallMoment } | null = null
  const orders = new Set<DayOrder>()
  for (const text of texts) {
    const read = readMomentText(text)
    if (read.kind === 'either') unclear ??= { text: text.trim(), ...read }
    else if (read.kind === 'wall') {
      const last = yearLast.exec(text.trim())
      if (last && last[2] !== '.' && Number(last[1]) !== Number(last[3]))
        orders.add(Number(last[1]) === read.wall.day ? 'day first' : 'month first')
    }
  }
  if (!unclear) return null
  return orders.size === 1 ? [...orders][0]! : unclear
}
