/** The server's idea of now, passed in wherever time matters. */
export type WallClock = () => Date

export const realWallClock: WallClock = () => new Date()

/** A clock that started at the given moment and runs on from there: for the demo, tests and pictures. */
export function wallClockFrom(moment: Date, started = Date.now()): WallClock {
  return () => new Date(moment.getTime() + Date.now() - started)
}

/** Day of a moment in a time zone, as YYYY-MM-DD. */
export function dayIn(timeZone: string): (moment: Date) => string {
  const format = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' })
  return (moment) => format.format(moment)
}

/** Weekday and time of a moment by the clock on the workshop's wall, such as "Fri 14:30". */
export function wallTime(timeZone: string, moment: Date): string {
  return moment.toLocaleString('en-GB', { timeZone, weekday: 'short', hour: '2-digit', minute: '2-digit' })
}

/** Day and time of a moment by the clock on the workshop's wall, such as "3 Apr 2025, 14:30". */
export function wallMoment(timeZone: string, moment: Date): string {
  return moment.toLocaleString('en-GB', {
    timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  })
}

export function isTimeZone(name: string): boolean {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: name }))
  } catch {
    return false
  }
}
