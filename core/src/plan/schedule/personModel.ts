import { withPinned } from './greedyPlan.ts'
import type { PlanModel } from './planModel.ts'
import type { PreparedPlan } from './planProblem.ts'

/**
 * The plan as a model of tasks, days and people: nothing is left out of it, so that its least cost is that of the best plan. For small
 * plans: its columns are tasks × days × people.
 *
 * x = 1 where a person does a task on a day, z ≥ x where he makes its set-up; the minutes of each person and day hold.
 */
export function personModel(plan: PreparedPlan): PlanModel {
  const { problem, tasks, changeCost } = plan
  const pinned = withPinned(plan).places
  const model: PlanModel = { cost: [], whole: 0, offset: 0, rows: [], meaning: [] }
  const capacity = new Map<string, { upper: number; columns: number[]; values: number[] }>()
  const makes: { column: number; key: string; id: string; minutes: number }[] = []
  for (const { index, task, costOn, able, leftCost, before } of tasks) {
    model.offset += leftCost
    const columns: number[] = []
    costOn.forEach((cost, day) => {
      if (!Number.isFinite(cost)) return
      for (const person of able[day] ?? []) {
        const who = problem.days[day]?.people[person]
        const changed = before !== null && before.day === day && before.person !== who?.id
        const column = model.cost.length
        model.cost.push(cost + (changed ? changeCost : 0) - leftCost)
        model.meaning.push({ task: index, day, person })
        columns.push(column)
        const key = `${day} ${person}`
        const row = capacity.get(key) ?? { upper: who?.minutes ?? 0, columns: [], values: [] }
        capacity.set(key, row)
        row.columns.push(column)
        row.values.push(task.minutes)
        if (task.setUp) makes.push({ column, key, ...task.setUp })
      }
    })
    if (columns.length > 0)
      model.rows.push({ lower: pinned[index] ? 1 : 0, upper: 1, columns, values: columns.map(() => 1) })
  }
  model.whole = model.cost.length
  const setUps = new Map<string, number>()
  for (const { column, key, id, minutes } of makes) {
    let made = setUps.get(`${key} ${id}`)
    if (made === undefined) {
      made = model.cost.length
      model.cost.push(0)
      setUps.set(`${key} ${id}`, made)
      capacity.get(key)?.columns.push(made)
      capacity.get(key)?.values.push(minutes)
    }
    model.rows.push({ lower: 0, upper: Infinity, columns: [made, column], values: [1, -1] })
  }
  for (const row of capacity.values()) model.rows.push({ lower: -Infinity, ...row })
  return model
}

/** How many columns the model would have. */
export const columnsByPerson = ({ tasks }: PreparedPlan): number =>
  tasks.reduce(
    (sum, { costOn, able }) =>
      sum + able.reduce((all, people, day) => all + (Number.isFinite(costOn[day]) ? people.length : 0), 0),
    0,
  )
