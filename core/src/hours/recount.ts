import { Problem } from '../problem.ts'
import type { CounterPoint } from './counterAt.ts'

/** A reading of the printer's own hour meter. `meterWasReset`: the meter was set back to 0 since the reading before. */
export interface MeterReading {
  atMs: number
  meterHours: number
  meterWasReset: boolean
}

export interface CountedReading extends MeterReading, CounterPoint {}

/**
 * Running hours at each meter reading, carried on from the reading before the first of them.
 *
 * A reading adds its difference to the one before. After a reset it adds what the new meter shows: that much has run at
 * least; what ran between the last reading and the reset is not known and not made up.
 * @param before the reading that the list follows on, with its running hours
 * @param readings in order of time
 * @returns the readings with their running hours
 * @throws Problem 'meter-backwards' when a reading is below the one before and no reset was said
 */
export function recount(before: CountedReading, readings: readonly MeterReading[]): CountedReading[] {
  let last = before
  return readings.map((reading) => {
    if (!reading.meterWasReset && reading.meterHours < last.meterHours)
      throw new Problem(
        'meter-backwards',
        `The meter cannot run backwards: it stood at ${last.meterHours} h, and ${reading.meterHours} h is less. ` +
          'If the meter was reset or the board changed, say "meter was reset".',
        { before: last.meterHours, after: reading.meterHours },
      )
    const gain = reading.meterWasReset ? reading.meterHours : reading.meterHours - last.meterHours
    last = { ...reading, runHours: last.runHours + gain }
    return last
  })
}
