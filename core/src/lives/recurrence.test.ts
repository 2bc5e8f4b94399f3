import fc from 'fast-check'
import { InputProblem } from '../inputProblem.ts'
import { laplaceTrend, meanCumulative, powerLaw, type RecurrenceUnit } from './recurrence.ts'

// NIST/SEMATECH e-Handbook of Statistical Methods, 8.4.5.1 and 8.2.3.4: ten repairs of a system watched for 1500 h.
const handbook: RecurrenceUnit = {
  id: 'handbook',
  events: [5, 40, 43, 175, 389, 712, 747, 795, 1299, 1478],
  end: 1500,
}

describe('the handbook’s system', () => {
  it('has repairs that come no denser and no rarer for certain', () => {
    expect(laplaceTrend([handbook])).toBeCloseTo(-1.32695, 5)
  })

  it('follows a power law', () => {
    const law = powerLaw([handbook])
    expect(law?.shape).toBeCloseTo(0.53723, 5)
    expect(law?.shapeUnbiased).toBeCloseTo(0.48351, 5)
    // By hand: (1500/scale)^shape = 10 repairs, and 1500/(10·shape) between them at the end.
    expect((1500 / law!.scale) ** law!.shape).toBeCloseTo(10, 9)
    expect(law?.mtbfNow).toBeCloseTo(1500 / (10 * law!.shape), 9)
  })

  it('counts one repair after the other, and tells no limits from a single machine', () => {
    const rows = meanCumulative([handbook])
    expect(rows.map(({ mcf }) => mcf)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])
    expect(rows.every(({ lower, upper }) => lower === null && upper === null)).toBe(true)
  })
})

// Three machines, by hand after Nelson's rule: each repair adds 1 / (machines still watched).
it('weighs a repair by how many machines are still watched', () => {
  const rows = meanCumulative([
    { id: 'a', events: [2, 5], end: 6 },
    { id: 'b', events: [5], end: 8 },
    { id: 'c', events: [], end: 4 },
  ])
  expect(rows.map(({ time, mcf }) => [time, mcf])).toEqual([
    [2, 1 / 3],
    [5, 1 / 3 + 2 / 2],
  ])
  // At 2: off the mean by 2/3, −1/3 and −1/3, each over three machines.
  const error = Math.sqrt((4 + 1 + 1) / 9) / 3
  expect(rows[0]!.upper! / rows[0]!.mcf).toBeCloseTo(Math.exp((1.959963984540054 * error) / (1 / 3)), 9)
})

const machines = fc
  .array(
    fc.record({
      ages: fc.array(fc.integer({ min: 1, max: 999 }), { maxLength: 6 }),
      end: fc.integer({ min: 1000, max: 3000 }),
    }),
    { minLength: 2, maxLength: 6 },
  )
  .map((list) => list.map(({ ages, end }, i): RecurrenceUnit => ({ id: String(i), events: ages, end })))

it('does not depend on the order of machines or repairs', () => {
  fc.assert(
    fc.property(machines, (units) => {
      const turned = [...units].reverse().map((unit) => ({ ...unit, events: [...unit.events].reverse() }))
      const [here, there] = [meanCumulative(units), meanCumulative(turned)]
      here.forEach((row, i) => expect(there[i]!.mcf).toBeCloseTo(row.mcf, 9))
      expect(laplaceTrend(turned) ?? 0).toBeCloseTo(laplaceTrend(units) ?? 0, 9)
      expect(powerLaw(turned)?.shape ?? 0).toBeCloseTo(powerLaw(units)?.shape ?? 0, 9)
    }),
  )
})

it('means the same in minutes as in hours, and the same machines twice give the same with narrower limits', () => {
  fc.assert(
    fc.property(machines, (units) => {
      const inMinutes = units.map(({ id, events, end }) => ({
        id,
        events: events.map((age) => age * 60),
        end: end * 60,
      }))
      const [law, scaled] = [powerLaw(units), powerLaw(inMinutes)]
      if (law && scaled) {
        expect(scaled.shape).toBeCloseTo(law.shape, 9)
        expect(scaled.scale / (law.scale * 60)).toBeCloseTo(1, 9)
        expect(scaled.mtbfNow / (law.mtbfNow * 60)).toBeCloseTo(1, 9)
      }
      const twice = meanCumulative([...units, ...units.map((unit) => ({ ...unit, id: `${unit.id} again` }))])
      meanCumulative(units).forEach((row, i) => {
        expect(twice[i]!.mcf).toBeCloseTo(row.mcf, 9)
        expect(twice[i]!.upper!).toBeLessThanOrEqual(row.upper! + 1e-9)
      })
    }),
  )
})

it.each<[string, RecurrenceUnit[]]>([
  ['no machine', []],
  ['a machine that was not watched', [{ id: 'a', events: [], end: 0 }]],
  ['a repair after the end', [{ id: 'a', events: [7], end: 5 }]],
  ['a repair before the beginning', [{ id: 'a', events: [-1], end: 5 }]],
  ['no figure', [{ id: 'a', events: [NaN], end: 5 }]],
])('refuses %s in words', (_, units) => {
  for (const sum of [meanCumulative, laplaceTrend, powerLaw]) expect(() => sum(units)).toThrow(InputProblem)
})

it('says nothing of a trend without repairs', () => {
  const quiet = [{ id: 'a', events: [], end: 100 }]
  expect(meanCumulative(quiet)).toEqual([])
  expect(laplaceTrend(quiet)).toBeNull()
  expect(powerLaw(quiet)).toBeNull()
})
