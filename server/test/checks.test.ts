import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import type {
  CheckSheet,
  CheckType,
  DriftingPage,
  EnclosureState,
  Floor,
  LogPage,
  PrinterChecks,
  PrinterPage,
  ReadingKind,
  ReadingSeries,
  Round,
} from '@diatribon/contract'
import { emptyKept } from '../src/index.ts'
import { checksAndUpsets } from './starter.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
let workshop: Workshop
let lead: Client
let technician: Client
let operator: Client
let member: Client
let moment = now
let types: CheckType[]

/** Ids of the starter set, by its own words. */
const ids = new Map<string, string>()
const idOf = (what: string) => {
  if (!ids.has(what)) ids.set(what, randomUUID())
  return ids.get(what)!
}
const at = (daysAgo: number, hour = 0) => new Date(now - daysAgo * dayMs + hour * 3600_000).toISOString()
const checkOf = (key: string) => types.find(({ id }) => id === idOf(`check ${key}`))!

beforeAll(async () => {
  workshop = await scratchWorkshop(() => new Date(moment))
  lead = workshop.lead
  ;[technician, operator, member] = await Promise.all([
    workshop.as('technician'),
    workshop.as('operator'),
    workshop.as('member'),
  ])
  const { body } = await lead.list(
    checksAndUpsets(idOf).map((action) => ({ ...action, at: at(100) })),
    true,
  )
  expect(body.results.filter(({ ok }) => !ok)).toEqual([])
  types = await lead.get<CheckType[]>('/api/checks/types')
})
afterAll(() => workshop.close())

/** A new printer, run so many hours a day for so many days up to now. */
async function printer(place: number, { days = 50, perDay = 6 } = {}): Promise<string> {
  const id = randomUUID()
  await lead.act({
    kind: 'take-in-printer',
    at: at(days),
    printerId: id,
    modelId: workshop.ids.model,
    name: `Printer ${place}`,
    room: 'Shed',
    rack: 'C',
    place,
    meterHours: 0,
    parts: { Nozzle: workshop.ids.nozzle, 'X belt': workshop.ids.belt },
  })
  for (let day = days - 1; day >= 0; day -= 7)
    await lead.act({ kind: 'count-hours', printerId: id, at: at(day), meterHours: (days - day) * perDay })
  return id
}

const turnOf = async (printerId: string, key: string, client: Client = lead) =>
  (await client.get<PrinterChecks>(`/api/printers/${printerId}/checks`)).turns.find(
    ({ checkType }) => checkType.id === idOf(`check ${key}`),
  )!

async function begin(client: Client, printerId: string, key: string, when = at(0)): Promise<CheckSheet> {
  const sheetId = randomUUID()
  types = await lead.get<CheckType[]>('/api/checks/types')
  const { id: checkTypeId, version } = checkOf(key)
  await client.act({ kind: 'begin-check', printerId, sheetId, checkTypeId, version, at: when })
  return client.get<CheckSheet>(`/api/checks/sheets/${sheetId}`)
}

/** Does every step of a sheet, well. */
async function doSteps(client: Client, sheet: CheckSheet, when = at(0), values: Record<string, number> = {}) {
  const of = { printerId: sheet.printer.id, sheetId: sheet.id, at: when }
  for (const state of new Set(sheet.content.steps.map((step) => step.state)))
    if (state !== 'any') await client.act({ kind: 'confirm-cautions', ...of, state })
  for (const { id: stepId, kind, unit, choices, title, optional } of sheet.content.steps) {
    if (optional) continue
    const found =
      kind === 'measure'
        ? { value: values[title] ?? 80, unit }
        : kind === 'choose'
          ? { choice: choices![0]!.words }
          : { done: true }
    await client.act({ kind: 'record-step', ...of, stepId, ...found })
  }
}

describe('turns', () => {
  it('come from the own counters, the calendar and the finished spools, whichever is first', async () => {
    const id = await printer(1, { days: 20, perDay: 6 })
    // Once after take-in at 50 h; 120 h are run.
    expect(await turnOf(id, 'by the spool')).toMatchObject({ state: 'overdue', due: { isFirst: true, interval: 50 } })
    await doSteps(lead, await begin(lead, id, 'by the spool', at(10)), at(10))
    const sheet = (await turnOf(id, 'by the spool')).openSheetId!
    await lead.act({ kind: 'finish-check', printerId: id, sheetId: sheet, at: at(10) })
    const after = await turnOf(id, 'by the spool')
    expect(after.due).toMatchObject({ clock: 'hours', interval: 100 })
    expect(after.due!.left).toBeCloseTo(70, 6) // counted 5 days ago at 90 h, and done at 60 h
    await lead.act({
      kind: 'finish-spool',
      printerId: id,
      at: at(2),
      from: at(9),
      netGrams: 1000,
      diameterMm: 1.75,
      densityGPerCm3: 1.24,
    })
    expect(await turnOf(id, 'by the spool')).toMatchObject({
      state: 'open',
      due: { clock: 'spools', left: 0 },
      urgency: 'this week',
    })
  })

  it('follow hours that are told late', async () => {
    const id = await printer(2, { days: 10, perDay: 4 })
    await lead.act({ kind: 'add-slot', printerId: id, name: 'Nut', slotKind: 'lead-screw nut', at: at(9) })
    await doSteps(lead, await begin(lead, id, 'oil the screw', at(5)), at(5))
    const { openSheetId } = await turnOf(id, 'oil the screw')
    await lead.act({ kind: 'finish-check', printerId: id, sheetId: openSheetId!, at: at(5) })
    const before = (await turnOf(id, 'oil the screw')).due!.left
    // The meter was read between: most of the running lay before the check.
    await lead.act({ kind: 'count-hours', printerId: id, at: at(6), meterHours: 27 })
    expect((await turnOf(id, 'oil the screw')).due!.left).toBeGreaterThan(before + 5)
  })

  it('are called for by a part change, until the check is done or skipped', async () => {
    const id = await printer(3)
    const page = await lead.get<PrinterPage>(`/api/printers/${id}`)
    const slotId = page.slots.find(({ name }) => name === 'Nozzle')!.id
    expect((await turnOf(id, 'first layer')).urgency).toBeNull()
    await lead.act({
      kind: 'swap-part',
      printerId: id,
      slotId,
      removalReason: 'failed',
      partTypeId: workshop.ids.nozzle,
      at: at(1),
    })
    expect(await turnOf(id, 'first layer')).toMatchObject({ urgency: 'overdue', after: { words: 'Nozzle' } })
    const floor = await lead.get<Floor>('/api/printers')
    const on = (name: string) => floor.racks.flatMap(({ printers }) => printers).find((p) => p.name === name)!
    expect(on('Printer 3').checksDue).toBeGreaterThanOrEqual(1)
    expect(
      (
        await operator.refused({
          kind: 'skip-check',
          printerId: id,
          checkTypeId: idOf('check first layer'),
          reason: 'x',
        })
      ).status,
    ).toBe(403)
    const skipped = await technician.act({
      kind: 'skip-check',
      printerId: id,
      checkTypeId: idOf('check first layer'),
      reason: 'Printed well at once',
      at: at(0, -1),
    })
    expect((await turnOf(id, 'first layer')).urgency).toBeNull()
    // A skip that is taken back leaves it due again.
    await technician.act({ kind: 'amend', entryKey: skipped.key, takeBack: true, reason: 'Wrong printer', at: at(0) })
    expect((await turnOf(id, 'first layer')).urgency).toBe('overdue')
  })

  it('are called for by what happens: a move, another filament, a pause', async () => {
    const id = await printer(4, { days: 40 })
    await operator.act({ kind: 'record-event', printerId: id, event: 'moved', at: at(1) })
    expect(await turnOf(id, 'gantry')).toMatchObject({ after: { words: 'Knocked or moved' } })
    // Upsets are data: the workshop asks for a first layer after another filament as well.
    const round = await lead.get<Round>('/api/plan/round')
    expect(round.checks.overdue.some(({ printer: p, checkType }) => p.id === id && checkType.name === 'Gantry')).toBe(
      true,
    )
    await lead.act({
      kind: 'set-upset',
      upsetId: idOf('upset Another kind of filament'),
      changed: 'Another kind of filament',
      slotKinds: [],
      events: ['material changed'],
      redo: [idOf('check first layer')],
      restarts: [],
      also: [],
      caution: null,
    })
    const job = (material: string, daysAgo: number) =>
      lead.act({ kind: 'finish-job', printerId: id, at: at(daysAgo, -6), hours: 1, outcome: 'good', material })
    await job('plain', 0.4)
    await job('plain', 0.3)
    expect((await turnOf(id, 'first layer')).after).toBeNull()
    const changed = await job('tough', 0.2)
    expect(await turnOf(id, 'first layer')).toMatchObject({ after: { words: 'Another kind of filament' } })
    await lead.act({ kind: 'amend', entryKey: changed.key, takeBack: true, reason: 'Was another printer' })
    expect((await turnOf(id, 'first layer')).after).toBeNull()
    // It prints the old material again, so that the next job in it is no change.
    await job('plain', 0.1)
    expect((await turnOf(id, 'first layer')).after).toBeNull()

    const idle = randomUUID()
    await lead.act({
      kind: 'take-in-printer',
      at: at(60),
      printerId: idle,
      modelId: workshop.ids.model,
      name: 'Printer 5',
      room: 'Shed',
      rack: 'C',
      place: 5,
      meterHours: 0,
      parts: { Nozzle: workshop.ids.nozzle, 'X belt': workshop.ids.belt },
    })
    await lead.act({ kind: 'count-hours', printerId: idle, at: at(50), meterHours: 40 })
    await lead.act({ kind: 'count-hours', printerId: idle, at: at(20), meterHours: 40 })
    expect((await turnOf(idle, 'after a pause')).after).toBeNull()
    await lead.act({ kind: 'count-hours', printerId: idle, at: at(18), meterHours: 52 })
    expect(await turnOf(idle, 'after a pause')).toMatchObject({ after: { words: 'A pause' }, urgency: 'overdue' })
  })
})

describe('doing a check', () => {
  it('asks for cautions first, keeps both results of a step done twice, and counts from its end', async () => {
    const id = await printer(10)
    const sheet = await begin(operator, id, 'by the spool')
    const step = (title: string) => sheet.content.steps.find((s) => s.title === title)!.id
    const of = { printerId: id, sheetId: sheet.id }
    expect(await operator.refused({ kind: 'record-step', ...of, stepId: step('Power off'), done: true })).toMatchObject(
      { status: 409, code: 'cautions-first' },
    )
    expect(
      await member.refused({ kind: 'record-step', ...of, stepId: step('X belt'), value: 80, unit: 'Hz' }),
    ).toMatchObject({
      status: 403,
      message: expect.stringContaining('operator or technician or lead') as string,
    })
    await doSteps(technician, sheet, at(0), { 'X belt': 22 })
    // The operator measures again; both stay.
    await operator.act({ kind: 'record-step', ...of, stepId: step('X belt'), value: 71, unit: 'Hz' })
    const half = await operator.get<CheckSheet>(`/api/checks/sheets/${sheet.id}`)
    const belt = half.results.filter(({ stepId }) => stepId === step('X belt'))
    expect(belt.map(({ value, isOut, replaced, who }) => ({ value, isOut, replaced, who }))).toEqual([
      { value: 22, isOut: true, replaced: true, who: 'Test technician' },
      { value: 71, isOut: false, replaced: false, who: 'Test operator' },
    ])
    await operator.act({ kind: 'finish-check', ...of })
    expect((await turnOf(id, 'by the spool')).due!.left).toBeCloseTo(100, 0)
    const series = await lead.get<ReadingSeries[]>(`/api/printers/${id}/readings`)
    expect(series.find(({ name }) => name === 'X belt pitch')!.points.map(({ value }) => value)).toEqual([71])
    // The book tells it in one line, and every step when asked.
    const book = await lead.get<LogPage>(`/api/logbook?printer=${id}`)
    expect(book.entries[0]!.summary).toContain('all in order; ')
    expect(book.entries.some(({ kind }) => kind === 'record-step')).toBe(false)
    const steps = await lead.get<LogPage>(`/api/logbook?printer=${id}&steps=true`)
    expect(steps.entries.filter(({ kind }) => kind === 'record-step').length).toBeGreaterThan(8)
    expect(
      await operator.refused({ kind: 'record-step', ...of, stepId: step('X belt'), value: 71, unit: 'Hz' }),
    ).toMatchObject({ code: 'check-over' })
  })

  it('refuses what does not fit a step, and an end without all of them', async () => {
    const id = await printer(11)
    const sheet = await begin(operator, id, 'by the spool')
    const of = { printerId: id, sheetId: sheet.id }
    const step = (title: string) => sheet.content.steps.find((s) => s.title === title)!.id
    for (const [found, code] of [
      [{ stepId: step('X belt'), value: 80, unit: 'mm' }, 'measured in Hz'],
      [{ stepId: step('X belt'), value: 80 }, 'no unit does not fit'],
      [{ stepId: step('X belt'), done: true }, 'asks for a figure in Hz'],
      [{ stepId: step('Nozzle bore'), choice: 'square' }, 'choose one of as new'],
      [
        { stepId: step('Photo of what looks odd'), photos: [randomUUID()] },
        'photo or file that belongs to this is not there',
      ],
      [{ stepId: randomUUID(), done: true }, 'no such step'],
    ] as const)
      expect((await operator.refused({ kind: 'record-step', ...of, ...found })).message).toContain(code)
    const { message, code } = await operator.refused({ kind: 'finish-check', ...of })
    expect(code).toBe('steps-missing')
    expect(message).toContain('“X belt”')
    expect(message).not.toContain('Photo of what looks odd')
    const again = {
      kind: 'begin-check',
      printerId: id,
      sheetId: randomUUID(),
      checkTypeId: idOf('check by the spool'),
      version: 1,
    }
    expect(await technician.refused(again)).toMatchObject({ code: 'already-begun' })
    const both = await lead.list([again, { ...again, sheetId: randomUUID() }])
    expect(both.body.results.map(({ ok }) => ok)).toEqual([false, false])
    await operator.act({ kind: 'give-up-check', ...of, reason: 'Called away' })
    expect((await turnOf(id, 'by the spool')).lastAt).toBeNull()
  })

  it('goes on with the version that it was begun with when the check is changed meanwhile', async () => {
    const id = await printer(12)
    const sheet = await begin(operator, id, 'plate')
    const before = checkOf('plate')
    const { steps } = before.content
    const changed = {
      ...before.content,
      steps: [...steps.slice(0, 2), { ...steps[2]!, title: 'Flat and clean beneath' }],
    }
    await technician.act({ kind: 'change-check-type', checkTypeId: before.id, version: 1, content: changed })
    // Another one who saw the old version is told.
    expect(
      await lead.refused({ kind: 'change-check-type', checkTypeId: before.id, version: 1, content: before.content }),
    ).toMatchObject({ status: 409, code: 'changed-meanwhile' })
    await doSteps(operator, sheet)
    await operator.act({ kind: 'finish-check', printerId: id, sheetId: sheet.id })
    const done = await lead.get<CheckSheet>(`/api/checks/sheets/${sheet.id}`)
    expect(done.checkType).toMatchObject({ version: 1, currentVersion: 2 })
    expect(done.content.steps[2]!.title).toBe(steps[2]!.title)
    expect(
      await operator.refused({
        kind: 'begin-check',
        printerId: id,
        sheetId: randomUUID(),
        checkTypeId: before.id,
        version: 1,
      }),
    ).toMatchObject({ code: 'changed-meanwhile' })
    const versions = await lead.get<unknown[]>(`/api/checks/types/${before.id}/versions`)
    expect(versions).toMatchObject([
      { version: 2, who: 'Test technician' },
      { version: 1, who: 'Test Lead' },
    ])
  })

  it('two changes of the same version at once: one wins, the other is told', async () => {
    const before = (await lead.get<CheckType[]>('/api/checks/types')).find(({ id }) => id === idOf('check gantry'))!
    const change = (client: Client, purpose: string) =>
      client.list([
        {
          kind: 'change-check-type',
          checkTypeId: before.id,
          version: before.version,
          content: { ...before.content, purpose },
        },
      ])
    const answers = await Promise.all([change(lead, 'one'), change(technician, 'two')])
    expect(answers.map(({ body }) => body.results[0]!.ok).sort()).toEqual([false, true])
  })

  it('lets nobody look at the mains side without the sign-off, whatever the role', async () => {
    const id = await printer(13)
    const { id: checkTypeId, version } = checkOf('electrical')
    const asked = {
      kind: 'begin-check' as const,
      printerId: id,
      sheetId: randomUUID(),
      checkTypeId,
      version,
      at: at(0),
    }
    expect(await lead.refused(asked)).toMatchObject({ status: 403, code: 'no-sign-off' })
    const turn = await turnOf(id, 'electrical', technician)
    expect(turn.mayDo).toMatchObject({ may: false, needs: { signOff: 'mains' }, askOneOf: [] })
    const { person } = await technician.get<{ person: { id: string } }>('/api/session')
    await lead.act({ kind: 'give-sign-off', personId: person.id, signOff: 'mains', until: '2026-11-19' })
    expect(await technician.refused(asked)).toMatchObject({ code: 'no-sign-off' })
    await lead.act({ kind: 'give-sign-off', personId: person.id, signOff: 'mains', until: '2027-11-19' })
    expect((await turnOf(id, 'electrical', lead)).mayDo.askOneOf).toEqual(['Test technician'])
    await technician.act(asked)
    await lead.act({ kind: 'withdraw-sign-off', personId: person.id, signOff: 'mains', reason: 'Left the trade' })
    expect(
      await technician.refused({ kind: 'confirm-cautions', printerId: id, sheetId: asked.sheetId, state: 'unplugged' }),
    ).toMatchObject({ code: 'no-sign-off' })
    // To give a check up is to say that it was not needed to the end: not everybody's either.
    const givenUp = { kind: 'give-up-check' as const, printerId: id, sheetId: asked.sheetId, reason: 'No time' }
    for (const one of [technician, operator, lead]) expect(await one.refused(givenUp)).toMatchObject({ status: 403 })
    expect(
      await technician.refused({ kind: 'give-sign-off', personId: person.id, signOff: 'mains', until: null }),
    ).toMatchObject({ status: 403 })
  })

  it('an end that is taken back opens the check again', async () => {
    const id = await printer(14)
    const sheet = await begin(operator, id, 'gantry')
    await doSteps(operator, sheet, at(0), { 'Difference of both ends': 0.1 })
    const end = await operator.act({ kind: 'finish-check', printerId: id, sheetId: sheet.id })
    await operator.act({ kind: 'amend', entryKey: end.key, takeBack: true, reason: 'Measured the wrong end' })
    expect((await turnOf(id, 'gantry')).openSheetId).toBe(sheet.id)
  })
})

describe('checks as data', () => {
  it.each([
    ['limits upside down', { lower: 5, upper: 4 }, 'upside down'],
    ['a target outside its limits', { lower: 5, upper: 6, target: 9 }, 'inside the limits'],
    ['a unit that does not fit the reading', { reading: 'X belt pitch', unit: 'mm' }, 'is told in Hz'],
    ['a reading that is not there', { reading: 'luck' }, 'no kind of reading called luck'],
    ['no unit', { unit: undefined }, 'unit'],
  ])('refuses %s', async (_, wrong, words) => {
    const step = { id: randomUUID(), kind: 'measure', title: 'm', state: 'any', unit: 'Hz', ...wrong }
    const content = { ...checkOf('gantry').content, name: 'New one', steps: [step] }
    const { status, message } = await technician.refused({ kind: 'add-check-type', checkTypeId: randomUUID(), content })
    expect(status).toBe(400)
    expect(message).toContain(words)
    expect((await lead.get<CheckType[]>('/api/checks/types')).some((t) => t.content.name === 'New one')).toBe(false)
  })

  it('refuses two checks of one name and a reading kind with its limits upside down', async () => {
    const content = { ...checkOf('gantry').content, name: 'PLATE' }
    expect(await technician.refused({ kind: 'add-check-type', checkTypeId: randomUUID(), content })).toMatchObject({
      status: 409,
      message: 'There is already a check with this name.',
    })
    const kind = { readingKindId: randomUUID(), name: 'tilt', unit: '°', models: [], corrections: 'restart' }
    expect((await technician.refused({ kind: 'add-reading-kind', ...kind, lower: 3, upper: 2 })).message).toContain(
      'upside down',
    )
    const pitch = (await lead.get<ReadingKind[]>('/api/readings/kinds')).find(({ name }) => name === 'X belt pitch')!
    const { id, ...rest } = pitch
    expect(
      (await technician.refused({ kind: 'change-reading-kind', readingKindId: id, ...rest, unit: 'N' })).message,
    ).toContain('kept in Hz')
  })

  it('a retired check is no longer asked for, and can be brought back', async () => {
    const id = await printer(20)
    const checkTypeId = idOf('check level by the clock')
    expect(await turnOf(id, 'level by the clock')).toBeUndefined()
    await technician.act({
      kind: 'retire-check-type',
      checkTypeId,
      retired: false,
      reason: 'Change of school',
      at: at(0),
    })
    // Its turns count from now: nobody is asked for what lay before.
    expect(await turnOf(id, 'level by the clock')).toMatchObject({
      urgency: expect.stringMatching(/later|this week/) as string,
    })
    expect(
      await technician.refused({ kind: 'retire-check-type', checkTypeId, retired: false, reason: 'x' }),
    ).toMatchObject({ code: 'already-so' })
  })
})

describe('photos', () => {
  it('are downscaled, freed of what the camera wrote, and shown again', async () => {
    const original = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#884422' } })
      .withExif({ IFD0: { Copyright: 'somebody' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
      .jpeg()
      .toBuffer()
    const sent = await fetch(`${operator.server.url}/api/attachments`, {
      method: 'POST',
      headers: { cookie: operator.cookieNow, 'content-type': 'image/jpeg' },
      body: new Uint8Array(original),
    })
    const { id, width, height } = (await sent.json()) as { id: string; width: number; height: number }
    expect([sent.status, width, height]).toEqual([201, 1600, 1067])
    const shown = await fetch(`${operator.server.url}/api/attachments/${id}`, {
      headers: { cookie: operator.cookieNow },
    })
    expect(shown.headers.get('content-type')).toBe('image/jpeg')
    const kept = await sharp(Buffer.from(await shown.arrayBuffer())).metadata()
    expect(kept.exif).toBeUndefined()
    expect((await fetch(`${operator.server.url}/api/attachments/${id}`)).status).toBe(401)

    const printerId = await printer(21)
    const sheet = await begin(operator, printerId, 'first layer')
    const step = sheet.content.steps.find(({ kind }) => kind === 'photo')!
    await operator.act({ kind: 'record-step', printerId, sheetId: sheet.id, stepId: step.id, photos: [id] })
    expect((await lead.get<CheckSheet>(`/api/checks/sheets/${sheet.id}`)).results[0]!.photos).toEqual([id])
  })

  it.each([
    ['words', 'this is no photo', 400],
    ['nothing', '', 400],
    ['the head of a JPEG alone', '\xff\xd8\xff\xe0\x00\x10JFIF', 400],
    ['a script in a drawing', '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script>', 400],
    [
      'a drawing',
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>',
      400,
    ],
    ['far too much', 'x'.repeat(21 * 1024 * 1024), 413],
  ])('that are %s are refused', async (_, body, status) => {
    const answer = await fetch(`${operator.server.url}/api/attachments`, {
      method: 'POST',
      headers: { cookie: operator.cookieNow, 'content-type': 'image/jpeg' },
      body: Buffer.from(body, 'latin1'),
    })
    expect(answer.status).toBe(status)
    expect(((await answer.json()) as { error: { message: string } }).error.message.length).toBeGreaterThan(20)
  })
})

describe('readings and drift', () => {
  const drifting = async () => (await lead.get<DriftingPage>('/api/readings/drifting')).readings
  const read = (printerId: string, daysAgo: number, name: string, value: number, unit: string) =>
    technician.act({ kind: 'record-reading', printerId, at: at(daysAgo), values: [{ name, value, unit }] })
  const seriesOf = async (printerId: string, name: string) =>
    (await lead.get<ReadingSeries[]>(`/api/printers/${printerId}/readings`)).find((s) => s.name === name)!

  it('finds a belt that slackens, and lists it by how soon it crosses its limit', async () => {
    const id = await printer(30, { days: 50, perDay: 6 })
    const kind = (await lead.get<ReadingKind[]>('/api/readings/kinds')).find(({ name }) => name === 'X belt pitch')!
    const { id: readingKindId, ...rest } = kind
    await technician.act({ kind: 'change-reading-kind', readingKindId, ...rest, lower: 60, upper: null })
    for (let i = 0; i < 14; i++) await read(id, 45 - 3 * i, 'X belt pitch', 84 - 0.9 * i + (i % 2 ? 0.2 : -0.2), 'Hz')
    const series = await seriesOf(id, 'X belt pitch')
    // The same points lie on the hour ribbon, by the hours at which they were taken.
    const { readings } = await lead.get<PrinterPage>(`/api/printers/${id}`)
    expect(readings).toMatchObject([{ name: 'X belt pitch', unit: 'Hz' }])
    expect(readings[0]!.points.map(({ runHours }) => runHours)).toEqual(series.points.map(({ hours }) => hours))
    expect(series).toMatchObject({ limits: { lower: 60, from: 'site' }, lists: 'reaches' })
    expect(series.points.filter(({ counts }) => counts)).toHaveLength(14)
    // 0.9 Hz in 3 days of 6 h: 0.05 Hz an hour; from 72.3 to 60 about 246 h.
    if (series.crossing.kind !== 'crosses') throw new Error(series.crossing.kind)
    expect(series.crossing.inHours).toBeGreaterThan(230)
    expect(series.crossing.inHours).toBeLessThan(262)
    const list = await drifting()
    expect(list[0]).toMatchObject({ name: 'X belt pitch', printer: { name: 'Printer 30' } })
    // Tightened: it begins anew.
    await technician.act({
      kind: 'adjust-printer',
      printerId: id,
      readings: ['X belt pitch'],
      what: 'tightened by two turns',
      at: at(3),
    })
    await read(id, 2.9, 'X belt pitch', 86, 'Hz')
    const after = await seriesOf(id, 'X belt pitch')
    expect(after).toMatchObject({ lists: null, crossing: { kind: 'too few' } })
    expect(after.points.filter(({ counts }) => counts)).toHaveLength(1)
    expect(after.marks).toMatchObject([{ words: 'tightened by two turns', restarts: true }])
    expect(await drifting()).toEqual([])
  })

  it('judges a printer by everybody’s scatter, also when nobody has looked at the whole yet', async () => {
    const { pool } = workshop.server.services.database
    const [id, other] = [await printer(133, { days: 50, perDay: 6 }), await printer(134, { days: 50, perDay: 6 })]
    for (let i = 0; i < 12; i++) {
      await read(id, 45 - 3 * i, 'room humidity', 40 + (i % 2 ? 1 : -1), '%')
      await read(other, 45 - 3 * i, 'room humidity', 40 + (i % 2 ? 1 : -1), '%')
    }
    await emptyKept(pool)
    expect((await seriesOf(id, 'room humidity')).moved).toMatchObject({ isOut: false })
  })

  it('shows the drift of a height that is corrected every time', async () => {
    const id = await printer(31, { days: 50, perDay: 6 })
    for (let i = 0; i < 22; i++)
      await technician.act({
        kind: 'adjust-printer',
        printerId: id,
        readings: ['nozzle height'],
        what: 'set with paper',
        to: -1.7 + 0.012 * i + (i % 2 ? 0.004 : 0),
        at: at(46 - 2 * i),
      })
    const series = await seriesOf(id, 'nozzle height')
    expect(series.points.filter(({ counts }) => counts)).toHaveLength(22)
    expect(series.marks.every(({ restarts }) => !restarts)).toBe(true)
    expect(series.lists).toBe('moved')
    expect(series.breaches.map(({ rule }) => rule)).toContain('one very far out')
  })

  it('begins anew at a part change that upsets it, and the maker’s limits of the model come first', async () => {
    const id = await printer(32, { days: 50, perDay: 6 })
    const slots = (await lead.get<PrinterPage>(`/api/printers/${id}`)).slots
    for (let i = 0; i < 6; i++) await read(id, 40 - i, 'nozzle height', -1.7, 'mm')
    await lead.act({
      kind: 'swap-part',
      printerId: id,
      slotId: slots.find(({ name }) => name === 'Nozzle')!.id,
      removalReason: 'failed',
      partTypeId: workshop.ids.nozzle,
      at: at(30),
    })
    await read(id, 29, 'nozzle height', -1.5, 'mm')
    const anew = await seriesOf(id, 'nozzle height')
    expect([anew.lists, anew.points.filter(({ counts }) => counts).length]).toEqual([null, 1])
    const kind = (await lead.get<ReadingKind[]>('/api/readings/kinds')).find(({ name }) => name === 'nozzle height')!
    const { id: readingKindId, ...rest } = kind
    await technician.act({
      kind: 'change-reading-kind',
      readingKindId,
      ...rest,
      models: [{ modelId: workshop.ids.model, lower: -2, upper: -1.6 }],
    })
    expect(await seriesOf(id, 'nozzle height')).toMatchObject({
      limits: { from: 'maker', upper: -1.6 },
      crossing: { kind: 'beyond' },
    })
  })

  it('refuses units that do not fit and takes a mistyped value back', async () => {
    const id = await printer(33)
    expect(
      (
        await technician.refused({
          kind: 'record-reading',
          printerId: id,
          values: [{ name: 'X belt pitch', value: 80, unit: 'mm' }],
        })
      ).message,
    ).toContain('told in Hz')
    expect(
      (
        await technician.refused({
          kind: 'record-reading',
          printerId: id,
          values: [{ name: 'nothing', value: 80, unit: 'mm' }],
        })
      ).message,
    ).toContain('no kind of reading')
    const wrong = await read(id, 1, 'Y belt pitch', 8000, 'Hz')
    await technician.act({ kind: 'amend', entryKey: wrong.key, takeBack: true, reason: 'Two zeros too many' })
    expect(await seriesOf(id, 'Y belt pitch')).toBeUndefined()
    expect(
      (
        await operator.refused({
          kind: 'record-reading',
          printerId: id,
          values: [{ name: 'X belt pitch', value: 80, unit: 'Hz' }],
        })
      ).status,
    ).toBe(403)
  })
})

describe('the enclosure', () => {
  it('counts the hours above its limit, whatever the order in which they are told, and warns while it happens', async () => {
    const id = await printer(40)
    const sample = (minutesAgo: number, celsius: number) => ({
      at: new Date(now - minutesAgo * 60_000).toISOString(),
      celsius,
    })
    const log = (samples: object[]) => lead.act({ kind: 'log-enclosure', printerId: id, at: at(0), samples })
    const head = async () => (await lead.get<Record<string, EnclosureState>>('/api/enclosures'))[id]
    expect(await head()).toBeUndefined()
    await log([sample(300, 40), sample(290, 40)])
    // It is an open printer: around it is only the room, until somebody sets a limit for the model.
    expect(await head()).toMatchObject({ celsius: 40, limitC: null, hotHours: 0, isTooHot: false })
    const kinds = await lead.get<ReadingKind[]>('/api/readings/kinds')
    const { id: readingKindId, ...rest } = kinds.find(({ name }) => name === 'enclosure temperature')!
    const models = [{ modelId: workshop.ids.model, lower: null, upper: 30 }]
    await technician.act({ kind: 'change-reading-kind', readingKindId, ...rest, models })
    // 20 to 40 in twenty minutes is above 30 for ten.
    await log([sample(80, 20), sample(60, 40)])
    await log([sample(20, 40), sample(0, 40)])
    expect(await head()).toMatchObject({ celsius: 40, limitC: 30, isTooHot: true })
    // Sixty minutes of silence say nothing; the samples between come late.
    expect((await head())!.hotHours).toBeCloseTo(1 / 6 + 1 / 3, 6)
    await log([sample(40, 35), sample(60, 40), sample(50, 35)])
    expect((await head())!.hotHours).toBeCloseTo(1 / 6 + 1, 6)
    // Hours above the limit are a clock that a check may go by.
    const hood = {
      ...checkOf('gantry').content,
      name: 'Look at plugs and drivers',
      turns: { every: [{ clock: 'hot hours', amount: 1 }], firstAfter: null, countFrom: 'done', window: 0 },
    }
    await technician.act({ kind: 'add-check-type', checkTypeId: idOf('check hood'), content: hood, at: at(99) })
    const turn = await turnOf(id, 'hood')
    expect(turn).toMatchObject({ state: 'overdue', due: { clock: 'hot hours' } })
    expect(turn.due!.left).toBeCloseTo(-1 / 6, 6)
    // Half an hour later nothing was heard: no warning from old news.
    moment = now + 31 * 60_000
    expect(await head()).toMatchObject({ isTooHot: false })
    moment = now
    const device = await workshop.as('device')
    await device.act({ kind: 'log-enclosure', printerId: id, at: at(0), samples: [sample(0, 29)] })
    expect(await head()).toMatchObject({ celsius: 29, isTooHot: false })
    expect(
      (await device.refused({ kind: 'log-enclosure', printerId: id, at: at(0), samples: [sample(-5, 29)] })).message,
    ).toContain('may be later than the moment')
  })
})

describe('duties and faults', () => {
  it('stay open until they are settled, and are on the round and the Floor', async () => {
    const id = await printer(50)
    const [dutyId, faultId] = [randomUUID(), randomUUID()]
    await operator.act({ kind: 'make-duty', printerId: id, dutyId, what: 'Order a belt', dueDate: '2026-11-27' })
    expect(
      (
        await operator.refused({
          kind: 'make-duty',
          printerId: id,
          dutyId: randomUUID(),
          what: 'x',
          dueDate: '2026-02-30',
        })
      ).message,
    ).toContain('must be a day of the calendar')
    await member.act({ kind: 'report-fault', printerId: id, faultId, symptom: 'It squeaks', mayGoOn: false })
    expect((await lead.get<Round>('/api/plan/round')).made).toMatchObject([
      { words: 'Order a belt', dueDate: '2026-11-27' },
    ])
    const on = async () =>
      (await lead.get<Floor>('/api/printers')).racks.flatMap(({ printers }) => printers).find((p) => p.id === id)!
    expect(await on()).toMatchObject({ openFaults: 1, state: 'stopped' })
    expect(await lead.get<PrinterPage>(`/api/printers/${id}`)).toMatchObject({
      faults: [{ symptom: 'It squeaks', who: 'Test member' }],
      madeDuties: [{ id: dutyId }],
    })
    const close = {
      kind: 'close-fault' as const,
      printerId: id,
      faultId,
      causeId: null,
      mechanism: 'It rubbed',
      broughtAbout: 'wear',
      topic: null,
      what: 'A strand in the rail',
      minutes: 5,
      permanence: 'permanent',
    }
    expect((await member.refused(close)).status).toBe(403)
    await technician.act(close)
    await operator.act({ kind: 'settle-duty', printerId: id, dutyId })
    expect(await operator.refused({ kind: 'settle-duty', printerId: id, dutyId })).toMatchObject({
      code: 'already-settled',
    })
    expect(await on()).toMatchObject({ openFaults: 0, state: 'in service' })
    expect((await lead.get<Round>('/api/plan/round')).made).toEqual([])
  })
})
