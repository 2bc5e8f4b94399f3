import { InputProblem } from '../inputProblem.ts'

/**
 * One or more equal parts' life, in hours (or prints, metres, days).
 * `lower = upper`: failed at that age. `upper = null`: still good at `lower`. `lower` null or 0 with an `upper`: found failed
 * at the first look, at `upper`. `lower < upper`: good at one look, failed at the next.
 * `entry` is the age at which watching began, 0 unless said: a part that failed before it would never have been seen.
 * `weight` is the number of such parts.
 */
export interface LifeRecord {
  entry?: number
  lower: number | null
  upper: number | null
  weight: number
}

/** A part whose end, or last sight, is known by its age. */
export interface SeenLife {
  entry: number
  age: number
  weight: number
}

/** A part that failed between two looks; `lower` 0: before the first. */
export interface LifeBetween {
  entry: number
  lower: number
  upper: number
  weight: number
}

/**
 * Life records sorted into the four kinds, each by age, so that no sum depends on the order of listing. Ages in the unit of
 * the records.
 */
export interface LifeData {
  failed: SeenLife[]
  running: SeenLife[]
  between: LifeBetween[]
  /** Weight of parts that failed at age 0: told apart, never in a fit. */
  deadOnArrival: number
  /** Weight of parts that failed, at a known age or between two looks, and of running parts. */
  failures: number
  survivors: number
}

/**
 * Sorts life records into failed, failed between two looks, still running and dead on arrival.
 * @param records any order; ages 0 and duplicates are legal for running parts
 * @throws InputProblem 'no-records', 'age-not-positive' (negative or not a number), 'weight-not-positive',
 * 'limits-reversed', 'says-nothing' (neither lower nor upper), 'entry-after-end'
 */
export function readLifeRecords(records: readonly LifeRecord[]): LifeData {
  if (records.length === 0) throw new InputProblem('no-records', 'There are no records. Give at least one.')
  return sortLifeRecords(records)
}

/** As readLifeRecords, and no records are legal. */
export function sortLifeRecords(records: readonly LifeRecord[]): LifeData {
  const data: LifeData = { failed: [], running: [], between: [], deadOnArrival: 0, failures: 0, survivors: 0 }
  records.forEach((record, i) => {
    const row = i + 1
    const { lower, upper, weight, entry = 0 } = record
    checkRecord(record, row)
    if (upper === 0) {
      data.deadOnArrival += weight
    } else if (upper === null) {
      data.survivors += weight
      data.running.push({ entry, age: lower ?? 0, weight })
    } else {
      data.failures += weight
      if (lower === upper) data.failed.push({ entry, age: upper, weight })
      else data.between.push({ entry, lower: lower ?? 0, upper, weight })
    }
  })
  data.failed.sort(byAge)
  data.running.sort(byAge)
  data.between.sort((a, b) => a.upper - b.upper || a.lower - b.lower || a.entry - b.entry || a.weight - b.weight)
  return data
}

const byAge = (a: SeenLife, b: SeenLife) => a.age - b.age || a.entry - b.entry || a.weight - b.weight

function checkRecord({ lower, upper, weight, entry = 0 }: LifeRecord, row: number): void {
  const refuse = (code: ConstructorParameters<typeof InputProblem>[0], words: string): never => {
    throw new InputProblem(code, `Record ${row}: ${words}`, { row })
  }
  for (const age of [entry, lower, upper])
    if (age !== null && !(age >= 0 && Number.isFinite(age)))
      refuse('age-not-positive', `${age} is no age. Ages are 0 or more.`)
  if (!(weight > 0 && Number.isFinite(weight)))
    refuse('weight-not-positive', `the weight is ${weight}. It must be more than 0.`)
  if (lower === null && upper === null)
    refuse(
      'says-nothing',
      'it says neither how long the part was good nor when it had failed. Give lower, upper or both.',
    )
  if (lower !== null && upper !== null && lower > upper)
    refuse('limits-reversed', `lower ${lower} is more than upper ${upper}.`)
  if (upper !== null && upper > 0 && entry >= upper)
    refuse('entry-after-end', `watching began at ${entry}, but the part had failed by ${upper}. Entry must be less.`)
  if (upper === null && lower !== null && entry > lower)
    refuse('entry-after-end', `watching began at ${entry}, after the part was last seen at ${lower}.`)
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

/**
 * @throws InputProblem 'no-spread' when one age fits all the ends, failed at it or between looks around it, and no part has
 * outlived it: the steepest curve would then fit best, and there is no steepest
 */
export function requireSpread({ failed, between, running }: LifeData): void {
  const latestStart = Math.max(0, ...failed.map(({ age }) => age), ...between.map(({ lower }) => lower))
  const firstEnd = Math.min(...failed.map(({ age }) => age), ...between.map(({ upper }) => upper))
  if (latestStart > firstEnd || running.some(({ age }) => age > firstEnd)) return
  if (failed.length > 0)
    throw new InputProblem(
      'no-spread',
      `All failures happened at the same age (${firstEnd}) and no part has lasted longer, ` +
        'so the spread of lives cannot be told.',
      { age: firstEnd },
    )
  throw new InputProblem(
    'no-spread',
    `All failures may have happened at one age, between ${latestStart} and ${firstEnd}, and no part has lasted longer, ` +
      'so the spread of lives cannot be told.',
    { age: firstEnd },
  )
}
