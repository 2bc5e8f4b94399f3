import { randomLcg, randomNormal } from 'd3-random'
import { bundled } from './bundled.mjs'
import { report } from './report.mjs'

const series = 20_000
/** Readings of a year, and after a shift. */
const year = 25
const farthest = 200

/** How often a stable series is called moved within its first ten and a year of 25 readings, and how soon a moved one is. */
export async function benchDrift() {
  const { moved } = await import(await bundled('core/src/readings/moved.ts'))
  const { stepped } = await import(await bundled('core/src/readings/stepped.ts'))
  const isMoved = (values, sigma) => moved(values, sigma)?.isOut
  const isStepped = (values, sigma) => stepped(values, sigma) !== null
  const isEither = (values, sigma) => isMoved(values, sigma) || isStepped(values, sigma)
  const normal = randomNormal.source(randomLcg(0.4))(0, 1)
  const baseline = 10
  /** @param next makes reading i of noise and the reading before */
  const falseShare = (next, isListed = isEither) => {
    let listed = 0
    for (let s = 0; s < series; s++) {
      const values = []
      for (let i = 0; i < baseline + year; i++) values.push(next(i, values[i - 1] ?? 0))
      // Whoever looks after each reading sees it as soon as it happens, in the baseline's own time too.
      if (values.some((_, i) => isListed(values.slice(0, i + 1), 1))) listed++
    }
    return Math.round((10_000 * listed) / series) / 100
  }
  report('drift: false lines in a year of 25 readings, % of series', {
    whiteNoise: falseShare(() => normal()),
    whiteNoiseByMovingAlone: falseShare(() => normal(), isMoved),
    whiteNoiseBySteppingAlone: falseShare(() => normal(), isStepped),
    autocorrelated02: falseShare((i, before) => 0.2 * before + Math.sqrt(1 - 0.04) * normal()),
    roundedToASigma: falseShare(() => Math.round(normal())),
    aim: 'white noise under 1',
  })
  const delay = (shift, before = baseline) => {
    const delays = []
    for (let s = 0; s < 2000; s++) {
      const values = Array.from({ length: before }, () => normal())
      let i = 0
      do values.push(normal() + shift(++i))
      while (i < farthest && !isMoved(values, 1))
      delays.push(i)
    }
    return delays.sort((a, b) => a - b)[delays.length / 2]
  }
  report('drift: readings until it is listed, median', {
    shiftOf1Sigma: delay(() => 1),
    shiftOf2Sigma: delay(() => 2),
    shiftOf3Sigma: delay(() => 3),
    slopeOf01Sigma: delay((i) => 0.1 * i),
    slopeOf003Sigma: delay((i) => 0.03 * i),
    slopeOf05SigmaFromTheFirst: delay((i) => 0.5 * i, 0),
    shiftOf3SigmaAfter3: delay(() => 3, 3),
  })
  /** Share of series in which a sudden step is told with the very reading that shows it, after so many readings. */
  const atOnce = (size, before, isListed) => {
    let told = 0
    for (let s = 0; s < 2000; s++) {
      const values = Array.from({ length: before }, () => normal())
      if (isListed([...values, size + normal()], 1)) told++
    }
    return Math.round(told / 20)
  }
  report('drift: a step told with the reading that shows it, % of series', {
    stepOf4SigmaAfter10: atOnce(4, 10, isEither),
    stepOf6SigmaAfter10: atOnce(6, 10, isEither),
    stepOf6SigmaAfter5: atOnce(6, 5, isEither),
    stepOf10SigmaAfter5: atOnce(10, 5, isEither),
    stepOf6SigmaAfter10ByMovingAlone: atOnce(6, 10, isMoved),
  })
}
