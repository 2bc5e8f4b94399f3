import { capital, fieldWords, firstYear, isDay, lastYear, readMoment } from '@diatribon/contract'
import { badInput } from './refusal.ts'

/** A moment out of an address. @throws Refusal 400 when it is none, or lies out of all time */
export function momentIn(value: unknown, field: string): Date {
  const moment = typeof value === 'string' ? readMoment(value) : null
  if (!moment)
    throw badInput(
      field,
      `${capital(fieldWords(field))} must be a date with its time and its zone, from ${firstYear} to ${lastYear}.`,
    )
  return moment
}

/** A day out of an address. @throws Refusal 400 when the calendar has no such day */
export function dayFrom(value: unknown, field: string): string {
  if (typeof value !== 'string' || !isDay(value))
    throw badInput(
      field,
      `${capital(fieldWords(field))} must be a day of the calendar, from ${firstYear} to ${lastYear}.`,
    )
  return value
}
