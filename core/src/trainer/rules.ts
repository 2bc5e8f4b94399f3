import { chanceOfNodes, type LifeNode } from '../lives/lifePosterior.ts'
import type { LifeRecord } from '../lives/lifeRecord.ts'
import { dayMs } from '../maths/durations.ts'
import { greedyPlan } from '../plan/schedule/greedyPlan.ts'
import { planAnswer } from '../plan/schedule/planAnswer.ts'
import { preparePlan, type PlanTask } from '../plan/schedule/planProblem.ts'
import { costOfWaiting, daysEarly } from '../plan/waiting.ts'
import { comparePolicies, type PolicyReason } from '../policies/comparePolicies.ts'
import type { FleetRun, PartThere, SlotPlace } from './fleetRun.ts'
import { costsOf, type TrainedPart } from './trainingFleet.ts'
import { bestAge, type TrueLife } from './truth.ts'

/** Rules that a practice workshop can be run by. */
export const ruleNames = ['wait for the failure', 'trade intervals', 'the advice', 'as if lives were known'] as const
export type RuleName = (typeof ruleNames)[number]

/** What a rule asks for on a morning, in the order in which it is done while minutes last. */
export interface Rule {
  asksFor(run: FleetRun): SlotPlace[]
}

export function ruleOf(name: RuleName, run: FleetRun, truth: ReadonlyMap<string, TrueLife>): Rule {
  const { parts } = run.fleet
  if (name === 'the advice') return new Advice(run)
  if (name === 'wait for the failure') return { asksFor: () => [] }
  if (name === 'trade intervals') return atIntervals(new Map(parts.map(({ id, tradeInterval }) => [id, tradeInterval])))
  return atIntervals(
    new Map(
      parts.map((part) => {
        const life = truth.get(part.id)
        return [part.id, life ? bestAge(life, part, run.fleet) : Infinity]
      }),
    ),
  )
}

/** Replace what is over its interval, the longest overdue first. */
function atIntervals(intervals: ReadonlyMap<string, number>): Rule {
  return {
    asksFor: (run) => {
      const daysOver = ({ printer, partId, age }: PartThere) =>
        (age - (intervals.get(partId) ?? Infinity)) / Math.max(0.1, run.fleet.printers[printer]?.hoursPerDay ?? 0)
      return run
        .running()
        .map((there) => ({ there, over: daysOver(there) }))
        .filter(({ over }) => over >= 0)
        .sort((a, b) => b.over - a.over)
        .map(({ there }) => there)
    },
  }
}

/** What the evidence so far advises for a part type. */
export interface AdviceOnPart {
  /** null: wait for the failure. */
  interval: number | null
  reason: PolicyReason
  failures: number
  nodes: readonly LifeNode[]
}

/** Evidence is read again after so many days, where a part has come out since. */
const daysBetweenReadings = 14
/** Days ahead that the plan looks. */
const daysPlanned = 7

/**
 * What this product advises: the policy that the workshop's own evidence recommends for each part type, as a plan by cost of waiting with
 * shared set-up. It knows no more than a workshop would: ages and how parts came out.
 */
export class Advice implements Rule {
  private readonly known = new Map<string, { advice: AdviceOnPart; readOn: number; ends: number }>()
  private readonly parts: ReadonlyMap<string, TrainedPart>

  constructor(private readonly run: FleetRun) {
    this.parts = new Map(run.fleet.parts.map((part) => [part.id, part]))
  }

  asksFor(run: FleetRun): SlotPlace[] {
    const there = new Map<string, PartThere>()
    const tasks: PlanTask[] = []
    for (const part of run.running()) {
      const task = this.taskOf(part)
      if (!task) continue
      there.set(task.id, part)
      tasks.push(task)
    }
    if (tasks.length === 0) return []
    const { minutes } = run
    const open = Array.from({ length: daysPlanned }, (_, i) => run.day + i).filter(
      (day) => !run.fleet.closedWeekdays.includes(day % 7),
    )
    const days = open.map((day) => ({
      date: dateOf(day),
      people: [{ id: 'staff', minutes: day === run.day ? minutes : run.choices.minutesPerDay, signOffs: [] }],
    }))
    if (days.length === 0) return []
    const answer = planAnswer(greedyPlan(preparePlan({ days, tasks, bookings: [] })), 0, 'at once')
    const today = dateOf(run.day)
    return answer.assignments.flatMap(({ task, date }) => {
      const place = there.get(task)
      return date === today && place ? [place] : []
    })
  }

  /** What is advised for a part type today. */
  on(partId: string): AdviceOnPart | null {
    const part = this.parts.get(partId)
    if (!part) return null
    const before = this.known.get(partId)
    const { day, ends } = this.run
    if (
      before &&
      (day - before.readOn < daysBetweenReadings || !ends.slice(before.ends).some((one) => one.partId === partId))
    )
      return before.advice
    const records: LifeRecord[] = [
      ...ends
        .filter((one) => one.partId === partId)
        .map(({ age, failed }) => ({ lower: age, upper: failed ? age : null, weight: 1 })),
      ...this.run
        .running()
        .filter((one) => one.partId === partId)
        .map(({ age }) => ({ lower: age, upper: null, weight: 1 })),
    ]
    const { posterior, recommended, reason } = comparePolicies({
      records,
      cost: costsOf(part, this.run.fleet),
      tradeInterval: part.tradeInterval,
    })
    const advice = {
      interval: recommended.interval,
      reason,
      failures: posterior.failures,
      nodes: posterior.nodes(),
    }
    this.known.set(partId, { advice, readOn: day, ends: ends.length })
    return advice
  }

  private taskOf({ printer, slot, partId, age }: PartThere): PlanTask | null {
    const { run } = this
    const part = this.parts.get(partId)
    const advice = this.on(partId)
    const { hoursPerDay = 0 } = run.fleet.printers[printer] ?? {}
    if (!part || !advice || advice.interval === null || hoursPerDay <= 0) return null
    const left = advice.interval - age
    const perDay = (hoursPerDay * (7 - run.fleet.closedWeekdays.length)) / 7
    const daysUntilDue = Math.max(0, Math.floor(left / perDay))
    const earliest = run.day + daysUntilDue - daysEarly({ daysUntilDue, interval: advice.interval, left })
    const spareOn = run.nextSpare(partId)
    const from = Math.max(earliest, Number.isFinite(spareOn) ? spareOn : run.day)
    if (daysUntilDue >= daysPlanned || from >= run.day + daysPlanned) return null
    const weekChance = chanceOfNodes(advice.nodes, age, 7 * perDay).mean
    return {
      id: `${printer} ${slot}`,
      printer: String(printer),
      minutes: part.minutes,
      setUp: { id: String(printer), minutes: run.fleet.setUpMinutes },
      needs: [],
      due: dateOf(run.day + daysUntilDue),
      riskPerDay: Math.max(1, costOfWaiting(weekChance, costsOf(part, run.fleet))),
      ...(from > run.day ? { earliest: dateOf(from) } : {}),
    }
  }
}

/** The plan wants dates; the run counts days. */
const dateOf = (day: number) => new Date(day * dayMs).toISOString().slice(0, 10)
