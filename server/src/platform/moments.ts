import { firstYear, isDay, lastYear, readMoment } from '@diatribon/contract'
import { badInput } from './refusal.ts'

/** A moment out of an address. @throws Refusal 400 when it is none, or lies out of all time */
export function momentIn(value: unknown, field: string): Date {
  const moment = typeof value === 'string' ? readMoment(value) : null
  if (!moment)
    throw badInput(
      field,
      `${field} must be a moment with its zone, such as 2026-03-01T14:30:00Z, from ${firstYear} to ${lastYear}`,
    )
  return moment
}

/** A day out of an address. @throws Refusal 400 when the calendar has no such day */
export function dayFrom(value: unknown, field: string): string {
  if (typeof value !== 'string' || !isDay(value))
    throw badInput(field, `${field} must be a day such as 2026-03-01, from ${firstYear} to ${lastYear}`)
  return value
}
