import { logGamma } from '../maths/gamma.ts'
import { keyedRandom } from '../maths/keyedRandom.ts'
import { normalQuantile } from '../maths/normal.ts'
import { costsOf, type TrainedPart, type TrainingChoices, type TrainingFleet } from './trainingFleet.ts'

/** How parts of a type truly end; nobody in the practice workshop knows it. */
export interface TrueLife {
  law: 'Weibull' | 'lognormal'
  /** Weibull's shape, or what the lognormal takes its spread from. */
  shape: number
  scale: number
  /** Share of batches that are bad, and what their lives are multiplied by. */
  badShare: number
  badFactor: number
}

const batchDays = 45
const places = { shape: 1, factor: 2, life: 3, batch: 4, hours: 5, job: 6 } as const
/** Shapes of parts that wear: a log-normal about 2. Common practice, no source. */
const medianShape = 2.2
const spreadOfShapes = 0.3
/** What a catalogue's word is out by where nobody knows: the same spread as its prior (see tradePrior). */
const spreadOfTrade = 0.7

/**
 * The true lives of a fleet's parts, so drawn that the catalogue's intervals are as right or wrong as asked for. Right: the interval is
 * the age of replacement that costs least.
 */
export function drawTruth(fleet: TrainingFleet, { seed, trade, law }: TrainingChoices): Map<string, TrueLife> {
  return new Map(
    fleet.parts.map((part, i) => {
      const normal = (place: number) => normalQuantile(keyedRandom(seed, place, i))
      const shape = medianShape * Math.exp(spreadOfShapes * normal(places.shape))
      const like: TrueLife = {
        law: law === 'lognormal' ? 'lognormal' : 'Weibull',
        shape,
        scale: 1,
        badShare: law === 'bad batches' ? 0.15 : 0,
        badFactor: 0.3,
      }
      const wrong = { right: 1, 'twice too long': 2, 'twice too short': 0.5 } as const
      const factor =
        trade === 'either way'
          ? keyedRandom(seed, places.factor, i) < 0.5
            ? 2
            : 0.5
          : trade === 'nobody knows'
            ? Math.exp(spreadOfTrade * normal(places.factor))
            : wrong[trade]
      const best = bestAge(like, part, fleet)
      return [part.id, { ...like, scale: part.tradeInterval / factor / best }]
    }),
  )
}

/** Standard deviation of ln life of the lognormal that has mean and spread of a Weibull of this shape. */
const sigmaOf = (shape: number) => Math.sqrt(logGamma(1 + 2 / shape) - 2 * logGamma(1 + 1 / shape))

/** The life that has this chance to end earlier. @param u between 0 and 1 */
export function lifeAt({ law, shape, scale }: TrueLife, u: number): number {
  if (law === 'Weibull') return scale * (-Math.log1p(-u)) ** (1 / shape)
  const sigma = sigmaOf(shape)
  return scale * Math.exp(logGamma(1 + 1 / shape) - sigma ** 2 / 2 + sigma * normalQuantile(u))
}

const draws = 2000
/** Where waiting for the failure costs least, the catalogue's interval is taken for the typical life. */
const longestShare = 1

/** Age at which replacing costs least in the long run, by sums over evenly spread lives; at most the scale. */
export function bestAge(truth: TrueLife, part: TrainedPart, fleet: Parameters<typeof costsOf>[1]): number {
  const { preventive, failure } = costsOf(part, fleet)
  const lives = Array.from({ length: draws }, (_, i) => lifeAt(truth, (i + 0.5) / draws))
  const all = truth.badShare > 0 ? lives.map((life) => life * truth.badFactor) : []
  const weighed = [
    ...lives.map((life) => [life, 1 - truth.badShare] as const),
    ...all.map((life) => [life, truth.badShare] as const),
  ].sort((a, b) => a[0] - b[0])
  const total = weighed.reduce((sum, [, weight]) => sum + weight, 0)
  let [best, least, failed, ran, left] = [longestShare * truth.scale, Infinity, 0, 0, total]
  for (const [age, weight] of weighed) {
    // Replaced just before this one fails: those before it have failed, the rest ran up to here.
    const cost = (failure * failed + preventive * left) / (ran + age * left)
    if (cost < least && age <= longestShare * truth.scale) [best, least] = [age, cost]
    failed += weight
    left -= weight
    ran += weight * age
  }
  return best
}

/** What befalls a fleet, whatever people do: each draw has its place. */
export class Fates {
  constructor(
    private readonly fleet: TrainingFleet,
    private readonly truth: ReadonlyMap<string, TrueLife>,
    private readonly seed: number,
  ) {}

  /** Life of the nth part in a slot, fitted on a day. */
  life(printer: number, slot: number, nth: number, day: number): number {
    const partId = this.fleet.printers[printer]?.slots[slot]?.partId ?? ''
    const truth = this.truth.get(partId)
    if (!truth) return Infinity
    const life = lifeAt(truth, keyedRandom(this.seed, places.life, printer, slot, nth))
    if (truth.badShare === 0) return life
    const type = this.fleet.parts.findIndex(({ id }) => id === partId)
    const isBad = keyedRandom(this.seed, places.batch, type, Math.floor(day / batchDays)) < truth.badShare
    return isBad ? life * truth.badFactor : life
  }

  /** Hours that a printer is asked to run on a day: uneven from day to day, in the mean as it is told. */
  hoursWanted(printer: number, day: number): number {
    const { hoursPerDay = 0 } = this.fleet.printers[printer] ?? {}
    return Math.min(24, hoursPerDay * (0.4 + 1.2 * keyedRandom(this.seed, places.hours, printer, day)))
  }

  /** Hours that a job takes. */
  jobHours(printer: number, day: number): number {
    return 1 + 9 * keyedRandom(this.seed, places.job, printer, day) ** 2
  }
}
