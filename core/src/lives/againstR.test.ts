import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { cumulativeIncidence } from './cumulativeIncidence.ts'
import { fitExponential } from './fitExponential.ts'
import { fitLognormal } from './fitLognormal.ts'
import { fitWeibull } from './fitWeibull.ts'
import { kaplanMeier } from './kaplanMeier.ts'
import type { LifeRecord } from './lifeRecord.ts'
import { turnbull } from './turnbull.ts'
import { weibullRegression } from './weibullRegression.ts'

// R's package survival (Therneau), on the data of the script beside its output. Where R is installed, the script runs again.
const folder = new URL('../testing/reference/', import.meta.url)
const kept = figuresOf(readFileSync(new URL('lives.txt', folder), 'utf8'))

function figuresOf(text: string): Map<string, number[]> {
  return new Map(
    text
      .trim()
      .split('\n')
      .map((line) => {
        const [name = '', ...values] = line.trim().split(/\s+/)
        return [name, values.map((value) => (value === 'NA' ? NaN : Number(value)))]
      }),
  )
}

const of = (name: string) => kept.get(name) ?? []
const near = (values: readonly number[], digits: number) =>
  values.map((v) => (Number.isNaN(v) ? v : (expect.closeTo(v, digits) as number)))

const lower = [50, 100, null, 120, 200, 250, 300, 80, null, 400]
const upper = [100, 100, 60, 220, 200, null, 450, null, 90, null]
const mixed: LifeRecord[] = lower.map((l, i) => ({ lower: l, upper: upper[i] ?? null, weight: 1 }))

it('fits all kinds of record as R does', () => {
  const weibull = fitWeibull(mixed)
  expect([Math.log(weibull.scale), 1 / weibull.shape, weibull.logLikelihood]).toEqual(near(of('weibull'), 6))
  const lognormal = fitLognormal(mixed)
  expect([lognormal.mu, lognormal.sigma, lognormal.logLikelihood]).toEqual(near(of('lognormal'), 6))
  const exponential = fitExponential(mixed)
  expect([Math.log(exponential.mean), 1, exponential.logLikelihood]).toEqual(near(of('exponential'), 6))
})

it('shares intervals out as R does', () => {
  const steps = turnbull(mixed)
  const at = (age: number) => steps.filter((step) => (step.upper ?? Infinity) <= age).at(-1)?.survival
  // Both go on until the shares hardly move; R stops a little earlier.
  expect([60, 100, 200].map(at)).toEqual(near(of('turnbull'), 4))
})

it('counts late entries only from then on, as R does', () => {
  const entry = [0, 0, 20, 40, 0, 60, 10, 0]
  const age = [30, 55, 55, 80, 90, 100, 120, 130]
  const failed = [1, 1, 0, 1, 1, 0, 1, 0]
  const steps = kaplanMeier(age.map((a, i) => ({ entry: entry[i], lower: a, upper: failed[i] ? a : null, weight: 1 })))
  expect(steps.map((s) => s.survival)).toEqual(near(of('kaplanMeier'), 8))
  expect(steps.map((s) => s.standardError)).toEqual(near(of('kaplanMeierErrors'), 8))
  expect(steps.map((s) => s.limits[0])).toEqual(near(of('kaplanMeierLower'), 7))
  expect(steps.map((s) => s.limits[1])).toEqual(near(of('kaplanMeierUpper'), 7))
})

it('regresses lives on columns as R does', () => {
  const l = [100, 150, null, 220, 300, 90, 400, 250, 120, 310]
  const u = [100, null, 80, 260, 300, 90, null, 250, 180, 310]
  const x1 = [0, 1, 0, 1, 1, 0, 1, 0, 0, 1]
  const x2 = [0.1, 0.4, 0.2, 0.9, 0.3, 0.5, 0, 0.2, 0.8, 0.6]
  const fit = weibullRegression(
    l.map((from, i) => ({ lower: from, upper: u[i] ?? null, weight: 1, x: [x1[i] as number, x2[i] as number] })),
  )
  expect([fit.intercept, ...fit.coefficients, fit.shape, fit.logLikelihood]).toEqual(near(of('regression'), 6))
  expect(fit.standardErrors).toEqual(near(of('regressionErrors'), 6))
})

it('shares failures out among causes as R does', () => {
  const t = [5, 8, 8, 12, 15, 15, 20, 22, 30, 31, 40, 41]
  const of12 = [
    'strings',
    'bearing',
    null,
    'strings',
    'strings',
    null,
    'bearing',
    'strings',
    null,
    'bearing',
    'strings',
    null,
  ]
  const { causes } = cumulativeIncidence(t.map((age, i) => ({ age, cause: of12[i] ?? null })))
  for (const [name, curve] of Object.entries(causes)) {
    expect(curve.incidence).toEqual(near(of(`incidence:${name}`), 8))
    // R knows no limits before the first failure of a cause.
    const known = (values: number[], ours: number[]) => ours.filter((_, i) => !Number.isNaN(values[i]))
    expect(known(of(`incidenceLower:${name}`), curve.lower)).toEqual(
      near(
        of(`incidenceLower:${name}`).filter((v) => !Number.isNaN(v)),
        7,
      ),
    )
    expect(known(of(`incidenceUpper:${name}`), curve.upper)).toEqual(
      near(
        of(`incidenceUpper:${name}`).filter((v) => !Number.isNaN(v)),
        7,
      ),
    )
  }
})

const script = new URL('lives.R', folder)
const hasR = spawnSync('Rscript', ['-e', 'library(survival)'], { stdio: 'ignore' }).status === 0
const whereThereIsR = hasR ? it : it.skip
whereThereIsR('holds the figures that R gives here', () => {
  const { stdout } = spawnSync('Rscript', [script.pathname], { encoding: 'utf8' })
  const fresh = figuresOf(stdout)
  expect([...fresh.keys()]).toEqual([...kept.keys()])
  for (const [name, values] of fresh) expect(values).toEqual(near(of(name), 6))
})
