import { InputProblem } from '../../inputProblem.ts'
import { dayMs } from '../../maths/durations.ts'

/** Somebody's time on one day. */
export interface PlanPerson {
  id: string
  minutes: number
  signOffs: readonly string[]
}

export interface PlanDay {
  /** As 2026-11-27. */
  date: string
  people: readonly PlanPerson[]
}

/** Work at one printer that one person does on one day. */
export interface PlanTask {
  id: string
  printer: string
  minutes: number
  /** Done once for all tasks that share it, of one person on one day: cooling down, unplugging, tools out. */
  setUp?: { id: string; minutes: number }
  /** Sign-offs that whoever does it must have. */
  needs: readonly string[]
  due: string
  /** Cost of each day that it waits beyond its due day. */
  riskPerDay: number
  /** Not before this day: parts that are not there yet, a cure that must hold. */
  earliest?: string
  /** Room or team: a problem too large for one piece is split by it. */
  group?: string
  /** Somebody has said that it is done on this day, and by whom. */
  pinned?: { date: string; person?: string }
}

export interface Assignment {
  task: string
  date: string
  person: string
}

export interface PlanProblem {
  /** In order of their dates; days that are left out are closed. */
  days: readonly PlanDay[]
  tasks: readonly PlanTask[]
  /** Printers that are not free on a day. */
  bookings: readonly { printer: string; date: string }[]
  /** Cost of every assignment that differs from the one that people have seen. */
  changeCost?: number
  before?: readonly Assignment[]
}

/** What one task may do on each day. */
export interface PreparedTask {
  task: PlanTask
  index: number
  /** Cost on each day; Infinity: not on that day. That of a change is in it. */
  costOn: Float64Array
  /** Those who may do it, by day, as places in the day's list. */
  able: readonly (readonly number[])[]
  /** Cost of leaving it out, counted to the day after the horizon. */
  leftCost: number
  /** The least that it can cost anywhere, or left out. */
  least: number
  before: { day: number; person: string } | null
  /** Why it can be done on no day; null: it can. */
  why: string | null
}

export interface PreparedPlan {
  problem: PlanProblem
  tasks: readonly PreparedTask[]
  changeCost: number
}

const dayNumber = (date: string) => Math.round(Date.parse(`${date}T00:00:00Z`) / dayMs)

/**
 * Reads a planning problem and works out what each task may do on each day, and at what cost.
 *
 * Cost = Σ riskPerDay × days after due (a task that is left out: up to the day after the horizon) + changeCost for each assignment that
 * differs from `before`. A printer that is booked on a day takes no task on it; one that is pinned takes no other day, nor person.
 * @throws InputProblem 'no-records' (no days), 'time-reversed' (days out of order), 'impossible-figure' (minutes or costs below 0, no date),
 * 'named-twice' (ids twice)
 */
export function preparePlan(problem: PlanProblem): PreparedPlan {
  checkProblem(problem)
  const { days, tasks, bookings, changeCost = 0, before = [] } = problem
  const numbers = days.map(({ date }) => dayNumber(date))
  const after = (numbers.at(-1) ?? 0) + 1
  const dayOf = new Map(days.map(({ date }, i) => [date, i]))
  const booked = new Set(bookings.map(({ printer, date }) => `${date} ${printer}`))
  const beforeOf = new Map(before.map((one) => [one.task, one]))
  return {
    problem,
    changeCost,
    tasks: tasks.map((task, index) => {
      const was = beforeOf.get(task.id)
      const seen = was ? { day: dayOf.get(was.date) ?? -1, person: was.person } : null
      const due = dayNumber(task.due)
      const late = (day: number) => task.riskPerDay * Math.max(0, day - due)
      const needed = (day: number, person: PlanPerson) =>
        task.needs.every((need) => person.signOffs.includes(need)) &&
        task.minutes + (task.setUp?.minutes ?? 0) <= person.minutes &&
        (task.pinned?.person === undefined || task.pinned.date !== days[day]?.date || task.pinned.person === person.id)
      const able = days.map(({ people }, day) =>
        people.flatMap((person, place) => (needed(day, person) ? [place] : [])),
      )
      const costOn = Float64Array.from(days, ({ date }, day) => {
        const may =
          (able[day]?.length ?? 0) > 0 &&
          !booked.has(`${date} ${task.printer}`) &&
          (task.earliest === undefined || date >= task.earliest) &&
          (task.pinned === undefined || task.pinned.date === date)
        return may ? late(numbers[day] as number) + (seen && seen.day !== day ? changeCost : 0) : Infinity
      })
      const leftCost = late(after) + (seen ? changeCost : 0)
      return {
        task,
        index,
        costOn,
        able,
        leftCost,
        least: Math.min(leftCost, ...costOn),
        before: seen,
        why: costOn.some(Number.isFinite) ? null : whyNever(task, problem, booked),
      }
    }),
  }
}

function whyNever(task: PlanTask, { days }: PlanProblem, booked: Set<string>): string {
  const { pinned, earliest, printer, needs, minutes, setUp } = task
  const open = days.filter(({ people }) => people.length > 0)
  if (open.length === 0) return 'Nobody is there on any of these days.'
  const wanted = pinned ? days.filter(({ date }) => date === pinned.date) : days
  if (pinned && wanted.length === 0) return `It is pinned to ${pinned.date}, which is not among these days.`
  const inTime = wanted.filter(({ date }) => earliest === undefined || date >= earliest)
  if (inTime.length === 0) return `It cannot be done before ${earliest ?? ''}.`
  const free = inTime.filter(({ date }) => !booked.has(`${date} ${printer}`))
  if (free.length === 0)
    return pinned ? 'The printer is booked on the day it is pinned to.' : 'The printer is booked on all of these days.'
  const people = free
    .flatMap((day) => day.people)
    .filter(({ id }) => pinned?.person === undefined || id === pinned.person)
  if (people.length === 0)
    return pinned?.person ? 'Whom it is pinned to is not there that day.' : 'Nobody is there on the days that are free.'
  const signedOff = people.filter(({ signOffs }) => needs.every((need) => signOffs.includes(need)))
  if (signedOff.length === 0) return `Nobody who is there is signed off for ${needs.join(' and ')}.`
  return `It takes ${minutes + (setUp?.minutes ?? 0)} min in one go, and nobody who may do it has so much time on one day.`
}

function checkProblem({ days, tasks, changeCost = 0 }: PlanProblem): void {
  if (days.length === 0) throw new InputProblem('no-records', 'There are no days. Give at least one.')
  days.forEach(({ date, people }, i) => {
    requireDate(date, `Day ${i + 1}`)
    if (i > 0 && date <= (days[i - 1] as PlanDay).date)
      throw new InputProblem('time-reversed', `Day ${i + 1} (${date}) does not come after the one before it.`)
    requireOnce(
      people.map(({ id }) => id),
      `On ${date} a person`,
    )
    for (const { id, minutes } of people) requireFigure(minutes, `Minutes of ${id} on ${date}`)
  })
  requireOnce(
    tasks.map(({ id }) => id),
    'A task',
  )
  for (const { id, minutes, setUp, due, riskPerDay, earliest, pinned } of tasks) {
    requireFigure(minutes, `Minutes of ${id}`)
    requireFigure(riskPerDay, `Risk of ${id} for each day`)
    if (setUp) requireFigure(setUp.minutes, `Minutes to set up for ${id}`)
    for (const date of [due, earliest, pinned?.date]) if (date !== undefined) requireDate(date, `Task ${id}`)
  }
  requireFigure(changeCost, 'The cost of a change')
}

function requireDate(date: string, who: string): void {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(date) || !Number.isFinite(Date.parse(`${date}T00:00:00Z`)))
    throw new InputProblem('impossible-figure', `${who}: ${date} is no date. Write it as 2026-11-27.`)
}

function requireFigure(value: number, what: string): void {
  if (!(value >= 0 && Number.isFinite(value)))
    throw new InputProblem('impossible-figure', `${what}: ${value} cannot be. It must be 0 or more.`)
}

function requireOnce(ids: readonly string[], who: string): void {
  const seen = new Set<string>()
  for (const id of ids) {
    if (seen.has(id)) throw new InputProblem('named-twice', `${who} called ${id} stands there twice.`)
    seen.add(id)
  }
}
