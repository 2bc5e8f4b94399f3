import { createHash } from 'node:crypto'
import { and, desc, eq, gte, isNull, lt, lte, sql } from 'drizzle-orm'
import {
  addDays,
  type Freshness,
  type Kit,
  type PlannedDay,
  type PlannedTask,
  type PlanRules,
} from '@diatribon/contract'
import type { Assignment, PlanAnswer, PlanProblem, PlanTask } from '@diatribon/core'
import { leastFresh } from '../kept/leastFresh.ts'
import { calendarHere, type SiteCalendar } from '../platform/calendar.ts'
import type { Database, Db } from '../platform/database.ts'
import { booking, job, keptPlan, printerModel } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'
import { neededRole, planDays, rulesOf } from './planDays.ts'
import type { Planner } from '../services/planner.ts'
import type { Services } from '../services/services.ts'
import { neededFor, planTasks } from './planTasks.ts'
import { workThatMayBeDone } from './workThatMayBeDone.ts'
import { apart, changedTogether, joined, type Together } from './together.ts'

/** Everything that a plan is worked out from, and what is there of it. */
export interface SitePlan {
  fresh: Freshness
  today: string
  rules: PlanRules
  calendar: SiteCalendar
  shown: PlannedDay[]
  tasks: PlannedTask[]
  problem: PlanProblem
  together: Together
  answer: PlanAnswer
  madeAt: Date
  isSolved: boolean
  /** The plan of the last day before this one that had one. */
  earlier: { day: string; assignments: Assignment[]; tasks: PlannedTask[] } | null
}

/** A fortnight of work may take the solver so long; a big site is planned by what it finds by then. */
export const secondsToSolve = 20
/** In the place of whether it is solved: somebody wants what there is by now. */
const stopped = 2
const lookMs = 500
/** Plans of so many days back are kept. */
const daysKept = 60

/**
 * The workshop's plan: the one that is kept while nothing that it rests on has changed, else one that is made at once; the solver's follows.
 * @param onBetter is told when a better one is there
 */
async function sitePlan(
  { db, pool }: Database,
  planner: Planner,
  { now, onBetter, onProblem }: { now: Date; onBetter: () => void; onProblem: (error: unknown) => void },
): Promise<Omit<SitePlan, 'fresh'>> {
  const found = await problemHere({ db, pool }, now)
  const { today, problem, tasks, together } = found
  const mark = createHash('sha1').update(JSON.stringify(problem)).digest('base64url')
  const [kept] = await db.select().from(keptPlan).orderBy(desc(keptPlan.day)).limit(1)
  const [before] = await db.select().from(keptPlan).where(lt(keptPlan.day, today)).orderBy(desc(keptPlan.day)).limit(1)
  const earlier = before ? { day: before.day, assignments: before.answer.assignments, tasks: before.tasks } : null
  const holds = kept !== undefined && kept.day === today && kept.mark === mark
  if (holds && kept.solved === 1) return { ...found, answer: kept.answer, madeAt: kept.madeAt, isSolved: true, earlier }
  // What people have seen: moving it costs.
  const seen = { ...problem, before: kept?.answer.assignments ?? [], changeCost: found.rules.changeCostMinor }
  const answer = holds ? kept.answer : apart(await planner.atOnce(seen), together)
  const keep = async (of: PlanAnswer, solved: 0 | 1) => {
    const row = { mark, madeAt: now, answer: of, tasks, solved }
    await db
      .insert(keptPlan)
      .values({ day: today, ...row })
      .onConflictDoUpdate({ target: keptPlan.day, set: row })
  }
  // Where no plan can be cheaper the solver has nothing to look for.
  const isBest = answer.gap <= 1e-9
  if (!holds) await keep(answer, isBest ? 1 : 0)
  if (!isBest) void solveOnce()
  return { ...found, answer, madeAt: holds ? kept.madeAt : now, isSolved: isBest, earlier }

  /** The search ends early when somebody has stopped it, at whichever process, or when there is another problem by now. */
  async function watched(): Promise<PlanAnswer> {
    const ended = new AbortController()
    const look = setInterval(() => {
      db.select({ mark: keptPlan.mark, solved: keptPlan.solved })
        .from(keptPlan)
        .orderBy(desc(keptPlan.day))
        .limit(1)
        .then(([row]) => {
          if (row?.mark !== mark || row.solved === stopped) ended.abort()
        }, onProblem)
    }, lookMs)
    try {
      return await planner.solve(seen, secondsToSolve, { signal: ended.signal })
    } finally {
      clearInterval(look)
    }
  }

  /** One process solves a problem, however many pages ask for it. */
  async function solveOnce(): Promise<void> {
    try {
      const client = await pool.connect()
      try {
        const { rows } = await client.query<{ mine: boolean }>(
          'SELECT pg_try_advisory_lock(17, hashtext($1)) AS mine',
          [mark],
        )
        if (!rows[0]?.mine) return
        try {
          const better = apart(await watched(), together)
          const [now1] = await db.select({ mark: keptPlan.mark }).from(keptPlan).orderBy(desc(keptPlan.day)).limit(1)
          if (now1?.mark !== mark) return
          await keep(better, 1)
          await db.delete(keptPlan).where(lt(keptPlan.day, addDays(today, -daysKept)))
          onBetter()
        } finally {
          await client.query('SELECT pg_advisory_unlock(17, hashtext($1))', [mark])
        }
      } finally {
        client.release()
      }
    } catch (error) {
      onProblem(error)
    }
  }
}

/** The plan as it stands now, on figures that hold. @param personId who asks; null: nobody waits for it */
export async function planNow(
  services: Pick<Services, 'database' | 'planner' | 'kept' | 'clock' | 'live' | 'onProblem'>,
  personId: string | null,
): Promise<SitePlan> {
  const fresh = leastFresh(
    await services.kept.fresh('due', 'everyone', personId),
    await services.kept.fresh('drift', 'everyone', personId),
  )
  const plan = await sitePlan(services.database, services.planner, {
    now: services.clock(),
    onBetter: () => services.live.announceTopics('plan'),
    onProblem: services.onProblem,
  })
  return { ...plan, fresh }
}

/** Whoever does not want to wait for a better plan takes what the solver has by now. */
export async function stopSolving(db: Db): Promise<void> {
  await db.update(keptPlan).set({ solved: stopped }).where(eq(keptPlan.solved, 0))
}

/** The problem as it was read last, by what it was read from: most looks at a plan come when nothing has changed. */
const lastRead = new WeakMap<Database['pool'], { stamp: string; found: Found }>()

async function problemHere({ db, pool }: Pick<Database, 'db' | 'pool'>, now: Date): Promise<Found> {
  const stamp = `${startOfHour(now).getTime()} ${await stampOf(db)}`
  const before = lastRead.get(pool)
  if (before?.stamp === stamp) return before.found
  const found = await problemOf(db, now)
  lastRead.set(pool, { stamp, found })
  return found
}

/** Another one after every line of the book, also one that is seen later than those after it, and after every figure that was worked out. */
async function stampOf(db: Db): Promise<string> {
  const { rows } = await db.execute<{ stamp: string }>(sql`
    SELECT concat_ws(' ',
      (SELECT sum(seq) FROM log_entry WHERE seq > (SELECT max(seq) FROM log_entry) - 100),
      (SELECT sum(xmin::text::bigint) FROM kept_figure WHERE figure IN ('due', 'drift'))) AS stamp`)
  return rows[0]?.stamp ?? ''
}

type Found = Pick<SitePlan, 'today' | 'rules' | 'calendar' | 'shown' | 'tasks' | 'problem' | 'together'>

async function problemOf(db: Db, now: Date): Promise<Found> {
  const calendar = await calendarHere(db)
  const rules = await rulesOf(db)
  const today = dayIn(calendar.timeZone)(now)
  const models = await modelsHere(db)
  const names = new Map([...models].map(([id, { name }]) => [id, name] as const))
  const { days, shown } = await planDays(db, { rules, calendar, now: startOfHour(now), models: names })
  const lastDay = shown.at(-1)?.day ?? today
  const due = await planTasks(db, { today, lastDay, now, timeZone: calendar.timeZone, onHold: rules.onHold })
  const { tasks, together } = changedTogether(due, (modelId) => models.get(modelId)?.kits ?? [])
  const bookings = [...(await bookedDays(db, today, lastDay)), ...(await runningOver(db, { now, today, calendar }))]
  const { allows } = await workThatMayBeDone(db, now)
  const planned = tasks.filter(
    ({ choice, printer, kind, opens }) =>
      // What somebody has put down to be done there is often what puts it right.
      (kind === 'duty' || allows(printer.id, kind === 'check' ? opens : null)) &&
      (choice?.choice !== 'left out' || (choice.day ?? '') <= lastDay),
  )
  // The planner knows no empty plan: a workshop that is closed throughout has one day without people.
  const problem: PlanProblem = {
    days: days.length > 0 ? days : [{ date: today, people: [] }],
    tasks: joined(
      planned.map((task) => planTaskOf(task, { rules, today, models: names })),
      together,
    ),
    bookings,
  }
  return { today, rules, calendar, shown, tasks, problem, together }
}

/** What is left of today counts by the hour, so that not every look has another plan. */
const startOfHour = (now: Date) => new Date(Math.floor(now.getTime() / 3_600_000) * 3_600_000)

async function modelsHere(db: Db): Promise<Map<string, { name: string; kits: Kit[] }>> {
  const rows = await db
    .select({ id: printerModel.id, make: printerModel.make, name: printerModel.name, kits: printerModel.kits })
    .from(printerModel)
  return new Map(rows.map(({ id, make, name, kits }) => [id, { name: `${make} ${name}`.trim(), kits }]))
}

function planTaskOf(
  task: PlannedTask,
  { rules, today, models }: { rules: PlanRules; today: string; models: ReadonlyMap<string, string> },
): PlanTask {
  const { id, printer, minutes, due, riskPerDayMinor, role, signOff, choice } = task
  const isPinned = choice?.choice === 'pinned'
  const leftUntil = choice?.choice === 'left out' ? choice.day : null
  // Whoever pins a part to an earlier day gives away what it would still run, and may.
  const earliest = [isPinned ? null : task.earliest, leftUntil]
    .filter((day): day is string => day !== null)
    .sort()
    .at(-1)
  return {
    id,
    printer: printer.id,
    group: printer.room,
    minutes,
    setUp: { id: printer.id, minutes: rules.setUpMinutes },
    needs: [neededRole(role), ...(signOff ? [neededFor(signOff, models.get(printer.modelId) ?? 'this model')] : [])],
    due,
    riskPerDay: riskPerDayMinor,
    ...(earliest ? { earliest } : {}),
    ...(isPinned && choice.day && choice.day >= today
      ? { pinned: { date: choice.day, ...(choice.forPersonId ? { person: choice.forPersonId } : {}) } }
      : {}),
  }
}

async function bookedDays(db: Db, from: string, until: string): Promise<PlanProblem['bookings'][number][]> {
  const rows = await db
    .select()
    .from(booking)
    .where(and(isNull(booking.cancelledSeq), gte(booking.untilDay, from), lte(booking.fromDay, until)))
  return rows.flatMap(({ printerId, fromDay, untilDay }) => {
    const days: { printer: string; date: string }[] = []
    for (let day = fromDay < from ? from : fromDay; day <= untilDay && day <= until; day = addDays(day, 1))
      days.push({ printer: printerId, date: day })
    return days
  })
}

/** A printer whose job runs until tomorrow is not free today. */
async function runningOver(
  db: Db,
  { now, today, calendar }: { now: Date; today: string; calendar: SiteCalendar },
): Promise<PlanProblem['bookings'][number][]> {
  const rows = await db
    .select({ printerId: job.printerId, startedAt: job.startedAt, hours: job.plannedHours })
    .from(job)
    .where(isNull(job.finishedSeq))
  const day = dayIn(calendar.timeZone)
  return rows.flatMap(({ printerId, startedAt, hours }) => {
    const end = new Date(startedAt.getTime() + hours * 3_600_000)
    return end > now && day(end) > today ? [{ printer: printerId, date: today }] : []
  })
}
