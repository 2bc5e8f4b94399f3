import fc from 'fast-check'
import { brokenLimits } from '../plan/schedule/planAnswer.ts'
import { preparePlan, type PlanProblem, type PlanTask } from '../plan/schedule/planProblem.ts'

export const planDates = ['2026-11-23', '2026-11-24', '2026-11-25', '2026-11-26']
const signOffs = ['hot work', 'mains']

/** Small instances of every kind: few minutes, sign-offs, bookings, pins, dates before and after the horizon, set-ups that are shared. */
export const planProblems: fc.Arbitrary<PlanProblem> = fc
  .record({
    people: fc.array(
      fc.array(
        fc.record({
          id: fc.constantFrom('ann', 'ben', 'cas'),
          minutes: fc.integer({ min: 0, max: 60 }),
          signOffs: fc.subarray(signOffs),
        }),
        {
          maxLength: 3,
        },
      ),
      { minLength: 1, maxLength: 3 },
    ),
    tasks: fc.array(
      fc.record({
        printer: fc.constantFrom('p', 'q'),
        minutes: fc.integer({ min: 0, max: 40 }),
        hasSetUp: fc.boolean(),
        needs: fc.subarray(signOffs),
        due: fc.constantFrom('2026-11-20', ...planDates, '2026-12-24'),
        riskPerDay: fc.integer({ min: 0, max: 9 }),
        earliest: fc.option(fc.constantFrom(...planDates), { nil: undefined }),
        pinned: fc.option(
          fc.record({
            date: fc.constantFrom(...planDates),
            person: fc.option(fc.constantFrom('ann', 'ben'), { nil: undefined }),
          }),
          { nil: undefined, freq: 8 },
        ),
      }),
      { maxLength: 5 },
    ),
    bookings: fc.array(fc.record({ printer: fc.constantFrom('p', 'q'), date: fc.constantFrom(...planDates) }), {
      maxLength: 2,
    }),
    changeCost: fc.integer({ min: 0, max: 5 }),
    before: fc.array(
      fc.record({
        task: fc.constantFrom('t0', 't1', 't2'),
        date: fc.constantFrom(...planDates),
        person: fc.constantFrom('ann', 'ben'),
      }),
      {
        maxLength: 2,
      },
    ),
  })
  .map(({ people, tasks, ...rest }) => ({
    days: people.map((list, i) => ({
      date: planDates[i]!,
      people: list.filter(({ id }, n) => list.findIndex((one) => one.id === id) === n),
    })),
    tasks: tasks.map(({ hasSetUp, earliest, pinned, ...task }, i): PlanTask => ({
      id: `t${i}`,
      ...task,
      ...(hasSetUp ? { setUp: { id: task.printer, minutes: 7 } } : {}),
      ...(earliest ? { earliest } : {}),
      ...(pinned ? { pinned: { date: pinned.date, ...(pinned.person ? { person: pinned.person } : {}) } } : {}),
    })),
    ...rest,
  }))

/** The least cost of all plans, by trying them all. A task that is pinned and can be done is done in every one of them. */
export function leastCost(problem: PlanProblem): number {
  const plan = preparePlan(problem)
  let best = Infinity
  const tried: { task: string; date: string; person: string }[] = []
  const from = (i: number, cost: number): void => {
    if (cost >= best) return
    const prepared = plan.tasks[i]
    if (!prepared) {
      best = cost
      return
    }
    from(i + 1, cost + prepared.leftCost)
    problem.days.forEach(({ date, people }, day) => {
      if (!Number.isFinite(prepared.costOn[day])) return
      for (const { id: person } of people) {
        tried.push({ task: prepared.task.id, date, person })
        if (brokenLimits(plan, tried).length === 0)
          from(
            i + 1,
            cost +
              prepared.costOn[day]! +
              (prepared.before?.day === day && prepared.before.person !== person ? plan.changeCost : 0),
          )
        tried.pop()
      }
    })
  }
  from(0, 0)
  return best
}
