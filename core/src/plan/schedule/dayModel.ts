import { given } from '../../given.ts'
import { bestPlace, improve, insert } from './greedyPlan.ts'
import type { PlanModel } from './planModel.ts'
import type { PreparedTask } from './planProblem.ts'
import type { Roster } from './roster.ts'

/** One day planned anew, person by person, while the other days stay as they are. */
export interface DayModel extends PlanModel {
  day: number
  /** Tasks that stand there or may come. */
  tasks: PreparedTask[]
}

/** So many tasks of other days, or of none, are offered to a day. */
const offered = 30

/**
 * Who does what on one day, of the tasks that stand there and of those that would cost least there for the minutes they take.
 *
 * x = 1 where a person does a task, z ≥ x where he makes its set-up. A task that is not chosen costs what it costs where it stands, or, when
 * it leaves this day, where it could go.
 * @returns null: there is nothing to gain
 */
export function dayModel(roster: Roster, day: number): DayModel | null {
  const { tasks, problem } = roster.plan
  const people = problem.days[day]?.people ?? []
  const here = tasks.filter(({ index }) => roster.places[index]?.day === day)
  const others = tasks
    .filter(
      (task) =>
        !task.task.pinned &&
        roster.places[task.index]?.day !== day &&
        Number.isFinite(task.costOn[day]) &&
        roster.costOf(task) > (task.costOn[day] as number) + 1e-9,
    )
    .map((task) => ({ task, worth: (roster.costOf(task) - (task.costOn[day] as number)) / (task.task.minutes + 1) }))
    .sort((a, b) => b.worth - a.worth || a.task.index - b.task.index)
    .slice(0, offered)
    .map(({ task }) => task)
  if (others.length === 0) return null
  const model: DayModel = { cost: [], whole: 0, offset: 0, rows: [], meaning: [], day, tasks: [...here, ...others] }
  const minutes = people.map(() => ({ columns: [] as number[], values: [] as number[] }))
  const makes: { column: number; task: PreparedTask; person: number }[] = []
  for (const task of model.tasks) {
    const otherwise = task.task.pinned ? null : elsewhere(roster, task, day)
    if (otherwise !== null) model.offset += otherwise
    const columns: number[] = []
    for (const person of task.able[day] ?? []) {
      const column = model.cost.length
      model.cost.push(roster.costAt(task, { day, person }) - (otherwise ?? 0))
      model.meaning.push({ task: task.index, day, person })
      columns.push(column)
      minutes[person]?.columns.push(column)
      minutes[person]?.values.push(task.task.minutes)
      if (task.task.setUp) makes.push({ column, task, person })
    }
    model.rows.push({ lower: otherwise === null ? 1 : 0, upper: 1, columns, values: columns.map(() => 1) })
  }
  model.whole = model.cost.length
  const setUps = new Map<string, number>()
  for (const { column, task, person } of makes) {
    const { id = '', minutes: needed = 0 } = task.task.setUp ?? {}
    let made = setUps.get(`${person} ${id}`)
    if (made === undefined) {
      made = model.cost.length
      model.cost.push(0)
      setUps.set(`${person} ${id}`, made)
      minutes[person]?.columns.push(made)
      minutes[person]?.values.push(needed)
    }
    model.rows.push({ lower: 0, upper: Infinity, columns: [made, column], values: [1, -1] })
  }
  people.forEach((person, i) => model.rows.push({ lower: -Infinity, upper: person.minutes, ...given(minutes[i]) }))
  return model
}

/** What a task costs if this day does not take it: where it stands, or the cheapest place that another day has for it. */
function elsewhere(roster: Roster, task: PreparedTask, day: number): number {
  const place = roster.places[task.index]
  if (place?.day !== day) return roster.costOf(task)
  roster.take(task)
  const next = bestPlace(roster, task, day)
  roster.put(task, place)
  return next ? Math.min(task.leftCost, roster.costAt(task, next)) : task.leftCost
}

/**
 * Takes a day as it was planned anew, and finds places for what had to leave it. What is not cheaper in the end is undone.
 * @param values of the model's columns
 * @returns whether the plan has become cheaper
 */
export function takeDay(roster: Roster, { day, tasks, meaning }: DayModel, values: ArrayLike<number>): boolean {
  const before = [...roster.places]
  const cost = roster.cost()
  for (const task of tasks) if (roster.places[task.index]?.day === day) roster.take(task)
  meaning.forEach(({ task: index, person }, column) => {
    if ((values[column] ?? 0) < 0.5 || person === null) return
    const task = given(roster.plan.tasks[index])
    roster.take(task)
    if (roster.fits(task, { day, person })) roster.put(task, { day, person })
  })
  const homeless = tasks.filter(({ index }) => !roster.places[index])
  homeless.sort((a, b) => b.leftCost - a.leftCost || a.index - b.index)
  for (const task of homeless) insert(roster, task)
  improve(roster)
  const isWhole = tasks.every(({ index, task: { pinned } }) => !pinned || roster.places[index])
  if (isWhole && roster.cost() < cost - 1e-9) return true
  for (const task of roster.plan.tasks) roster.take(task)
  for (const task of roster.plan.tasks) {
    const place = before[task.index]
    if (place) roster.put(task, place)
  }
  return false
}
