import fc from 'fast-check'
import { greedyPlan } from './greedyPlan.ts'
import { packDays } from './packDays.ts'
import { asStart, planModel } from './planModel.ts'
import { boundWithoutLimits, brokenLimits, planAnswer } from './planAnswer.ts'
import { leastCost, planDates as dates, planProblems as problems } from '../../testing/planProblems.ts'
import { joinPlans } from './splitPlan.ts'
import { preparePlan, type PlanProblem, type PlanTask } from './planProblem.ts'

const greedy = (problem: PlanProblem) => {
  const plan = preparePlan(problem)
  return planAnswer(greedyPlan(plan), boundWithoutLimits(plan), 'at once')
}

it('breaks no limit, tells every task, and stays between bound and best', () => {
  fc.assert(
    fc.property(problems, (problem) => {
      const plan = preparePlan(problem)
      const { assignments, left, cost, bound, gap } = greedy(problem)
      expect(brokenLimits(plan, assignments)).toEqual([])
      expect([...assignments, ...left].map(({ task }) => task).sort()).toEqual(problem.tasks.map(({ id }) => id).sort())
      expect(left.every(({ why }) => why.length > 10)).toBe(true)
      expect(cost).toBeGreaterThanOrEqual(leastCost(problem) - 1e-9)
      expect(bound).toBeLessThanOrEqual(cost + 1e-9)
      expect(gap).toBeGreaterThanOrEqual(0)
      expect(greedy(problem)).toEqual({ assignments, left, cost, bound, gap, method: 'at once' })
    }),
    { numRuns: 300 },
  )
})

it('is not far from the best of all, in the mean', () => {
  let [found, best] = [0, 0]
  for (const problem of fc.sample(problems, { numRuns: 150, seed: 7 })) {
    found += greedy(problem).cost
    best += leastCost(problem)
  }
  expect(found / best).toBeLessThan(1.05)
})

it('any choice of days packs into a plan that holds', () => {
  fc.assert(
    fc.property(
      problems,
      fc.array(fc.option(fc.integer({ min: 0, max: 2 })), { minLength: 5, maxLength: 5 }),
      (problem, days) => {
        const plan = preparePlan(problem)
        const dayOf = plan.tasks.map(({ costOn }, i) =>
          Number.isFinite(costOn[days[i] ?? -1]) ? (days[i] ?? null) : null,
        )
        const { assignments } = planAnswer(packDays(plan, dayOf), 0, 'solver')
        expect(brokenLimits(plan, assignments)).toEqual([])
      },
    ),
  )
})

it('what is pinned is put first: whatever days the others are given', () => {
  const done = (problem: PlanProblem, of: ReturnType<typeof greedyPlan>) =>
    planAnswer(of, 0, 'solver')
      .assignments.filter(({ task: id }) => problem.tasks.find((one) => one.id === id)?.pinned)
      .map(({ task: id, date }) => `${id} ${date}`)
      .sort()
  fc.assert(
    fc.property(problems, (problem) => {
      const plan = preparePlan(problem)
      const atOnce = done(problem, greedyPlan(plan))
      for (const day of problem.days.keys()) {
        const all = plan.tasks.map(({ costOn }) => (Number.isFinite(costOn[day]) ? day : null))
        expect(done(problem, packDays(plan, all))).toEqual(atOnce)
      }
      // Each group's plan has it, or not: the joined one does.
      const others = planAnswer(greedyPlan(plan), 0, 'at once').assignments.filter(
        ({ task: id }) => !problem.tasks.find((one) => one.id === id)?.pinned,
      )
      expect(done(problem, joinPlans(plan, [others]))).toEqual(atOnce)
    }),
    { numRuns: 300 },
  )
})

it('every plan keeps the rows of the model, at its own cost or less', () => {
  fc.assert(
    fc.property(problems, (problem) => {
      const roster = greedyPlan(preparePlan(problem))
      const model = planModel(roster.plan)
      if (model.whole === 0) return
      const x = asStart(model, roster)
      for (const { lower, upper, columns, values } of model.rows) {
        const sum = columns.reduce((all, column, i) => all + x[column]! * values[i]!, 0)
        expect(sum).toBeGreaterThanOrEqual(lower - 1e-9)
        expect(sum).toBeLessThanOrEqual(upper + 1e-9)
      }
      const cost = model.offset + x.reduce((sum, value, i) => sum + value * model.cost[i]!, 0)
      expect(cost).toBeLessThanOrEqual(roster.cost() + 1e-9)
    }),
  )
})

const day = (date: string, minutes: number, able: string[] = []) => ({
  date,
  people: [{ id: 'ann', minutes, signOffs: able }],
})
const task = (id: string, more: Partial<PlanTask> = {}): PlanTask => ({
  id,
  printer: 'p',
  minutes: 20,
  needs: [],
  due: dates[0]!,
  riskPerDay: 1,
  ...more,
})

it('by hand: two tasks at one printer share their set-up, and so fit into one day', () => {
  const setUp = { id: 'p', minutes: 10 }
  const tasks = [task('a', { setUp }), task('b', { setUp })]
  const { assignments, cost } = greedy({ days: [day(dates[0]!, 50), day(dates[1]!, 50)], tasks, bookings: [] })
  expect(assignments.map(({ date }) => date)).toEqual([dates[0], dates[0]])
  expect(cost).toBe(0)
  expect(greedy({ days: [day(dates[0]!, 49), day(dates[1]!, 50)], tasks, bookings: [] }).cost).toBe(1)
})

it('a pin stays; what cannot be is told with its reason', () => {
  const days = [day(dates[0]!, 60, ['hot work']), day(dates[1]!, 60)]
  const of = (more: Partial<PlanTask>, bookings: PlanProblem['bookings'] = []) =>
    greedy({ days, tasks: [task('a', more)], bookings })
  expect(of({ pinned: { date: dates[1]! } }).assignments[0]!.date).toBe(dates[1])
  expect(of({ needs: ['mains'] }).left[0]!.why).toBe('Nobody who is there is signed off for mains.')
  expect(of({ minutes: 90 }).left[0]!.why).toContain('90 min in one go')
  expect(of({ earliest: '2026-12-01' }).left[0]!.why).toContain('before 2026-12-01')
  expect(of({ pinned: { date: dates[1]! } }, [{ printer: 'p', date: dates[1]! }]).left[0]!.why).toContain('booked')
  expect(of({ due: '2027-01-01' }).left[0]!.why).toContain('not due')
  const pinned = { date: dates[1]! }
  const two = [task('a', { pinned, minutes: 40 }), task('b', { pinned, minutes: 40, due: '2027-01-01' })]
  expect(greedy({ days, tasks: two, bookings: [] }).left).toEqual([
    { task: 'b', why: `It is pinned to ${dates[1]}, where what else is pinned leaves too few minutes.` },
  ])
})

it('moving what people have seen costs: the plan stays where nothing is gained', () => {
  const days = [day(dates[0]!, 60), day(dates[1]!, 60)]
  const before = [{ task: 'a', date: dates[1]!, person: 'ann' }]
  const tasks = [task('a', { riskPerDay: 2 })]
  expect(greedy({ days, tasks, bookings: [], before, changeCost: 3 }).assignments[0]!.date).toBe(dates[1])
  expect(greedy({ days, tasks, bookings: [], before, changeCost: 1 }).assignments[0]!.date).toBe(dates[0])
})

it.each([
  [{ days: [] }, 'no-records'],
  [{ days: [day(dates[1]!, 5), day(dates[0]!, 5)] }, 'time-reversed'],
  [{ days: [day('27.11.2026', 5)] }, 'impossible-figure'],
  [{ tasks: [task('a'), task('a')] }, 'named-twice'],
  [{ tasks: [task('a', { minutes: -1 })] }, 'impossible-figure'],
  [{ changeCost: NaN }, 'impossible-figure'],
])('refuses %j', (change, code) => {
  expect(() => preparePlan({ days: [day(dates[0]!, 5)], tasks: [], bookings: [], ...change })).toThrow(
    expect.objectContaining({ code }) as Error,
  )
})
