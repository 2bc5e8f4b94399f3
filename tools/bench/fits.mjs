import { bundled } from './bundled.mjs'
import { report } from './report.mjs'

/** Weibull fits with both pairs of limits, 20 records each, on one thread. */
export async function benchFits() {
  const { fitWeibull } = await import(await bundled('core/src/index.ts'))
  // NIST/SEMATECH e-Handbook 8.4.1.2: ten failures, ten running at 500 h, listed one by one.
  const failed = [54, 187, 216, 240, 244, 335, 361, 373, 375, 386].map((age) => ({ lower: age, upper: age, weight: 1 }))
  const records = [...failed, ...Array.from({ length: 10 }, () => ({ lower: 500, upper: null, weight: 1 }))]
  const run = (count) => {
    const started = performance.now()
    for (let i = 0; i < count; i++) fitWeibull(records)
    return performance.now() - started
  }
  run(3000)
  const millisecondsEach = run(10_000) / 10_000
  report('fits with limits, 20 records', {
    perSecond: 1000 / millisecondsEach,
    millisecondsEach,
    aim: 'under 0.2 ms each',
  })
}
