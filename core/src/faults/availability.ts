import { InputProblem } from '../inputProblem.ts'

/** Of one printer over a period, or of several added up. */
export interface ServiceRecord {
  /** Hours of the calendar in which it was owned. */
  ownedHours: number
  downHours: number
  /** Hours it ran. */
  runHours: number
  /** Failures for which it went down, and how many of them were restored. */
  failures: number
  restored: number
  /** Hours down of those that were restored. */
  restoredHours: number
}

export interface Availability {
  /** Share of the time in which it could be used, 0 to 1. */
  availability: number
  /** Mean running hours between failures; null without a failure: then `runHours` is what can be said. */
  runHoursBetweenFailures: number | null
  /** Mean hours from report to release; null without a restored failure. */
  hoursToRestore: number | null
}

/**
 * Availability, mean operating time between failures and mean time to restoration.
 * @param record hours ≥ 0; down hours no more than those owned
 * @throws InputProblem 'not-positive' without owned hours, 'more-than-passed' when it was down longer than owned
 * Source: the terms of IEC 60050-192: availability (192-08-01), mean operating time between failures (192-05-13), mean time to
 * restoration (192-07-23).
 */
export function availability(record: ServiceRecord): Availability {
  const { ownedHours, downHours, runHours, failures, restored, restoredHours } = record
  if (!(ownedHours > 0)) throw new InputProblem('not-positive', 'There is no time to judge yet.')
  if (downHours > ownedHours * (1 + 1e-9))
    throw new InputProblem('more-than-passed', 'It cannot have been down longer than it was owned.')
  return {
    availability: 1 - Math.min(1, downHours / ownedHours),
    runHoursBetweenFailures: failures > 0 ? runHours / failures : null,
    hoursToRestore: restored > 0 ? restoredHours / restored : null,
  }
}

/** Records of several printers as one. */
export function addRecords(records: readonly ServiceRecord[]): ServiceRecord {
  const sum = (of: keyof ServiceRecord) => records.reduce((total, record) => total + record[of], 0)
  return {
    ownedHours: sum('ownedHours'),
    downHours: sum('downHours'),
    runHours: sum('runHours'),
    failures: sum('failures'),
    restored: sum('restored'),
    restoredHours: sum('restoredHours'),
  }
}
