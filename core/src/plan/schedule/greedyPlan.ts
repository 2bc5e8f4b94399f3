import type { PreparedPlan, PreparedTask } from './planProblem.ts'
import { Roster, type Place } from './roster.ts'

/** A plan at once: what is pinned, then what costs most for each minute, each where it costs least. */
export function greedyPlan(plan: PreparedPlan): Roster {
  const roster = withPinned(plan)
  for (const task of inOrder(plan.tasks)) if (!roster.places[task.index]) insert(roster, task)
  improve(roster)
  return roster
}

/** Only what is pinned, as far as its days have the minutes. Every way of planning begins with it: what somebody has placed is never given up for other work. */
export function withPinned(plan: PreparedPlan): Roster {
  const roster = new Roster(plan)
  for (const task of inOrder(plan.tasks)) if (task.task.pinned) insert(roster, task)
  return roster
}

/** Puts a task where it costs least, if there is a place that is not dearer than leaving it out. */
export function insert(roster: Roster, task: PreparedTask): boolean {
  const best = bestPlace(roster, task)
  if (!best) return false
  roster.put(task, best)
  return true
}

function inOrder(tasks: readonly PreparedTask[]): PreparedTask[] {
  const weight = ({ task, leftCost }: PreparedTask) => leftCost / (task.minutes + 1)
  return [...tasks].sort(
    (a, b) =>
      weight(b) - weight(a) ||
      (a.task.due < b.task.due ? -1 : a.task.due > b.task.due ? 1 : 0) ||
      (a.task.id < b.task.id ? -1 : 1),
  )
}

/**
 * Of all places that fit the cheapest; of equal ones that with the least minutes, then the day nearest before the due date (a part that is
 * changed early has life left), then whoever has most time. What is not due within the horizon is left.
 * @param not a day that is not asked
 */
export function bestPlace(roster: Roster, task: PreparedTask, not = -1): Place | null {
  const { days } = roster.plan.problem
  const isDue = task.task.due <= (days.at(-1)?.date ?? '')
  if (!task.task.pinned && task.before === null && task.leftCost === 0 && !isDue) return null
  let best: { place: Place; rank: number[] } | null = null
  for (let day = 0; day < days.length; day++) {
    if (day === not || !Number.isFinite(task.costOn[day])) continue
    for (const person of task.able[day] ?? []) {
      const place = { day, person }
      if (!roster.fits(task, place)) continue
      const cost = roster.costAt(task, place)
      if (!task.task.pinned && cost > task.leftCost) continue
      const date = days[day]?.date ?? ''
      const rank = [
        cost,
        roster.minutesAt(task, place) - task.task.minutes,
        date <= task.task.due ? days.length - day : days.length + day,
        -roster.minutesLeft(place),
      ]
      if (!best || isLess(rank, best.rank)) best = { place, rank }
    }
  }
  return best?.place ?? null
}

function isLess(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) {
    const [x, y] = [a[i] as number, b[i] as number]
    if (Math.abs(x - y) > 1e-9) return x < y
  }
  return false
}

const rounds = 12

/** So many places are looked for in all to make room: a plan at once must be there at once, however full it is. */
const mostAsked = 20_000

/** Moves tasks that cost something to cheaper days, also where another one must make room for it. */
export function improve(roster: Roster): void {
  const effort = { left: mostAsked }
  for (let round = 0; round < rounds; round++) {
    let better = false
    const costly = roster.plan.tasks
      .filter((task) => !task.task.pinned && roster.costOf(task) > task.least + 1e-9)
      .sort((a, b) => roster.costOf(b) - b.least - (roster.costOf(a) - a.least) || a.index - b.index)
    for (const task of costly) if (moveUp(roster, task, effort)) better = true
    if (!better) return
  }
}

function moveUp(roster: Roster, task: PreparedTask, effort: { left: number }): boolean {
  const before = roster.costOf(task)
  const was = roster.places[task.index] ?? null
  roster.take(task)
  const free = bestPlace(roster, task)
  if (free && roster.costAt(task, free) < before - 1e-9) {
    roster.put(task, free)
    return true
  }
  if (makeRoom(roster, task, before, effort)) return true
  if (was) roster.put(task, was)
  return false
}

/** So many others are asked to make room on one day. */
const asked = 40

/** Puts the task in the place of another one, which moves to where it costs less than is gained. */
function makeRoom(roster: Roster, task: PreparedTask, before: number, effort: { left: number }): boolean {
  const cheaper = [...task.costOn.keys()]
    .filter((day) => (task.costOn[day] as number) < before - 1e-9)
    .sort((a, b) => (task.costOn[a] as number) - (task.costOn[b] as number))
  for (const day of cheaper)
    for (const person of task.able[day] ?? []) {
      const gain = before - roster.costAt(task, { day, person })
      if (gain <= 1e-9) continue
      const there = roster.at({ day, person }).filter(({ task: { pinned } }) => !pinned)
      for (const other of there.slice(0, asked)) {
        if (effort.left <= 0) return false
        const [place, cost] = [roster.places[other.index] as Place, roster.costOf(other)]
        roster.take(other)
        if (roster.fits(task, { day, person }) && effort.left-- > 0) {
          roster.put(task, { day, person })
          const next = bestPlace(roster, other)
          if ((next ? roster.costAt(other, next) : other.leftCost) - cost < gain - 1e-9) {
            if (next) roster.put(other, next)
            return true
          }
          roster.take(task)
        }
        roster.put(other, place)
      }
    }
  return false
}
