import { withPinned } from './greedyPlan.ts'
import type { PlanPerson, PreparedPlan, PreparedTask } from './planProblem.ts'
import type { Roster } from './roster.ts'

/** A mixed-integer model: least cost·x with lower ≤ A·x ≤ upper; A by rows. Columns before `whole` are 0 or 1, the others between. */
export interface PlanModel {
  cost: number[]
  whole: number
  offset: number
  rows: { lower: number; upper: number; columns: number[]; values: number[] }[]
  /** Which task, day and person each of the first columns stands for; person null: anybody of that day. */
  meaning: { task: number; day: number; person: number | null }[]
}

/**
 * The plan as a model of tasks and days, with the staff of a day taken together.
 *
 * x = 1 where a task is done on a day; y ≥ x where its set-up is made that day. All minutes of a day fit into those of its staff, and those of
 * tasks that only some may do into theirs (for every such group of people). Who does what is not in it, nor that one person more at a
 * set-up costs its minutes twice: whatever plan keeps the real limits keeps these, so that its least cost is a lower bound.
 */
export function planModel(plan: PreparedPlan): PlanModel {
  const { problem, tasks } = plan
  const pinned = withPinned(plan).places
  const model: PlanModel = { cost: [], whole: 0, offset: 0, rows: [], meaning: [] }
  const columnOf = new Map<string, number>()
  for (const { index, costOn, leftCost } of tasks) {
    model.offset += leftCost
    const columns: number[] = []
    costOn.forEach((cost, day) => {
      if (!Number.isFinite(cost)) return
      columns.push(model.cost.length)
      columnOf.set(`${index} ${day}`, model.cost.length)
      model.cost.push(cost - leftCost)
      model.meaning.push({ task: index, day, person: null })
    })
    if (columns.length > 0)
      model.rows.push({ lower: pinned[index] ? 1 : 0, upper: 1, columns, values: columns.map(() => 1) })
  }
  model.whole = model.cost.length
  problem.days.forEach(({ people }, day) => addDay(model, { day, people }, tasks, columnOf))
  return model
}

function addDay(
  model: PlanModel,
  { day, people }: { day: number; people: readonly PlanPerson[] },
  tasks: readonly PreparedTask[],
  columnOf: Map<string, number>,
): void {
  const here = tasks.flatMap((task) => {
    const column = columnOf.get(`${task.index} ${day}`)
    return column === undefined ? [] : [{ task, column }]
  })
  if (here.length === 0) return
  const setUps = new Map<string, { column: number; minutes: number; able: Set<number> }>()
  for (const { task, column } of here) {
    const { setUp } = task.task
    if (!setUp) continue
    let found = setUps.get(setUp.id)
    if (!found) {
      found = { column: model.cost.length, minutes: setUp.minutes, able: new Set() }
      model.cost.push(0)
      setUps.set(setUp.id, found)
    }
    // The smallest that any of its tasks brings: it is never counted too high.
    found.minutes = Math.min(found.minutes, setUp.minutes)
    for (const person of task.able[day] ?? []) found.able.add(person)
    model.rows.push({ lower: 0, upper: Infinity, columns: [found.column, column], values: [1, -1] })
  }
  for (const group of groupsOf(here.map(({ task }) => task.able[day] ?? []))) {
    const within = (able: Iterable<number>) => [...able].every((person) => group.has(person))
    const own = here.filter(({ task }) => within(task.able[day] ?? []))
    const ownSetUps = [...setUps.values()].filter(({ able }) => within(able))
    model.rows.push({
      lower: -Infinity,
      upper: [...group].reduce((sum, person) => sum + (people[person]?.minutes ?? 0), 0),
      columns: [...own.map(({ column }) => column), ...ownSetUps.map(({ column }) => column)],
      values: [...own.map(({ task }) => task.task.minutes), ...ownSetUps.map(({ minutes }) => minutes)],
    })
  }
}

/** Every group of people that some task is bound to, and all of them together. */
function groupsOf(able: readonly (readonly number[])[]): Set<number>[] {
  const found = new Map<string, Set<number>>()
  const add = (people: Iterable<number>) => {
    const group = new Set(people)
    found.set([...group].sort((a, b) => a - b).join(' '), group)
  }
  for (const people of able) add(people)
  add(able.flat())
  return [...found.values()]
}

/** A plan as values of the model's columns: where a solver may begin. */
export function asStart({ cost, meaning, rows, whole }: PlanModel, roster: Roster): number[] {
  const values = cost.map(() => 0)
  meaning.forEach(({ task, day, person }, column) => {
    const place = roster.places[task]
    if (place?.day === day && (person === null || place.person === person)) values[column] = 1
  })
  for (const { columns, values: signs, lower } of rows)
    if (lower === 0 && signs.length === 2 && signs[1] === -1 && values[columns[1] as number] === 1)
      values[columns[0] as number] = 1
  return whole > 0 ? values : []
}
