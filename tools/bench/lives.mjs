import { randomLcg } from 'd3-random'
import { bundled } from './bundled.mjs'
import { report } from './report.mjs'

/** Whether limits hold what they promise, what the recommended rule costs against the best one, and how long a posterior takes. */
export async function benchLives() {
  const core = await import(await bundled('core/src/index.ts'))
  coverage(core)
  regret(core)
  speed(core)
}

const draw = (random, { shape, scale }) => scale * (-Math.log(1 - random())) ** (1 / shape)

/** Shares of 95 % limits that hold the truth: n parts until about so many have failed, with looks and late entries too. */
function coverage({ fitWeibull, fittedWeibull, LifePosterior, tradePrior }) {
  const truth = { shape: 2, scale: 1000 }
  const runs = 400
  const kinds = {
    rightCensored: (age, end) => (age < end ? { lower: age, upper: age } : { lower: end, upper: null }),
    betweenLooks: (age, end) => {
      const [from, to] = [100 * Math.floor(age / 100), 100 * Math.ceil(age / 100)]
      return to <= end ? { lower: from, upper: to } : { lower: 100 * Math.floor(end / 100), upper: null }
    },
    lateEntry: (age, end, random) => {
      const entry = 300 * random()
      if (age <= entry) return null // it failed before anybody watched
      return { entry, ...(age < end ? { lower: age, upper: age } : { lower: Math.max(entry, end), upper: null }) }
    },
  }
  for (const [kind, recordOf] of Object.entries(kinds))
    for (const [n, wanted] of [
      [8, 3],
      [15, 5],
      [15, 10],
      [30, 6],
      [30, 20],
    ]) {
      const random = randomLcg(0.37 + n / 100 + wanted / 1000)
      const end = truth.scale * (-Math.log(1 - wanted / n)) ** (1 / truth.shape)
      const held = { shape: 0, scale: 0, survival: 0, b10: 0, posteriorScale: 0, runs: 0 }
      const holds = ([low, high], value) => (low ?? 0) <= value && value <= (high ?? Infinity)
      while (held.runs < runs) {
        const records = []
        while (records.length < n) {
          const record = recordOf(draw(random, truth), end, random)
          if (record) records.push({ ...record, weight: 1 })
        }
        if (records.filter(({ upper }) => upper !== null).length < 2) continue
        let fit
        try {
          fit = fitWeibull(records)
        } catch {
          continue // no curve fits: the product says so in words and shows none
        }
        const curve = fittedWeibull(records)
        held.runs++
        held.shape += holds(fit.shapeLimits, truth.shape) ? 1 : 0
        held.scale += holds(fit.scaleLimits, truth.scale) ? 1 : 0
        held.survival += holds(curve.survivalLimits(400), Math.exp(-(0.4 ** 2))) ? 1 : 0
        held.b10 += holds(curve.ageLimits(0.1), truth.scale * (-Math.log(0.9)) ** 0.5) ? 1 : 0
        const posterior = new LifePosterior({
          records,
          prior: tradePrior(510, { preventive: 1, failure: 5 }),
          anchor: 510,
        })
        held.posteriorScale += holds(posterior.scale().limits, truth.scale) ? 1 : 0
      }
      const percent = (count) => Math.round((1000 * count) / held.runs) / 10
      report(`limits that hold the truth, %: ${kind}, n ${n}, about ${wanted} failed`, {
        shape: percent(held.shape),
        scale: percent(held.scale),
        survival: percent(held.survival),
        b10: percent(held.b10),
        posteriorScale: percent(held.posteriorScale),
        aim: '92 to 98',
      })
    }
}

/** What the recommended rule costs over the best one, and what the trade's interval would, in % of the best. */
function regret({ comparePolicies, ageReplacement, replacementCostRate, meanLife }) {
  const laws = {
    weibull: (random, life) => draw(random, life),
    lognormal: (random, { shape, scale }) => {
      const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
      return scale * Math.exp((1.28 / shape) * normal - 0.36 / shape)
    },
    twoModes: (random, life) => (random() < 0.15 ? 0.3 : 1) * draw(random, life),
  }
  for (const [law, lifeOf] of Object.entries(laws))
    for (const wanted of [0, 1, 3, 5, 10, 20]) {
      const random = randomLcg(0.11 + wanted / 100)
      let [ours, trades, cases] = [0, 0, 0]
      for (const shape of [1, 1.5, 2, 3, 4])
        for (const ratio of [1.5, 3, 5, 10])
          for (const off of [0.5, 1, 2]) {
            const life = { shape, scale: 1000 }
            const cost = { preventive: 1, failure: ratio }
            const sample =
              law === 'weibull' ? null : Array.from({ length: 4000 }, () => lifeOf(random, life)).sort((a, b) => a - b)
            const rateOf = (age) =>
              sample
                ? sampledRate(sample, cost, age)
                : age === null
                  ? ratio / meanLife(life)
                  : replacementCostRate(life, cost, age)
            const best = ageReplacement(life, cost)
            const least = Math.min(
              rateOf(null),
              ...[0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 1, 1.2].map((s) => rateOf(1000 * s)),
              best.kind === 'at' ? rateOf(best.age) : Infinity,
            )
            const tradeInterval = (best.kind === 'at' ? best.age : 1000) * off
            for (let run = 0; run < (law === 'weibull' ? 6 : 3); run++) {
              const records = []
              let failed = 0
              for (let tries = 0; failed < wanted && tries < 4000; tries++) {
                const age = lifeOf(random, life)
                const fails = age < tradeInterval
                records.push(
                  fails ? { lower: age, upper: age, weight: 1 } : { lower: tradeInterval, upper: null, weight: 1 },
                )
                failed += fails ? 1 : 0
              }
              const { recommended } = comparePolicies({ records, cost, tradeInterval })
              ours += rateOf(recommended.interval) / least - 1
              trades += rateOf(tradeInterval) / least - 1
              cases++
            }
          }
      report(`regret of the recommended rule, %: ${law}, ${wanted} failures`, {
        recommended: (100 * ours) / cases,
        trade: (100 * trades) / cases,
        aim: wanted >= 20 ? 'under 5' : wanted >= 5 ? 'under 10' : 'not over the trade by more than 3',
      })
    }
}

/** Cost per unit of age of a rule over lives that were drawn. */
function sampledRate(lives, { preventive, failure }, age) {
  let [cost, ran] = [0, 0]
  for (const life of lives) {
    const fails = age === null || life < age
    cost += fails ? failure : preventive
    ran += fails ? life : age
  }
  return cost / ran
}

function speed({ comparePolicies }) {
  const random = randomLcg(0.5)
  const records = Array.from({ length: 20 }, () => {
    const age = draw(random, { shape: 2, scale: 1000 })
    return age < 700 ? { lower: age, upper: age, weight: 1 } : { lower: 700, upper: null, weight: 1 }
  })
  const run = (count) => {
    const started = performance.now()
    for (let i = 0; i < count; i++)
      comparePolicies({ records, cost: { preventive: 1, failure: 5 }, tradeInterval: 500 })
    return (performance.now() - started) / count
  }
  run(30)
  report('rules compared over a posterior, 20 records', { millisecondsEach: run(200), aim: 'under 20' })
}
