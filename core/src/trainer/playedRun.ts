import { given } from '../given.ts'
import { chanceOfNodes } from '../lives/lifePosterior.ts'
import { FleetRun, type RunEvent, type SlotPlace } from './fleetRun.ts'
import { Advice, type AdviceOnPart } from './rules.ts'
import { dayOf, outcomeOf, type RunDay, type RunOutcome } from './training.ts'
import { costsOf, type TrainedPart, type TrainingChoices, type TrainingFleet } from './trainingFleet.ts'
import { drawTruth } from './truth.ts'

export type Choice = 'change' | 'wait'

/** A part whose turn may have come: the clock stops until somebody has chosen. */
export interface Decision {
  day: number
  printer: string
  slot: string
  part: TrainedPart
  age: number
  preventiveMinor: number
  failureMinor: number
  spares: number
  minutesLeft: number
  /** Chance to fail within a week, as the workshop's own evidence has it. */
  weekChance: number
}

/** What was chosen, what the advice would have been, and what nobody could know then. */
export interface Chosen extends Decision {
  choice: Choice
  advised: Choice
  advice: Pick<AdviceOnPart, 'interval' | 'reason' | 'failures'>
  /** Hours that the part would still have run. */
  wouldHaveRun: number
}

/** Something that happened while the clock ran. */
export interface Happened {
  kind: RunEvent['kind']
  day: number
  printer: string
  slot: string
}

/** Whoever waits is asked again when the part is older by this share of its interval, and not on the next day. */
const askedAgainShare = 0.15
const askedAgainDays = 5

/**
 * A practice workshop that is played by hand. Staff mend what has failed by themselves; of every part whose turn has come by the
 * trade's interval or by the advice, somebody chooses whether it is changed now. The advice is told after the choice.
 */
export class PlayedRun {
  readonly chosen: Chosen[] = []
  private readonly run: FleetRun
  private readonly advice: Advice
  private readonly curve: RunDay[]
  private readonly askAgain = new Map<string, { age: number; day: number }>()
  private waiting: { place: SlotPlace; decision: Decision; advice: AdviceOnPart }[] = []
  private isMorning = false
  private told = 0

  /** @throws InputProblem as checkTraining */
  constructor(
    private readonly fleet: TrainingFleet,
    private readonly choices: TrainingChoices,
  ) {
    this.run = new FleetRun(fleet, drawTruth(fleet, choices), choices)
    this.advice = new Advice(this.run)
    this.curve = [dayOf(this.run)]
  }

  get day(): number {
    return this.run.day
  }

  /** Lets days pass until something is to be chosen. @returns null when the time is over */
  next(): Decision | null {
    const { run } = this
    while (run.day < this.choices.days) {
      if (!this.isMorning) {
        run.morning()
        this.isMorning = true
        if (run.isOpen) this.gather()
      }
      // What was changed meanwhile may have used up the minutes or the shelf.
      this.waiting = this.waiting.filter(({ decision: { part } }) => this.canBeDone(part))
      const [first] = this.waiting
      if (first) {
        first.decision.minutesLeft = run.minutes
        first.decision.spares = run.spares(first.decision.part.id)
        return first.decision
      }
      run.run()
      this.isMorning = false
      this.curve.push(dayOf(run))
    }
    return null
  }

  /** Chooses for the part that `next` has told of. @returns what the advice was, and what nobody could know */
  choose(choice: Choice): Chosen {
    const { place, decision, advice } = given(this.waiting.shift())
    const { hoursPerDay } = given(this.fleet.printers[place.printer])
    const isDue = advice.interval !== null && decision.age + hoursPerDay > advice.interval
    const chosen: Chosen = {
      ...decision,
      choice,
      advised: isDue ? 'change' : 'wait',
      advice: { interval: advice.interval, reason: advice.reason, failures: advice.failures },
      wouldHaveRun: this.run.fateOf(place),
    }
    this.chosen.push(chosen)
    if (choice === 'change') {
      this.run.replace(place)
      this.askAgain.delete(keyOf(place))
    } else
      this.askAgain.set(keyOf(place), {
        age: decision.age + askedAgainShare * decision.part.tradeInterval,
        day: decision.day + askedAgainDays,
      })
    return chosen
  }

  /** What has happened since this was asked last. */
  happened(): Happened[] {
    const news = this.run.events.slice(this.told)
    this.told = this.run.events.length
    return news.map(({ kind, day, printer, slot }) => ({ kind, day, ...this.namesOf({ printer, slot }) }))
  }

  outcome(): RunOutcome {
    return outcomeOf('your choices', { ...this.run.figures }, [...this.curve])
  }

  private gather(): void {
    const { run } = this
    this.waiting = run.running().flatMap(({ printer, slot, partId, age }) => {
      const place = { printer, slot }
      const part = given(this.fleet.parts.find(({ id }) => id === partId))
      const { hoursPerDay } = given(this.fleet.printers[printer])
      const advice = given(this.advice.on(partId))
      const again = this.askAgain.get(keyOf(place))
      // A younger part than the one that was asked about: it has failed and been mended meanwhile.
      const isSame = again !== undefined && age >= again.age - askedAgainShare * part.tradeInterval
      const turn = Math.min(part.tradeInterval, advice.interval ?? Infinity)
      if (age + hoursPerDay <= turn || (isSame && (age < again.age || run.day < again.day))) return []
      if (!this.canBeDone(part)) return []
      const { preventive, failure } = costsOf(part, this.fleet)
      const decision: Decision = {
        day: run.day,
        ...this.namesOf(place),
        part,
        age,
        preventiveMinor: preventive,
        failureMinor: failure,
        spares: run.spares(partId),
        minutesLeft: run.minutes,
        weekChance: chanceOfNodes(advice.nodes, age, 7 * hoursPerDay).mean,
      }
      return [{ place, decision, advice }]
    })
  }

  private canBeDone(part: TrainedPart): boolean {
    return this.run.spares(part.id) > 0 && part.minutes + this.fleet.setUpMinutes <= this.run.minutes
  }

  private namesOf({ printer, slot }: SlotPlace): { printer: string; slot: string } {
    const { name, slots } = given(this.fleet.printers[printer])
    return { printer: name, slot: given(slots[slot]).name }
  }
}

const keyOf = ({ printer, slot }: SlotPlace) => `${printer} ${slot}`
