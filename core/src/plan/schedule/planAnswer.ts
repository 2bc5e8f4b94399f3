import type { Assignment, PreparedPlan } from './planProblem.ts'
import type { Roster } from './roster.ts'

export interface PlanAnswer {
  assignments: Assignment[]
  left: { task: string; why: string }[]
  cost: number
  /** No plan costs less. */
  bound: number
  /** (cost − bound) / cost; 0 where nothing costs anything. */
  gap: number
  /** Group by group: it was too large for one piece, and a plan over all at once may be cheaper. */
  method: 'at once' | 'solver' | 'group by group'
}

/** What could be saved at most if nobody's minutes were limited: no plan costs less. */
export const boundWithoutLimits = ({ tasks }: PreparedPlan): number =>
  tasks.reduce((sum, { costOn, leftCost, task: { pinned } }) => {
    const least = Math.min(...costOn)
    // One that is pinned is not left out as long as it can be done.
    return sum + (pinned && Number.isFinite(least) ? least : Math.min(leftCost, least))
  }, 0)

/** A roster as the plan that is told, with what it costs and how much better another could be. */
export function planAnswer(roster: Roster, bound: number, method: PlanAnswer['method']): PlanAnswer {
  const { problem, tasks } = roster.plan
  const last = problem.days.at(-1)?.date ?? ''
  const assignments: Assignment[] = []
  const left: PlanAnswer['left'] = []
  for (const prepared of tasks) {
    const { task, index, why } = prepared
    const place = roster.places[index]
    const day = place && problem.days[place.day]
    const person = place && day?.people[place.person]
    if (day && person) assignments.push({ task: task.id, date: day.date, person: person.id })
    else
      left.push({
        task: task.id,
        why:
          why ??
          (task.pinned
            ? `It is pinned to ${task.pinned.date}, where what else is pinned leaves too few minutes.`
            : task.due > last
              ? `It is not due before ${last} is over.`
              : 'Other work costs more to leave, and nobody has the minutes.'),
      })
  }
  const order = new Map(problem.days.map(({ date }, i) => [date, i]))
  assignments.sort(
    (a, b) =>
      (order.get(a.date) ?? 0) - (order.get(b.date) ?? 0) || (a.person < b.person ? -1 : a.person > b.person ? 1 : 0),
  )
  const cost = roster.cost()
  const sure = Math.min(bound, cost)
  return { assignments, left, cost, bound: sure, gap: cost > 1e-9 ? Math.max(0, (cost - sure) / cost) : 0, method }
}

/** Which limits a plan breaks, in words; none: it holds. For plans that people have changed by hand. */
export function brokenLimits({ problem, tasks }: PreparedPlan, assignments: readonly Assignment[]): string[] {
  const broken: string[] = []
  const dayOf = new Map(problem.days.map((day) => [day.date, day]))
  const taskOf = new Map(tasks.map(({ task }) => [task.id, task]))
  const booked = new Set(problem.bookings.map(({ printer, date }) => `${date} ${printer}`))
  const minutes = new Map<string, number>()
  const setUps = new Set<string>()
  const seen = new Set<string>()
  for (const { task: id, date, person: who } of assignments) {
    const task = taskOf.get(id)
    const person = dayOf.get(date)?.people.find((one) => one.id === who)
    if (!task || seen.has(id)) broken.push(`${id} is no task, or stands there twice.`)
    seen.add(id)
    if (!task) continue
    if (!person) {
      broken.push(`${who} is not there on ${date}.`)
      continue
    }
    if (!task.needs.every((need) => person.signOffs.includes(need))) broken.push(`${who} is not signed off for ${id}.`)
    if (booked.has(`${date} ${task.printer}`)) broken.push(`${task.printer} is booked on ${date}.`)
    if (task.earliest !== undefined && date < task.earliest)
      broken.push(`${id} cannot be done before ${task.earliest}.`)
    const { pinned } = task
    if (pinned && (pinned.date !== date || (pinned.person !== undefined && pinned.person !== who)))
      broken.push(`${id} is pinned elsewhere.`)
    const key = `${date} ${who}`
    const setUp = task.setUp && `${key} ${task.setUp.id}`
    const more = task.minutes + (task.setUp && setUp && !setUps.has(setUp) ? task.setUp.minutes : 0)
    if (setUp) setUps.add(setUp)
    minutes.set(key, (minutes.get(key) ?? 0) + more)
    if ((minutes.get(key) ?? 0) > person.minutes + 1e-6) broken.push(`${who} has too few minutes on ${date}.`)
  }
  return broken
}
