import { improve, insert, withPinned } from './greedyPlan.ts'
import type { Assignment, PlanDay, PlanProblem, PlanTask, PreparedPlan } from './planProblem.ts'
import type { Roster } from './roster.ts'

const noGroup = ''

/**
 * A problem too large to be solved in one piece, split by the group of its tasks (a room, a team): each of somebody's days goes to one
 * group, to whichever is the farthest from its share of the minutes, and pinned work draws its person there first.
 * @returns a problem for each group, in the order of their names; one alone where there are no two groups
 */
export function splitPlan(problem: PlanProblem): PlanProblem[] {
  const groups = [...new Set(problem.tasks.map(({ group }) => group ?? noGroup))].sort()
  if (groups.length < 2) return [problem]
  const tasksOf = new Map(
    groups.map((group) => [group, problem.tasks.filter((one) => (one.group ?? noGroup) === group)]),
  )
  const given = new Map(groups.map((group) => [group, 0]))
  const wanted = new Map(groups.map((group) => [group, minutesOf(tasksOf.get(group) ?? [])]))
  const pinnedTo = new Map(
    problem.tasks.flatMap(({ pinned, group }) =>
      pinned?.person === undefined ? [] : [[`${pinned.date} ${pinned.person}`, group ?? noGroup] as const],
    ),
  )
  const daysOf = new Map(groups.map((group): [string, PlanDay[]] => [group, []]))
  for (const { date, people } of problem.days) {
    const here = new Map(groups.map((group): [string, PlanDay['people'][number][]] => [group, []]))
    for (const person of people) {
      const able = groups.filter((group) =>
        tasksOf.get(group)?.some(({ needs }) => needs.every((need) => person.signOffs.includes(need))),
      )
      const group = pinnedTo.get(`${date} ${person.id}`) ?? neediest(able.length > 0 ? able : groups, given, wanted)
      given.set(group, (given.get(group) ?? 0) + person.minutes)
      here.get(group)?.push(person)
    }
    for (const group of groups) daysOf.get(group)?.push({ date, people: here.get(group) ?? [] })
  }
  return groups.map((group) => {
    const tasks = tasksOf.get(group) ?? []
    const ids = new Set(tasks.map(({ id }) => id))
    const before = problem.before?.filter(({ task }) => ids.has(task))
    return { ...problem, days: daysOf.get(group) ?? [], tasks, ...(before ? { before } : {}) }
  })
}

/** Minutes that a group's tasks take, with a set-up each: what it asks for. */
const minutesOf = (tasks: readonly PlanTask[]) =>
  tasks.reduce((sum, { minutes, setUp }) => sum + minutes + (setUp?.minutes ?? 0), 0)

function neediest(groups: string[], given: Map<string, number>, wanted: Map<string, number>): string {
  const served = (group: string) => (given.get(group) ?? 0) / Math.max(1, wanted.get(group) ?? 0)
  return groups.reduce((a, b) => (served(b) < served(a) ? b : a))
}

/** The plans of the groups as one: what one group had no minutes for goes to anybody who has some left, and is bettered as a whole. */
export function joinPlans(plan: PreparedPlan, parts: readonly (readonly Assignment[])[]): Roster {
  const roster = withPinned(plan)
  const { days } = plan.problem
  const taskOf = new Map(plan.tasks.map((task) => [task.task.id, task]))
  const dayOf = new Map(days.map(({ date }, i) => [date, i]))
  for (const { task: id, date, person: who } of parts.flat()) {
    const task = taskOf.get(id)
    const day = dayOf.get(date) ?? -1
    const person = days[day]?.people.findIndex((one) => one.id === who) ?? -1
    if (task && !roster.places[task.index] && person >= 0 && roster.fits(task, { day, person }))
      roster.put(task, { day, person })
  }
  for (const task of plan.tasks) if (!roster.places[task.index]) insert(roster, task)
  improve(roster)
  return roster
}
