import { InputProblem } from '../inputProblem.ts'

/** One machine that is repaired and goes on: ages of its repairs, and the age until which it was watched from 0. */
export interface RecurrenceUnit {
  id: string
  events: number[]
  end: number
}

/** Mean repairs per machine up to an age, with 95 % limits; null where a single machine says nothing of the spread. */
export interface MeanCumulative {
  time: number
  mcf: number
  lower: number | null
  upper: number | null
}

/** Repairs per machine follow (t/scale)^shape; above 1 they come ever denser, below 1 ever rarer. */
export interface PowerLaw {
  shape: number
  /** null with a single repair. */
  shapeUnbiased: number | null
  scale: number
  /** Mean age between repairs of one machine as they come at the end. */
  mtbfNow: number
}

const z95 = 1.959963984540054

/**
 * Mean cumulative number of repairs per machine, whatever they follow from.
 *
 * Limits from the spread between machines, so that repairs of one machine may hang together: Var M(t) is the sum over
 * machines of (Σ (Yᵢ/Y)(nᵢ − dN/Y))², on a log scale so that they stay above 0.
 * @param units at least one; ages in one unit
 * @returns one row per age at which something was repaired, in order
 * @throws InputProblem 'no-records' without machines, 'age-not-positive' for an age that is none or lies past the end
 * Source: Nelson (1988), J. Quality Technology 20; variance of Lawless and Nadeau (1995), Technometrics 37.
 */
export function meanCumulative(units: readonly RecurrenceUnit[]): MeanCumulative[] {
  requireUnits(units)
  /** Which machines were repaired at each age. */
  const repaired = new Map<number, number[]>()
  units.forEach(({ events }, i) => {
    for (const age of events) repaired.set(age, [...(repaired.get(age) ?? []), i])
  })
  const off = units.map(() => 0)
  let mcf = 0
  return [...repaired]
    .sort(([a], [b]) => a - b)
    .map(([time, machines]) => {
      const watched = units.reduce((sum, { end }) => sum + Number(end >= time), 0)
      const step = machines.length / watched
      mcf += step
      units.forEach(({ end }, i) => {
        if (end >= time) off[i]! -= step / watched
      })
      for (const i of machines) off[i]! += 1 / watched
      if (units.length === 1) return { time, mcf, lower: null, upper: null }
      const error = Math.sqrt(off.reduce((sum, one) => sum + one * one, 0))
      const factor = Math.exp((z95 * error) / mcf)
      return { time, mcf, lower: mcf / factor, upper: mcf * factor }
    })
}

/**
 * Whether repairs come denser or rarer: above 1.96 denser, below −1.96 rarer, between them no trend is to be seen.
 * @returns null without repairs
 * @throws InputProblem as `meanCumulative`
 * Source: Laplace's test for several machines watched until given ages; NIST/SEMATECH e-Handbook 8.2.3.4.
 */
export function laplaceTrend(units: readonly RecurrenceUnit[]): number | null {
  requireUnits(units)
  let [early, spread] = [0, 0]
  for (const { events, end } of units) {
    for (const age of events) early += age - end / 2
    spread += (events.length * end * end) / 12
  }
  return spread > 0 ? early / Math.sqrt(spread) : null
}

/**
 * The power-law process through the repairs of machines that are watched until given ages.
 * @returns null without repairs at an age between 0 and the end
 * @throws InputProblem as `meanCumulative`
 * Source: Crow (1974), conditional maximum likelihood; MIL-HDBK-189; NIST/SEMATECH e-Handbook 8.4.5.
 */
export function powerLaw(units: readonly RecurrenceUnit[]): PowerLaw | null {
  requireUnits(units)
  const logs = units.reduce((sum, { events, end }) => events.reduce((all, age) => all + Math.log(end / age), sum), 0)
  const count = units.reduce((sum, { events }) => sum + events.length, 0)
  if (count === 0 || !(logs > 0) || !Number.isFinite(logs)) return null
  const shape = count / logs
  const exposure = units.reduce((sum, { end }) => sum + end ** shape, 0)
  const perExposure = count / exposure
  const intensity = units.reduce((sum, { end }) => sum + perExposure * shape * end ** (shape - 1), 0)
  return {
    shape,
    shapeUnbiased: count > 1 ? (count - 1) / logs : null,
    scale: perExposure ** (-1 / shape),
    mtbfNow: units.length / intensity,
  }
}

function requireUnits(units: readonly RecurrenceUnit[]): void {
  if (units.length === 0) throw new InputProblem('no-records', 'There are no machines. Give at least one.')
  units.forEach(({ id, events, end }, i) => {
    const values = { row: i + 1 }
    if (!(end > 0 && Number.isFinite(end)))
      throw new InputProblem(
        'age-not-positive',
        `Machine ${i + 1} (${id}): it must have been watched for longer than 0.`,
        values,
      )
    for (const age of events)
      if (!(age >= 0 && age <= end))
        throw new InputProblem(
          'age-not-positive',
          `Machine ${i + 1} (${id}): a repair at ${age} lies outside the time it was watched, 0 to ${end}.`,
          values,
        )
  })
}
