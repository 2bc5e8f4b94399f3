import type { BenchLifeAnswer, BenchLooksAnswer, BenchPolicyAnswer, BenchRegressionAnswer } from '@diatribon/contract'
import { scratchWorkshop, type Client, type Workshop } from './scratch.ts'

let shop: Workshop
let technician: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  technician = await shop.as('technician')
})
afterAll(() => shop.close())

describe('lives', () => {
  // NIST/SEMATECH e-Handbook 8.4.1.2
  const records = [54, 187, 216, 240, 244, 335, 361, 373, 375, 386].map((age) => ({
    lower: age,
    upper: age as number | null,
    weight: 1,
  }))
  records.push({ lower: 500, upper: null, weight: 10 })

  it('answers in the promised shape', async () => {
    const member = await shop.as('member')
    const { status, body } = await member.call<BenchLifeAnswer>('POST', '/api/bench/life', { unit: 'hours', records })
    expect(status).toBe(200)
    expect(Object.keys(body).sort()).toEqual([
      'b10',
      'exponential',
      'lognormal',
      'probability',
      'survival',
      'weibull',
      'words',
    ])
    expect(body.probability.map(({ distribution }) => distribution).sort()).toEqual([
      'exponential',
      'lognormal',
      'weibull',
    ])
    expect(body.weibull.shape).toBeCloseTo(1.7208, 4)
    expect(body.survival[9]).toEqual({
      time: 386,
      survival: expect.closeTo(0.5, 9) as number,
      standardError: expect.closeTo(0.1118, 5) as number,
      limits: [expect.any(Number) as number, expect.any(Number) as number],
    })
  })

  it.each([
    ['nothing known', [{ lower: null, upper: null, weight: 1 }], 'says-nothing'],
    ['all in one interval', [{ lower: 3, upper: 5, weight: 1 }], 'no-spread'],
    ['watched from after the end', [{ entry: 7, lower: 5, upper: 5, weight: 1 }], 'entry-after-end'],
    ['reversed limits', [{ lower: 9, upper: 5, weight: 1 }], 'limits-reversed'],
    ['no failures', [{ lower: 9, upper: null, weight: 1 }], 'no-failures'],
    ['no spread', [{ lower: 9, upper: 9, weight: 3 }], 'no-spread'],
    ['no records', [], 'bad-input'],
    ['a negative age', [{ lower: -9, upper: 9, weight: 3 }], 'bad-input'],
    ['weight 0', [{ lower: 9, upper: 9, weight: 0 }], 'bad-input'],
    ['words for ages', [{ lower: 'old', upper: 9, weight: 1 }], 'bad-input'],
  ])('refuses %s', async (_, bad, code) => {
    expect(await technician.call('POST', '/api/bench/life', { unit: 'hours', records: bad })).toMatchObject({
      status: 400,
      body: { error: { code, message: expect.stringMatching(/\w+ \w+/) as string } },
    })
  })

  it('tells whether repairs come denser, and refuses what cannot be', async () => {
    const ask = (units: unknown) => technician.call('POST', '/api/bench/recurrence', { units })
    // NIST/SEMATECH e-Handbook of Statistical Methods, 8.4.5.1 and 8.2.3.4.
    const handbook = { id: 'A', events: [5, 40, 43, 175, 389, 712, 747, 795, 1299, 1478], end: 1500 }
    expect(await ask([handbook])).toMatchObject({
      status: 200,
      body: {
        laplace: expect.closeTo(-1.32695, 5) as number,
        powerLaw: {
          shape: expect.closeTo(0.53723, 5) as number,
          shapeUnbiased: expect.closeTo(0.48351, 5) as number,
        },
        words: expect.stringContaining('No trend') as string,
      },
    })
    for (const bad of [
      [],
      'none',
      [{ id: 'A', events: [-1], end: 5 }],
      [{ id: 'A', events: [], end: 0 }],
      [{ id: 'A' }],
    ])
      expect(await ask(bad)).toMatchObject({
        status: 400,
        body: { error: { code: 'bad-input', message: expect.stringMatching(/\w+ \w+/) as string } },
      })
    expect(await ask([{ id: 'A', events: [9], end: 5 }])).toMatchObject({
      status: 400,
      body: { error: { code: 'age-not-positive', message: expect.stringContaining('outside the time') as string } },
    })
  })

  it('finds the replacement age, or says never', async () => {
    const ask = (body: object) => technician.call('POST', '/api/bench/replacement', body)
    const costs = { scale: 1000, preventiveCost: 1, failureCost: 5 }
    expect(await ask({ shape: 2, ...costs })).toMatchObject({
      status: 200,
      body: {
        age: expect.closeTo(510.655, 3) as number,
        costRate: expect.closeTo(0.00408524, 8) as number,
        runToFailureCostRate: expect.closeTo(0.0056419, 7) as number,
      },
    })
    expect(await ask({ shape: 0.8, ...costs })).toMatchObject({
      status: 200,
      body: { age: null, words: expect.stringContaining('Never') as string },
    })
    expect(await ask({ shape: 2, ...costs, failureCost: 1 })).toMatchObject({
      status: 400,
      body: { error: { code: 'costs-reversed' } },
    })
    expect(await ask({ shape: -2, ...costs })).toMatchObject({
      status: 400,
      body: { error: { fields: { shape: expect.any(String) as string } } },
    })
  })
})

describe('lives of every kind', () => {
  const life = (body: object) => technician.call<BenchLifeAnswer>('POST', '/api/bench/life', body)
  const looked = [
    { lower: null, upper: 60, weight: 1 },
    { lower: 50, upper: 100, weight: 1 },
    { lower: 120, upper: 220, weight: 2 },
    { entry: 40, lower: 200, upper: 200, weight: 1 },
    { lower: 250, upper: null, weight: 1 },
  ]

  it('are fitted, with Turnbull’s shares, B10 and the chance to outlive an age', async () => {
    const { status, body } = await life({ records: looked, age: 100 })
    expect(status).toBe(200)
    expect(body.turnbull!.at(-1)!.survival).toBeLessThan(0.6)
    const { chance, limits } = body.outlives!
    expect(limits[0]).toBeLessThan(chance)
    expect(limits[1]).toBeGreaterThan(chance)
    expect(body.b10.limits[0]).toBeLessThan(body.b10.age)
    expect(body.words).toContain('widened for so few failures')
  })

  it('of thousands are reckoned in a thread of their own, the same', async () => {
    const records = Array.from({ length: 3000 }, (_, i) => ({
      lower: 100 + (i % 600),
      upper: i % 3 ? 100 + (i % 600) : null,
      weight: 1,
    }))
    const { status, body } = await life({ records })
    expect(status).toBe(200)
    expect(body.weibull.shapeLimits[0]).toBeLessThan(body.weibull.shape)
    expect(
      await life({ records: Array.from({ length: 300 }, () => ({ lower: 5, upper: 5, weight: 1 })) }),
    ).toMatchObject({
      status: 400,
      body: { error: { code: 'no-spread', message: expect.stringContaining('same age') as string } },
    })
  })
})

describe('policies', () => {
  const ask = (body: object) =>
    technician.call<BenchPolicyAnswer>('POST', '/api/bench/policy', {
      unit: 'h',
      preventiveCost: 1,
      failureCost: 5,
      tradeInterval: 300,
      ...body,
    })

  it('keep the trade’s interval without records', async () => {
    const { status, body } = await ask({ records: [] })
    expect(status).toBe(200)
    expect(body.recommended).toEqual({ policy: 'trade interval', interval: expect.closeTo(300, 6) as number })
    expect(body.policies.map(({ policy }) => policy)).toEqual(['trade interval', 'learned age', 'wait for the failure'])
    expect(body.words).toContain('stands')
  })

  it('learn from records, in any order, and from neighbours as far as these count', async () => {
    // A hundred parts of shape 2 and scale 1000; Barlow & Hunter (1960): 510.655 at costs 1 and 5.
    const records = Array.from({ length: 100 }, (_, i) => {
      const age = 1000 * Math.sqrt(-Math.log((i + 0.5) / 100))
      return { lower: age, upper: age, weight: 1 }
    })
    const { body } = await ask({ records })
    expect(body.recommended.policy).toBe('learned age')
    expect(Math.abs(body.recommended.interval! - 510.655)).toBeLessThan(60)
    expect(await ask({ records: [...records].reverse() })).toMatchObject({ body: { recommended: body.recommended } })
    const few = records.slice(0, 2)
    const [alone, off, on] = [
      await ask({ records: few }),
      await ask({ records: few, neighbours: records, neighbourWeight: 0 }),
      await ask({ records: few, neighbours: records, neighbourWeight: 1 }),
    ]
    expect(off.body).toEqual(alone.body)
    const width = ({ limits }: { limits: [number, number] }) => limits[1] / limits[0]
    expect(width(on.body.posterior.scale)).toBeLessThan(width(alone.body.posterior.scale) / 1.5)
  })
})

it('looks: how often, and what they teach', async () => {
  // Christer & Waller (1984), the model; recomputed with a general-purpose statistics package.
  const model = { defectRate: 0.002, delayMean: 200, inspectionCost: 5, failureCost: 80, repairCost: 10 }
  expect(await technician.call('POST', '/api/bench/inspection', model)).toMatchObject({
    status: 200,
    body: {
      interval: expect.closeTo(152.936, 2) as number,
      costRate: expect.closeTo(0.0948324, 6) as number,
      noInspectionCostRate: 0.16,
    },
  })
  const parts = [
    {
      looks: [
        { age: 100, found: 'good' },
        { age: 200, found: 'defect' },
      ],
      failedAt: null,
      end: 200,
    },
    { looks: [{ age: 100, found: 'good' }], failedAt: 170, end: 170 },
    { looks: [{ age: 100, found: 'defect' }], failedAt: 260, end: 260 },
  ]
  const { status, body } = await technician.call<BenchLooksAnswer>('POST', '/api/bench/looks', { parts })
  expect(status).toBe(200)
  expect(body.delayMean).toBeGreaterThan(0)
  expect(body.limits.defectRate[0]).toBeLessThan(body.defectRate)
})

it('regression and causes', async () => {
  const records = [100, 210, 150, 320, 90, 400].map((age, i) => ({ lower: age, upper: age, weight: 1, x: [i % 2] }))
  const { body } = await technician.call<BenchRegressionAnswer>('POST', '/api/bench/regression', { records })
  expect(body.coefficients).toHaveLength(1)
  expect(body.standardErrors).toHaveLength(2)
  expect(body.words).toMatch(/makes lives .* times as long/)
  const ends = [
    { age: 1, cause: 'strings' },
    { age: 2, cause: 'bearing' },
    { age: 3, cause: null },
    { age: 4, cause: 'strings' },
  ]
  expect(await technician.call('POST', '/api/bench/incidence', { records: ends })).toMatchObject({
    status: 200,
    body: {
      times: [1, 2, 4],
      causes: { strings: { incidence: [0.25, 0.25, 0.75] } },
      words: 'By 4, failed of strings 75 %, bearing 25 %.',
    },
  })
})

describe('junk', () => {
  const junk: [string, unknown][] = [
    ['life', { records: [{ lower: 'x', upper: 1 }] }],
    ['life', { records: [{ lower: 5, upper: 5 }], age: 0 }],
    ['life', { records: new Array(20_001).fill({ lower: 5, upper: 5 }) }],
    ['policy', { records: [], preventiveCost: 5, failureCost: 5, tradeInterval: 10 }],
    ['policy', { records: [], preventiveCost: 1, failureCost: 5, tradeInterval: 0 }],
    ['policy', { records: [{ lower: 9, upper: 5 }], preventiveCost: 1, failureCost: 5, tradeInterval: 10 }],
    [
      'policy',
      { records: [], neighbours: [{ lower: 9, upper: 5 }], preventiveCost: 1, failureCost: 5, tradeInterval: 10 },
    ],
    ['policy', { preventiveCost: 1, failureCost: 5, tradeInterval: 10 }],
    ['inspection', { defectRate: 0, delayMean: 5, inspectionCost: 1, failureCost: 2, repairCost: 1 }],
    ['inspection', { defectRate: 'often' }],
    ['looks', { parts: [] }],
    ['looks', { parts: [{ looks: [], failedAt: null, end: 5 }] }],
    ['looks', { parts: [{ looks: [{ age: 9, found: 'good' }], failedAt: null, end: 5 }] }],
    ['looks', { parts: [{ looks: [{ age: 1, found: 'fine' }], failedAt: null, end: 5 }] }],
    [
      'regression',
      {
        records: [
          { lower: 5, upper: 5, x: [1] },
          { lower: 6, upper: 6, x: [] },
        ],
      },
    ],
    [
      'regression',
      {
        records: [
          { lower: 5, upper: 5, x: [1] },
          { lower: 6, upper: 6, x: [1] },
        ],
      },
    ],
    ['regression', { records: [{ lower: 5, upper: 5 }] }],
    ['incidence', { records: [{ age: 5, cause: null }] }],
    ['incidence', { records: [{ age: -5, cause: 'a' }] }],
    ['incidence', 'nothing'],
  ]
  it.each(junk)('%s is refused in a sentence: %#', async (name, body) => {
    expect(await technician.call('POST', `/api/bench/${name}`, body as object)).toMatchObject({
      status: 400,
      body: {
        error: {
          code: expect.stringMatching(/^[a-z-]+$/) as string,
          message: expect.stringMatching(/\w+ \w+ \w+/) as string,
        },
      },
    })
  })
})

describe('rates and spares', () => {
  const ask = (sum: string, asked: object) => shop.lead.call('POST', `/api/bench/${sum}`, asked)

  // Published check values: see the tests of the sums.
  it('tell whether something has become rarer', async () => {
    const { status, body } = await ask('rates', {
      before: { events: 11, time: 8000 },
      after: { events: 3, time: 9000 },
    })
    expect(status).toBe(200)
    expect(body).toMatchObject({ ratio: 4.125, pValue: expect.closeTo(0.02858, 5), moreTimeFor: { halving: null } })
    expect((body as { words: string }).words).toContain('It has become rarer: before it came 1.1 to 23 times as often')
    const soon = await ask('rates', { before: { events: 30, time: 3000 }, after: { events: 2, time: 200 } })
    expect((soon.body as { words: string }).words).toMatch(
      /No sign of a change yet\. It takes another [\d,]+ of the same unit/,
    )
    expect((await ask('rates', { before: { events: 1.5, time: 1 }, after: { events: 1, time: 0 } })).status).toBe(400)
  })

  it('tell what to keep', async () => {
    const { body } = await ask('spares', { mean: 2, target: 0.95 })
    expect(body).toMatchObject({ stock: 5, probability: expect.closeTo(0.98344, 5) })
    expect((await ask('spares', { mean: 1, variance: 2, target: 0.9 })).body).toMatchObject({ stock: 3 })
    expect((await ask('spares', { mean: 1, target: 1 })).status).toBe(400)
  })
})

describe('input that no sum stands', () => {
  const ask = (sum: string, asked: object) =>
    technician.call<{ error?: { message: string } }>('POST', `/api/bench/${sum}`, asked)

  it('is refused in a sentence when it is far too long', async () => {
    const { status, body } = await ask('life', { records: Array.from({ length: 200_000 }, () => 0) })
    expect([status, body.error?.message]).toEqual([400, 'Record 1 is not filled in as it should be.'])
  })

  it('never comes back as a figure that is none', async () => {
    const { status, body } = await ask('survival', { hours: 14, parts: [{ age: 1, shape: 2, scale: 1e-300 }] })
    expect([status, body.error?.message]).toEqual([
      400,
      'These figures lie too far apart, or too near to 0, for the sum to come out. Check them and their units.',
    ])
  })
})
