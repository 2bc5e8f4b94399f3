import { InputProblem } from '../inputProblem.ts'

/**
 * One or more equal parts' life, in hours (or prints, metres, days).
 * `lower = upper`: failed at that age. `upper = null`: still good at `lower`.
 * `weight` is the number of such parts.
 */
export interface LifeRecord {
  lower: number | null
  upper: number | null
  weight: number
}

/** Life records sorted into what a fit with right-censoring needs. Ages in the unit of the records. */
export interface LifeData {
  failed: { age: number; weight: number }[]
  running: { age: number; weight: number }[]
  /** Weight of parts that failed at age 0: told apart, never in a fit. */
  deadOnArrival: number
  /** Weight of failed and of running parts. */
  failures: number
  survivors: number
}

/**
 * Sorts life records into failed, still running and dead on arrival.
 * @param records any order; ages 0 and duplicates are legal for running parts
 * @throws InputProblem 'no-records', 'age-not-positive' (negative or not a number), 'weight-not-positive',
 * 'limits-reversed', 'interval-record' (left- and interval-censored records are not fitted yet)
 */
export function readLifeRecords(records: readonly LifeRecord[]): LifeData {
  if (records.length === 0) throw new InputProblem('no-records', 'There are no records. Give at least one.')
  const data: LifeData = { failed: [], running: [], deadOnArrival: 0, failures: 0, survivors: 0 }
  records.forEach(({ lower, upper, weight }, i) => {
    const row = i + 1
    for (const age of [lower, upper]) {
      if (age !== null && !(age >= 0 && Number.isFinite(age)))
        throw new InputProblem('age-not-positive', `Record ${row}: ${age} is no age. Ages are 0 or more.`, { row })
    }
    if (!(weight > 0 && Number.isFinite(weight)))
      throw new InputProblem('weight-not-positive', `Record ${row}: the weight is ${weight}. It must be more than 0.`, {
        row,
      })
    if (lower !== null && upper !== null && lower > upper)
      throw new InputProblem('limits-reversed', `Record ${row}: lower ${lower} is more than upper ${upper}.`, { row })
    if (lower === null || (upper !== null && lower < upper))
      throw new InputProblem(
        'interval-record',
        `Record ${row} says only that the part failed between two looks. Such records cannot be fitted yet: ` +
          'give lower = upper for a failure at a known age, or upper = null for a part that was still good.',
        { row },
      )
    if (upper === null) {
      data.survivors += weight
      data.running.push({ age: lower, weight })
    } else if (lower === 0) data.deadOnArrival += weight
    else {
      data.failures += weight
      data.failed.push({ age: lower, weight })
    }
  })
  return data
}

/** @throws InputProblem 'no-failures' when nothing failed at an age above 0. */
export function requireFailures(data: LifeData): void {
  if (data.failures === 0)
    throw new InputProblem(
      'no-failures',
      'None of these parts has failed at an age above 0, so nothing can be said about how long they last, ' +
        'only that they have lasted until now.',
    )
}

/** @throws InputProblem 'no-spread' when all failures share one age that no other part has outlived. */
export function requireSpread(data: LifeData): void {
  const first = data.failed[0]!.age
  const outlived = data.running.some(({ age }) => age > first)
  if (!outlived && data.failed.every(({ age }) => age === first))
    throw new InputProblem(
      'no-spread',
      `All failures happened at the same age (${first}) and no part has lasted longer, ` +
        'so the spread of lives cannot be told.',
      { age: first },
    )
}
