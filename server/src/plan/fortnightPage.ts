import { and, eq, gte, isNull } from 'drizzle-orm'
import {
  outInWords,
  type Booking,
  type FortnightPage,
  type PlanChange,
  type PlannedTask,
  type PricedMove,
} from '@diatribon/contract'
import { given, type Assignment } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { booking, person, printer } from '../platform/tables.ts'
import type { Planner } from '../services/planner.ts'
import { secondsToSolve, type SitePlan } from './sitePlan.ts'
import { apart } from './together.ts'
import { visitsOf } from './visits.ts'

/** The plan as people see it: visits by day, person and printer, with what is left and what has changed. */
export async function fortnightPage(db: Db, plan: SitePlan): Promise<FortnightPage> {
  const { rules, shown, tasks, answer, madeAt, isSolved } = plan
  const taskOf = new Map(tasks.map((task) => [task.id, task]))
  const visits = visitsOf(answer.assignments, taskOf, rules.setUpMinutes)
  const minutesOf = new Map<string, number>()
  for (const { day, personId, minutes } of visits)
    minutesOf.set(`${day} ${personId}`, (minutesOf.get(`${day} ${personId}`) ?? 0) + minutes)
  const planned = new Set(plan.problem.tasks.flatMap(({ id }) => plan.together.get(id) ?? [id]))
  return {
    fresh: plan.fresh,
    rules,
    days: shown.map((one) => ({
      ...one,
      people: one.people.map((who) => ({ ...who, planned: minutesOf.get(`${one.day} ${who.id}`) ?? 0 })),
    })),
    visits,
    left: [
      ...answer.left.flatMap(({ task: id, why }) => {
        const task = taskOf.get(id)
        return task ? [{ task, why }] : []
      }),
      ...tasks
        .filter(({ id }) => !planned.has(id))
        .map((task) => ({
          task,
          why:
            task.choice?.choice === 'left out'
              ? `Left out by ${task.choice.who}: ${task.choice.reason ?? ''}`
              : task.printer.out
                ? `Waits for its release. ${outInWords(task.printer.out)}`
                : '',
        })),
    ],
    cost: answer.cost,
    bound: answer.bound,
    gap: answer.gap,
    isByRoom: answer.method === 'group by group',
    isBeingSolved: !isSolved,
    secondsToSolve,
    madeAt: madeAt.toISOString(),
    changes: changesOf(plan),
    bookings: await bookingsFrom(db, plan.today),
  }
}

/** What stands otherwise than in the plan of the day before, and why. */
function changesOf({ earlier, answer, tasks, problem, shown, today }: SitePlan): PlanChange[] {
  if (!earlier) return []
  const taskOf = new Map(tasks.map((task) => [task.id, task]))
  const before = new Map(earlier.assignments.map((one) => [one.task, one]))
  const after = new Map(answer.assignments.map((one) => [one.task, one]))
  const names = new Map(shown.flatMap(({ people }) => people.map(({ id, name }) => [id, name] as const)))
  const nameOf = (id: string) => names.get(id) ?? 'somebody who is not there any more'
  const changes: PlanChange[] = []
  for (const [id, was] of before) {
    const old = earlier.tasks.find((task) => task.id === id)
    const task = taskOf.get(id)
    const what = old ? `${old.printer.name}: ${old.words}` : ''
    const is = after.get(id)
    if (!task) {
      if (was.date >= today) changes.push({ words: what, why: 'Done, or no longer due.' })
    } else if (!is) {
      const left = answer.left.find((one) => one.task === id)
      changes.push({ words: `${what} is left for now`, why: left?.why ?? task.choice?.reason ?? 'Left out.' })
    } else if (is.date !== was.date || is.person !== was.person)
      changes.push({
        words: `${what}: ${was.date === is.date ? `${nameOf(is.person)} instead of ${nameOf(was.person)}` : `from ${was.date} to ${is.date}`}`,
        why: whyMoved(task, was, { problem, old, today, nameOf }),
      })
  }
  for (const [id, is] of after) {
    const task = taskOf.get(id)
    if (before.has(id) || !task) continue
    if (!earlier.tasks.some((one) => one.id === id))
      changes.push({ words: `${task.printer.name}: ${task.words} on ${is.date}`, why: `Falls due on ${task.due}.` })
  }
  return changes
}

function whyMoved(
  task: PlannedTask,
  was: Assignment,
  of: { problem: SitePlan['problem']; old: PlannedTask | undefined; today: string; nameOf: (id: string) => string },
): string {
  const { problem, old, today, nameOf } = of
  if (task.choice?.choice === 'pinned') return `Pinned by ${task.choice.who}.`
  if (was.date < today) return 'It was not done on its day.'
  const day = problem.days.find(({ date }) => date === was.date)
  if (!day) return 'The workshop is closed that day.'
  if (!day.people.some(({ id }) => id === was.person)) return `${nameOf(was.person)} is not there that day.`
  if (problem.bookings.some(({ printer: id, date }) => id === task.printer.id && date === was.date))
    return 'The printer is booked that day.'
  if (old && old.due !== task.due) return `Its due date went from ${old.due} to ${task.due}.`
  return 'Other work that costs more to leave needs the minutes.'
}

async function bookingsFrom(db: Db, today: string): Promise<Booking[]> {
  const rows = await db
    .select({ row: booking, who: person.displayName, name: printer.name })
    .from(booking)
    .innerJoin(person, eq(person.id, booking.personId))
    .innerJoin(printer, eq(printer.id, booking.printerId))
    .where(and(isNull(booking.cancelledSeq), gte(booking.untilDay, today)))
    .orderBy(booking.fromDay)
  return rows.map(({ row, who, name }) => ({
    id: row.id,
    printer: { id: row.printerId, name },
    from: row.fromDay,
    until: row.untilDay,
    words: row.words,
    who,
  }))
}

/** What it would cost to do these tasks on a day, by somebody: the plan is made at once around it. */
export async function priceMove(
  planner: Planner,
  plan: SitePlan,
  { tasks: ids, day, personId }: { tasks: readonly string[]; day: string; personId: string | null },
): Promise<PricedMove> {
  const { problem, answer, rules, tasks } = plan
  const taskOf = new Map(tasks.map((task) => [task.id, task]))
  const seen = { ...problem, before: answer.assignments, changeCost: rules.changeCostMinor }
  const moved = {
    ...seen,
    tasks: problem.tasks.map((task) =>
      (plan.together.get(task.id) ?? [task.id]).some((id) => ids.includes(id))
        ? { ...task, earliest: undefined, pinned: { date: day, ...(personId ? { person: personId } : {}) } }
        : task,
    ),
  }
  const [now, then] = [
    await planner.atOnce(seen),
    // A part whose neighbours are not asked about draws them with it: they come out together.
    apart(await planner.atOnce(moved), plan.together),
  ]
  const unable = then.left.find(({ task }) => ids.includes(task))
  if (unable) return { costMinor: 0, moves: [], problem: unable.why }
  const placed = new Map(then.assignments.map((one) => [one.task, one]))
  const moves = answer.assignments.flatMap(({ task: id, date, person: who }) => {
    const task = taskOf.get(id)
    if (ids.includes(id) || !task) return []
    const next = placed.get(id)
    const words = `${task.printer.name}: ${task.words}`
    if (!next) return [{ words, why: given(then.left.find((one) => one.task === id)).why }]
    return next.date !== date || next.person !== who ? [{ words, why: `moves to ${next.date}` }] : []
  })
  return { costMinor: Math.round(then.cost - now.cost), moves, problem: null }
}
