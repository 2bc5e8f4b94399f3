import { randomUUID } from 'node:crypto'
import type { AsBuilt, FaultPage, LifePage, PrinterPage, UpgradeContent } from '@diatribon/contract'
import { factsOf, factsReplayed } from './replay.ts'
import { design } from './samples.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
let shop: Workshop
let lead: Client
let technician: Client
const heatBreak = randomUUID()
const sensor = randomUUID()
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  lead = shop.lead
  technician = await shop.as('technician')
  await partType(heatBreak, 'Long heat break', 'heat break', [{ with: 'nozzle', thread: 'M6', lengthMm: 7.5 }])
  await partType(sensor, 'Sensor', 'runout sensor')
})
afterAll(() => shop.close())

const partType = (partTypeId: string, name: string, slotKind: string, joints: object[] = []) =>
  lead.act({
    kind: 'add-part-type',
    at: at(390),
    partTypeId,
    name,
    slotKind,
    priceMinor: 100,
    minutes: 10,
    failureExtraMinor: 2000,
    tradeInterval: 300,
    joints,
  })
const built = (id: string, when?: string) =>
  lead.get<AsBuilt>(`/api/printers/${id}/as-built${when ? `?at=${encodeURIComponent(when)}` : ''}`)
/** What an as-built record says apart from ages and moments. */
const plainly = ({ slots, limits, upgrades }: AsBuilt) => ({
  slots: slots.map(({ name, kind, part }) => ({ name, kind, part: part?.name ?? null })),
  limits: limits?.model,
  upgrades: upgrades.map(({ name }) => name),
})
const names = ({ slots }: AsBuilt) => slots.map(({ name }) => name)
let places = 2
async function newPrinter(): Promise<string> {
  const id = randomUUID()
  await shop.takeIn(id, `P ${id.slice(0, 8)}`, places++)
  return id
}
async function newDesign(over: Partial<UpgradeContent>) {
  const upgradeId = randomUUID()
  await technician.act({ kind: 'set-upgrade', upgradeId, version: 0, content: design(over), at: at(300) })
  return upgradeId
}
const install = (printerId: string, upgradeId: string, more: object = {}) => ({
  kind: 'install-upgrade' as const,
  printerId,
  changeId: randomUUID(),
  upgradeId,
  version: 1,
  ...more,
})

describe('slots that join and leave a printer in service', () => {
  it('are there on the right days only, also one of the same name after it', async () => {
    const id = await newPrinter()
    const slot = { printerId: id, name: 'Second screw', slotKind: 'lead screw' }
    await technician.act({ kind: 'add-slot', ...slot, at: at(100) })
    const slotId = (await built(id)).slots.find(({ name }) => name === 'Second screw')!.id
    await technician.act({ kind: 'leave-slot', printerId: id, slotId, reason: 'Did not help', at: at(50) })
    await technician.act({ kind: 'add-slot', ...slot, slotKind: 'guard', at: at(20) })
    expect(names(await built(id, at(101)))).not.toContain('Second screw')
    expect((await built(id, at(99))).slots.find(({ name }) => name === 'Second screw')!.kind).toBe('lead screw')
    expect(names(await built(id, at(30)))).not.toContain('Second screw')
    expect((await built(id)).slots.find(({ name }) => name === 'Second screw')!.kind).toBe('guard')
    const page = await lead.get<PrinterPage>(`/api/printers/${id}`)
    expect(page.slots.filter(({ name }) => name === 'Second screw')).toHaveLength(1)
  })

  it('that were a mistake are taken back, as if they had never been', async () => {
    const id = await newPrinter()
    const before = plainly(await built(id))
    const { key } = await technician.act({
      kind: 'add-slot',
      printerId: id,
      name: 'Sensor',
      slotKind: 'runout sensor',
      partTypeId: sensor,
      at: at(10),
    })
    await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Wrong printer' })
    expect(plainly(await built(id))).toEqual(before)
    expect(plainly(await built(id, at(5)))).toEqual(before)
  })

  it('do not leave with a part in them unless it is said why, and take no part once gone', async () => {
    const id = await newPrinter()
    const slotId = (await built(id)).slots.find(({ name }) => name === 'X belt')!.id
    const leave = { kind: 'leave-slot', printerId: id, slotId, reason: 'Now a screw' }
    expect(await technician.refused(leave)).toMatchObject({ status: 400, code: 'bad-input' })
    const { key } = await technician.act({ ...leave, kind: 'leave-slot', removalReason: 'upgraded' })
    const swap = { kind: 'swap-part', printerId: id, slotId, partTypeId: shop.ids.belt }
    expect(await technician.refused(swap)).toMatchObject({ status: 409, code: 'slot-is-gone' })
    await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Misread' })
    expect((await built(id)).slots.find(({ name }) => name === 'X belt')!.part?.name).toBe('Belt')
  })
})

describe('parts that meet', () => {
  it('and do not agree are refused with the reason', async () => {
    const short = randomUUID()
    await partType(short, 'Short nozzle', 'nozzle', [{ with: 'heat break', thread: 'M5' }])
    const id = await newPrinter()
    await technician.act({
      kind: 'add-slot',
      printerId: id,
      name: 'Heat break',
      slotKind: 'heat break',
      partTypeId: heatBreak,
      confirmed: ['hot work'],
    })
    const slotId = (await built(id)).slots.find(({ name }) => name === 'Nozzle')!.id
    const refusal = await technician.refused({
      kind: 'swap-part',
      printerId: id,
      slotId,
      removalReason: 'failed',
      partTypeId: short,
    })
    expect(refusal).toMatchObject({ status: 409, code: 'does-not-fit' })
    expect(refusal.message).toContain('Long heat break has a thread of M6 towards the nozzle, Short nozzle one of M5')
    const kit = design({
      steps: [
        { kind: 'fit part', slot: 'Nozzle', partTypeId: short },
        { kind: 'add slot', slot: 'Throat', slotKind: 'heat break', partTypeId: heatBreak },
      ],
    })
    expect(
      await technician.refused({ kind: 'set-upgrade', upgradeId: randomUUID(), version: 0, content: kit }),
    ).toMatchObject({ status: 409, code: 'does-not-fit' })
  })
})

describe('limits of one printer', () => {
  it('hold from their day on, and for job files', async () => {
    const id = await newPrinter()
    const limits = { nozzleMaxC: 300, plateXMm: 180 }
    const { key } = await technician.act({ kind: 'change-limits', printerId: id, limits, reason: 'Hot end', at: at(5) })
    expect((await built(id, at(6))).limits!.model).toMatchObject({ nozzleMaxC: 260, plateXMm: 220 })
    expect((await built(id)).limits).toMatchObject({ model: { nozzleMaxC: 300, plateXMm: 180 }, nozzleMaxC: 300 })
    await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Misread' })
    expect((await built(id)).limits!.nozzleMaxC).toBe(260)
  })
})

describe('an upgrade', () => {
  const steps: UpgradeContent['steps'] = [
    { kind: 'add slot', slot: 'Runout', slotKind: 'runout sensor' },
    { kind: 'change slot', slot: 'X belt', slotKind: 'lead screw' },
    { kind: 'set limit', limit: 'maxSpeedMmPerS', value: 90 },
  ]
  const all = (): UpgradeContent['steps'] => [
    { kind: 'add slot', slot: 'Runout', slotKind: 'runout sensor', partTypeId: sensor },
    { kind: 'fit part', slot: 'Nozzle', partTypeId: shop.ids.hardNozzle },
    ...steps.slice(1),
  ]
  const confirmed = ['hot work']

  it('changes what its design says, puts the printer on hold, and comes off without a trace', async () => {
    const id = await newPrinter()
    const before = plainly(await built(id))
    const upgradeId = await newDesign({ name: 'Screw drive', steps: all() })
    const one = install(id, upgradeId, { confirmed })
    await technician.act({ ...one, at: at(9) })
    const on = await built(id)
    expect(plainly(on)).toMatchObject({ upgrades: ['Screw drive'], limits: { maxSpeedMmPerS: 90 } })
    expect(on.slots.map(({ name, kind, part }) => [name, kind, part?.name ?? null])).toEqual([
      ['Nozzle', 'nozzle', 'Hard nozzle'],
      ['X belt', 'lead screw', null],
      ['Runout', 'runout sensor', 'Sensor'],
    ])
    expect(plainly(await built(id, at(10)))).toEqual(before)
    const { printer } = await lead.get<PrinterPage>(`/api/printers/${id}`)
    expect(printer).toMatchObject({ state: 'on hold', holdReason: 'Screw drive installed, not yet released' })
    expect(await technician.refused(install(id, upgradeId, { confirmed }))).toMatchObject({ code: 'already-installed' })
    await technician.act({
      kind: 'remove-upgrade',
      printerId: id,
      changeId: one.changeId,
      reason: 'Slower',
      confirmed,
      at: at(2),
    })
    expect(plainly(await built(id))).toEqual(before)
    expect(plainly(await built(id, at(3)))).toEqual(plainly(on))
    // The parts that came out went in again: the same ones, with their age.
    expect((await built(id)).slots[0]!.part!.age.days).toBeGreaterThan(390)
  })

  it('that was told by mistake is taken back on every day', async () => {
    const id = await newPrinter()
    const before = plainly(await built(id))
    const upgradeId = await newDesign({ steps: all() })
    const { key } = await technician.act({ ...install(id, upgradeId, { confirmed }), at: at(9) })
    await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Not here' })
    for (const when of [at(9.5), at(4), undefined]) expect(plainly(await built(id, when))).toEqual(before)
  })

  it('asks for the sign-offs of its slots and its own, and for the cautions', async () => {
    const id = await newPrinter()
    const upgradeId = await newDesign({ signOffs: ['mains'], steps: [] })
    expect(await technician.refused(install(id, upgradeId))).toMatchObject({ status: 403, code: 'no-sign-off' })
    const hot = await newDesign({ steps: [{ kind: 'fit part', slot: 'Nozzle', partTypeId: shop.ids.hardNozzle }] })
    expect(await technician.refused(install(id, hot))).toMatchObject({ status: 409, code: 'cautions-first' })
  })

  it('does not go onto other models, nor into slots that are not there', async () => {
    const id = await newPrinter()
    const modelId = randomUUID()
    await lead.act({
      kind: 'add-model',
      modelId,
      make: 'Knot',
      name: 'K1',
      build: 'x',
      slots: [{ name: 'Nozzle', kind: 'nozzle' }],
    })
    const other = await newDesign({ models: [modelId] })
    expect(await technician.refused(install(id, other))).toMatchObject({ code: 'does-not-fit' })
    const lost = await newDesign({ steps: [{ kind: 'remove slot', slot: 'Z belt' }] })
    expect(await technician.refused(install(id, lost))).toMatchObject({ code: 'no-such-slot' })
  })

  it('keeps its versions, and of two who change it one is told', async () => {
    const upgradeId = await newDesign({ name: 'Cable guide' })
    const change = { kind: 'set-upgrade' as const, upgradeId, content: design({ name: 'Cable guide', minutes: 25 }) }
    await technician.act({ ...change, version: 1 })
    expect(await lead.refused({ ...change, version: 1 })).toMatchObject({ code: 'changed-meanwhile' })
  })
})

describe('a campaign', () => {
  it('draws its half, refuses the other, and its undoing restores the as-built records', async () => {
    const printers = [await newPrinter(), await newPrinter(), await newPrinter(), await newPrinter()]
    const before = await Promise.all(printers.map(async (id) => plainly(await built(id))))
    const upgradeId = await newDesign({ steps: [{ kind: 'add slot', slot: 'Brace', slotKind: 'guard' }] })
    const campaignId = randomUUID()
    await technician.act({
      kind: 'open-campaign',
      campaignId,
      upgradeId,
      name: 'Braces',
      printerIds: printers,
      seed: 11,
    })
    const { rows } = await shop.server.services.database.pool.query<{ arms: { printerId: string; arm: string }[] }>(
      'SELECT arms FROM campaign WHERE id = $1',
      [campaignId],
    )
    const of = (arm: string) => rows[0]!.arms.filter((one) => one.arm === arm).map(({ printerId }) => printerId)
    expect(of('gets it')).toHaveLength(2)
    const [compared] = of('compared')
    expect(await technician.refused(install(compared!, upgradeId, { campaignId }))).toMatchObject({ code: 'compared' })
    const changes = of('gets it').map((id) => install(id, upgradeId, { campaignId }))
    for (const change of changes) await technician.act(change)
    await technician.act({ kind: 'end-campaign', campaignId, reason: 'They shake more' })
    for (const { printerId, changeId } of changes)
      await technician.act({ kind: 'remove-upgrade', printerId, changeId, reason: 'They shake more' })
    expect(await Promise.all(printers.map(async (id) => plainly(await built(id))))).toEqual(before)
    expect(await technician.refused(install(of('gets it')[0]!, upgradeId, { campaignId }))).toMatchObject({
      code: 'campaign-ended',
    })
  })
})

describe('a repair in place', () => {
  const repair = (
    printerId: string,
    slot: { id: string; part: AsBuilt['slots'][number]['part'] },
    more: object = {},
  ) => ({
    kind: 'repair-part' as const,
    printerId,
    slotId: slot.id,
    fittingId: slot.part!.fittingId,
    way: 'glued',
    what: 'Bearing glued into its wheel',
    effect: 'as before',
    permanence: 'permanent',
    minutes: 12,
    ...more,
  })
  const belt = async (id: string) => (await built(id)).slots.find(({ name }) => name === 'X belt')!

  it('leaves the age, halves it or begins it anew, as it was said', async () => {
    for (const [effect, left] of [
      ['as before', 200],
      ['better', 150],
      ['as new', 100],
    ] as const) {
      const id = await newPrinter()
      await technician.act({ kind: 'count-hours', printerId: id, meterHours: 100, at: at(20) })
      await technician.act({ ...repair(id, await belt(id), { effect, was: 'failed' }), at: at(20) })
      await technician.act({ kind: 'count-hours', printerId: id, meterHours: 200 })
      expect((await belt(id)).part!.age.hours).toBeCloseTo(left, 6)
    }
  })

  it('is weighed by what followed, on the page of its part type', async () => {
    const { mended } = await lead.get<LifePage>(`/api/lives/${shop.ids.belt}`)
    expect(mended).toMatchObject({ parts: 3, failures: 0, learned: null })
    expect(mended!.chances['as new'] + mended!.chances.better + mended!.chances['as before']).toBeCloseTo(1, 9)
  })

  it('holds the printer until it has cured, and only where something cures', async () => {
    const [dry, wet] = [await newPrinter(), await newPrinter()]
    await technician.act(repair(dry, await belt(dry), { way: 'cleaned' }))
    expect((await lead.get<PrinterPage>(`/api/printers/${dry}`)).printer.state).toBe('in service')
    await technician.act({ ...repair(wet, await belt(wet), { cureHours: 5 }), at: at(0.1) })
    const { printer } = await lead.get<PrinterPage>(`/api/printers/${wet}`)
    expect(printer.state).toBe('on hold')
    const release = { kind: 'release-printer', printerId: wet }
    expect((await technician.refused(release)).message).toContain('X belt glued: it must cure (until')
  })

  it('for now is a promise, and one that was told wrongly is taken back', async () => {
    const id = await newPrinter()
    const slot = await belt(id)
    const forNow = repair(id, slot, { permanence: 'temporary' })
    expect(await technician.refused(forNow)).toMatchObject({
      status: 400,
      fields: { comeBack: expect.any(String) as string },
    })
    const { key } = await technician.act({ ...forNow, comeBack: { dutyId: randomUUID(), dueDate: '2026-12-01' } })
    expect((await lead.get<PrinterPage>(`/api/printers/${id}`)).madeDuties).toHaveLength(1)
    await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Another printer' })
    expect((await belt(id)).part!.fittingId).toBe(slot.part!.fittingId)
    expect((await built(id)).repairs).toEqual([])
    expect((await lead.get<PrinterPage>(`/api/printers/${id}`)).madeDuties).toEqual([])
  })
})

it('a repair for a fault is a step of it, and goes with the repair when that is taken back', async () => {
  const printerId = await newPrinter()
  const faultId = randomUUID()
  await technician.act({ kind: 'report-fault', printerId, faultId, symptom: 'Belt slips', mayGoOn: true })
  const slot = (await built(printerId)).slots.find(({ name }) => name === 'X belt')!
  const { key } = await technician.act({
    kind: 'repair-part',
    printerId,
    slotId: slot.id,
    fittingId: slot.part!.fittingId,
    way: 'glued',
    what: 'Clamp glued',
    effect: 'as before',
    permanence: 'permanent',
    minutes: 12,
    faultId,
  })
  const steps = async () => (await lead.get<FaultPage>(`/api/faults/${faultId}`)).steps.map(({ words }) => words)
  expect((await steps()).join()).toContain('Clamp glued')
  await technician.act({ kind: 'amend', entryKey: key, takeBack: true, reason: 'Another printer' })
  expect((await steps()).join()).not.toContain('Clamp glued')
})

it('a standing rule names another part for the same slot', async () => {
  const { nozzle, hardNozzle, belt } = shop.ids
  const rule = { kind: 'set-standing-rule' as const, partTypeId: nozzle, reason: 'Glow filament' }
  await technician.act({ ...rule, replacementPartTypeId: hardNozzle })
  expect(await technician.refused({ ...rule, replacementPartTypeId: belt })).toMatchObject({ status: 400 })
  await technician.act({ ...rule, replacementPartTypeId: null })
})

it('the book played again gives the same', async () => {
  const { database } = shop.server.services
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})
