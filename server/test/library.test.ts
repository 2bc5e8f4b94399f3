import { randomUUID } from 'node:crypto'
import type {
  AsBuilt,
  ExportedEntry,
  LifePage,
  PartType,
  PrinterModel,
  PrinterPage,
  SlotKind,
} from '@diatribon/contract'
import { libraryActions, type LibraryOffer } from '@diatribon/contract/library'
import { factsOf } from './replay.ts'
import { scratchDatabase, scratchWorkshop, type Client, type Workshop } from './scratch.ts'
import { exportBook, openDatabase, playBook } from '../src/index.ts'

let shop: Workshop
let technician: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  technician = await shop.as('technician')
})
afterAll(() => shop.close())

const hoursAgo = (hours: number) => new Date(Date.now() - hours * 3600_000).toISOString()
const offers = () => shop.lead.get<LibraryOffer[]>('/api/library')
const page = (id: string) => technician.get<PrinterPage>(`/api/printers/${id}`)
const built = (id: string, hours = 0) =>
  technician.get<AsBuilt>(`/api/printers/${id}/as-built?at=${encodeURIComponent(hoursAgo(hours))}`)

/** As the browser does it. */
async function bringIn(wants: (what: string) => boolean = () => true) {
  const list = await offers()
  const offer = new Map(list.map((one) => [one.what, one]))
  const steps = new Map<string, string>()
  const idOf = (what: string) => {
    const id = offer.get(what)?.id ?? steps.get(what) ?? randomUUID()
    steps.set(what, id)
    return id
  }
  const here = (what: string) => (offer.get(what)?.here ? offer.get(what)!.id : null)
  const actions = libraryActions({ idOf, wants, here })
  if (actions.length === 0) return { sent: 0, refused: [] }
  const { body } = await shop.lead.list(actions, true)
  return { sent: actions.length, refused: body.results.filter(({ ok }) => !ok) }
}

describe('the starter library', () => {
  it('comes in once: the second time nothing is left to bring, and what was changed here stays', async () => {
    const first = await bringIn()
    expect(first.refused).toEqual([])
    expect(first.sent).toBeGreaterThan(150)
    const sock = (await shop.lead.get<PartType[]>('/api/parts')).find(({ name }) => name === 'Silicone sock')!
    expect(sock).toMatchObject({ priceMinor: null, failureExtraMinor: null })
    const { id, ...rest } = sock
    const shown = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== null))
    await shop.lead.act({
      kind: 'change-part-type',
      partTypeId: id,
      ...shown,
      name: 'Sock, grey',
      priceMinor: 300,
      failureExtraMinor: 900,
    })
    expect((await offers()).filter((one) => !one.here)).toEqual([])
    expect(await bringIn()).toEqual({ sent: 0, refused: [] })
    expect(await shop.lead.get<PartType[]>('/api/parts')).toContainEqual(
      expect.objectContaining({ id, name: 'Sock, grey', priceMinor: 300 }),
    )
  })

  it('has models whose limits are to be confirmed, until somebody says that they are the maker’s', async () => {
    const models = await shop.lead.get<PrinterModel[]>('/api/parts/models')
    const { id, printers: _, limitsConfirmed, ...model } = models.find(({ name }) => name.includes('wheels'))!
    expect([model.make, limitsConfirmed]).toEqual(['', false])
    const change = { kind: 'change-model' as const, modelId: id, ...model, bed: model.bed! }
    await shop.lead.act({ ...change, limitsToConfirm: true })
    await shop.lead.act(change)
    const now = (await shop.lead.get<PrinterModel[]>('/api/parts/models')).find((one) => one.id === id)!
    expect(now.limitsConfirmed).toBe(true)
  })
})

describe('kinds of slot', () => {
  const part = (slotKind: string) => ({
    kind: 'add-part-type' as const,
    partTypeId: randomUUID(),
    name: `Part ${randomUUID()}`,
    slotKind,
    priceMinor: null,
    minutes: 5,
    failureExtraMinor: null,
    tradeInterval: 500,
  })

  it('are those of the table and the workshop’s own; a misspelt power supply does not slip past its sign-off', async () => {
    const refused = await shop.lead.refused(part('powersupply'))
    expect(refused).toMatchObject({
      status: 400,
      fields: { slotKind: expect.stringContaining('“powersupply”') as string },
    })
    const own = { kind: 'add-slot-kind' as const, slotKindId: randomUUID(), name: 'Heated hose', work: 'mains' }
    await shop.lead.act(own)
    expect(await shop.lead.get<SlotKind[]>('/api/parts/slot-kinds')).toContainEqual(
      expect.objectContaining({
        name: 'Heated hose',
        work: 'mains',
        own: true,
        caution: expect.stringContaining('qualified electrical person') as string,
      }),
    )
    expect(await shop.lead.refused({ ...own, slotKindId: randomUUID(), name: 'heated HOSE' })).toMatchObject({
      code: 'name-taken',
    })
    expect(await shop.lead.refused({ ...own, slotKindId: randomUUID(), name: 'Power supply' })).toMatchObject({
      code: 'name-taken',
    })
    const hose = part('Heated hose')
    await shop.lead.act(hose)
    // And the work on it is what was said.
    expect(
      await technician.refused({
        kind: 'add-slot',
        printerId: shop.ids.printer,
        name: 'Hose',
        slotKind: 'Heated hose',
        partTypeId: hose.partTypeId,
        confirmed: ['mains'],
      }),
    ).toMatchObject({ status: 403, code: 'no-sign-off' })
  })
})

describe('slots', () => {
  it('may be empty at the take-in, be filled later without a reason, and be left empty again', async () => {
    const printerId = randomUUID()
    await shop.lead.act({
      kind: 'take-in-printer',
      printerId,
      modelId: shop.ids.model,
      name: 'Half built',
      room: 'Shed',
      rack: 'B',
      place: 1,
      meterHours: 0,
      parts: { Nozzle: shop.ids.nozzle, 'X belt': null },
      at: hoursAgo(200),
    })
    const belt = (await page(printerId)).slots.find(({ name }) => name === 'X belt')!
    expect(belt.duty).toBeNull()
    const swap = { kind: 'swap-part' as const, printerId, slotId: belt.id, partTypeId: shop.ids.belt }
    await technician.act({ ...swap, at: hoursAgo(150) })
    expect(await technician.refused(swap)).toMatchObject({
      status: 400,
      fields: { removalReason: 'Say why the old part comes out.' },
    })
    const { fittingId } = (await built(printerId)).slots.find(({ name }) => name === 'X belt')!.part!
    const emptied = { kind: 'empty-slot' as const, printerId, slotId: belt.id, fittingId, removalReason: 'upgraded' }
    const { key } = await technician.act({ ...emptied, at: hoursAgo(50) })
    expect((await built(printerId)).slots.find(({ name }) => name === 'X belt')!.part).toBeNull()
    expect((await built(printerId, 100)).slots.find(({ name }) => name === 'X belt')!.part).not.toBeNull()
    // What was seen there is gone: somebody else has been quicker.
    expect(await technician.refused(emptied)).toMatchObject({ status: 409, code: 'part-not-in-slot' })
    await technician.act({ kind: 'amend', entryKey: key, reason: 'It is still in', takeBack: true })
    expect((await built(printerId)).slots.find(({ name }) => name === 'X belt')!.part).toMatchObject({ fittingId })
  })

  it('can be added to one printer, and are there from that day on', async () => {
    const { id } = { id: shop.ids.printer }
    const add = { kind: 'add-slot' as const, printerId: id, name: 'Second belt', slotKind: 'belt' }
    await technician.act({ ...add, partTypeId: shop.ids.belt, partHours: null, at: hoursAgo(30) })
    const slot = (await built(id)).slots.find(({ name }) => name === 'Second belt')!
    expect(slot).toMatchObject({ part: { name: 'Belt', ageIsKnown: false } })
    expect(Math.abs(Date.parse(slot.since!) - Date.parse(hoursAgo(30)))).toBeLessThan(5000)
    expect((await built(id, 40)).slots.map(({ name }) => name)).not.toContain('Second belt')
    expect(await technician.refused({ ...add, name: 'second BELT' })).toMatchObject({ code: 'name-taken' })
    expect(await technician.refused({ ...add, name: 'Third', partTypeId: shop.ids.nozzle })).toMatchObject({
      code: 'does-not-fit',
    })
  })
})

it('a part without a price is reckoned in failures, and says that costs cannot be compared', async () => {
  const partTypeId = randomUUID()
  await shop.lead.act({
    kind: 'add-part-type',
    partTypeId,
    name: 'Free nozzle',
    slotKind: 'nozzle',
    priceMinor: null,
    minutes: 5,
    failureExtraMinor: null,
    tradeInterval: 300,
  })
  const printerId = randomUUID()
  await shop.takeIn(printerId, 'Breaks nozzles', 2)
  const { id: slotId } = (await page(printerId)).slots.find(({ name }) => name === 'Nozzle')!
  // Lives of 90, 100, 110 and 105 hours, as the meter tells them.
  let meter = 0
  let hours = 5000
  for (const life of [50, 90, 100, 110, 105]) {
    meter += life
    hours -= 1000
    await technician.act({ kind: 'count-hours', printerId, meterHours: meter, at: hoursAgo(hours) })
    await technician.act({
      kind: 'swap-part',
      printerId,
      slotId,
      removalReason: 'failed',
      partTypeId,
      confirmed: ['hot work'],
      at: hoursAgo(hours),
    })
  }
  const life = await technician.get<LifePage>(`/api/lives/${partTypeId}`)
  expect(life).toMatchObject({
    cost: null,
    policies: null,
    costInYear: null,
    inForce: { policy: 'trade interval', interval: 300 },
  })
  expect(life.words).toMatch(
    /Of a hundred, about \d+ fail before 300 h \(\d+ to \d+\)\. There is no price yet: enter it in the catalogue/,
  )
})

it('plays again to the same facts', async () => {
  const { pool } = shop.server.services.database
  const other = await scratchDatabase()
  try {
    const again = openDatabase(other.url)
    const book: ExportedEntry[] = []
    for await (const entries of exportBook(shop.server.services.database.db)) book.push(...entries)
    await playBook(again.pool, book)
    expect(await factsOf(again.pool)).toEqual(await factsOf(pool))
    await again.pool.end()
  } finally {
    await other.drop()
  }
})
