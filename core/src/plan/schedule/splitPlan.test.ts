import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { planProblems } from '../../testing/planProblems.ts'
import { greedyPlan } from './greedyPlan.ts'
import { brokenLimits, planAnswer } from './planAnswer.ts'
import { preparePlan, type PlanProblem } from './planProblem.ts'
import { joinPlans, splitPlan } from './splitPlan.ts'

/** Two rooms, a printer in each. */
const inRooms = planProblems.map((problem): PlanProblem => ({
  ...problem,
  tasks: problem.tasks.map((task) => ({ ...task, group: task.printer === 'p' ? 'Large room' : 'Hot room' })),
}))
const solved = (problem: PlanProblem) => planAnswer(greedyPlan(preparePlan(problem)), 0, 'at once').assignments

describe('a plan that is split by rooms', () => {
  test('has every task and every day of everybody in one part', () => {
    fc.assert(
      fc.property(inRooms, (problem) => {
        const parts = splitPlan(problem)
        const ids = (of: PlanProblem) => of.tasks.map(({ id }) => id)
        expect(parts.flatMap(ids).sort()).toEqual(ids(problem).sort())
        problem.days.forEach(({ people }, i) => {
          const there = parts.flatMap(({ days }) => days[i]!.people.map(({ id }) => id))
          expect(there.sort()).toEqual(people.map(({ id }) => id).sort())
        })
      }),
    )
  })

  test('breaks no limit when it is put together', () => {
    fc.assert(
      fc.property(inRooms, (problem) => {
        const plan = preparePlan(problem)
        const joined = planAnswer(joinPlans(plan, splitPlan(problem).map(solved)), 0, 'group by group')
        expect(brokenLimits(plan, joined.assignments)).toEqual([])
      }),
    )
  })

  test('leaves nothing undone for which somebody in the other room has the minutes', () => {
    const task = (id: string, printer: string, group: string) => ({
      id,
      printer,
      group,
      minutes: 30,
      needs: [],
      due: '2026-11-23',
      riskPerDay: 5,
    })
    const problem: PlanProblem = {
      days: [{ date: '2026-11-23', people: [{ id: 'ann', minutes: 100, signOffs: [] }] }],
      tasks: [task('a', 'p', 'A'), task('b', 'q', 'B'), task('c', 'q', 'B')],
      bookings: [],
    }
    const plan = preparePlan(problem)
    expect(joinPlans(plan, splitPlan(problem).map(solved)).cost()).toBe(0)
  })

  test('one room is no split', () => {
    const problem: PlanProblem = { days: [{ date: '2026-11-23', people: [] }], tasks: [], bookings: [] }
    expect(splitPlan(problem)).toEqual([problem])
  })
})
