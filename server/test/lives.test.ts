import { randomUUID } from 'node:crypto'
import type { BenchLifeAnswer, Floor, LifePage, LifeSummary, LogPage, PrinterPage, Round } from '@diatribon/contract'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

let shop: Workshop
let technician: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  technician = await shop.as('technician')
})
afterAll(() => shop.close())

const daysAgo = (days: number) => new Date(Date.now() - days * dayMs).toISOString()
const nozzleLife = () => technician.get<LifePage>(`/api/lives/${shop.ids.nozzle}`)

describe('learning', () => {
  it('has a failure in the next fit, without a restart', async () => {
    const page = await technician.get<PrinterPage>(`/api/printers/${shop.ids.printer}`)
    const slotId = page.slots.find(({ name }) => name === 'Nozzle')!.id
    expect(await nozzleLife()).toMatchObject({ failures: 0, fit: null, basis: 'too few failures', interval: 300 })
    let meterHours = 0
    for (const [i, age] of [280, 350, 210, 400, 330].entries()) {
      meterHours += age
      await technician.act({ kind: 'count-hours', printerId: shop.ids.printer, meterHours, at: daysAgo(300 - 20 * i) })
      await technician.act({
        kind: 'swap-part',
        printerId: shop.ids.printer,
        slotId,
        removalReason: 'failed',
        partTypeId: shop.ids.nozzle,
        at: daysAgo(300 - 20 * i),
      })
      const { failures, basis } = await nozzleLife()
      expect(failures).toBe(i + 1)
      expect(basis).toBe(i + 1 < 3 ? 'too few failures' : 'own history')
    }
    const life = await nozzleLife()
    expect(life.fit!.scale).toBeGreaterThan(300)
    expect(life.survival).toHaveLength(5)
    expect(life.records.filter(({ endsLife }) => endsLife)).toHaveLength(5)
    // Price 1.00 and ten minutes at 30.00 an hour are 6.00; a failure costs 20.00 more.
    expect(life.cost).toMatchObject({ preventiveMinor: 600, failureMinor: 2600 })
  })

  it('counts nothing but wear as the end of a life', async () => {
    const before = await nozzleLife()
    const page = await technician.get<PrinterPage>(`/api/printers/${shop.ids.printer}`)
    const slotId = page.slots.find(({ name }) => name === 'Nozzle')!.id
    for (const removalReason of [
      'replaced in time',
      'upgraded',
      'user damage',
      'borrowed for another printer',
    ] as const)
      await technician.act({
        kind: 'swap-part',
        printerId: shop.ids.printer,
        slotId,
        removalReason,
        partTypeId: shop.ids.nozzle,
        at: daysAgo(100),
      })
    const after = await nozzleLife()
    expect(after.failures).toBe(before.failures)
    expect(after.fitted).toBe(before.fitted + 4)
  })

  it('agrees with the open calculator on the same records', async () => {
    const life = await nozzleLife()
    const records = life.records.map(({ age, endsLife }) => ({
      lower: age,
      upper: endsLife ? age : null,
      weight: 1,
    }))
    const { status, body } = await technician.call<BenchLifeAnswer>('POST', '/api/bench/life', {
      unit: 'hours',
      records,
    })
    expect(status).toBe(200)
    expect(body.weibull.shape).toBeCloseTo(life.fit!.shape, 6)
    expect(body.weibull.scaleLimits[0]).toBeCloseTo(life.fit!.scaleLimits[0]!, 4)
  })

  it('goes from the fit into the round', async () => {
    const { interval } = await nozzleLife()
    const printerId = randomUUID()
    await shop.takeIn(printerId, 'Cowrie', 2)
    await technician.act({ kind: 'count-hours', printerId, meterHours: 0, at: daysAgo(40) })
    await technician.act({ kind: 'count-hours', printerId, meterHours: interval - 20, at: daysAgo(20) })
    const duty = async () => {
      const round = await technician.get<Round>('/api/plan/round')
      const of = (list: Round['later']) => list.find((d) => d.printer.id === printerId && d.slot.name === 'Nozzle')
      return { overdue: of(round.overdue), thisWeek: of(round.thisWeek) }
    }
    const soon = (await duty()).thisWeek!
    expect(soon).toMatchObject({ interval, intervalIsLearned: true, urgency: 'this week' })
    expect(soon.left).toBeCloseTo(20, 6)
    expect(soon.failureChance).toBeGreaterThan(0)
    // Well past it: the hours of a part that still runs move the interval a little, too.
    await technician.act({ kind: 'count-hours', printerId, meterHours: interval * 2 })
    expect((await duty()).overdue!.left).toBeLessThan(0)
    const { racks } = await technician.get<Floor>('/api/printers')
    const row = racks.flatMap(({ printers }) => printers).find(({ id }) => id === printerId)!
    expect(row).toMatchObject({ worst: { slot: { name: 'Nozzle' } }, next: { urgency: 'overdue' } })
  })

  it('follows an amendment', async () => {
    const { failures } = await nozzleLife()
    const { entries } = await technician.get<LogPage>('/api/logbook?kind=swap-part')
    const failed = entries.find(({ correctable }) => correctable?.removalReason === 'failed')!
    await shop.lead.act({
      kind: 'amend',
      entryKey: failed.key,
      reason: 'A scraper broke it',
      correction: { removalReason: 'user damage' },
    })
    expect((await nozzleLife()).failures).toBe(failures - 1)
  })

  it('lists every part type', async () => {
    const lives = await technician.get<LifeSummary[]>('/api/lives')
    expect(lives.map(({ partType }) => partType.name).sort()).toEqual(['Belt', 'Hard nozzle', 'Nozzle'])
  })
})

describe('mean hours per day', () => {
  it('looks at the 28 days before the last count', async () => {
    const printerId = randomUUID()
    await shop.takeIn(printerId, 'Whelk', 3)
    for (const [days, meterHours] of [
      [90, 1000],
      [30, 1120],
      [2, 1232],
    ] as const)
      await technician.act({ kind: 'count-hours', printerId, meterHours, at: daysAgo(days) })
    const { printer } = await technician.get<PrinterPage>(`/api/printers/${printerId}`)
    expect(printer.hoursPerDay).toBeCloseTo(4, 6)
  })
})

describe('the open calculator', () => {
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
    expect(Object.keys(body).sort()).toEqual(['exponential', 'lognormal', 'survival', 'weibull', 'words'])
    expect(body.weibull.shape).toBeCloseTo(1.7208, 4)
    expect(body.survival[9]).toEqual({
      time: 386,
      survival: expect.closeTo(0.5, 9) as number,
      standardError: expect.closeTo(0.1118, 5) as number,
    })
  })

  it.each([
    ['an interval record', [{ lower: 3, upper: 5, weight: 1 }], 'interval-record'],
    ['a left-censored record', [{ lower: null, upper: 5, weight: 1 }], 'interval-record'],
    ['a left-censored record from 0', [{ lower: 0, upper: 5, weight: 1 }], 'interval-record'],
    ['nothing known', [{ lower: null, upper: null, weight: 1 }], 'interval-record'],
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
