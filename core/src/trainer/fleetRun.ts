import { checkTraining, type TrainingChoices, type TrainingFleet } from './trainingFleet.ts'
import { Fates, type TrueLife } from './truth.ts'

/** A place in the fleet: which printer, which of its slots. */
export interface SlotPlace {
  printer: number
  slot: number
}

/** A part in a slot; ages in running hours of the printer. */
export interface PartThere extends SlotPlace {
  partId: string
  age: number
}

/** How a part came out, for whoever learns from it. */
export interface PartEnd {
  partId: string
  age: number
  failed: boolean
}

/** What a run has come to so far. Money in minor units. */
export interface RunFigures {
  hoursRun: number
  hoursDown: number
  /** Hours printed in vain, since the job was lost. */
  hoursLost: number
  failures: number
  jobsLost: number
  replacedInTime: number
  partsMinor: number
  labourMinor: number
  failuresMinor: number
}

export const costOfRun = ({ partsMinor, labourMinor, failuresMinor }: RunFigures): number =>
  partsMinor + labourMinor + failuresMinor

/** What happened on a day, for whoever plays. */
export type RunEvent =
  | ({ kind: 'failed' | 'repaired' | 'replaced'; day: number; age: number } & SlotPlace)
  | ({ kind: 'waits for a part' | 'waits for hands'; day: number } & SlotPlace)

interface Slot {
  age: number
  endsAt: number
  nth: number
}

/** A job counts as lost when it had run for so long. */
const lostFromHours = 0.25

/**
 * A workshop's months, day by day: printers run as they are asked to, parts end as they are fated to, staff mend first what stands still and
 * then do what the rule asks for, as far as their minutes and the shelf go.
 *
 * A printer with a failed part stands still until a later morning on which somebody has the minutes and there is a spare.
 */
export class FleetRun {
  day = 0
  readonly figures: RunFigures = {
    hoursRun: 0,
    hoursDown: 0,
    hoursLost: 0,
    failures: 0,
    jobsLost: 0,
    replacedInTime: 0,
    partsMinor: 0,
    labourMinor: 0,
    failuresMinor: 0,
  }
  /** How parts came out, oldest first. */
  readonly ends: PartEnd[] = []
  readonly events: RunEvent[] = []
  private readonly fates: Fates
  private readonly slots: Slot[][]
  /** Printers that stand still: which slot failed, and since when. */
  private readonly down = new Map<number, { slot: number; since: number }>()
  private readonly shelf = new Map<string, number>()
  private orders: { partId: string; day: number }[] = []
  private readonly partOf
  private minutesLeft = 0
  private begun = new Set<number>()
  private lostToWork = new Map<number, number>()

  /** @throws InputProblem as checkTraining */
  constructor(
    readonly fleet: TrainingFleet,
    truth: ReadonlyMap<string, TrueLife>,
    readonly choices: TrainingChoices,
  ) {
    checkTraining(fleet, choices)
    this.fates = new Fates(fleet, truth, choices.seed)
    this.partOf = new Map(fleet.parts.map((part) => [part.id, part]))
    this.slots = fleet.printers.map(({ slots }, printer) =>
      slots.map((_, slot) => ({ age: 0, endsAt: this.fates.life(printer, slot, 0, 0), nth: 0 })),
    )
    for (const { id } of fleet.parts) this.shelf.set(id, choices.spares)
  }

  get isOpen(): boolean {
    return !this.fleet.closedWeekdays.includes(this.day % 7)
  }
  get minutes(): number {
    return this.minutesLeft
  }

  /** Parts in printers that run, with their ages. */
  running(): PartThere[] {
    return this.fleet.printers.flatMap(({ slots }, printer) =>
      this.down.has(printer)
        ? []
        : slots.map(({ partId }, slot) => ({ printer, slot, partId, age: this.slotAt({ printer, slot }).age })),
    )
  }

  spares(partId: string): number {
    return this.shelf.get(partId) ?? 0
  }
  /** Day on which the next piece of a part type is there. */
  nextSpare(partId: string): number {
    if (this.spares(partId) > 0) return this.day
    return Math.min(Infinity, ...this.orders.filter((one) => one.partId === partId).map(({ day }) => day))
  }

  /** Deliveries come, staff begin, and what stands still is mended first. */
  morning(): void {
    for (const { partId, day } of this.orders) if (day <= this.day) this.shelf.set(partId, this.spares(partId) + 1)
    this.orders = this.orders.filter(({ day }) => day > this.day)
    this.minutesLeft = this.isOpen ? this.choices.minutesPerDay : 0
    this.begun = new Set()
    this.lostToWork = new Map()
    if (!this.isOpen) return
    const waiting = [...this.down].sort((a, b) => a[1].since - b[1].since || a[0] - b[0])
    for (const [printer, { slot }] of waiting) {
      const { age } = this.slotAt({ printer, slot })
      const got = this.change({ printer, slot })
      if (got === 'done') {
        this.down.delete(printer)
        this.events.push({ kind: 'repaired', day: this.day, printer, slot, age })
      } else this.events.push({ kind: got, day: this.day, printer, slot })
    }
  }

  /** Replaces a part that still runs, if there are the minutes and a spare. @returns whether it was done */
  replace(place: SlotPlace): boolean {
    if (!this.isOpen || this.down.has(place.printer)) return false
    const { age } = this.slotAt(place)
    const partId = this.partIdAt(place)
    if (this.change(place) !== 'done') return false
    this.figures.replacedInTime++
    this.ends.push({ partId, age, failed: false })
    this.events.push({ kind: 'replaced', day: this.day, ...place, age })
    return true
  }

  /** The day's printing; then it is the next day. */
  run(): void {
    if (this.isOpen) this.fleet.printers.forEach((_, printer) => this.print(printer))
    this.day++
  }

  /** Hours that a part would still run: fate, which nobody in the workshop knows. */
  fateOf(place: SlotPlace): number {
    const { age, endsAt } = this.slotAt(place)
    return endsAt - age
  }

  private print(printer: number): void {
    const wanted = this.fates.hoursWanted(printer, this.day)
    if (this.down.has(printer)) {
      this.figures.hoursDown += wanted
      return
    }
    const work = Math.min(wanted, this.lostToWork.get(printer) ?? 0)
    const hours = wanted - work
    this.figures.hoursDown += work
    const slots = this.slots[printer] ?? []
    let [first, until] = [-1, hours]
    slots.forEach(({ age, endsAt }, slot) => {
      if (endsAt - age < until) [first, until] = [slot, Math.max(0, endsAt - age)]
    })
    for (const slot of slots) slot.age += until
    this.figures.hoursRun += until
    if (first < 0) return
    const place = { printer, slot: first }
    const partId = this.partIdAt(place)
    const age = this.slotAt(place).age
    this.figures.failures++
    this.figures.failuresMinor += Math.max(1, this.partOf.get(partId)?.failureExtraMinor ?? 0)
    this.figures.hoursDown += hours - until
    const inVain = until % this.fates.jobHours(printer, this.day)
    if (inVain >= lostFromHours) {
      this.figures.jobsLost++
      this.figures.hoursLost += inVain
    }
    this.down.set(printer, { slot: first, since: this.day })
    this.ends.push({ partId, age, failed: true })
    this.events.push({ kind: 'failed', day: this.day, ...place, age })
  }

  private change(place: SlotPlace): 'done' | 'waits for a part' | 'waits for hands' {
    const part = this.partOf.get(this.partIdAt(place))
    if (!part) return 'waits for a part'
    const setUp = this.begun.has(place.printer) ? 0 : this.fleet.setUpMinutes
    if (part.minutes + setUp > this.minutesLeft) return 'waits for hands'
    if (this.spares(part.id) === 0) {
      // Nothing is kept of it: it is ordered when it is needed.
      if (!this.orders.some(({ partId }) => partId === part.id)) this.order(part.id)
      return 'waits for a part'
    }
    this.minutesLeft -= part.minutes + setUp
    this.begun.add(place.printer)
    this.lostToWork.set(place.printer, (this.lostToWork.get(place.printer) ?? 0) + (part.minutes + setUp) / 60)
    this.figures.labourMinor += ((part.minutes + setUp) / 60) * this.fleet.labourMinorPerHour
    this.figures.partsMinor += part.priceMinor
    this.shelf.set(part.id, this.spares(part.id) - 1)
    if (this.spares(part.id) < this.choices.spares) this.order(part.id)
    const slot = this.slotAt(place)
    slot.nth++
    slot.age = 0
    slot.endsAt = this.fates.life(place.printer, place.slot, slot.nth, this.day)
    return 'done'
  }

  private order(partId: string): void {
    this.orders.push({ partId, day: this.day + this.choices.leadDays })
  }

  private slotAt({ printer, slot }: SlotPlace): Slot {
    const found = this.slots[printer]?.[slot]
    if (!found) throw new RangeError(`There is no slot ${slot} at printer ${printer}.`)
    return found
  }
  private partIdAt({ printer, slot }: SlotPlace): string {
    return this.fleet.printers[printer]?.slots[slot]?.partId ?? ''
  }
}
