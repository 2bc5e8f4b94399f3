import { randomLcg, randomNormal } from 'd3-random'
import { bundled } from './bundled.mjs'
import { report } from './report.mjs'

const series = 20_000
/** Readings of a year, and after a shift. */
const year = 25
const farthest = 200

/** How often a stable series is called moved within a year of 25 readings, and how soon a moved one is. */
export async function benchDrift() {
  const { moved } = await import(await bundled('core/src/readings/moved.ts'))
  const normal = randomNormal.source(randomLcg(0.4))(0, 1)
  const baseline = 10
  /** @param next makes reading i of noise and the reading before */
  const falseShare = (next) => {
    let listed = 0
    for (let s = 0; s < series; s++) {
      const values = []
      for (let i = 0; i < baseline + year; i++) values.push(next(i, values[i - 1] ?? 0))
      // Whoever looks after each reading sees it as soon as it happens.
      if (values.some((_, i) => i >= baseline && moved(values.slice(0, i + 1), 1)?.isOut)) listed++
    }
    return Math.round((10_000 * listed) / series) / 100
  }
  report('drift: false lines in a year of 25 readings, % of series', {
    whiteNoise: falseShare(() => normal()),
    autocorrelated02: falseShare((i, before) => 0.2 * before + Math.sqrt(1 - 0.04) * normal()),
    roundedToASigma: falseShare(() => Math.round(normal())),
    aim: 'under 2',
  })
  const delay = (shift) => {
    const delays = []
    for (let s = 0; s < 2000; s++) {
      const values = Array.from({ length: baseline }, () => normal())
      let i = 0
      do values.push(normal() + shift(++i))
      while (i < farthest && !moved(values, 1)?.isOut)
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
  })
}
