import { randomUUID } from 'node:crypto'
import type {
  AsBuilt,
  CheckSheet,
  DriftingPage,
  EnclosureState,
  PreflightAnswer,
  PrinterChecks,
  PrinterPage,
  ReadingKind,
  ReadingSeries,
  ReturnToService,
  Round,
} from '@diatribon/contract'
import { libraryActions } from '@diatribon/contract/library'
import { emptyKept } from '../src/index.ts'
import { jobFigures } from './jobFigures.ts'
import { factsOf, factsReplayed } from './replay.ts'
import { Client, dayMs, scratchWorkshop, type Workshop } from './scratch.ts'

/* What is asked of a machine follows from what it is: its slots, its limits, its bed, what it prints. */

const now = Date.parse('2026-11-20T10:00:00Z')
let shop: Workshop
let lead: Client
let second: Client
const names = new Map<string, string>()
const idOf = (what: string) => {
  if (!names.has(what)) names.set(what, randomUUID())
  return names.get(what)!
}
const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
let place = 30

beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  lead = shop.lead
  second = await new Client(await shop.start()).signIn('lead')
  const { body } = await lead.list(
    libraryActions({ idOf }).map((action) => ({ ...action, at: at(100) })),
    true,
  )
  expect(body.results.filter(({ ok }) => !ok)).toEqual([])
})
afterAll(async () => {
  await second.server.close()
  await shop.close()
})

/** A new printer of a model of the library, with every part new. */
async function printer(model: string, daysAgo = 50): Promise<string> {
  const id = randomUUID()
  const { slots } = libraryActions({ idOf }).find(
    (action) => action.kind === 'add-model' && action.modelId === idOf(`model ${model}`),
  ) as { slots: { name: string; partTypeId?: string }[] }
  await lead.act({
    kind: 'take-in-printer',
    at: at(daysAgo),
    printerId: id,
    modelId: idOf(`model ${model}`),
    name: `Winkle ${++place}`,
    room: 'Shed',
    rack: 'C',
    place,
    meterHours: 0,
    parts: Object.fromEntries(slots.map(({ name, partTypeId }) => [name, partTypeId])),
  })
  return id
}

const setMains = (mainsVolts: number) => ({
  key: randomUUID(),
  at: at(0),
  kind: 'set-site-mains',
  mainsVolts,
})

const offered = async (printerId: string) =>
  (await lead.get<PrinterChecks>(`/api/printers/${printerId}/checks`)).turns.map(({ checkType }) => checkType.name)

/** Does every step of a check that the sheet shows as one that must be done. */
async function doCheck(printerId: string, key: string): Promise<void> {
  const sheetId = randomUUID()
  const of = { printerId, sheetId }
  await lead.act({ kind: 'begin-check', ...of, checkTypeId: idOf(`check ${key}`), version: 1 })
  const { content } = await lead.get<CheckSheet>(`/api/checks/sheets/${sheetId}`)
  for (const state of new Set(content.steps.map((step) => step.state)))
    if (state !== 'any') await lead.act({ kind: 'confirm-cautions', ...of, state })
  for (const { id: stepId, kind, unit, choices = [], optional } of content.steps) {
    if (optional) continue
    await lead.act({
      kind: 'record-step',
      ...of,
      stepId,
      ...(kind === 'tick' ? { done: true } : kind === 'choose' ? { choice: choices[0]!.words } : { value: 0.1, unit }),
    })
  }
  await lead.act({ kind: 'finish-check', ...of })
}

describe('checks by what a machine has', () => {
  it('are offered, begun and asked for by the return to service where it can do them', async () => {
    const [byHand, probed, beltBed] = [await printer('wheels'), await printer('rails'), await printer('belt bed')]
    const levelling = async (id: string) => (await offered(id)).filter((name) => name.startsWith('Levelling'))
    expect(await levelling(byHand)).toEqual(['Levelling by knobs, corner by corner'])
    expect(await levelling(probed)).toEqual(['Levelling, the school of once and after a change'])
    expect(await levelling(beltBed)).toEqual([])
    expect(await offered(beltBed)).not.toContain('Lubrication: lead screw, thin oil')
    expect(await offered(byHand)).toContain('Lubrication: lead screw, thin oil')

    const refused = await lead.refused({
      kind: 'begin-check',
      printerId: beltBed,
      sheetId: randomUUID(),
      checkTypeId: idOf('check oil the screw'),
      version: 1,
    })
    expect(refused).toMatchObject({ status: 409, code: 'not-for-this-machine' })
    expect(refused.message).toContain('machines with lead screw')

    await lead.act({ kind: 'hold-printer', printerId: byHand, reason: 'Wheels worn' })
    await lead.act({ kind: 'record-event', printerId: byHand, event: 'knocked', at: at(0) })
    const asked = async () =>
      (await lead.get<ReturnToService>(`/api/printers/${byHand}/return`)).lines
        .filter(({ kind, state }) => kind === 'check' && state === 'open')
        .map(({ words }) => words)
    expect(await asked()).toEqual(['Gantry', 'Levelling by knobs, corner by corner'])
    await doCheck(byHand, 'gantry')
    await doCheck(byHand, 'level by knobs')
    expect(await asked()).toEqual([])
  })

  it('follow a slot that is added', async () => {
    const id = await printer('wheels')
    await lead.act({
      kind: 'add-slot',
      printerId: id,
      name: 'Probe',
      slotKind: 'probe',
      partTypeId: idOf('part probe'),
    })
    expect((await offered(id)).filter((name) => name.startsWith('Levelling'))).toEqual([
      'Levelling, the school of once and after a change',
    ])
  })
})

describe('limits by what a machine is', () => {
  const warm = async (printerId: string, celsius: number) => {
    await lead.act({ kind: 'log-enclosure', printerId, samples: [{ at: at(0), celsius }] })
    return (await lead.get<Record<string, EnclosureState>>('/api/enclosures'))[printerId]!
  }
  const limits = (printerId: string, of: object) =>
    lead.act({ kind: 'change-limits', printerId, limits: of, reason: 'As its maker says' })

  it('the air inside: as hot as its chamber may get, none where built enclosed, the usual one for a box around an open one', async () => {
    const [hot, enclosed, open, boxed] = await Promise.all(
      ['hot', 'lifting', 'wheels', 'wheels'].map((model) => printer(model)),
    )
    expect(await warm(hot!, 65)).toMatchObject({ limitC: 70, isTooHot: false })
    expect(await warm(enclosed!, 55)).toMatchObject({ limitC: null, isTooHot: false })
    expect(await warm(open!, 33)).toMatchObject({ limitC: null, isTooHot: false })
    await lead.act({ kind: 'add-slot', printerId: boxed!, name: 'Box', slotKind: 'enclosure' })
    expect(await warm(boxed!, 33)).toMatchObject({ limitC: 30, isTooHot: true })
    expect((await lead.get<AsBuilt>(`/api/printers/${boxed!}/as-built`)).limits?.model.enclosed).toBe(true)
    await limits(boxed!, { insideMaxC: 45 })
    await limits(enclosed!, { insideMaxC: 50 })
    expect(await warm(boxed!, 33)).toMatchObject({ limitC: 45, isTooHot: false })
    expect(await warm(enclosed!, 55)).toMatchObject({ limitC: 50, isTooHot: true })
  })

  it('a probe slot that stands empty probes nothing, for the start code of a job', async () => {
    const id = await printer('rails')
    const { slots } = await lead.get<PrinterPage>(`/api/printers/${id}`)
    const codes = async () => {
      const { body } = await lead.call<PreflightAnswer>('POST', '/api/jobs/preflight', {
        job: { ...jobFigures, probes: true },
        filling: null,
        spoolId: null,
      })
      return body.printers.find((one) => one.id === id)!.findings.map(({ code }) => code)
    }
    expect(await codes()).not.toContain('start-code')
    const { id: slotId, duty } = slots.find(({ name }) => name === 'Probe')!
    await lead.act({
      kind: 'empty-slot',
      printerId: id,
      slotId,
      fittingId: duty!.fittingId,
      removalReason: 'failed',
    })
    expect(await codes()).toContain('start-code')
  })

  it('a box makes an open printer fit for what needs one, in the check of a job file', async () => {
    const [open, boxed] = await Promise.all([printer('wheels'), printer('wheels')])
    await lead.act({ kind: 'add-slot', printerId: boxed, name: 'Box', slotKind: 'enclosure' })
    const { body } = await lead.call<PreflightAnswer>('POST', '/api/jobs/preflight', {
      job: { ...jobFigures, nozzleC: 240, bedC: 90 },
      filling: null,
      spoolId: null,
      materialId: idOf('material ABS'),
    })
    const codes = (id: string) => body.printers.find((one) => one.id === id)!.findings.map(({ code }) => code)
    expect(codes(open)).toContain('needs-enclosure')
    expect(codes(boxed)).not.toContain('needs-enclosure')
  })

  it('usual ones are told as such until somebody confirms them, and judge the steps of checks', async () => {
    const id = await printer('rails')
    await lead.act({
      kind: 'record-reading',
      printerId: id,
      instrument: 'typed',
      values: [{ name: 'gantry difference', value: 0.4, unit: 'mm' }],
    })
    const series = async () =>
      (await lead.get<ReadingSeries[]>(`/api/printers/${id}/readings`)).find(
        ({ name }) => name === 'gantry difference',
      )!
    expect((await series()).limits).toEqual({ lower: null, upper: 0.3, from: 'usual' })
    const sheetId = randomUUID()
    const of = { printerId: id, sheetId }
    await lead.act({ kind: 'begin-check', ...of, checkTypeId: idOf('check gantry'), version: 1 })
    const sheet = () => lead.get<CheckSheet>(`/api/checks/sheets/${sheetId}`)
    const [step] = (await sheet()).content.steps
    expect(step).toMatchObject({ upper: 0.3, limitsToConfirm: true })
    await lead.act({ kind: 'confirm-cautions', ...of, state: 'cold' })
    await lead.act({ kind: 'record-step', ...of, stepId: step!.id, value: 0.4, unit: 'mm' })
    expect((await sheet()).results[0]).toMatchObject({ isOut: true })
    const kind = (await lead.get<ReadingKind[]>('/api/readings/kinds')).find(
      ({ name }) => name === 'gantry difference',
    )!
    expect(kind).toMatchObject({ limitsToConfirm: true, limitsFrom: expect.stringContaining('no source') })
    const { id: readingKindId, limitsToConfirm: _, ...rest } = kind
    await lead.act({ kind: 'change-reading-kind', readingKindId, ...rest, upper: 0.5 })
    expect((await series()).limits).toEqual({ lower: null, upper: 0.5, from: 'site' })
    expect((await sheet()).content.steps[0]).toMatchObject({ upper: 0.5 })
    expect((await sheet()).content.steps[0]!.limitsToConfirm).toBeUndefined()
    // Finished, it keeps what was found, and is not held against the limits of a later day.
    for (const { id: stepId, optional, kind: what } of (await sheet()).content.steps.slice(1))
      if (!optional && what === 'tick') await lead.act({ kind: 'record-step', ...of, stepId, done: true })
    await lead.act({ kind: 'finish-check', ...of })
    expect((await sheet()).content.steps[0]!.upper).toBeUndefined()
    expect((await sheet()).results[0]).toMatchObject({ value: 0.4, isOut: true })
  })
})

describe('heights by the family of material', () => {
  const heights = async (id: string) =>
    (await lead.get<ReadingSeries[]>(`/api/printers/${id}/readings`)).find(({ name }) => name === 'nozzle height')!
  const printed = (printerId: string, daysAgo: number, material: string) =>
    lead.act({
      kind: 'finish-job',
      printerId,
      name: `plate ${daysAgo}`,
      startedAt: at(daysAgo + 0.1),
      hours: 1,
      metres: 5,
      material,
      abrasive: false,
      outcome: 'good',
      at: at(daysAgo),
    })
  const read = (printerId: string, daysAgo: number, value: number) =>
    lead.act({
      kind: 'record-reading',
      printerId,
      instrument: 'typed',
      values: [{ name: 'nozzle height', value, unit: 'mm' }],
      at: at(daysAgo),
    })

  it('go on over colours, wait while another material is printed, and go on where they were', async () => {
    const id = await printer('rails')
    const colours = ['PLA white', 'PLA grey', 'pla red']
    for (let i = 0; i < 12; i++) {
      await printed(id, 45 - i, colours[i % 3]!)
      await read(id, 44.9 - i, -1.6 + 0.01 * (i % 2))
    }
    const alone = await heights(id)
    expect([alone.family, alone.points.filter(({ counts }) => counts).length]).toEqual([null, 12])
    // Another material stands higher; that is no drift.
    await printed(id, 30, 'PETG black')
    await read(id, 29.9, -1.4)
    const other = await heights(id)
    expect([other.family, other.points.filter(({ counts }) => counts).length]).toEqual(['PETG', 1])
    expect(other.marks).toMatchObject([{ isMaterial: true, restarts: false }])
    await printed(id, 20, 'PLA white')
    for (let i = 0; i < 3; i++) await read(id, 19 - i, -1.6)
    const back = await heights(id)
    expect([back.family, back.points.filter(({ counts }) => counts).length]).toEqual(['PLA', 15])
    expect(back.lists).toBeNull()
  })

  it('while a printer is held, another colour asks for nothing and another material does', async () => {
    const id = await printer('rails')
    await printed(id, 9, 'PLA white')
    await lead.act({ kind: 'hold-printer', printerId: id, reason: 'Looks odd', at: at(8) })
    await printed(id, 7, 'PLA grey')
    const asked = async () =>
      (await lead.get<ReturnToService>(`/api/printers/${id}/return`)).lines.map(({ after }) => after)
    expect(await asked()).not.toContain('Another kind of filament')
    await printed(id, 6, 'PETG black')
    expect(await asked()).toContain('Another kind of filament')
  })
})

describe('a take-in', () => {
  const taking = async () => {
    const id = randomUUID()
    await lead.act({
      kind: 'take-in-printer',
      at: at(1),
      printerId: id,
      modelId: shop.ids.model,
      name: `New ${++place}`,
      room: 'Shed',
      rack: 'D',
      place,
      meterHours: 0,
      parts: { Nozzle: shop.ids.nozzle, 'X belt': shop.ids.belt },
      stepByStep: true,
    })
    return id
  }
  const tell = (printerId: string, step: string, values: object[]) =>
    lead.act({ kind: 'record-baseline', printerId, step, values })
  const finish = (printerId: string, note?: string) => ({
    kind: 'finish-take-in',
    printerId,
    ...(note ? { note } : {}),
  })

  it('with the selector at another mains does not end, whoever says what', async () => {
    const id = await taking()
    await tell(id, 'mains', [{ name: 'mains selector', choice: '115 V' }])
    expect(await lead.refused(finish(id))).toMatchObject({ code: 'take-in-not-in-order' })
    const [one, other] = await Promise.all(
      [lead, second].map((client) => client.call('POST', '/api/actions', setMains(client === lead ? 230 : 240))),
    )
    expect([one!.status, other!.status]).toEqual([201, 201])
    for (const note of [undefined, 'It is all right']) {
      const refused = await second.refused(finish(id, note))
      expect(refused).toMatchObject({ status: 409, code: 'take-in-stopped' })
      expect(refused.message).toMatch(/115 V, and the mains here has 2[34]0 V/)
    }
    await tell(id, 'mains', [{ name: 'mains selector', choice: '230 V' }])
    await lead.act(finish(id) as never)
  })

  it('with values that are out asks what was decided, and each is named', async () => {
    const id = await taking()
    await tell(id, 'gantry', [{ name: 'gantry difference', value: 4, unit: 'mm' }])
    await tell(id, 'frame', [{ name: 'skew', value: 2, unit: '°' }])
    await tell(id, 'first layer', [{ name: 'first layer middle', choice: 'does not hold' }])
    const refused = await lead.refused(finish(id))
    expect(refused).toMatchObject({ status: 409, code: 'take-in-not-in-order' })
    for (const words of ['gantry difference 4 mm', 'skew 2 °', 'first layer middle: does not hold'])
      expect(refused.message).toContain(words)
    const { baseline } = await lead.get<AsBuilt>(`/api/printers/${id}/as-built`)
    expect(baseline.filter(({ outOfOrder }) => outOfOrder)).toHaveLength(3)
    await lead.act(finish(id, 'Duty made for the gantry; sheet changed tomorrow') as never)
  })
})

it('a belt that slips is told the day it is read, on the list, the printer and the round', async () => {
  const pitch = (printerId: string, daysAgo: number, value: number) =>
    lead.act({
      kind: 'record-reading',
      printerId,
      instrument: 'typed',
      values: [{ name: 'X belt pitch', value, unit: 'Hz' }],
      at: at(daysAgo),
    })
  // How far readings of a pitch scatter is known from all printers together.
  const other = await printer('rails')
  for (let i = 0; i < 24; i++) await pitch(other, 40 - i, 90 + (i % 2))
  const id = await printer('rails')
  for (let i = 0; i < 5; i++) await pitch(id, 20 - i, 82 + 0.5 * (i % 2))
  const listed = async () =>
    (await lead.get<DriftingPage>('/api/readings/drifting')).readings.filter(({ printer: { id: of } }) => of === id)
  expect(await listed()).toEqual([])
  await pitch(id, 0.1, 76)
  expect(await listed()).toMatchObject([{ name: 'X belt pitch', lists: 'stepped', step: { after: 76 } }])
  const { others } = await lead.get<Round>('/api/plan/round')
  expect(others.filter(({ printer: of }) => of?.id === id)).toMatchObject([
    { words: 'X belt pitch', urgency: 'this week', why: expect.stringContaining('stepped at once') },
  ])
  await lead.act({ kind: 'adjust-printer', printerId: id, readings: ['X belt pitch'], what: 'Tightened', to: 82 })
  expect(await listed()).toEqual([])
})

it('a nozzle falls due by abrasive metres when they are over first', async () => {
  const id = await printer('wheels')
  const duty = async () =>
    (await lead.get<PrinterPage>(`/api/printers/${id}`)).slots.find(({ name }) => name === 'Nozzle')!.duty!
  expect(await duty()).toMatchObject({
    clock: 'hours',
    interval: 300,
    also: { age: 0, interval: 300, comesFirst: false },
  })
  for (let daysAgo = 40; daysAgo > 0; daysAgo -= 2)
    await lead.act({
      kind: 'finish-job',
      printerId: id,
      name: `filled ${daysAgo}`,
      startedAt: at(daysAgo + 0.2),
      hours: 3,
      metres: 20,
      material: 'PLA-CF',
      abrasive: true,
      outcome: 'good',
      at: at(daysAgo),
    })
  expect(await duty()).toMatchObject({
    clock: 'hours',
    age: 60,
    also: { age: 400, interval: 300, comesFirst: true },
    urgency: 'overdue',
    intervalIsLearned: false,
  })
  const { overdue } = await lead.get<Round>('/api/plan/round')
  expect(overdue.some(({ printer: { id: of }, slot }) => of === id && slot.name === 'Nozzle')).toBe(true)
})

it('all of it is as its book tells, worked out anew and played again', async () => {
  const { database } = shop.server.services
  await emptyKept(database.pool)
  expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
})
