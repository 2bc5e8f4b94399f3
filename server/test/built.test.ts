import { randomUUID } from 'node:crypto'
import type { AsBuilt, LifePage, LogPage, PrinterPage } from '@diatribon/contract'
import { scratchWorkshop, type Client, type Workshop } from './scratch.ts'

let shop: Workshop
let technician: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  technician = await shop.as('technician')
})
afterAll(() => shop.close())

const hoursAgo = (hours: number) => new Date(Date.now() - hours * 3600_000).toISOString()
const page = (id: string) => technician.get<PrinterPage>(`/api/printers/${id}`)
const built = (id: string, at?: string) =>
  technician.get<AsBuilt>(`/api/printers/${id}/as-built${at ? `?at=${encodeURIComponent(at)}` : ''}`)
const slotOf = async (id: string, name: string) => (await page(id)).slots.find((slot) => slot.name === name)!
async function newPrinter(meterHours = 0): Promise<string> {
  const id = randomUUID()
  await shop.takeIn(id, `P ${id.slice(0, 8)}`, 1, meterHours)
  return id
}
const partType = (more: object) =>
  shop.lead.act({
    kind: 'add-part-type',
    name: randomUUID(),
    slotKind: 'nozzle',
    priceMinor: 100,
    minutes: 10,
    failureExtraMinor: 2000,
    tradeInterval: 300,
    ...more,
  })

describe('as built', () => {
  it('shows what sat where on any day, and the limits that followed', async () => {
    const printerId = await newPrinter()
    const lined = randomUUID()
    await partType({ partTypeId: lined, maxNozzleC: 235, toleratesAbrasive: false })
    await technician.act({ kind: 'count-hours', printerId, meterHours: 100, at: hoursAgo(200) })
    const { id: slotId } = await slotOf(printerId, 'Nozzle')
    const swap = { kind: 'swap-part' as const, printerId, slotId, removalReason: 'upgraded', partTypeId: lined }
    await technician.act({ ...swap, at: hoursAgo(100) })
    await technician.act({ kind: 'count-hours', printerId, meterHours: 150, at: hoursAgo(0) })
    const [then, now] = [await built(printerId, hoursAgo(150)), await built(printerId)]
    expect(then.slots.find(({ id }) => id === slotId)!.part).toMatchObject({ name: 'Nozzle' })
    expect(then.limits).toMatchObject({ nozzleMaxC: 260, nozzleLimitedBy: null, abrasiveForbiddenBy: [] })
    expect(now.limits).toMatchObject({ nozzleMaxC: 235, nozzleLimitedBy: expect.stringContaining('Nozzle') as string })
    expect(now.limits!.abrasiveForbiddenBy).toHaveLength(1)
    expect(now.slots.find(({ id }) => id === slotId)!.part!.age).toMatchObject({
      hours: expect.closeTo(25, 1) as number,
      days: expect.closeTo(100 / 24, 2) as number,
    })
  })

  it('keeps the limits that the model had then', async () => {
    const printerId = await newPrinter()
    const models =
      await technician.get<
        { id: string; make: string; name: string; build: string; slots: object[]; limits: object }[]
      >('/api/parts/models')
    const { make, name, build, slots, limits } = models.find(({ id }) => id === shop.ids.model)!
    const before = hoursAgo(0.001)
    await shop.lead.act({
      kind: 'change-model',
      modelId: shop.ids.model,
      make,
      name,
      build,
      slots,
      limits: { ...limits, bedMaxC: 80 },
    })
    expect((await built(printerId)).limits!.model.bedMaxC).toBe(80)
    expect((await built(printerId, before)).limits!.model.bedMaxC).toBe(100)
    await shop.lead.act({
      kind: 'change-model',
      modelId: shop.ids.model,
      make,
      name,
      build,
      slots,
      limits,
      kits: [{ name: 'Both', slots: ['Nozzle', 'X belt'] }],
    })
  })

  it('shows what was written by a device whose clock is a minute ahead', async () => {
    const printerId = await newPrinter()
    const { id: slotId } = await slotOf(printerId, 'Nozzle')
    const lined = randomUUID()
    await partType({ partTypeId: lined })
    const at = hoursAgo(-1 / 60)
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId,
      removalReason: 'upgraded',
      partTypeId: lined,
      at,
    })
    const now = await built(printerId)
    expect(now.at).toBe(at)
    expect(now.slots.find(({ id }) => id === slotId)!.part!.partTypeId).toBe(lined)
  })

  it('says so of a day before the printer was here', async () => {
    const printerId = await newPrinter()
    expect((await technician.call('GET', `/api/printers/${printerId}/as-built?at=2001-01-01T00:00:00Z`)).status).toBe(
      404,
    )
    expect((await technician.call('GET', `/api/printers/${printerId}/as-built?at=soon`)).status).toBe(400)
  })
})

describe('kits', () => {
  it('change together what belongs together, each part with its own reason, or nothing at all', async () => {
    const printerId = await newPrinter()
    const [nozzle, belt] = [await slotOf(printerId, 'Nozzle'), await slotOf(printerId, 'X belt')]
    const kit = (beltPart: string) => ({
      kind: 'swap-kit' as const,
      printerId,
      kit: 'Both',
      swaps: [
        { slotId: nozzle.id, fittingId: nozzle.duty!.fittingId, removalReason: 'failed', partTypeId: shop.ids.nozzle },
        { slotId: belt.id, removalReason: 'replaced in time', partTypeId: beltPart },
      ],
    })
    expect(await technician.refused(kit(shop.ids.nozzle))).toMatchObject({ code: 'does-not-fit' })
    expect((await page(printerId)).fittings).toHaveLength(2)
    await technician.act(kit(shop.ids.belt))
    const { fittings } = await page(printerId)
    expect(fittings.map(({ removalReason }) => removalReason ?? 'in place').sort()).toEqual([
      'failed',
      'in place',
      'in place',
      'replaced in time',
    ])
  })
})

describe('a part that moves', () => {
  it('keeps its age, and teaches one life', async () => {
    const [from, to] = [await newPrinter(), await newPrinter()]
    await technician.act({ kind: 'count-hours', printerId: from, meterHours: 120, at: hoursAgo(200) })
    await technician.act({ kind: 'count-hours', printerId: to, meterHours: 40, at: hoursAgo(200) })
    const [source, target] = [await slotOf(from, 'X belt'), await slotOf(to, 'X belt')]
    const fitted = async () => (await technician.get<LifePage>(`/api/lives/${shop.ids.belt}`)).fitted
    const before = await fitted()
    const move = {
      kind: 'move-part',
      printerId: from,
      fittingId: source.duty!.fittingId,
      toPrinterId: to,
      toSlotId: target.id,
    }
    expect(await technician.refused(move)).toMatchObject({
      status: 400,
      fields: { removalReason: expect.any(String) as string },
    })
    await technician.act({ ...move, kind: 'move-part', removalReason: 'failed', at: hoursAgo(100) })
    await technician.act({ kind: 'count-hours', printerId: to, meterHours: 70, at: hoursAgo(0) })
    const logOf = async (printerId: string) =>
      (await technician.get<LogPage>(`/api/logbook?printer=${printerId}`)).entries.map(({ summary }) => summary)
    for (const printerId of [from, to])
      expect(await logOf(printerId)).toContainEqual(expect.stringMatching(/^From .+ to .+, X belt/))
    const there = (await slotOf(to, 'X belt')).duty!
    expect(there.age).toBeCloseTo(120 + 15, 1)
    expect((await slotOf(from, 'X belt')).duty).toBeNull()
    expect((await built(from)).slots.find(({ name }) => name === 'X belt')!.part).toBeNull()
    expect(await fitted()).toBe(before)
    // The empty slot takes a new part.
    await technician.act({
      kind: 'swap-part',
      printerId: from,
      slotId: source.id,
      removalReason: 'upgraded',
      partTypeId: shop.ids.belt,
    })
    expect((await slotOf(from, 'X belt')).duty!.age).toBe(0)
    expect(await technician.refused(move)).toMatchObject({ code: 'part-not-in-slot' })
  })
})

describe('a second-hand printer', () => {
  it('may come with parts of known and of unknown age', async () => {
    const printerId = randomUUID()
    await shop.lead.act({
      kind: 'take-in-printer',
      at: hoursAgo(500),
      printerId,
      modelId: shop.ids.model,
      name: `Old ${printerId.slice(0, 5)}`,
      room: 'Shed',
      rack: 'Z',
      place: 1,
      meterHours: 1830,
      parts: { Nozzle: shop.ids.nozzle, 'X belt': shop.ids.belt },
      partHours: { Nozzle: 90, 'X belt': null },
    })
    await technician.act({ kind: 'count-hours', printerId, meterHours: 1850, at: hoursAgo(300) })
    const [nozzle, belt] = [await slotOf(printerId, 'Nozzle'), await slotOf(printerId, 'X belt')]
    expect(nozzle.duty).toMatchObject({ age: 110, ageIsKnown: true })
    expect(belt.duty).toMatchObject({ age: 20, ageIsKnown: false, failureChance: null })
    const failures = async () => (await technician.get<LifePage>(`/api/lives/${shop.ids.belt}`)).failures
    const before = await failures()
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId: belt.id,
      removalReason: 'failed',
      partTypeId: shop.ids.belt,
    })
    // Its life is only known to exceed what was seen here.
    expect(await failures()).toBe(before)
    const { records } = await technician.get<LifePage>(`/api/lives/${shop.ids.belt}`)
    expect(records.find((r) => r.printer.id === printerId && r.removedAt)).toMatchObject({
      ageIsKnown: false,
      record: { upper: null },
    })
  })

  it('cannot have parts that ran longer than it did', async () => {
    const refusal = await shop.lead.refused({
      kind: 'take-in-printer',
      printerId: randomUUID(),
      modelId: shop.ids.model,
      name: 'Impossible',
      room: 'Shed',
      rack: 'Z',
      place: 2,
      meterHours: 50,
      parts: { Nozzle: shop.ids.nozzle, 'X belt': shop.ids.belt },
      partHours: { Nozzle: 90 },
    })
    expect(refusal).toMatchObject({ status: 400, fields: { 'partHours.Nozzle': expect.any(String) as string } })
  })
})

describe('clocks', () => {
  it.each([
    ['prints', 2],
    ['metres', 50],
    ['abrasive metres', 30],
  ] as const)('a part that ages by %s', async (agesBy, age) => {
    const printerId = await newPrinter()
    const typeId = randomUUID()
    await partType({ partTypeId: typeId, agesBy, tradeInterval: 100 })
    const { id: slotId } = await slotOf(printerId, 'Nozzle')
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId,
      removalReason: 'upgraded',
      partTypeId: typeId,
      at: hoursAgo(300),
    })
    for (const [from, to, metres, abrasive] of [
      [250, 245, 20, false],
      [200, 190, 30, true],
    ] as const)
      await technician.act({
        kind: 'finish-job',
        printerId,
        startedAt: hoursAgo(from),
        at: hoursAgo(to),
        metres,
        abrasive,
        outcome: 'good',
      })
    expect((await slotOf(printerId, 'Nozzle')).duty).toMatchObject({
      clock: agesBy,
      age: expect.closeTo(age, 6) as number,
      left: expect.closeTo(100 - age, 6) as number,
    })
  })

  it('the calendar, and a change of clock', async () => {
    const printerId = await newPrinter()
    const typeId = randomUUID()
    const name = randomUUID()
    await partType({ partTypeId: typeId, name, agesBy: 'days', tradeInterval: 30 })
    const { id: slotId } = await slotOf(printerId, 'Nozzle')
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId,
      removalReason: 'upgraded',
      partTypeId: typeId,
      at: hoursAgo(240),
    })
    const { duty } = await slotOf(printerId, 'Nozzle')
    expect(duty).toMatchObject({
      clock: 'days',
      age: expect.closeTo(10, 2) as number,
      left: expect.closeTo(20, 2) as number,
    })
    expect(duty!.dueDate).not.toBeNull()
    await shop.lead.act({
      kind: 'change-part-type',
      partTypeId: typeId,
      name,
      slotKind: 'nozzle',
      priceMinor: 100,
      minutes: 10,
      failureExtraMinor: 2000,
      agesBy: 'hours',
      tradeInterval: 500,
    })
    expect((await technician.get<LifePage>(`/api/lives/${typeId}`)).inForce.interval).toBe(500)
    expect((await slotOf(printerId, 'Nozzle')).duty).toMatchObject({ clock: 'hours', interval: 500 })
  })
})

describe('coming and going', () => {
  it('is taken in step by step, on any device, and then goes into service', async () => {
    const printerId = randomUUID()
    const { ids } = shop
    await shop.lead.act({
      kind: 'take-in-printer',
      at: hoursAgo(5),
      printerId,
      modelId: ids.model,
      name: `New ${printerId.slice(0, 5)}`,
      room: 'Shed',
      rack: 'N',
      place: 1,
      meterHours: 0,
      parts: { Nozzle: ids.nozzle, 'X belt': ids.belt },
      stepByStep: true,
    })
    expect(await page(printerId)).toMatchObject({ printer: { state: 'being taken in' }, stepsDone: [] })
    const step = (values: object[], step: string) =>
      technician.act({ kind: 'record-baseline', printerId, step, values, at: hoursAgo(1) })
    await step([{ name: 'mains selector', choice: '230 V' }], 'mains')
    await step([{ name: 'X belt pitch', value: 80, unit: 'Hz' }], 'belts')
    await step([{ name: 'X belt pitch', value: 84, unit: 'Hz' }], 'belts')
    expect([...(await page(printerId)).stepsDone].sort()).toEqual(['belts', 'mains'])
    expect((await built(printerId)).baseline).toMatchObject([
      { name: 'mains selector', choice: '230 V' },
      { name: 'X belt pitch', value: 84, unit: 'Hz' },
    ])
    await shop.lead.act({ kind: 'set-site-mains', mainsVolts: 230 })
    await technician.act({ kind: 'finish-take-in', printerId })
    expect((await page(printerId)).printer.state).toBe('in service')
    expect(await technician.refused({ kind: 'finish-take-in', printerId })).toMatchObject({ code: 'already-in' })
  })

  it('retires, and comes back with its history', async () => {
    const printerId = await newPrinter()
    await shop.lead.act({ kind: 'retire-printer', printerId, reason: 'Frame bent' })
    const floor = async (more = '') => JSON.stringify(await technician.get(`/api/printers${more}`))
    expect(await floor()).not.toContain(printerId)
    expect(await floor('/names?retired=1')).toContain(printerId)
    expect(
      await technician.refused({ kind: 'start-job', printerId, jobId: randomUUID(), name: 'x', plannedHours: 1 }),
    ).toMatchObject({ code: 'retired' })
    await shop.lead.act({ kind: 'bring-back-printer', printerId })
    expect(await floor()).toContain(printerId)
    expect((await page(printerId)).fittings).toHaveLength(2)
  })
})
