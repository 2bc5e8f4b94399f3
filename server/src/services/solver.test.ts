import fc from 'fast-check'
import { brokenLimits, preparePlan, type PlanProblem } from '@diatribon/core'
import { leastCost, planProblems } from '../../../core/src/testing/planProblems.ts'
import { solvePlan } from './solver.ts'

const watcher = { tell: () => undefined, isStopped: () => false }

it('finds the best of all plans of small problems, and its bound lies at or below it', async () => {
  for (const problem of fc.sample(planProblems, { numRuns: 300, seed: 3 })) {
    const { assignments, cost, bound } = await solvePlan(problem, 5, watcher)
    const best = leastCost(problem)
    expect(brokenLimits(preparePlan(problem), assignments)).toEqual([])
    expect(bound).toBeLessThanOrEqual(best + 1e-6)
    // What is pinned is done even where leaving it would be cheaper.
    if (!problem.tasks.some(({ pinned }) => pinned)) expect(cost).toBeLessThanOrEqual(best * 1.006 + 1e-6)
  }
})

it('does what is pinned, however much more other work costs to leave', async () => {
  const [date, next] = ['2026-11-23', '2026-11-24']
  const person = { id: 'ann', minutes: 60, signOffs: [] }
  const task = { printer: 'p', minutes: 40, needs: [], due: date }
  const problem: PlanProblem = {
    days: [
      { date, people: [person] },
      { date: next, people: [{ ...person, minutes: 10 }] },
    ],
    tasks: [
      { ...task, id: 'pinned', riskPerDay: 1, pinned: { date } },
      { ...task, id: 'dear', riskPerDay: 90 },
      // What the plan at once leaves, the solver looks for.
      { ...task, id: 'short', minutes: 20, riskPerDay: 9 },
    ],
    bookings: [],
  }
  const { assignments } = await solvePlan(problem, 5, watcher)
  expect(assignments.map(({ task: id }) => id).sort()).toEqual(['pinned', 'short'])
})
