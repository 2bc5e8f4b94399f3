import type { Freshness } from '../freshness.ts'
import type { Role } from '../rights.ts'
import type { SignOff } from '../people/signOffs.ts'
import type { PrinterSpot } from '../spot.ts'

/** What somebody can say of a task: it is done on a day, it is left for now, or the plan is free again. */
export const taskChoices = ['pinned', 'left out', 'free'] as const
export type TaskChoice = (typeof taskChoices)[number]

/** Printers on hold are planned before the others, after them, or like them. */
export const onHoldOrders = ['first', 'last', 'as the others'] as const
export type OnHoldOrder = (typeof onHoldOrders)[number]

export interface PlanRules {
  days: number
  /** Share of a shift that is there for maintenance. */
  shareOfShift: number
  /** Cooling down, unplugging, tools out: once for each visit. */
  setUpMinutes: number
  /** What it is worth not to move what people have seen already, for each task. */
  changeCostMinor: number
  onHold: OnHoldOrder
}

export const taskKinds = ['replace', 'check', 'duty', 'reading', 'upgrade'] as const
export type TaskKind = (typeof taskKinds)[number]

/** One piece of work at a printer, as it stands in the plan. */
export interface PlannedTask {
  id: string
  kind: TaskKind
  printer: PrinterSpot
  /** The slot, the check, or what was put down to be done. */
  words: string
  /** What a slot gets. */
  partType: { id: string; name: string } | null
  minutes: number
  due: string
  /** Not before this day. */
  earliest: string | null
  /** Where its part lies, or from when on it could be here; left out where nobody keeps it. */
  stock?: { place: string | null; hereOn: string | null; isOrdered: boolean }
  /** What each day of waiting costs, in minor units. */
  riskPerDayMinor: number
  /** Least role that may do it. */
  role: Role
  signOff: SignOff | null
  /** The check, slot or duty that it opens. */
  opens: string
  /** Of a check that was begun and not finished. */
  openSheetId: string | null
  tools: string[]
  /** What stands where the work is. */
  cautions: string[]
  choice: {
    choice: TaskChoice
    day: string | null
    forPersonId: string | null
    who: string
    reason: string | null
  } | null
}

/** What one person does at one printer on one day. */
export interface Visit {
  day: string
  personId: string
  printer: PrinterSpot
  tasks: PlannedTask[]
  /** With what is made once for the visit. */
  minutes: number
}

export interface PlannedDay {
  day: string
  closed: boolean
  people: { id: string; name: string; minutes: number; planned: number }[]
}

/** Something that stands otherwise than yesterday, and why. */
export interface PlanChange {
  words: string
  why: string
}

export interface FortnightPage {
  fresh: Freshness
  rules: PlanRules
  days: PlannedDay[]
  visits: Visit[]
  left: { task: PlannedTask; why: string }[]
  /** Cost of waiting in this plan, the least that any plan costs, and by how much it could be cheaper at most; minor units. */
  cost: number
  bound: number
  gap: number
  /** It was too large for one piece and was planned room by room. */
  isByRoom: boolean
  /** A better plan may come: the solver is still at it. */
  isBeingSolved: boolean
  /** How long it looks at most. */
  secondsToSolve: number
  madeAt: string
  changes: PlanChange[]
  bookings: Booking[]
}

/** The first day of the plan alone, for the Round. */
export interface TodayPage {
  fresh: Freshness
  day: PlannedDay | null
  visits: Visit[]
}

export interface Booking {
  id: string
  printer: { id: string; name: string }
  from: string
  until: string
  words: string
  who: string
}

/** Whether somebody's calendar has an address, and since when. */
export interface CalendarFeed {
  since: string | null
}

/** The address of a new one: told once. */
export interface NewCalendarFeed {
  url: string
}

/** Tasks that somebody thinks of moving. */
export interface PriceRequest {
  tasks: string[]
  day: string
  personId: string | null
}

/** What a move would cost, before it is made. */
export interface PricedMove {
  /** By how much the plan costs more; below 0: less. Minor units. */
  costMinor: number
  /** Other tasks that would be moved or left. */
  moves: { words: string; why: string }[]
  /** Why it cannot be; null: it can. */
  problem: string | null
}
