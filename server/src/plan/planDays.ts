import { inArray } from 'drizzle-orm'
import {
  isAtLeast,
  isSignedOffFor,
  roles,
  signOffs,
  type PlannedDay,
  type PlanRules,
  type Role,
} from '@diatribon/contract'
import { minutesOnDay, type PlanDay } from '@diatribon/core'
import { isStaff } from '../rules/mayDo.ts'
import { shiftsOf } from '../rules/shifts.ts'
import { signOffHolds } from '../rules/signOffHolds.ts'
import { calendarDays, type SiteCalendar } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { person, planRules, signOff, site } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'
import { neededFor } from './planTasks.ts'

/** What holds until a lead says otherwise. Common practice, no source. */
export const usualRules: PlanRules = {
  days: 14,
  shareOfShift: 0.3,
  setUpMinutes: 10,
  changeCostMinor: 100,
  onHold: 'last',
}

export async function rulesOf(db: Db): Promise<PlanRules> {
  const [row] = await db.select().from(planRules).limit(1)
  if (!row) return usualRules
  const { days, shareOfShift, setUpMinutes, changeCostMinor, onHold } = row
  return { days, shareOfShift, setUpMinutes, changeCostMinor, onHold }
}

/** What a role may do, told as a sign-off of its own. */
export const neededRole = (role: Role) => `the work of a ${role}`

/**
 * The days of the plan from today on, with who is there and how many minutes they have. Of today only what is left of the day counts.
 * @param models names by their ids
 * @returns the days for the planner, without closed ones, and all of them for the page
 */
export async function planDays(
  db: Db,
  of: { rules: PlanRules; calendar: SiteCalendar; now: Date; models: ReadonlyMap<string, string> },
): Promise<{ days: PlanDay[]; shown: PlannedDay[] }> {
  const { rules, calendar, now, models } = of
  const [place] = await db.select({ relaxed: site.relaxed }).from(site).limit(1)
  const relaxed = place?.relaxed ?? []
  const staff = (await db.select().from(person)).filter((one) => isStaff(one) && isAtLeast(one.role, 'operator'))
  const given = groupBy(
    staff.length > 0
      ? await db
          .select()
          .from(signOff)
          .where(
            inArray(
              signOff.personId,
              staff.map(({ id }) => id),
            ),
          )
      : [],
    ({ personId }) => personId,
  )
  const day = dayIn(calendar.timeZone)
  const whole = calendarDays(calendar, now, 0, rules.days)
  const shown: PlannedDay[] = []
  const days: PlanDay[] = []
  for (const { startMs, endMs, open } of whole) {
    const date = day(new Date((startMs + endMs) / 2))
    const left = Math.min(1, Math.max(0, (endMs - Math.max(startMs, now.getTime())) / (endMs - startMs)))
    const people = open
      ? staff
          .map((one) => {
            const own = (given.get(one.id) ?? []).filter((row) => signOffHolds(row, date))
            return {
              id: one.id,
              name: one.displayName,
              minutes: Math.round(
                minutesOnDay(shiftsOf(one), date) * rules.shareOfShift * (left < 1 ? Math.min(1, 2 * left) : 1),
              ),
              signOffs: [
                ...roles.filter((role) => isAtLeast(one.role, role)).map(neededRole),
                ...signOffs.flatMap((what) =>
                  [...models].flatMap(([id, name]) =>
                    isSignedOffFor(own, relaxed, what, id) ? neededFor(what, name) : [],
                  ),
                ),
              ],
            }
          })
          .filter(({ minutes }) => minutes > 0)
          .sort((a, b) => (a.name < b.name ? -1 : 1))
      : []
    shown.push({
      day: date,
      closed: !open,
      people: people.map(({ id, name, minutes }) => ({ id, name, minutes, planned: 0 })),
    })
    if (open)
      days.push({ date, people: people.map(({ id, minutes, signOffs: own }) => ({ id, minutes, signOffs: own })) })
  }
  return { days, shown }
}
