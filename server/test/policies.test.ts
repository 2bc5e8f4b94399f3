import { randomUUID } from 'node:crypto'
import type {
  CheckContent,
  LifePage,
  LivesPage,
  PrinterPage,
  RepairsPage,
  ReplacementDuty,
  Round,
  ScorePage,
} from '@diatribon/contract'
import { factsOf, factsReplayed } from './replay.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
let shop: Workshop
let lead: Client
let technician: Client
const checkTypeId = randomUUID()
const stepId = randomUUID()
const whelk = randomUUID()

/** Every day ten hours. */
const metered = (daysAgo: number) => (300 - daysAgo) * 10

beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  lead = shop.lead
  technician = await shop.as('technician')
  const content: CheckContent = {
    name: 'Bore',
    purpose: 'Sees a worn nozzle in time',
    minutes: 3,
    tools: [],
    parts: [],
    cautions: [],
    role: 'operator',
    signOff: null,
    models: [],
    beforePrint: false,
    turns: { firstAfter: null, every: [], countFrom: 'done', window: 0 },
    steps: [
      {
        id: stepId,
        kind: 'choose',
        title: 'Bore',
        state: 'any',
        looksAt: ['nozzle'],
        choices: [
          { words: 'as new', isBad: false },
          { words: 'worn', isBad: true },
        ],
      },
    ],
  }
  await lead.act({ kind: 'add-check-type', checkTypeId, content, at: at(299) })
  await shop.takeIn(whelk, 'Whelk', 2)
  for (const printerId of [shop.ids.printer, whelk])
    for (let day = 300; day >= 0; day -= 10)
      await lead.act({ kind: 'count-hours', printerId, at: at(day), meterHours: metered(day) })
})
afterAll(() => shop.close())

const life = (id = shop.ids.nozzle) => lead.get<LifePage>(`/api/lives/${id}`)
async function slotOf(printerId: string, name = 'Nozzle') {
  const page = await lead.get<PrinterPage>(`/api/printers/${printerId}`)
  return page.slots.find((slot) => slot.name === name)!
}
async function swap(printerId: string, daysAgo: number, more: object, slotName = 'Nozzle') {
  const { id: slotId } = await slotOf(printerId, slotName)
  return technician.act({
    kind: 'swap-part',
    printerId,
    slotId,
    partTypeId: shop.ids.nozzle,
    at: at(daysAgo),
    ...more,
  })
}
async function look(printerId: string, daysAgo: number, choice: string) {
  const of = { printerId, sheetId: randomUUID() }
  await lead.act({ kind: 'begin-check', ...of, checkTypeId, version: 1, at: at(daysAgo) })
  await lead.act({ kind: 'record-step', ...of, stepId, choice, at: at(daysAgo) })
  await lead.act({ kind: 'finish-check', ...of, at: at(daysAgo) })
}
const recordAt = async (age: number) => {
  const { records } = await life()
  return records.find((row) => Math.abs(row.age - age) < 1)!.record
}

describe('records that tell the truth', () => {
  it('a part found worn at a check ended between two looks', async () => {
    await swap(whelk, 280, { removalReason: 'replaced in time' })
    await look(whelk, 270, 'as new')
    await look(whelk, 262, 'as new')
    await look(whelk, 255, 'worn')
    await swap(whelk, 250, { removalReason: 'worn at check' })
    // Fitted at 280 days ago, good at 262, out at 250: ten hours a day.
    expect(await recordAt(300)).toEqual({
      lower: expect.closeTo(180, 3) as number,
      upper: expect.closeTo(300, 3) as number,
      weight: 1,
    })
  })

  it('without a look before it, since it was fitted; a failure that was seen, at its age', async () => {
    await swap(whelk, 210, { removalReason: 'worn at check' })
    expect(await recordAt(400)).toEqual({ lower: 0, upper: expect.closeTo(400, 3) as number, weight: 1 })
    await swap(whelk, 175, { removalReason: 'failed' })
    expect(await recordAt(350)).toMatchObject({
      lower: expect.closeTo(350, 3) as number,
      upper: expect.closeTo(350, 3) as number,
    })
    await look(whelk, 160, 'as new')
    await swap(whelk, 142, { removalReason: 'failed', foundAtLook: true })
    expect(await recordAt(330)).toMatchObject({
      lower: expect.closeTo(150, 3) as number,
      upper: expect.closeTo(330, 3) as number,
    })
  })

  it('a part that comes out good and goes in again is one life with a gap', async () => {
    const { id: slotId } = await slotOf(whelk)
    const before = (await life()).fitted
    // In at 142 days ago; out good at 130, another for ten days, then the same again; it fails at 95.
    const out = await swap(whelk, 130, { removalReason: 'replaced in time' })
    const old = await shop.server.services.database.pool.query<{ id: string }>(
      'SELECT id FROM fitting WHERE removed_seq = $1',
      [out.seq],
    )
    const usedFittingId = old.rows[0]!.id
    await swap(whelk, 120, { removalReason: 'replaced in time', usedFittingId })
    expect((await slotOf(whelk)).id).toBe(slotId)
    await swap(whelk, 95, { removalReason: 'failed' })
    // 12 days and 25 days of ten hours.
    expect(await recordAt(370)).toMatchObject({ lower: expect.closeTo(370, 3) as number })
    expect((await life()).fitted).toBe(before + 2)
    // Nobody puts it in a second time, nor one that is worn, nor one of another kind.
    expect(
      await technician.refused({
        kind: 'swap-part',
        printerId: whelk,
        slotId,
        removalReason: 'replaced in time',
        partTypeId: shop.ids.nozzle,
        usedFittingId,
      }),
    ).toMatchObject({ status: 409, code: 'moved-on' })
    const worn = await shop.server.services.database.pool.query<{ id: string }>(
      `SELECT id FROM fitting WHERE removal_reason = 'failed' LIMIT 1`,
    )
    expect(
      await technician.refused({
        kind: 'swap-part',
        printerId: whelk,
        slotId,
        removalReason: 'replaced in time',
        partTypeId: shop.ids.nozzle,
        usedFittingId: worn.rows[0]!.id,
      }),
    ).toMatchObject({ status: 409, code: 'part-worn' })
    expect(
      await technician.refused({
        kind: 'swap-part',
        printerId: whelk,
        slotId,
        removalReason: 'replaced in time',
        partTypeId: shop.ids.hardNozzle,
        usedFittingId,
      }),
    ).toMatchObject({ status: 400 })
  })

  it('its return can be taken back: it lies on the shelf again', async () => {
    const first = await swap(whelk, 90, { removalReason: 'replaced in time' })
    const { rows } = await shop.server.services.database.pool.query<{ id: string; moved_on: boolean }>(
      'SELECT id, moved_on FROM fitting WHERE removed_seq = $1',
      [first.seq],
    )
    const { key } = await swap(whelk, 85, { removalReason: 'replaced in time', usedFittingId: rows[0]!.id })
    await lead.act({ kind: 'amend', entryKey: key, reason: 'Another one', takeBack: true })
    const again = await shop.server.services.database.pool.query('SELECT moved_on FROM fitting WHERE id = $1', [
      rows[0]!.id,
    ])
    expect(again.rows).toEqual([{ moved_on: false }])
    await swap(whelk, 84, { removalReason: 'replaced in time', usedFittingId: rows[0]!.id })
  })

  it('learns from looks how long a defect shows before it fails', async () => {
    const { looks } = await life()
    expect(looks!.words).toContain('A defect that a look finds comes up every')
    expect(looks!.checks.map(({ content }) => content.name)).toContain('Bore')
  })
})

describe('rules', () => {
  const duty = async (printerId: string): Promise<ReplacementDuty> => {
    const slot = await slotOf(printerId)
    return slot.duty!
  }

  it('of a lead rule the due dates, the narrower before the wider', async () => {
    const adopt = (body: object) =>
      lead.act({ kind: 'adopt-policy', partTypeId: shop.ids.nozzle, reason: 'As seen', ...body })
    await adopt({ policy: 'learned age', interval: 900 })
    expect(await duty(whelk)).toMatchObject({
      interval: 900,
      intervalIsLearned: true,
      rule: 'learned age',
      waits: false,
    })
    await adopt({ policy: 'trade interval', interval: 777, modelId: shop.ids.model })
    expect(await duty(whelk)).toMatchObject({ interval: 777, rule: 'trade interval' })
    await adopt({ policy: 'wait for the failure', ofPrinterId: whelk })
    const waiting = await duty(whelk)
    expect(waiting).toMatchObject({ waits: true, rule: 'wait for the failure', dueDate: null, urgency: 'later' })
    expect(await duty(shop.ids.printer)).toMatchObject({ interval: 777 })
    const round = await lead.get<Round>('/api/plan/round')
    const all = [...round.overdue, ...round.thisWeek, ...round.later]
    expect(all.filter(({ printer, slot }) => printer.id === whelk && slot.name === 'Nozzle')).toEqual([])
    await adopt({ policy: null, ofPrinterId: whelk })
    await adopt({ policy: null, modelId: shop.ids.model })
    expect(await duty(whelk)).toMatchObject({ interval: 900 })
    const { adopted } = await life()
    expect(adopted.map(({ policy, isReplaced }) => [policy, isReplaced])).toEqual([
      [null, true],
      [null, true],
      ['wait for the failure', true],
      ['trade interval', true],
      ['learned age', false],
    ])
    expect(adopted[4]).toMatchObject({ who: 'Test Lead', reason: 'As seen', interval: 900 })
  })

  it('that what happened since speaks against are told', async () => {
    // Replaced at 900 h, where they fail at 350: dear.
    const { lives: list } = await lead.get<LivesPage>('/api/lives')
    const nozzle = list.find(({ partType }) => partType.id === shop.ids.nozzle)!
    expect(nozzle.inForce).toEqual({ policy: 'learned age', interval: 900, isAdopted: true })
    expect(nozzle.asks?.words).toMatch(/^What has happened since speaks against the adopted rule/)
  })

  it('of looks costs what looking does: how often one looks is not when it is replaced', async () => {
    const rule = { kind: 'adopt-policy', partTypeId: shop.ids.nozzle, reason: 'Seen in time' } as const
    const { key } = await lead.act({ ...rule, policy: 'look and replace on condition', interval: 40 })
    const { inForce, costInYear, perYear, policies, looks } = await life()
    expect(inForce).toEqual({ policy: 'look and replace on condition', interval: 40, isAdopted: true })
    // It costs what looking so often does: no less than looking as often as is best, and not what replacing at 40 h would.
    const best = policies!.find(({ policy }) => policy === 'look and replace on condition')!
    expect(costInYear!.mean / perYear).toBeGreaterThanOrEqual(best.cost.mean * 0.999)
    expect(looks!.groups[0]).toMatchObject({ group: null, interval: best.interval, now: null })
    expect(await duty(whelk)).toMatchObject({ waits: true, dueDate: null })
    await lead.act({ kind: 'amend', entryKey: key, reason: 'Tried', takeBack: true })
  })

  it('of going with its neighbour falls due with the neighbour, once it is old enough', async () => {
    const rule = {
      kind: 'adopt-policy',
      partTypeId: shop.ids.nozzle,
      policy: 'change together',
      reason: 'One heat',
    } as const
    const taken = [(await lead.act({ ...rule, interval: 5 })).key]
    const belt = (await slotOf(whelk, 'X belt')).duty!
    expect(belt.dueDate).not.toBeNull()
    expect(await duty(whelk)).toMatchObject({ goesWith: 'X belt', dueDate: belt.dueDate, waits: false })
    taken.push((await lead.act({ ...rule, interval: 900_000 })).key)
    expect(await duty(whelk)).toMatchObject({ goesWith: null, dueDate: null, waits: true, urgency: 'later' })
    for (const entryKey of taken) await lead.act({ kind: 'amend', entryKey, reason: 'Tried', takeBack: true })
  })

  it('can be taken back; what was before holds again', async () => {
    const { key } = await lead.act({
      kind: 'adopt-policy',
      partTypeId: shop.ids.nozzle,
      policy: 'wait for the failure',
      reason: 'Tried',
    })
    expect(await duty(whelk)).toMatchObject({ waits: true })
    await lead.act({ kind: 'amend', entryKey: key, reason: 'Not yet', takeBack: true })
    expect(await duty(whelk)).toMatchObject({ waits: false, interval: 900 })
  })

  it.each([
    ['nobody but a lead', { policy: 'wait for the failure' }, 403],
    ['an interval to wait by', { policy: 'wait for the failure', interval: 5 }, 400],
    ['an age without its figure', { policy: 'learned age' }, 400],
    ['no reason', { policy: 'wait for the failure', reason: '' }, 400],
    ['nothing for all', { policy: null }, 400],
    ['a model and a printer', { policy: 'trade interval', interval: 5, modelId: 'model', ofPrinterId: 'printer' }, 400],
    ['a part type that is not there', { policy: 'wait for the failure', partTypeId: randomUUID() }, 404],
  ] as [string, Record<string, unknown>, number][])('refuses %s', async (who, body, status) => {
    const from = who.startsWith('nobody') ? technician : lead
    const named = {
      ...body,
      ...(body.modelId ? { modelId: shop.ids.model } : {}),
      ...(body.ofPrinterId ? { ofPrinterId: whelk } : {}),
    }
    expect(
      await from.refused({ kind: 'adopt-policy', partTypeId: shop.ids.nozzle, reason: 'x', ...named }),
    ).toMatchObject({ status })
  })
})

describe("a neighbour's lives", () => {
  const livesId = randomUUID()
  it('count for nothing until they are weighed, and can be taken out again', async () => {
    const before = await life()
    const records = [320, 350, 340, 360, 330, 345, 355].map((age) => ({ lower: age, upper: age, weight: 1 }))
    await lead.act({
      kind: 'bring-neighbour-lives',
      livesId,
      partTypeId: shop.ids.nozzle,
      source: 'The school across the bay',
      records,
    })
    const off = await life()
    expect(off.known).toEqual(before.known)
    expect(off.neighbours).toMatchObject([{ source: 'The school across the bay', records: 7, failures: 7, weight: 0 }])
    await lead.act({ kind: 'weigh-neighbour-lives', livesId, weight: 1, dropped: false })
    const on = await life()
    expect(on.known.scale.limits[1] / on.known.scale.limits[0]).toBeLessThan(
      before.known.scale.limits[1] / before.known.scale.limits[0],
    )
    expect(on.shares).toContain("neighbour's lives")
    await lead.act({ kind: 'weigh-neighbour-lives', livesId, weight: 1, dropped: true })
    expect((await life()).known).toEqual(before.known)
    expect((await life()).neighbours).toEqual([])
    expect(await lead.refused({ kind: 'weigh-neighbour-lives', livesId, weight: 1, dropped: false })).toMatchObject({
      status: 409,
      code: 'is-out',
    })
  })

  it('that cannot be are refused', async () => {
    const bring = (records: object[]) =>
      lead.refused({
        kind: 'bring-neighbour-lives',
        livesId: randomUUID(),
        partTypeId: shop.ids.nozzle,
        source: 'x',
        records,
      })
    expect(await bring([{ lower: 9, upper: 5, weight: 1 }])).toMatchObject({ status: 400, code: 'limits-reversed' })
    expect(await bring([])).toMatchObject({ status: 400 })
  })
})

it('the book, played again, gives the same rules, lives and records', async () => {
  const { database } = shop.server.services
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})

describe('what the product keeps score of', () => {
  it('due dates of a printer that runs the same each day mostly come within their range', async () => {
    await shop.server.services.kept.settle()
    const { dueDates } = await lead.get<ScorePage>('/api/lives/score')
    expect(dueDates!.told).toBeGreaterThan(3)
    // Counted every ten days: between two counts nobody knows the day, and a range that is next to nothing may miss it by one.
    expect(dueDates!.inside / dueDates!.told).toBeGreaterThanOrEqual(0.75)
  })

  it('repairs are told for every printer, with how many hours it was watched', async () => {
    const faultId = randomUUID()
    await lead.act({ kind: 'report-fault', printerId: whelk, faultId, symptom: 'Squeaks', mayGoOn: true, at: at(100) })
    await technician.act({
      kind: 'close-fault',
      printerId: whelk,
      faultId,
      causeId: null,
      mechanism: 'Dry rail',
      broughtAbout: 'unknown',
      topic: null,
      what: 'Oiled',
      minutes: 5,
      permanence: 'permanent',
      at: at(99),
    })
    await shop.server.services.kept.settle()
    const { printers } = await lead.get<RepairsPage>('/api/lives/repairs')
    const own = printers.find(({ printer }) => printer.id === whelk)!
    expect(own.repairs).toBe(1)
    expect(own.runHours).toBeCloseTo(1000, -1)
    expect(printers.find(({ printer }) => printer.id === shop.ids.printer)!.repairs).toBe(0)
  })
})
