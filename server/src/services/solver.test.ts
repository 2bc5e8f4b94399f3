import fc from 'fast-check'
import { brokenLimits, preparePlan } from '@diatribon/core'
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
