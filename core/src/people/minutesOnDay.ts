import { spansOn, type Shifts } from './onShift.ts'

/** Minutes that somebody is on shift on a day; a shift over midnight belongs to the day it begins on. */
export function minutesOnDay(shifts: Shifts, day: string): number {
  return spansOn(shifts, day).reduce(
    (sum, { fromMinute, untilMinute }) =>
      sum + (untilMinute <= fromMinute ? untilMinute + 1440 : untilMinute) - fromMinute,
    0,
  )
}
