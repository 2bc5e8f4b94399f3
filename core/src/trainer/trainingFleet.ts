import { InputProblem } from '../inputProblem.ts'

/** A part type as the workshop knows it; money in minor units, ages in running hours. */
export interface TrainedPart {
  id: string
  name: string
  tradeInterval: number
  priceMinor: number
  minutes: number
  failureExtraMinor: number
}

export interface TrainedPrinter {
  id: string
  name: string
  /** Hours that it is asked to run on an open day. */
  hoursPerDay: number
  slots: readonly { name: string; partId: string }[]
}

/** A workshop to practise on. It lives in memory alone. */
export interface TrainingFleet {
  parts: readonly TrainedPart[]
  printers: readonly TrainedPrinter[]
  labourMinorPerHour: number
  /** Minutes to cool down, unplug and lay out tools, once for each printer and day. */
  setUpMinutes: number
  /** Days of the week on which nobody is there and nothing runs, 0 Sunday. */
  closedWeekdays: readonly number[]
}

/** How far the catalogue's intervals are from what would be right. */
export const tradeErrors = ['right', 'twice too long', 'twice too short', 'either way', 'nobody knows'] as const
export type TradeError = (typeof tradeErrors)[number]

/** How parts end: by a Weibull, by a lognormal of the same mean and spread, or as Weibull with batches of bad parts. */
export const lawsOfTruth = ['Weibull', 'lognormal', 'bad batches'] as const
export type LawOfTruth = (typeof lawsOfTruth)[number]

export interface TrainingChoices {
  seed: number
  days: number
  /** Minutes that staff have for this work on an open day. */
  minutesPerDay: number
  /** Pieces of each part type on the shelf; each that is taken is ordered again. */
  spares: number
  /** Days until an order is there. */
  leadDays: number
  trade: TradeError
  law: LawOfTruth
}

/** What a replacement in time and a failure cost, with a set-up of their own each: that some visits share one is not counted. */
export const costsOf = (
  part: TrainedPart,
  { labourMinorPerHour, setUpMinutes }: Pick<TrainingFleet, 'labourMinorPerHour' | 'setUpMinutes'>,
) => {
  const preventive = Math.max(1, part.priceMinor + ((part.minutes + setUpMinutes) / 60) * labourMinorPerHour)
  return { preventive, failure: preventive + Math.max(1, part.failureExtraMinor) }
}

/**
 * Refuses a fleet or choices that cannot be run.
 * @throws InputProblem 'no-records' (no printer, or none with parts), 'not-positive', 'impossible-figure'
 */
export function checkTraining({ parts, printers }: TrainingFleet, choices: TrainingChoices): void {
  if (!printers.some(({ slots }) => slots.length > 0))
    throw new InputProblem('no-records', 'There is no printer with a part that ages by running hours.')
  const known = new Set(parts.map(({ id }) => id))
  for (const { name, slots, hoursPerDay } of printers) {
    requireFigure(hoursPerDay, `Hours a day of ${name}`, 0)
    for (const slot of slots)
      if (!known.has(slot.partId))
        throw new InputProblem('no-records', `${slot.name} of ${name} takes an unknown part.`)
  }
  for (const { name, tradeInterval } of parts)
    if (!(tradeInterval > 0 && Number.isFinite(tradeInterval)))
      throw new InputProblem('not-positive', `The trade’s interval of ${name} must be more than 0 hours.`)
  requireFigure(choices.days, 'Days', 1)
  requireFigure(choices.minutesPerDay, 'Minutes a day', 0)
  requireFigure(choices.spares, 'Spares', 0)
  requireFigure(choices.leadDays, 'Days until an order is there', 0)
}

function requireFigure(value: number, what: string, least: number): void {
  if (!(value >= least && Number.isFinite(value)))
    throw new InputProblem('impossible-figure', `${what}: ${value} cannot be. It must be ${least} or more.`)
}
