import { randomUUID } from 'node:crypto'
import type {
  AttachedFile,
  EndedJob,
  ItemPage,
  StockLine,
  StoresPage,
  UpgradePage,
  UpgradesPage,
} from '@diatribon/contract'
import { stockOnHand, type StockEvent } from '@diatribon/core'
import { factsOf, factsReplayed } from './replay.ts'
import { design, itemOf } from './samples.ts'
import { Client, dayMs, scratchWorkshop, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
let shop: Workshop
let lead: Client
let technician: Client
let nozzles: string
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  lead = shop.lead
  technician = await shop.as('technician')
  nozzles = await kept(itemOf('Nozzles', { partTypeId: shop.ids.nozzle, supplier: 'Harbour Supply' }))
})
afterAll(() => shop.close())

async function kept(content: ReturnType<typeof itemOf>): Promise<string> {
  const itemId = randomUUID()
  await technician.act({ kind: 'set-item', itemId, content, at: at(60) })
  return itemId
}
const item = (id: string) => lead.get<ItemPage>(`/api/stores/items/${id}`)
const line = async (id: string): Promise<StockLine> => (await item(id)).line
const slotOf = async (printerId: string, name = 'Nozzle') =>
  (
    await shop.server.services.database.pool.query<{ id: string }>(
      'SELECT id FROM slot WHERE printer_id = $1 AND name = $2',
      [printerId, name],
    )
  ).rows[0]!.id

describe('what lies on the shelf', () => {
  it('is what was counted, plus what came, less what was fitted; a swap that is taken back puts it there again', async () => {
    await technician.act({ kind: 'count-items', lines: [{ itemId: nozzles, pieces: 4 }], at: at(50) })
    await technician.act({
      kind: 'receive-items',
      lines: [{ itemId: nozzles, pieces: 10, paidMinor: 1500 }],
      supplier: 'Harbour Supply',
      at: at(40),
    })
    const swap = {
      kind: 'swap-part' as const,
      printerId: shop.ids.printer,
      slotId: await slotOf(shop.ids.printer),
      removalReason: 'failed',
      partTypeId: shop.ids.nozzle,
    }
    const { key } = await technician.act({ ...swap, at: at(30) })
    expect(await line(nozzles)).toMatchObject({ onHand: 13, unaccounted: 0, paidMinor: 150 })
    await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Another printer' })
    expect((await line(nozzles)).onHand).toBe(14)
    // Told later, of a time before the count: the count has seen it.
    await technician.act({ ...swap, at: at(55) })
    expect((await line(nozzles)).onHand).toBe(14)
    const { moves, prices } = await item(nozzles)
    expect(moves.map(({ what, takenBack }) => [what, takenBack])).toEqual([
      ['fitted', true],
      ['received', false],
      ['counted', false],
      ['fitted', false],
    ])
    expect(prices).toMatchObject([{ eachMinor: 150, pieces: 10, supplier: 'Harbour Supply' }])
  })

  it('is reckoned by the database as the core folds it', async () => {
    const id = await kept(itemOf('Odds and ends'))
    const events: StockEvent[] = []
    let day = 59
    for (const [kind, pieces] of [
      ['out', 2],
      ['in', 5],
      ['out', 9],
      ['in', 1],
      ['counted', 3],
      ['out', 2],
      ['out', 2],
      ['in', 6],
    ] as const) {
      events.push({ kind, pieces })
      const when = at(day--)
      if (kind === 'out') await technician.act({ kind: 'use-items', itemId: id, pieces, what: 'x', at: when })
      else if (kind === 'in')
        await technician.act({ kind: 'receive-items', lines: [{ itemId: id, pieces, paidMinor: null }], at: when })
      else await technician.act({ kind: 'count-items', lines: [{ itemId: id, pieces }], at: when })
      const { pieces: onHand, unaccounted } = stockOnHand(events)
      expect(await line(id)).toMatchObject({ onHand, unaccounted })
    }
  })

  it('of three, fifty take one at once: all swaps go through, none is left, and somebody is asked to count', async () => {
    const printers = await Promise.all(
      Array.from({ length: 50 }, async (_, i) => {
        const id = randomUUID()
        await shop.takeIn(id, `Farm ${i}`, 10 + i)
        return { id, slotId: await slotOf(id, 'X belt') }
      }),
    )
    const belts = await kept(itemOf('Belts', { partTypeId: shop.ids.belt }))
    await technician.act({ kind: 'count-items', lines: [{ itemId: belts, pieces: 3 }], at: at(1) })
    // Through two processes, as two people at two printers.
    const other = await shop.start()
    const elsewhere = await new Client(other).signIn('technician')
    const swaps = await Promise.all(
      printers.map(({ id: printerId, slotId }, i) =>
        (i % 2 ? technician : elsewhere).call('POST', '/api/actions', {
          key: randomUUID(),
          at: at(0.5),
          kind: 'swap-part',
          printerId,
          slotId,
          removalReason: 'failed',
          partTypeId: shop.ids.belt,
          confirmed: ['hot work'],
        }),
      ),
    )
    await other.close()
    expect(swaps.map(({ status }) => status)).toEqual(printers.map(() => 201))
    expect(await line(belts)).toMatchObject({ onHand: 0, unaccounted: 47 })
    await technician.act({ kind: 'count-items', lines: [{ itemId: belts, pieces: 2 }] })
    expect(await line(belts)).toMatchObject({ onHand: 2, unaccounted: 0 })
  })

  it('is kept once for a part type, and what is not kept any more takes no pieces', async () => {
    const again = { kind: 'set-item', itemId: randomUUID(), content: itemOf('More', { partTypeId: shop.ids.nozzle }) }
    expect(await technician.refused(again)).toMatchObject({ status: 409, code: 'already-kept' })
    const id = await kept(itemOf('Old glue'))
    await technician.act({ kind: 'set-item', itemId: id, content: itemOf('Old glue'), retired: true })
    const receive = { kind: 'receive-items', lines: [{ itemId: id, pieces: 1, paidMinor: null }] }
    expect(await technician.refused(receive)).toMatchObject({ status: 409, code: 'not-kept' })
  })
})

describe('what to keep', () => {
  it('follows from what is in use, and is ordered in packs', async () => {
    const id = shop.ids.printer
    for (let day = 300; day >= 0; day -= 10)
      await lead.act({ kind: 'count-hours', printerId: id, at: at(day), meterHours: (300 - day) * 12 })
    const wide = itemOf('Nozzles', { partTypeId: shop.ids.nozzle, supplier: 'Harbour Supply', leadDays: 60, packOf: 5 })
    await technician.act({ kind: 'set-item', itemId: nozzles, content: wide })
    await technician.act({ kind: 'count-items', lines: [{ itemId: nozzles, pieces: 1 }] })
    await shop.server.services.kept.settle()
    const { keep } = await line(nozzles)
    // One printer, 12 h a day for 74 days, 300 h at the trade's interval: some three of them.
    expect(keep!.demand).toBeGreaterThan(1.5)
    expect(keep!.demand).toBeLessThan(4.5)
    expect(keep!.probability).toBeGreaterThanOrEqual(0.95)
    expect(keep!.twoOfEach.probability).toBeLessThan(keep!.probability)
    expect(keep!.order % 5).toBe(0)
    expect(keep!.order + 1).toBeGreaterThanOrEqual(keep!.keep)
    expect(keep!.runsOut).toMatch(/^2026-1[12]|2027-/)
    const pdf = await fetch(`${shop.server.url}/api/stores/order-list`, { headers: { cookie: lead.cookieNow } })
    expect(pdf.headers.get('content-type')).toBe('application/pdf')
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
    expect((await lead.get<StoresPage>('/api/stores/items')).notKept.map(({ name }) => name)).not.toContain('Nozzle')
  })
})

it('an upgrade takes its screws from the stores, and its wear part once', async () => {
  const screws = await kept(itemOf('Screws'))
  const hard = await kept(itemOf('Hard nozzles', { partTypeId: shop.ids.hardNozzle }))
  for (const itemId of [screws, hard])
    await technician.act({ kind: 'count-items', lines: [{ itemId, pieces: 10 }], at: at(5) })
  const part = { pieces: 4, made: 'bought' as const, priceMinor: 5 }
  const upgradeId = randomUUID()
  await technician.act({
    kind: 'set-upgrade',
    upgradeId,
    version: 0,
    content: design({
      parts: [
        { ...part, name: 'Screw', itemId: screws },
        { ...part, name: 'Hard nozzle', pieces: 1, itemId: hard },
      ],
      steps: [{ kind: 'fit part', slot: 'Nozzle', partTypeId: shop.ids.hardNozzle }],
    }),
  })
  const { key } = await technician.act({
    kind: 'install-upgrade',
    printerId: shop.ids.printer,
    changeId: randomUUID(),
    upgradeId,
    version: 1,
    confirmed: ['hot work'],
  })
  expect([(await line(screws)).onHand, (await line(hard)).onHand]).toEqual([6, 9])
  const { upgrades } = await lead.get<UpgradesPage>('/api/upgrades')
  expect(upgrades.find(({ id }) => id === upgradeId)).toMatchObject({ installed: 1 })
  await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Not here' })
  expect([(await line(screws)).onHand, (await line(hard)).onHand]).toEqual([10, 10])
})

describe('orders', () => {
  it('are under way until as much has come in; nothing is ordered twice; one that will not come is taken back', async () => {
    const id = await kept(itemOf('Tubes', { least: 10, leadDays: 20, packOf: 5 }))
    await technician.act({ kind: 'count-items', lines: [{ itemId: id, pieces: 1 }], at: at(30) })
    expect((await line(id)).keep!.order).toBe(10)
    const order = { kind: 'place-order' as const, supplier: 'Tern Parts' }
    const first = await technician.act({ ...order, lines: [{ itemId: id, pieces: 5 }], at: at(25) })
    await technician.act({ ...order, lines: [{ itemId: id, pieces: 5 }], expectedOn: '2026-12-01' })
    const { ordered, keep } = await line(id)
    // Twenty days after 26 October it was late, in the workshop's own calendar.
    expect(ordered).toMatchObject([
      { pieces: 5, expectedOn: '2026-11-15', isLate: true, supplier: 'Tern Parts' },
      { pieces: 5, expectedOn: '2026-12-01', isLate: false },
    ])
    expect(keep!.order).toBe(0)
    const { key } = await technician.act({
      kind: 'receive-items',
      lines: [{ itemId: id, pieces: 3, paidMinor: 300 }],
      at: at(2),
    })
    expect((await line(id)).ordered.map(({ pieces }) => pieces)).toEqual([2, 5])
    // Whoever told of it may take it back, and a lead; to others it is not offered.
    const operator = await shop.as('operator')
    const offered = async (who: Client) => {
      const page = await who.get<ItemPage>(`/api/stores/items/${id}`)
      const receipt = page.moves.find(({ what }) => what === 'received')!
      return [page.line.ordered[0]!.takeBackKey !== null, receipt.takeBackKey !== null]
    }
    expect([await offered(technician), await offered(lead), await offered(operator)]).toEqual([
      [true, true],
      [true, true],
      [false, false],
    ])
    await technician.act({ kind: 'amend', entryKey: first.key, takeBack: true, reason: 'Sold out' })
    // Of the younger order nothing can have come in before it was placed.
    expect((await line(id)).ordered.map(({ pieces }) => pieces)).toEqual([5])
    await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Of another bag' })
    expect((await line(id)).onHand).toBe(1)
    const yesterday = { ...order, lines: [{ itemId: id, pieces: 1 }], expectedOn: '2026-11-19' }
    expect(await technician.refused(yesterday)).toMatchObject({
      status: 400,
      fields: { expectedOn: expect.anything() },
    })
    expect(await technician.refused({ ...yesterday, expectedOn: '2027-02-30' })).toMatchObject({ status: 400 })
    expect(await operator.refused({ ...order, lines: [{ itemId: id, pieces: 1 }] })).toMatchObject({ status: 403 })
  })

  it('placed by two processes at once are both there', async () => {
    const id = await kept(itemOf('Springs', { least: 4 }))
    const other = await shop.start()
    const elsewhere = await new Client(other).signIn('technician')
    await Promise.all(
      [technician, elsewhere].map((who) => who.act({ kind: 'place-order', lines: [{ itemId: id, pieces: 2 }] })),
    )
    await other.close()
    expect((await line(id)).ordered.map(({ pieces }) => pieces)).toEqual([2, 2])
  })
})

describe('kits', () => {
  it('are taken apart as they come in, and no minor unit of their price is lost', async () => {
    const [screws, washers] = [await kept(itemOf('Screws M3')), await kept(itemOf('Washers M3'))]
    const bag = itemOf('Bag of screws', {
      contents: [
        { itemId: screws, pieces: 20 },
        { itemId: washers, pieces: 10 },
      ],
    })
    const bagId = await kept(bag)
    await technician.act({ kind: 'place-order', lines: [{ itemId: bagId, pieces: 2 }] })
    expect((await line(washers)).ordered).toMatchObject([{ pieces: 20 }])
    await technician.act({
      kind: 'receive-items',
      lines: [
        { itemId: bagId, pieces: 2, paidMinor: 1001 },
        { itemId: screws, pieces: 1, paidMinor: 5 },
      ],
    })
    expect([(await line(screws)).onHand, (await line(washers)).onHand]).toEqual([41, 20])
    const paid = [(await item(screws)).moves[0]!, (await item(washers)).moves[0]!].map(({ paidMinor }) => paidMinor!)
    expect(paid[0]! + paid[1]!).toBe(1006)
    expect((await item(washers)).kits).toMatchObject([{ name: 'Bag of screws', pieces: 10 }])
    expect((await line(washers)).ordered).toEqual([])
    const tooMany = { kind: 'place-order', lines: [{ itemId: bagId, pieces: 900_000 }] }
    expect(await technician.refused(tooMany)).toMatchObject({
      status: 400,
      message: expect.stringContaining('at most'),
    })
    await technician.act({ kind: 'set-item', itemId: washers, content: itemOf('Washers M3'), retired: true })
    const again = { kind: 'receive-items', lines: [{ itemId: bagId, pieces: 1, paidMinor: null }] }
    expect(await technician.refused(again)).toMatchObject({ status: 409, code: 'not-kept' })
    await technician.act({ kind: 'set-item', itemId: washers, content: itemOf('Washers M3') })
    expect(await line(bagId)).toMatchObject({ onHand: 0, keep: null })
  })

  it('hold items and no kits, and only parts that fit each other; nobody counts or takes a kit', async () => {
    const screws = await kept(itemOf('Screws M4'))
    const bagId = await kept(itemOf('Bag M4', { contents: [{ itemId: screws, pieces: 2 }] }))
    const set = (content: ReturnType<typeof itemOf>, itemId: string = randomUUID()) =>
      technician.refused({ kind: 'set-item', itemId, content })
    expect(await set(itemOf('Bag of bags', { contents: [{ itemId: bagId, pieces: 1 }] }))).toMatchObject({
      status: 400,
      message: 'A kit holds items, and no other kit.',
    })
    expect(await set(itemOf('Bag M4'), bagId)).toMatchObject({ status: 400 })
    const count = { kind: 'count-items', lines: [{ itemId: bagId, pieces: 1 }] }
    expect(await technician.refused(count)).toMatchObject({ status: 409, code: 'is-a-kit' })
    expect(await technician.refused({ kind: 'use-items', itemId: bagId, pieces: 1, what: 'x' })).toMatchObject({
      code: 'is-a-kit',
    })
    // A nozzle and a heat break with another thread.
    const part = async (name: string, slotKind: string, joint: object) => {
      const partTypeId = randomUUID()
      await lead.act({
        kind: 'add-part-type',
        partTypeId,
        name,
        slotKind,
        agesBy: 'hours',
        tradeInterval: 100,
        priceMinor: 100,
        minutes: 5,
        failureExtraMinor: 100,
        joints: [joint],
      })
      return kept(itemOf(name, { partTypeId }))
    }
    const nozzle = await part('Nozzle M6', 'nozzle', { with: 'heat break', thread: 'M6' })
    const other = await part('Heat break M5', 'heat break', { with: 'nozzle', thread: 'M5' })
    expect(
      await set(itemOf('Hot end', { contents: [nozzle, other].map((itemId) => ({ itemId, pieces: 1 })) })),
    ).toMatchObject({ status: 409, code: 'does-not-fit', message: expect.stringContaining('thread') })
  })
})

describe('printed here', () => {
  it('by a job: the design says how many there are, and how long one took; its file is kept', async () => {
    const bytes = new Uint8Array([0, 1, 2, 255])
    const cookie = technician.cookieNow
    const sent = await fetch(`${shop.server.url}/api/attachments/files?name=brace%20%C3%BC.3mf`, {
      method: 'POST',
      headers: { cookie },
      body: bytes,
    })
    expect(sent.status).toBe(201)
    const file = (await sent.json()) as AttachedFile
    const got = await fetch(`${shop.server.url}/api/attachments/${file.id}`, { headers: { cookie } })
    expect(new Uint8Array(await got.arrayBuffer())).toEqual(bytes)
    expect(got.headers.get('content-disposition')).toMatch(/^attachment; filename=.*brace/)
    const itemId = await kept(itemOf('Brace', { madeHere: true }))
    const upgradeId = randomUUID()
    const content = design({
      name: 'Brace',
      parts: [{ name: 'Brace', pieces: 2, made: 'printed here', priceMinor: null, hours: 3, itemId, attached: file }],
      steps: [],
    })
    await technician.act({ kind: 'set-upgrade', upgradeId, version: 0, content })
    const lost = {
      ...content,
      name: 'Lost',
      parts: [{ ...content.parts[0], attached: { id: randomUUID(), name: 'x' } }],
    }
    expect(
      await technician.refused({ kind: 'set-upgrade', upgradeId: randomUUID(), version: 0, content: lost }),
    ).toMatchObject({ status: 404 })
    const printerId = randomUUID()
    await shop.takeIn(printerId, 'Sanderling', 61)
    const jobId = randomUUID()
    await technician.act({ kind: 'start-job', printerId, jobId, name: 'braces', plannedHours: 12, at: at(2) })
    const receive = {
      kind: 'receive-items' as const,
      lines: [{ itemId, pieces: 4, paidMinor: null }],
      printedOn: printerId,
      jobId,
    }
    expect(await technician.refused(receive)).toMatchObject({ status: 409, code: 'job-running' })
    await technician.act({ kind: 'finish-job', printerId, jobId, outcome: 'good', hours: 14, at: at(1) })
    expect(await lead.get<EndedJob[]>(`/api/printers/${printerId}/jobs`)).toMatchObject([{ id: jobId, hours: 14 }])
    const elsewhere = { ...receive, printedOn: shop.ids.printer }
    expect(await technician.refused(elsewhere)).toMatchObject({ status: 400, fields: { jobId: expect.anything() } })
    await technician.act({ ...receive })
    await technician.act({ ...receive, lines: [{ itemId, pieces: 3, paidMinor: null }] })
    const { printed } = await lead.get<UpgradePage>(`/api/upgrades/${upgradeId}`)
    expect(printed).toEqual([{ itemId, pieces: 7, on: ['Sanderling'], hoursEach: 2, jobs: 1 }])
  })
})

it('the book played again gives the same', async () => {
  const { database } = shop.server.services
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})
