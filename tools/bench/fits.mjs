import { build } from 'esbuild'
import { join } from 'node:path'
import { distFolder } from '../setup/build.mjs'
import { root } from '../setup/folders.mjs'
import { report } from './report.mjs'

/** Weibull fits with both pairs of limits, 20 records each, on one thread. */
export async function benchFits() {
  const outfile = join(distFolder, 'core.js')
  await build({
    absWorkingDir: root,
    entryPoints: ['core/src/index.ts'],
    outfile,
    bundle: true,
    format: 'esm',
    target: 'node20',
  })
  const { fitWeibull } = await import(outfile)
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
