import { given } from '../../given.ts'
import { improve, insert, withPinned } from './greedyPlan.ts'
import type { PlanModel } from './planModel.ts'
import type { PreparedPlan, PreparedTask } from './planProblem.ts'
import { Roster } from './roster.ts'

/** A plan from the values of a model in which every task has its person. */
export function placeAll(plan: PreparedPlan, { meaning }: PlanModel, values: ArrayLike<number>): Roster {
  const roster = new Roster(plan)
  for (const isPinned of [true, false])
    meaning.forEach(({ task: index, day, person }, column) => {
      const task = given(plan.tasks[index])
      if ((task.task.pinned !== undefined) !== isPinned || (values[column] ?? 0) < 0.5 || person === null) return
      if (roster.fits(task, { day, person })) roster.put(task, { day, person })
    })
  for (const task of plan.tasks) if (!roster.places[task.index]) insert(roster, task)
  improve(roster)
  return roster
}

/**
 * Gives the tasks of each day to people: what few may do first, tasks that share a set-up to one person where they fit. What fits nobody that
 * day goes where it costs least.
 * @param dayOf the day of each task by its index; null: left out
 */
export function packDays(plan: PreparedPlan, dayOf: readonly (number | null)[]): Roster {
  const roster = withPinned(plan)
  const waiting: PreparedTask[] = []
  plan.problem.days.forEach((_, day) => {
    const visits = new Map<string, PreparedTask[]>()
    for (const task of plan.tasks) {
      if (dayOf[task.index] !== day || roster.places[task.index]) continue
      const key = task.task.setUp?.id ?? ` ${task.task.id}`
      visits.set(key, [...(visits.get(key) ?? []), task])
    }
    const order = [...visits.values()].sort(
      (a, b) => ableFor(a, day) - ableFor(b, day) || minutesOf(b) - minutesOf(a) || indexOf(a) - indexOf(b),
    )
    for (const visit of order) if (!putVisit(roster, visit, day)) waiting.push(...putSingly(roster, visit, day))
  })
  waiting.sort((a, b) => b.leftCost - a.leftCost || a.index - b.index)
  for (const task of waiting) insert(roster, task)
  // What the model left out may find minutes that were counted for others.
  for (const task of plan.tasks) if (!roster.places[task.index] && !waiting.includes(task)) insert(roster, task)
  improve(roster)
  return roster
}

const indexOf = (visit: readonly PreparedTask[]) => visit[0]?.index ?? 0
const minutesOf = (visit: readonly PreparedTask[]) =>
  visit.reduce((sum, { task }) => sum + task.minutes, visit[0]?.task.setUp?.minutes ?? 0)
const ableFor = (visit: readonly PreparedTask[], day: number) =>
  Math.min(...visit.map(({ able }) => able[day]?.length ?? 0))

/** One person for the whole visit: who was seen there before, else whose day is filled best by it. */
function putVisit(roster: Roster, visit: readonly PreparedTask[], day: number): boolean {
  const people = (visit[0]?.able[day] ?? []).filter((person) => visit.every(({ able }) => able[day]?.includes(person)))
  const minutes = minutesOf(visit)
  const ranked = people
    .filter((person) => roster.minutesLeft({ day, person }) >= minutes - 1e-9)
    .map((person) => ({
      person,
      cost: visit.reduce((sum, task) => sum + roster.costAt(task, { day, person }), 0),
      left: roster.minutesLeft({ day, person }),
    }))
    .sort((a, b) => a.cost - b.cost || a.left - b.left)
  const best = ranked[0]
  if (!best) return false
  for (const task of visit) roster.put(task, { day, person: best.person })
  return true
}

/** Each task to whom it fits that day. @returns those that fit nobody */
function putSingly(roster: Roster, visit: readonly PreparedTask[], day: number): PreparedTask[] {
  const longestFirst = [...visit].sort((a, b) => b.task.minutes - a.task.minutes || a.index - b.index)
  return longestFirst.filter((task) => {
    const places = (task.able[day] ?? [])
      .map((person) => ({ day, person }))
      .filter((place) => roster.fits(task, place))
      .sort(
        (a, b) =>
          roster.costAt(task, a) - roster.costAt(task, b) ||
          roster.minutesAt(task, a) - roster.minutesAt(task, b) ||
          roster.minutesLeft(a) - roster.minutesLeft(b),
      )
    if (!places[0]) return true
    roster.put(task, places[0])
    return false
  })
}
