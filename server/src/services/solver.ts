import loadHighs, { type Highs } from 'highs'
import {
  asStart,
  dayModel,
  boundWithoutLimits,
  greedyPlan,
  columnsByPerson,
  packDays,
  personModel,
  placeAll,
  planAnswer,
  planModel,
  preparePlan,
  takeDay,
  joinPlans,
  splitPlan,
  type Assignment,
  type PlanAnswer,
  type PlanModel,
  type PlanProblem,
  type PreparedPlan,
  type Roster,
} from '@diatribon/core'

/** How far a solution has come. */
export interface PlanProgress {
  seconds: number
  /** (cost − bound) / cost so far; null: no bound yet. */
  gap: number | null
}

/** Whoever waits for a plan hears how far it is, and may have what there is by now. */
export interface Watcher {
  tell(progress: PlanProgress): void
  isStopped(): boolean
}

/** More tasks than the solver gets done with in half a minute: they are planned group by group. */
const mostTasksAtOnce = 600
/** Good enough: a plan this near to its bound is not worth more waiting. */
const nearEnough = 0.005
/** Solved to the end or to so many branches, so that the same problem gives the same plan on any machine that is quick enough. */
const mostBranches = 2000

let loaded: Promise<Highs> | null = null

/**
 * Plans: at once by the greedy way, then by the mixed-integer solver with that as its start; the better of the two, with the solver's bound.
 * Runs in a thread of its own: the solver does not let anything else run meanwhile.
 * @param seconds it may take at most; 0: the greedy way alone
 */
export async function solvePlan(
  problem: PlanProblem,
  seconds: number,
  { tell, isStopped }: Watcher,
): Promise<PlanAnswer> {
  const begun = performance.now()
  const plan = preparePlan(problem)
  const atOnce = greedyPlan(plan)
  const least = boundWithoutLimits(plan)
  const first = planAnswer(atOnce, least, 'at once')
  if (first.gap <= 1e-9 || seconds <= 0) return first
  const parts = plan.tasks.length > mostTasksAtOnce ? splitPlan(problem) : []
  if (parts.length > 1) {
    const plans: Assignment[][] = []
    for (const [i, part] of parts.entries()) {
      const left = seconds - (performance.now() - begun) / 1000
      const answer = await solvePlan(part, Math.max(0, left / (parts.length - i)), { tell, isStopped })
      plans.push(answer.assignments)
    }
    const joined = joinPlans(plan, plans)
    return planAnswer(joined.cost() < atOnce.cost() - 1e-9 ? joined : atOnce, least, 'group by group')
  }
  const isSmall = columnsByPerson(plan) <= mostColumns
  const model = isSmall ? personModel(plan) : planModel(plan)
  const highs = await (loaded ??= loadHighs())
  const left = seconds - (performance.now() - begun) / 1000
  const share = isSmall ? 0.9 : 0.5
  const start = asStart(model, atOnce)
  const solved = run(highs, model, { start, seconds: Math.max(0.2, left * share), tell, isStopped })
  const bound = Math.max(least, solved.bound)
  if (!solved.values) return planAnswer(atOnce, bound, 'solver')
  const found = isSmall ? placeAll(plan, model, solved.values) : packDays(plan, daysOf(plan, model, solved.values))
  const best = found.cost() < atOnce.cost() - 1e-9 ? found : atOnce
  if (!isSmall) polish(highs, best, { bound, until: begun + 900 * seconds, tell, isStopped })
  return planAnswer(best, bound, 'solver')
}

/** Up to so many columns the model holds who does what; beyond, the staff of a day is taken together first. */
const mostColumns = 4000

function daysOf({ tasks }: PreparedPlan, { meaning }: PlanModel, values: ArrayLike<number>): (number | null)[] {
  const dayOf = tasks.map((): number | null => null)
  meaning.forEach(({ task, day }, column) => {
    if ((values[column] ?? 0) > 0.5) dayOf[task] = day
  })
  return dayOf
}

/** Seconds for one day planned anew. */
const secondsForDay = 2
const mostPasses = 6

/** Plans one day after the other anew, person by person, as long as that makes the plan cheaper. */
function polish(
  highs: Highs,
  roster: Roster,
  { bound, until, tell, isStopped }: { bound: number; until: number } & Watcher,
): void {
  for (let pass = 0; pass < mostPasses; pass++) {
    let better = false
    for (let day = 0; day < roster.plan.problem.days.length; day++) {
      const left = (until - performance.now()) / 1000
      const cost = roster.cost()
      if (left < 0.05 || isStopped() || cost - bound <= nearEnough * cost) return
      const model = dayModel(roster, day)
      if (!model) continue
      const { values } = run(highs, model, { seconds: Math.min(secondsForDay, left), tell: () => undefined, isStopped })
      if (values && takeDay(roster, model, values)) better = true
      tell({ seconds: 0, gap: (roster.cost() - bound) / Math.max(1e-9, roster.cost()) })
    }
    if (!better) return
  }
}

function run(
  highs: Highs,
  { cost, rows, whole, offset }: PlanModel,
  { start, seconds, tell, isStopped }: { start?: number[]; seconds: number } & Watcher,
): { values: ArrayLike<number> | null; bound: number } {
  const starts = [0]
  for (const { columns } of rows) starts.push((starts.at(-1) ?? 0) + columns.length)
  const model = highs.createModel({
    numCols: cost.length,
    numRows: rows.length,
    offset,
    sense: highs.constants.objectiveSense.minimize,
    colCost: Float64Array.from(cost),
    colLower: new Float64Array(cost.length),
    colUpper: new Float64Array(cost.length).fill(1),
    rowLower: Float64Array.from(rows, ({ lower }) => lower),
    rowUpper: Float64Array.from(rows, ({ upper }) => upper),
    matrix: {
      format: 'csr',
      numRows: rows.length,
      numCols: cost.length,
      starts: Int32Array.from(starts),
      indices: Int32Array.from(rows.flatMap(({ columns }) => columns)),
      values: Float64Array.from(rows.flatMap(({ values }) => values)),
    },
    integrality: Int32Array.from(cost, (_, column) => (column < whole ? 1 : 0)),
  })
  try {
    model.options.set({
      time_limit: seconds,
      mip_rel_gap: nearEnough,
      mip_max_nodes: mostBranches,
      random_seed: 1,
      output_flag: false,
    })
    if (start) model.setSolution({ colValue: Float64Array.from(start) })
    const { mipLogging, mipInterrupt } = highs.constants.callbackType
    model.run({
      [mipLogging]({ data }: { data: { running_time?: number; mip_gap?: number } }) {
        tell({ seconds: data.running_time ?? 0, gap: Number.isFinite(data.mip_gap) ? (data.mip_gap ?? null) : null })
      },
      [mipInterrupt](event: { interrupt(): void }) {
        if (isStopped()) event.interrupt()
      },
    })
    const values = model.getSolution().colValue
    return { values: values.length === cost.length ? values : null, bound: Number(model.info.get('mip_dual_bound')) }
  } finally {
    model.dispose()
  }
}
