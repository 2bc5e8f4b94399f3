import { badInput } from '../../platform/refusal.ts'

/** @throws Refusal when the calendar has no such day */
export function requireDay(field: string, day: string): void {
  if (Number.isNaN(Date.parse(day)) || new Date(day).toISOString().slice(0, 10) !== day)
    throw badInput(field, `There is no ${day} in the calendar.`)
}
