/** Years in which something can have happened here. */
export const firstYear = 1990
export const lastYear = 2100
const inWords = `from ${firstYear} to ${lastYear}`
/** What is wrong with what is none. */
export const momentFaults = {
  moment: `must be a date with its time and its zone, ${inWords}`,
  day: `must be a day of the calendar, ${inWords}`,
}

const momentPattern =
  /^(\d{4})-(\d{2})-(\d{2})T([01]\d|2[0-3]):[0-5]\d(?::[0-5]\d(?:\.\d{1,9})?)?(?:Z|[+-](?:0\d|1[0-4]):?[0-5]\d)$/
const dayPattern = /^(\d{4})-(\d{2})-(\d{2})$/

const isInCalendar = ([, year, month, day]: RegExpExecArray): boolean => {
  const date = new Date(Date.UTC(Number(year), Number(month) - 1, Number(day)))
  return (
    date.getUTCMonth() === Number(month) - 1 && Number(year) >= firstYear && Number(year) <= lastYear && Number(day) > 0
  )
}

/** A moment such as 2026-03-01T14:30:00Z or 2026-03-01T14:30+01:00; null when it is none, has no zone, or lies out of all time. */
export function readMoment(text: string): Date | null {
  const found = momentPattern.exec(text)
  return found && isInCalendar(found) ? new Date(text) : null
}

/** Whether this is a day of the calendar such as 2026-03-01. */
export function isDay(text: string): boolean {
  const found = dayPattern.exec(text)
  return found !== null && isInCalendar(found)
}
