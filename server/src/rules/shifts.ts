import type { ShiftPlan, ShiftTime } from '@diatribon/contract'
import type { LocalMoment, Shifts, ShiftSpan } from '@diatribon/core'

const minuteOf = (time: string) => {
  const [hours, minutes] = time.split(':').map(Number)
  return hours! * 60 + minutes!
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
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  }).formatToParts(at)
  const of = (type: string) => parts.find((part) => part.type === type)!.value
  return { day: `${of('year')}-${of('month')}-${of('day')}`, minute: Number(of('hour')) * 60 + Number(of('minute')) }
}
