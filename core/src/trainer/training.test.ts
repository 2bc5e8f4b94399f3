import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ageReplacement, replacementCostRate } from '../policies/ageReplacement.ts'
import { InputProblem } from '../inputProblem.ts'
import { meanLife } from '../maths/weibull.ts'
import { costOfRun, FleetRun } from './fleetRun.ts'
import { PlayedRun } from './playedRun.ts'
import { ruleNames } from './rules.ts'
import { meanOutcome, trained, training } from './training.ts'
import { costsOf, lawsOfTruth, tradeErrors, type TrainingChoices, type TrainingFleet } from './trainingFleet.ts'
import { bestAge, drawTruth, Fates, lifeAt } from './truth.ts'

const nozzle = {
  id: 'nozzle',
  name: 'Nozzle',
  tradeInterval: 60,
  priceMinor: 200,
  minutes: 10,
  failureExtraMinor: 2800,
}
const fan = { id: 'fan', name: 'Fan', tradeInterval: 400, priceMinor: 900, minutes: 25, failureExtraMinor: 5000 }
const fleetOf = (printers: number, hoursPerDay: number, more: Partial<TrainingFleet> = {}): TrainingFleet => ({
  parts: [nozzle, fan],
  printers: Array.from({ length: printers }, (_, i) => ({
    id: `p${i}`,
    name: `Printer ${i}`,
    hoursPerDay,
    slots: [
      { name: 'Nozzle', partId: 'nozzle' },
      { name: 'Fan', partId: 'fan' },
    ],
  })),
  labourMinorPerHour: 3000,
  setUpMinutes: 10,
  closedWeekdays: [1],
  ...more,
})
const choicesOf = (more: Partial<TrainingChoices> = {}): TrainingChoices => ({
  seed: 3,
  days: 120,
  minutesPerDay: 120,
  spares: 3,
  leadDays: 4,
  trade: 'nobody knows',
  law: 'Weibull',
  ...more,
})

describe('a practice workshop', () => {
  // Barlow & Hunter (1960): cost per unit of age of waiting, and of replacing at an age.
  test('two rules with known cost rates come out within their limits', () => {
    const fleet = fleetOf(60, 1, {
      parts: [nozzle],
      printers: fleetOf(60, 1).printers.map((one) => ({ ...one, slots: one.slots.slice(0, 1) })),
      setUpMinutes: 0,
      closedWeekdays: [],
    })
    const choices = choicesOf({ days: 3000, minutesPerDay: 1e6, spares: 1000, trade: 'right' })
    const life = drawTruth(fleet, choices).get('nozzle')!
    const cost = costsOf(nozzle, fleet)
    const waited = trained(fleet, choices, 'wait for the failure')
    const expected = (1000 * cost.failure) / meanLife(life)
    // Of n failures the standard error is no more than 1/√n of the rate; four of them.
    expect(Math.abs(waited.costPer1000h / expected - 1)).toBeLessThan(4 / Math.sqrt(waited.figures.failures))
    const replaced = trained(fleet, choices, 'trade intervals')
    // Replaced on the first morning after its interval: half a day's hour later in the mean.
    const rate = 1000 * replacementCostRate(life, cost, nozzle.tradeInterval + 0.5)
    expect(Math.abs(replaced.costPer1000h / rate - 1)).toBeLessThan(4 / Math.sqrt(replaced.figures.failures))
    expect(replaced.costPer1000h).toBeLessThan(waited.costPer1000h)
  })

  test('the same seed meets the same fates, whatever people do', () => {
    const [once, again] = [
      trained(fleetOf(4, 8), choicesOf(), 'the advice'),
      trained(fleetOf(4, 8), choicesOf(), 'the advice'),
    ]
    expect(again).toEqual(once)
    const fleet = fleetOf(2, 8)
    const fates = new Fates(fleet, drawTruth(fleet, choicesOf()), 3)
    expect(fates.life(1, 0, 4, 10)).toBe(fates.life(1, 0, 4, 99))
    expect(fates.life(1, 0, 4, 10)).not.toBe(fates.life(1, 0, 5, 10))
  })

  test('hours are run or stood still, no part is used that was not there, and money adds up', () => {
    fc.assert(
      fc.property(
        fc.record({
          seed: fc.integer({ min: 1, max: 1000 }),
          minutesPerDay: fc.integer({ min: 0, max: 200 }),
          spares: fc.integer({ min: 0, max: 3 }),
          leadDays: fc.integer({ min: 0, max: 20 }),
          trade: fc.constantFrom(...tradeErrors),
          law: fc.constantFrom(...lawsOfTruth),
        }),
        fc.constantFrom(...ruleNames),
        (more, rule) => {
          const fleet = fleetOf(3, 9)
          const choices = choicesOf({ ...more, days: 60 })
          const { figures, curve } = trained(fleet, choices, rule)
          const fates = new Fates(fleet, drawTruth(fleet, choices), choices.seed)
          const wanted = Array.from({ length: 60 }, (_, day) => day)
            .filter((day) => day % 7 !== 1)
            .reduce((sum, day) => sum + [0, 1, 2].reduce((s, p) => s + fates.hoursWanted(p, day), 0), 0)
          expect(figures.hoursRun + figures.hoursDown).toBeCloseTo(wanted, 6)
          expect(figures.jobsLost).toBeLessThanOrEqual(figures.failures)
          const { costMinor } = curve.at(-1)!
          expect(costMinor).toBeCloseTo(costOfRun(figures), 6)
          curve.slice(1).forEach((day, i) => expect(day.costMinor).toBeGreaterThanOrEqual(curve[i]!.costMinor))
        },
      ),
      { numRuns: 20 },
    )
  })

  test('without minutes nothing is done, and without a spare a printer waits for its order', () => {
    const idle = trained(fleetOf(3, 9), choicesOf({ minutesPerDay: 0 }), 'the advice').figures
    expect(idle).toMatchObject({ replacedInTime: 0, labourMinor: 0, partsMinor: 0, failures: 3 })
    const run = new FleetRun(
      fleetOf(1, 9),
      drawTruth(fleetOf(1, 9), choicesOf()),
      choicesOf({ spares: 0, leadDays: 5 }),
    )
    while (!run.events.some(({ kind }) => kind === 'repaired')) {
      run.morning()
      run.run()
    }
    const until = run.events.slice(0, run.events.findIndex(({ kind }) => kind === 'repaired') + 1)
    expect(until.map(({ kind }) => kind)).toEqual([
      'failed',
      ...until.slice(2).map(() => 'waits for a part'),
      'repaired',
    ])
    expect(until.at(-1)!.day - until[1]!.day).toBe(5)
  })

  test('it can be stopped after any fortnight', () => {
    const run = training(fleetOf(2, 8), choicesOf({ days: 90 }), 'the advice')
    expect(run.next()).toEqual({ done: false, value: { day: 14 } })
    expect(run.next()).toEqual({ done: false, value: { day: 28 } })
  })

  test.each([
    ['no printer', fleetOf(0, 8), {}, 'no-records'],
    ['no days', fleetOf(1, 8), { days: 0 }, 'impossible-figure'],
    ['fewer than no minutes', fleetOf(1, 8), { minutesPerDay: -1 }, 'impossible-figure'],
    ['an interval of 0', fleetOf(1, 8, { parts: [{ ...nozzle, tradeInterval: 0 }, fan] }), {}, 'not-positive'],
    ['an unknown part', fleetOf(1, 8, { parts: [nozzle] }), {}, 'no-records'],
  ])('refuses %s', (_, fleet, more, code) => {
    const refused = () => trained(fleet, choicesOf(more), 'trade intervals')
    expect(refused).toThrow(InputProblem)
    expect(refused).toThrow(expect.objectContaining({ code }))
  })
})

describe('true lives', () => {
  test('a right interval is the age of replacement that costs least', () => {
    const truth = drawTruth(fleetOf(1, 8), choicesOf({ trade: 'right' }))
    for (const part of [nozzle, fan]) {
      const { shape, scale } = truth.get(part.id)!
      const best = ageReplacement({ shape, scale }, costsOf(part, fleetOf(1, 8)))
      if (best.kind !== 'at') throw new Error('this part should be replaced at an age')
      expect(part.tradeInterval / best.age).toBeCloseTo(1, 1)
    }
  })

  test('twice too long is twice what is right', () => {
    const ageOf = (trade: TrainingChoices['trade']) => {
      const truth = drawTruth(fleetOf(1, 8), choicesOf({ trade })).get('fan')!
      return bestAge(truth, fan, fleetOf(1, 8))
    }
    expect(ageOf('right') / ageOf('twice too long')).toBeCloseTo(2, 6)
    expect(ageOf('twice too short') / ageOf('right')).toBeCloseTo(2, 6)
  })

  test('a lognormal has the mean and the spread of the Weibull that it stands for', () => {
    const of = (law: 'Weibull' | 'lognormal') => {
      const lives = Array.from({ length: 20_000 }, (_, i) =>
        lifeAt({ law, shape: 2, scale: 100, badShare: 0, badFactor: 1 }, (i + 0.5) / 20_000),
      )
      const mean = lives.reduce((a, b) => a + b) / lives.length
      return [mean, Math.sqrt(lives.reduce((sum, life) => sum + (life - mean) ** 2, 0) / lives.length)]
    }
    const [weibull, lognormal] = [of('Weibull'), of('lognormal')]
    // Weibull of shape 2: mean 0.8862, standard deviation 0.4633 of the scale (Rayleigh).
    expect(weibull[0]).toBeCloseTo(88.62, 1)
    expect(weibull[1]).toBeCloseTo(46.33, 1)
    expect(lognormal[0]).toBeCloseTo(weibull[0]!, 0)
    expect(lognormal[1]).toBeCloseTo(weibull[1]!, 0)
  })
})

describe('a workshop that is played', () => {
  const play = (choose: (nth: number) => 'change' | 'wait') => {
    const played = new PlayedRun(fleetOf(3, 9), choicesOf({ days: 90, trade: 'right' }))
    for (let nth = 0; played.next(); nth++) played.choose(choose(nth))
    return played
  }

  test('the clock stops at parts whose turn has come, and goes on to the end', () => {
    const played = play(() => 'change')
    expect(played.day).toBe(90)
    expect(played.chosen.length).toBeGreaterThan(5)
    expect(played.outcome().figures.replacedInTime).toBe(played.chosen.length)
    for (const { age, part, advice, wouldHaveRun, weekChance } of played.chosen) {
      // On the day of its turn, which the advice may bring forward but never puts off.
      const turn = Math.min(part.tradeInterval, advice.interval ?? Infinity)
      expect(age + 9).toBeGreaterThan(turn)
      expect(age).toBeLessThanOrEqual(turn + 9)
      expect(wouldHaveRun).toBeGreaterThan(0)
      expect(weekChance).toBeGreaterThan(0)
      expect(weekChance).toBeLessThan(1)
    }
  })

  test('whoever always waits replaces nothing in time, is asked again, and fares as waiting for the failure does', () => {
    const played = play(() => 'wait')
    const waited = trained(fleetOf(3, 9), choicesOf({ days: 90, trade: 'right' }), 'wait for the failure')
    expect(played.outcome().figures).toEqual(waited.figures)
    expect(played.happened().some(({ kind }) => kind === 'failed')).toBe(true)
    expect(played.happened()).toEqual([])
  })

  test('nobody is asked about the same part on one day twice', () => {
    const asked = play((nth) => (nth % 2 === 0 ? 'wait' : 'change')).chosen.map(
      ({ day, printer, slot }) => `${day} ${printer} ${slot}`,
    )
    expect(new Set(asked).size).toBe(asked.length)
  })
})

describe('the mean of runs', () => {
  test('is that of their figures and of their curves, and refuses none', () => {
    const runs = [1, 2, 3].map((seed) => trained(fleetOf(2, 8), choicesOf({ seed, days: 60 }), 'wait for the failure'))
    const mean = meanOutcome(runs)
    expect(mean.figures.failures).toBeCloseTo(
      (runs[0]!.figures.failures + runs[1]!.figures.failures + runs[2]!.figures.failures) / 3,
      9,
    )
    expect(mean.curve).toHaveLength(61)
    expect(mean.curve.at(-1)!.costMinor).toBeCloseTo(costOfRun(mean.figures), 6)
    expect(() => meanOutcome([])).toThrow(InputProblem)
  })
})
