import { wallOf, type ShiftPlan, type ShiftTime } from '@diatribon/contract'
import { given, type LocalMoment, type Shifts, type ShiftSpan } from '@diatribon/core'

const minuteOf = (time: string) => {
  const [hours, minutes] = time.split(':').map(Number)
  return given(hours) * 60 + given(minutes)
}
const spanOf = ({ from, until }: ShiftTime): ShiftSpan => ({ fromMinute: minuteOf(from), untilMinute: minuteOf(until) })

/** Somebody's shifts as the sums take them. */
export function shiftsOf({ shifts }: { shifts: ShiftPlan }): Shifts {
  return {
    weekly: shifts.weekly.map((one) => ({ weekday: one.weekday, ...spanOf(one) })),
    days: shifts.days.map(({ day, spans }) => ({ day, spans: spans.map(spanOf) })),
  }
}

/** A moment as the clocks and calendars of the workshop tell it. */
export function localMoment(timeZone: string, at: Date): LocalMoment {
  const { day, time } = wallOf(at, timeZone)
  return { day, minute: minuteOf(time) }
}
