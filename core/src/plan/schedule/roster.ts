import type { PreparedPlan, PreparedTask } from './planProblem.ts'

/** Where a task stands: a day and a person of that day, as places in their lists. */
export interface Place {
  day: number
  person: number
}

/** Who does what on which day, with the minutes that are left. Keeps every limit: what does not fit cannot be put in. */
export class Roster {
  /** Place of each task by its index; null: it is left out. */
  readonly places: (Place | null)[]
  private readonly left: number[][]
  private readonly tasksAt: Set<PreparedTask>[][]
  /** How many tasks use a set-up, by day, person and set-up. */
  private readonly setUps = new Map<string, number>()

  constructor(readonly plan: PreparedPlan) {
    this.places = plan.tasks.map(() => null)
    this.tasksAt = plan.problem.days.map(({ people }) => people.map(() => new Set()))
    this.left = plan.problem.days.map(({ people }) => people.map(({ minutes }) => minutes))
  }

  /** What it costs there, with that of another person than the one who was seen; Infinity: it may not be there. */
  costAt({ costOn, able, before }: PreparedTask, { day, person }: Place): number {
    if (!able[day]?.includes(person)) return Infinity
    const changed =
      before !== null && before.day === day && this.plan.problem.days[day]?.people[person]?.id !== before.person
    return (costOn[day] as number) + (changed ? this.plan.changeCost : 0)
  }

  /** Minutes that it would take there: its own, and those of a set-up that is not done yet. */
  minutesAt({ task }: PreparedTask, { day, person }: Place): number {
    const { setUp, minutes } = task
    return minutes + (setUp && !this.setUps.get(keyOf(day, person, setUp.id)) ? setUp.minutes : 0)
  }

  fits(task: PreparedTask, place: Place): boolean {
    return this.minutesAt(task, place) <= (this.left[place.day]?.[place.person] ?? -1) + 1e-9
  }

  minutesLeft({ day, person }: Place): number {
    return this.left[day]?.[person] ?? 0
  }

  put(task: PreparedTask, place: Place): void {
    this.spend(place, this.minutesAt(task, place))
    this.count(task, place, 1)
    this.places[task.index] = place
    this.tasksAt[place.day]?.[place.person]?.add(task)
  }

  take(task: PreparedTask): void {
    const place = this.places[task.index]
    if (!place) return
    this.count(task, place, -1)
    this.spend(place, -this.minutesAt(task, place))
    this.places[task.index] = null
    this.tasksAt[place.day]?.[place.person]?.delete(task)
  }

  /** What somebody does on a day, in the order of the tasks. */
  at({ day, person }: Place): PreparedTask[] {
    return [...(this.tasksAt[day]?.[person] ?? [])].sort((a, b) => a.index - b.index)
  }

  /** What the task costs where it is. */
  costOf(task: PreparedTask): number {
    const place = this.places[task.index]
    return place ? this.costAt(task, place) : task.leftCost
  }

  cost(): number {
    return this.plan.tasks.reduce((sum, task) => sum + this.costOf(task), 0)
  }

  private spend({ day, person }: Place, minutes: number): void {
    const ofDay = this.left[day] as number[]
    ofDay[person] = (ofDay[person] as number) - minutes
  }

  private count({ task: { setUp } }: PreparedTask, { day, person }: Place, by: number): void {
    if (!setUp) return
    const key = keyOf(day, person, setUp.id)
    this.setUps.set(key, (this.setUps.get(key) ?? 0) + by)
  }
}

const keyOf = (day: number, person: number, setUp: string) => `${day} ${person} ${setUp}`
