import { firstClock, moneyWords, type Clock } from '@diatribon/contract'

/** Figures and moments as they are written on every screen. */

const whole = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 })
const tenths = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1, minimumFractionDigits: 1 })

/** Running hours: tenths below ten, whole above. */
export function hours(value: number): string {
  return `${Math.abs(value) < 10 && value !== 0 ? tenths.format(value) : whole.format(value)} h`
}

const units: Record<Clock, string> = {
  hours: 'h',
  prints: 'prints',
  metres: 'm',
  'abrasive metres': 'm abrasive',
  days: 'days',
}

/** A figure on a part's clock: "291 h", "180 days". */
export function amount(value: number, clock: Clock): string {
  return clock === 'hours' ? hours(value) : `${whole.format(value)} ${units[clock]}`
}

/** A part's age of its interval, on the clock by which it falls due first: "291 h of 300 h". */
export function usedWords(duty: Parameters<typeof firstClock>[0]): string {
  const { age, interval, clock } = firstClock(duty)
  return `${amount(age, clock)} of ${amount(interval, clock)}`
}

/** How far a part is from its interval: "in 9 h", "12 h past". */
export function leftWords(duty: Parameters<typeof firstClock>[0]): string {
  const { left, clock } = firstClock(duty)
  return left <= 0 ? `${amount(-left, clock)} past` : `in ${amount(left, clock)}`
}

/** Name of a clock along an axis. */
export const clockName = (clock: Clock) => (clock === 'hours' ? 'running hours' : clock)

/** A model with its make; a template of the trade has none. */
export const modelName = ({ make, name }: { make: string; name: string }) => `${make} ${name}`.trim()

export function number(value: number, digits = 4): string {
  return new Intl.NumberFormat('en-GB', { maximumSignificantDigits: digits }).format(value)
}

/** A time as people say it: "2 h 5 min". */
export function duration(inHours: number): string {
  const minutes = Math.round(inHours * 60)
  return `${whole.format(Math.floor(minutes / 60))} h ${minutes % 60} min`
}

/** A chance in per cent; small ones are not rounded to nothing. */
export function chance(value: number): string {
  const percent = value * 100
  return percent > 0 && percent < 1 ? 'under 1 %' : `${whole.format(percent)} %`
}

/** Money as people write it, in the site's currency. */
export function money(minor: number, currency: string): string {
  return moneyWords(minor, currency)
}

export function moment(iso: string, timeZone: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(iso))
}

/** A day given as YYYY-MM-DD or a moment, with its weekday. */
export function day(iso: string, timeZone = 'UTC'): string {
  const zone = iso.length === 10 ? 'UTC' : timeZone
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  }).format(new Date(iso))
}

/** A day without its year, for narrow columns; a day in another year keeps it. */
/** A forecast beyond this many years says nothing but that it is far. */
const farYears = 5

/** "about 3 Apr", or that it is beyond what anybody foresees. */
export function aboutDay(isoDay: string, nowMs: number, words: (isoDay: string) => string = shortDay): string {
  return dayIfNear(isoDay, nowMs, (near) => `about ${words(near)}`)
}

/** "Fri 3 Apr", or that it is beyond what anybody foresees. */
export function dayIfNear(isoDay: string, nowMs: number, words: (isoDay: string) => string = shortDay): string {
  return isFar(isoDay, nowMs) ? `not within ${farYears} years` : words(isoDay)
}

export const isFar = (isoDay: string, nowMs: number) => Date.parse(isoDay) - nowMs > farYears * 365.25 * 24 * 3600_000

export function shortDay(isoDay: string): string {
  const date = new Date(isoDay)
  const thisYear = date.getUTCFullYear() === new Date().getUTCFullYear()
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: 'UTC',
    ...(thisYear ? { weekday: 'short' } : { year: 'numeric' }),
    day: 'numeric',
    month: 'short',
  }).format(date)
}

/** A sentence of the server with its days as people write them. */
export const withDays = (text: string): string => text.replace(/\b\d{4}-\d{2}-\d{2}\b/g, shortDay)

/** How long ago, in the largest unit that says enough. */
export function ago(iso: string, nowMs: number): string {
  const minutes = Math.max(0, Math.round((nowMs - Date.parse(iso)) / 60_000))
  if (minutes < 2) return 'just now'
  if (minutes < 60) return `${minutes} min ago`
  const asHours = Math.round(minutes / 60)
  if (asHours < 24) return `${asHours} h ago`
  const days = Math.round(minutes / 1440)
  return days === 1 ? 'yesterday' : `${days} days ago`
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${whole.format(count)} ${count === 1 ? one : many}`
}

/** Money without its cents, for sums of a year. */
export function wholeMoney(minor: number, currency: string): string {
  return moneyWords(minor, currency, { whole: true })
}

/**
 * How likely a part is to fail within a week of usual running: a range from ten failures on, below that a word, since a figure
 * would promise more than is known.
 */
export function riskWords(of: { failureChance: number | null; failureRange: [number, number] | null }): string {
  const { failureChance, failureRange } = of
  if (failureChance === null) return 'chance not known yet'
  if (failureRange) {
    const [low, high] = failureRange.map((share) => whole.format(100 * share))
    return low === high ? `about ${low} % fail this week` : `${low} to ${high} % fail this week`
  }
  if (failureChance < 0.02) return 'hardly likely to fail this week'
  if (failureChance < 0.1) return 'may fail this week'
  return 'likely to fail soon'
}
