import { randomUUID } from 'node:crypto'
import type { BenchLifeAnswer, Floor, LifePage, LivesPage, LogPage, PrinterPage, Round } from '@diatribon/contract'
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
    expect(await nozzleLife()).toMatchObject({
      failures: 0,
      fit: null,
      inForce: { policy: 'trade interval', interval: 300, isAdopted: false },
      recommended: { policy: 'trade interval' },
    })
    let meterHours = 0
    let before = Infinity
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
      const { failures, known } = await nozzleLife()
      expect(failures).toBe(i + 1)
      // From the first failure on what is known grows.
      const width = Math.log(known.scale.limits[1] / known.scale.limits[0])
      expect(width).toBeLessThan(before)
      before = width
    }
    const life = await nozzleLife()
    expect(life.fit!.scale).toBeGreaterThan(300)
    expect(life.survival).toHaveLength(5)
    expect(life.records.filter(({ record }) => record.upper !== null)).toHaveLength(5)
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
    const records = life.records.map(({ record }) => record)
    const { status, body } = await technician.call<BenchLifeAnswer>('POST', '/api/bench/life', {
      unit: 'hours',
      records,
    })
    expect(status).toBe(200)
    expect(body.weibull.shape).toBeCloseTo(life.fit!.shape, 6)
    expect(body.weibull.scaleLimits[0]).toBeCloseTo(life.fit!.scaleLimits[0]!, 4)
  })

  it('goes from the fit into the round', async () => {
    const { inForce } = await nozzleLife()
    const interval = inForce.interval!
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
    expect(soon).toMatchObject({ interval, intervalIsLearned: inForce.policy === 'learned age', urgency: 'this week' })
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
    const { lives } = await technician.get<LivesPage>('/api/lives')
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
