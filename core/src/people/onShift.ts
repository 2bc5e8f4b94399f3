/** Times of the day as minutes since midnight, in the zone of the workshop. */
export interface ShiftSpan {
  fromMinute: number
  /** Up to 1440; less than `fromMinute`: the shift goes over midnight. */
  untilMinute: number
}

export interface Shifts {
  /** 0 Sunday to 6 Saturday. */
  weekly: readonly (ShiftSpan & { weekday: number })[]
  /** Single days that replace the week's: no span means away. */
  days: readonly { day: string; spans: readonly ShiftSpan[] }[]
}

/** A day of the calendar as it is called there, and the minute of that day. */
export interface LocalMoment {
  /** YYYY-MM-DD */
  day: string
  minute: number
}

/** Shifts of a day, single days before the week's. */
export function spansOn(shifts: Shifts, day: string): readonly ShiftSpan[] {
  const single = shifts.days.find((one) => one.day === day)
  if (single) return single.spans
  const weekday = new Date(`${day}T00:00:00Z`).getUTCDay()
  return shifts.weekly.filter((span) => span.weekday === weekday)
}

/** Whether somebody is on shift. A shift over midnight belongs to the day it begins on. */
export function isOnShift(shifts: Shifts, { day, minute }: LocalMoment): boolean {
  const within = (span: ShiftSpan, at: number) => {
    const until = span.untilMinute <= span.fromMinute ? span.untilMinute + 1440 : span.untilMinute
    return at >= span.fromMinute && at < until
  }
  return (
    spansOn(shifts, day).some((span) => within(span, minute)) ||
    spansOn(shifts, dayBefore(day)).some((span) => within(span, minute + 1440))
  )
}

/** When somebody's last shift before the moment ended, as day and minute; null when none lies in the two weeks before. */
export function lastShiftEnd(shifts: Shifts, now: LocalMoment): LocalMoment | null {
  let day = now.day
  for (let back = 0; back <= 14; back++, day = dayBefore(day)) {
    const ends = spansOn(shifts, day)
      .map(({ fromMinute, untilMinute }) => (untilMinute <= fromMinute ? untilMinute + 1440 : untilMinute))
      .filter((end) => end <= now.minute + back * 1440)
    if (ends.length > 0) return { day, minute: Math.max(...ends) }
  }
  return null
}

const dayBefore = (day: string) => new Date(Date.parse(`${day}T00:00:00Z`) - 24 * 3600_000).toISOString().slice(0, 10)
