import { InputProblem } from '../inputProblem.ts'
import { costOfRun, FleetRun, type RunFigures } from './fleetRun.ts'
import { ruleOf, type RuleName } from './rules.ts'
import type { TrainingChoices, TrainingFleet } from './trainingFleet.ts'
import { drawTruth } from './truth.ts'

/** Where a run stood on the evening of a day. */
export interface RunDay {
  day: number
  costMinor: number
  hoursDown: number
  failures: number
}

export interface RunOutcome {
  rule: RuleName | 'your choices'
  figures: RunFigures
  costPer1000h: number
  failuresPer1000h: number
  hoursDownPer1000h: number
  curve: RunDay[]
}

const daysInOneStretch = 14

/**
 * Runs a practice workshop by one rule, a fortnight at a time, so that whoever watches sees how far it is and can stop it.
 * Rules that are run with the same fleet and choices meet the same fates.
 * @throws InputProblem as checkTraining
 */
export function* training(
  fleet: TrainingFleet,
  choices: TrainingChoices,
  rule: RuleName,
): Generator<{ day: number }, RunOutcome> {
  const truth = drawTruth(fleet, choices)
  const run = new FleetRun(fleet, truth, choices)
  const asked = ruleOf(rule, run, truth)
  const curve: RunDay[] = [dayOf(run)]
  while (run.day < choices.days) {
    run.morning()
    if (run.isOpen) for (const place of asked.asksFor(run)) run.replace(place)
    run.run()
    curve.push(dayOf(run))
    if (run.day % daysInOneStretch === 0) yield { day: run.day }
  }
  return outcomeOf(rule, run.figures, curve)
}

export function outcomeOf(rule: RunOutcome['rule'], figures: RunFigures, curve: RunDay[]): RunOutcome {
  const per1000h = (value: number) => (figures.hoursRun > 0 ? (value / figures.hoursRun) * 1000 : 0)
  return {
    rule,
    figures,
    costPer1000h: per1000h(costOfRun(figures)),
    failuresPer1000h: per1000h(figures.failures),
    hoursDownPer1000h: per1000h(figures.hoursDown),
    curve,
  }
}

export const dayOf = ({ day, figures }: FleetRun): RunDay => ({
  day,
  costMinor: costOfRun(figures),
  hoursDown: figures.hoursDown,
  failures: figures.failures,
})

/**
 * The mean of runs by one rule with other fates: figures, rates and curves. All must have run for as many days.
 * @param outcomes at least one
 */
export function meanOutcome(outcomes: readonly RunOutcome[]): RunOutcome {
  const [first] = outcomes
  if (!first) throw new InputProblem('no-records', 'There is no run to take the mean of.')
  const mean = (of: (one: RunOutcome) => number) => outcomes.reduce((sum, one) => sum + of(one), 0) / outcomes.length
  const figures = { ...first.figures }
  for (const name of Object.keys(figures) as (keyof RunFigures)[]) figures[name] = mean((one) => one.figures[name])
  const curve = first.curve.map(({ day }, i): RunDay => {
    const on = (of: keyof Omit<RunDay, 'day'>) => mean((one) => one.curve[i]?.[of] ?? 0)
    return { day, costMinor: on('costMinor'), hoursDown: on('hoursDown'), failures: on('failures') }
  })
  return outcomeOf(first.rule, figures, curve)
}

/** Runs to the end at once. */
export function trained(fleet: TrainingFleet, choices: TrainingChoices, rule: RuleName): RunOutcome {
  const run = training(fleet, choices, rule)
  for (;;) {
    const { done, value } = run.next()
    if (done) return value
  }
}
