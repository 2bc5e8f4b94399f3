import { InputProblem } from '../inputProblem.ts'
import { studentT } from '../maths/studentT.ts'

export interface SoakPoint {
  /** Minutes since the log began. */
  minutes: number
  /** Temperature in °C or height in mm. */
  value: number
}

export interface Soak {
  /** Time constant of the first-order lag, minutes. */
  minutesPerE: number
  /** What it ends at. */
  final: number
  /** Minutes since the log began at which 95 % of the whole change is done. */
  flatAfter: number
  /** 95 % limits of that; the upper is null where the log does not bound it. */
  flatAfterLimits: [lower: number, upper: number | null]
  /** Whether the log reaches that far. */
  isFlat: boolean
}

/** A twentieth of the change is left after so many time constants: ln 20. */
const toFivePerCent = Math.log(20)

/**
 * When a soaking bed is flat: a first-order lag, value = final + change·e^(−t/τ), fitted to the log by least squares; for each τ
 * the line in e^(−t/τ) is exact, so τ alone is searched.
 * @param points at least five, in any order, over some minutes
 * @throws InputProblem 'too-few-readings', 'no-fit' when the log shows no levelling off
 * @returns the time constant, the end, and when it is flat with 95 % limits from the sum of squares (Draper & Smith 1998, ch. 24)
 * Source: step response of a first-order system (any control text), fitted by separable least squares, Golub & Pereyra (1973).
 */
export function soak(points: readonly SoakPoint[]): Soak {
  if (points.length < 5)
    throw new InputProblem('too-few-readings', 'Five readings or more are needed, over some minutes.')
  const start = Math.min(...points.map(({ minutes }) => minutes))
  const span = Math.max(...points.map(({ minutes }) => minutes)) - start
  if (!(span > 0)) throw new InputProblem('no-fit', 'All readings are of one moment.')
  const fit = (tau: number) => {
    const e = points.map(({ minutes }) => Math.exp(-(minutes - start) / tau))
    const n = points.length
    const meanE = e.reduce((a, b) => a + b, 0) / n
    const meanV = points.reduce((sum, { value }) => sum + value, 0) / n
    let [ee, ev] = [0, 0]
    points.forEach(({ value }, i) => {
      ee += (e[i]! - meanE) ** 2
      ev += (e[i]! - meanE) * (value - meanV)
    })
    const change = ev / ee
    const final = meanV - change * meanE
    const squares = points.reduce((sum, { value }, i) => sum + (value - final - change * e[i]!) ** 2, 0)
    return { change, final, squares }
  }
  // Golden section on log τ, from a hundredth of the span to twenty spans.
  const golden = (Math.sqrt(5) - 1) / 2
  let [a, b] = [Math.log(span / 100), Math.log(20 * span)]
  const squaresAt = (x: number) => fit(Math.exp(x)).squares
  // A coarse look first: the sum of squares may have more than one dip.
  const grid = Array.from({ length: 60 }, (_, i) => a + ((b - a) * i) / 59)
  const best = grid.reduce((least, x) => (squaresAt(x) < squaresAt(least) ? x : least))
  const width = (b - a) / 59
  ;[a, b] = [best - width, best + width]
  while (b - a > 1e-9) {
    const [c, d] = [b - golden * (b - a), a + golden * (b - a)]
    if (squaresAt(c) < squaresAt(d)) b = d
    else a = c
  }
  const minutesPerE = Math.exp((a + b) / 2)
  const { change, final } = fit(minutesPerE)
  const seen = Math.abs(change) * (1 - Math.exp(-span / minutesPerE))
  if (!(Math.abs(change) > 0) || !(seen > 0) || minutesPerE > 3 * span)
    throw new InputProblem('no-fit', 'It does not level off yet: log on, and look again in some minutes.')
  const flatAfter = start + toFivePerCent * minutesPerE
  // Limits of τ: as far as the squares grow by no more than chance would have them (one figure beside two others).
  const t = studentT(0.025, Math.max(1, points.length - 3))
  const least = squaresAt(Math.log(minutesPerE))
  const allowed = least * (1 + (t * t) / Math.max(1, points.length - 3))
  const end = (direction: 1 | -1): number | null => {
    let [inside, outside] = [Math.log(minutesPerE), Math.log(minutesPerE)]
    for (let n = 0; n < 60 && squaresAt(outside) <= allowed; n++) {
      inside = outside
      outside += direction * 0.1
    }
    if (squaresAt(outside) <= allowed) return null
    for (let n = 0; n < 40; n++) {
      const middle = (inside + outside) / 2
      if (squaresAt(middle) <= allowed) inside = middle
      else outside = middle
    }
    return start + toFivePerCent * Math.exp((inside + outside) / 2)
  }
  const flatAfterLimits: Soak['flatAfterLimits'] = [end(-1) ?? start, end(1)]
  return { minutesPerE, final, flatAfter, flatAfterLimits, isFlat: start + span >= flatAfter }
}
