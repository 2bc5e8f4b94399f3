import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import {
  type Attachment,
  type DowntimePage,
  type FaultPage,
  type PrinterFault,
  type Knowledge,
  type LabelPage,
  type LogPage,
  type MadeDuty,
  type PrinterPage,
  type RefusalBody,
  type ReturnToService,
} from '@diatribon/contract'
import { knowledge, wholeKnowledge } from './starter.ts'
import { Client, scratchWorkshop, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
const hourMs = 3600_000
let workshop: Workshop
let lead: Client
let technician: Client
let operator: Client
let member: Client
let moment = now
let known: Knowledge

const ids = new Map<string, string>()
const idOf = (what: string) => {
  if (!ids.has(what)) ids.set(what, randomUUID())
  return ids.get(what)!
}
const ago = (hours: number) => new Date(now - hours * hourMs).toISOString()
const causeId = (name: string) => known.causes.find((one) => one.name.startsWith(name))!.id
const symptomId = (name: string) => known.symptoms.find((one) => one.name.startsWith(name))!.id
const testId = (name: string) => known.tests.find((one) => one.name.startsWith(name))!.id

/** One model with a lever and a guide tube, one on rails without, and the parts that fit. */
const parts = { lever: randomUUID(), tube: randomUUID(), bearings: randomUUID() }
const models = { guided: randomUUID(), rails: randomUUID() }

beforeAll(async () => {
  workshop = await scratchWorkshop(() => new Date(moment))
  lead = workshop.lead
  ;[technician, operator, member] = await Promise.all([
    workshop.as('technician'),
    workshop.as('operator'),
    workshop.as('member'),
  ])
  const long = ago(5000)
  const starter = wholeKnowledge(idOf).map((action) => ({ ...action, at: long }))
  const { body } = await lead.list(starter, true)
  expect(body.results.filter(({ ok }) => !ok)).toEqual([])
  known = await lead.get<Knowledge>('/api/faults/knowledge')
  const part = (partTypeId: string, name: string, slotKind: string) =>
    lead.act({
      kind: 'add-part-type',
      at: long,
      partTypeId,
      name,
      slotKind,
      priceMinor: 400,
      minutes: 20,
      failureExtraMinor: 1000,
      tradeInterval: 1000,
    })
  await part(parts.lever, 'Lever', 'extruder lever')
  await part(parts.tube, 'Tube', 'guide tube')
  await part(parts.bearings, 'Bearings', 'bearings')
  const model = (modelId: string, name: string, slots: [string, string][]) =>
    lead.act({
      kind: 'add-model',
      at: long,
      modelId,
      make: 'Dunlin',
      name,
      build: name,
      slots: [['Nozzle', 'nozzle'], ...slots].map(([slot, kind]) => ({ name: slot, kind })),
    })
  await model(models.guided, 'Guided', [
    ['Lever', 'extruder lever'],
    ['Tube', 'guide tube'],
  ])
  await model(models.rails, 'Rails', [['Bearings', 'bearings']])
})
afterAll(() => workshop.close())

let place = 10
/** A printer that has run so many hours, evenly up to now. */
async function printer(of: keyof typeof models = 'guided', hours = 600): Promise<string> {
  const printerId = randomUUID()
  await lead.act({
    kind: 'take-in-printer',
    at: ago(1000),
    printerId,
    modelId: models[of],
    name: `Printer ${place}`,
    room: 'Shed',
    rack: 'B',
    place: place++,
    meterHours: 0,
    parts: {
      Nozzle: workshop.ids.nozzle,
      ...(of === 'guided' ? { Lever: parts.lever, Tube: parts.tube } : { Bearings: parts.bearings }),
    },
  })
  await lead.act({ kind: 'count-hours', at: ago(0), printerId, meterHours: hours })
  return printerId
}

const slotOf = async (printerId: string, name: string) =>
  (await lead.get<PrinterPage>(`/api/printers/${printerId}`)).slots.find((slot) => slot.name === name)!.id

async function report(printerId: string, more: Record<string, unknown> = {}): Promise<string> {
  const faultId = randomUUID()
  await member.act({
    kind: 'report-fault',
    at: ago(4),
    printerId,
    faultId,
    symptom: 'It clicks and the lines are thin',
    mayGoOn: false,
    ...more,
  })
  return faultId
}
const desk = (faultId: string, as = technician) => as.get<FaultPage>(`/api/faults/${faultId}`)
const back = (printerId: string, as = technician) => as.get<ReturnToService>(`/api/printers/${printerId}/return`)
const open = async (printerId: string) =>
  (await back(printerId)).lines.filter(({ state }) => state === 'open').map(({ words }) => words)

const closing = (printerId: string, faultId: string, more: Record<string, unknown> = {}) => ({
  kind: 'close-fault' as const,
  printerId,
  faultId,
  causeId: causeId('Extruder lever cracked'),
  mechanism: 'No grip',
  broughtAbout: 'wear',
  topic: null,
  what: 'New lever',
  minutes: 30,
  permanence: 'permanent',
  ...more,
})

describe('a report by label, without an account', () => {
  const code = (id: string) => id.replaceAll('-', '').slice(0, 12)

  it('shows whether the printer may be used, and what is known already; no more', async () => {
    const id = await printer()
    await report(id, { symptom: 'Squeaks' })
    const anybody = new Client(workshop.server)
    const { status, body } = await anybody.call<LabelPage>('GET', `/api/report/${code(id)}`)
    expect(status).toBe(200)
    expect(body).toMatchObject({
      siteName: 'Test shed',
      printer: { state: 'stopped', holdReason: null, stop: 'Squeaks' },
      faults: [{ symptom: 'Squeaks' }],
    })
    expect(JSON.stringify(body)).not.toMatch(/Test member|meter/)
    // A symptom about wheels never shows on a machine that has none.
    expect(body.symptoms.some(({ name }) => name.startsWith('Wheels'))).toBe(false)
    expect((await anybody.call('GET', '/api/report/000000000000')).status).toBe(404)
    expect((await anybody.call('GET', `/api/printers/${id}`)).status).toBe(401)
  })

  it('leads there from the label, and staff to the page of the printer', async () => {
    const id = await printer()
    const to = async (cookie: string) =>
      (await fetch(`${workshop.server.url}/go/${code(id)}`, { redirect: 'manual', headers: { cookie } })).headers.get(
        'location',
      )
    expect(await to('')).toBe(`/report/${code(id)}`)
    expect(await to(member.cookieNow)).toBe(`/printers/${id}`)
  })

  it('keeps the report with its photo once, however often it is sent, and tells the staff', async () => {
    const id = await printer()
    const anybody = new Client(workshop.server)
    const photo = await fetch(`${workshop.server.url}/api/report/${code(id)}/photo`, {
      method: 'POST',
      headers: { 'content-type': 'image/png' },
      body: new Uint8Array(
        await sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } })
          .png()
          .toBuffer(),
      ),
    })
    const { id: photoId } = (await photo.json()) as Attachment
    const said = {
      key: randomUUID(),
      symptom: 'Smells of hot plastic',
      mayGoOn: false,
      reporter: 'Evening class',
      photos: [photoId],
    }
    for (let i = 0; i < 2; i++) expect((await anybody.call('POST', `/api/report/${code(id)}`, said)).status).toBe(201)
    const found = (await operator.get<PrinterFault[]>('/api/faults')).filter((fault) => fault.printer.id === id)
    expect(found).toMatchObject([
      { symptom: 'Smells of hot plastic', who: 'Evening class (a visitor)', photos: [photoId], mayGoOn: false },
    ])
    const { entries } = await lead.get<LogPage>(`/api/logbook?printer=${id}&kind=report-fault`)
    expect(entries[0]!.summary).toContain('Seen by Evening class')
    expect((await lead.call('GET', `/api/attachments/${photoId}`)).status).toBe(200)
  })

  it('stops a flood from one address in words, and changes nothing by bad input', async () => {
    const other = await workshop.start()
    const id = await printer()
    const anybody = new Client(other)
    const send = (more: object) =>
      anybody.call<RefusalBody>('POST', `/api/report/${code(id)}`, {
        key: randomUUID(),
        symptom: 'Noise',
        mayGoOn: true,
        ...more,
      })
    expect((await send({ symptom: '' })).body.error.fields).toHaveProperty('symptom')
    expect((await send({ photos: [randomUUID()] })).status).toBe(404)
    const answers = []
    for (let i = 0; i < 10; i++) answers.push(await send({}))
    const stopped = answers.filter(({ status }) => status === 429)
    expect(stopped.length).toBeGreaterThanOrEqual(4)
    expect(stopped[0]!.body.error.message).toContain('Wait 10 minutes')
    const kept = (await operator.get<PrinterFault[]>('/api/faults')).filter((fault) => fault.printer.id === id)
    expect(kept).toHaveLength(answers.filter(({ status }) => status === 201).length)
    await other.close()
  })

  it('holds for the whole site when the addresses differ', async () => {
    const id = await printer()
    let refused: RefusalBody | null = null
    const other = await workshop.start({ trustProxy: 1 })
    for (let i = 0; i < 70 && !refused; i++) {
      const answer = await new Client(other, { 'x-forwarded-for': `203.0.113.${i}` }).call<RefusalBody>(
        'POST',
        `/api/report/${code(id)}`,
        { key: randomUUID(), symptom: 'Noise', mayGoOn: true },
      )
      if (answer.status === 429) refused = answer.body
    }
    await other.close()
    expect(refused!.error.message).toContain('Many reports have come in this hour')
  })
})

describe('a report that was a mistake', () => {
  const keyOf = async (id: string, symptom: string) =>
    (await lead.get<LogPage>(`/api/logbook?printer=${id}&kind=report-fault`)).entries.find(({ summary }) =>
      summary.startsWith(symptom),
    )!.key
  const takeBack = async (id: string, symptom: string, more: object = { takeBack: true }) => ({
    kind: 'amend' as const,
    entryKey: await keyOf(id, symptom),
    reason: 'Another printer was meant',
    ...more,
  })
  const lost = async (id: string) =>
    (await lead.get<DowntimePage>('/api/faults/downtime?from=2026-11-01&until=2026-11-20')).printers.find(
      ({ printerId }) => printerId === id,
    )!

  it('is taken back: no fault, no time down, no check that it called for', async () => {
    const id = await printer()
    await workshop.server.services.kept.settle()
    const before = await lead.get(`/api/printers/${id}/checks`)
    const faultId = await report(id, { symptom: 'Ticks' })
    expect((await lost(id)).failures).toBe(1)
    expect(await lead.get(`/api/printers/${id}/checks`)).not.toEqual(before)
    expect(await operator.refused(await takeBack(id, 'Ticks'))).toMatchObject({ status: 403 })
    expect((await desk(faultId, member)).takeBackKey).toBe(await keyOf(id, 'Ticks'))
    await member.act(await takeBack(id, 'Ticks'))
    expect(await desk(faultId, member)).toMatchObject({
      closed: null,
      takenBack: { who: 'Test member', words: expect.stringContaining('Another printer was meant') as string },
      takeBackKey: null,
    })
    expect(await lost(id)).toMatchObject({ failures: 0, downHours: 0, availability: 1, hoursToRestore: null })
    expect(await lead.get(`/api/printers/${id}/checks`)).toEqual(before)
    const all = await operator.get<PrinterFault[]>('/api/faults')
    expect(all.some((fault) => fault.printer.id === id)).toBe(false)
    expect((await back(id)).lines).toEqual([])
    // Nothing can be hung on it any more, and it cannot be taken back twice.
    expect(await technician.refused(closing(id, faultId))).toMatchObject({ status: 409, code: 'taken-back' })
    expect(await member.refused(await takeBack(id, 'Ticks'))).toMatchObject({ status: 409 })
  })

  it('leaves what stands without it: a hold from the hold on, another fault from its report on', async () => {
    const held = await printer()
    await report(held, { symptom: 'Hot smell', at: ago(40) })
    await operator.act({ kind: 'hold-printer', at: ago(30), printerId: held, reason: 'Smell' })
    await lead.act(await takeBack(held, 'Hot smell'))
    expect((await desk(await report(held, { symptom: 'Later', mayGoOn: true, at: ago(1) }))).printer.state).toBe(
      'on hold',
    )
    expect(await lost(held)).toMatchObject({ failures: 0, downHours: 30 })

    const two = await printer()
    await report(two, { symptom: 'Wrong', at: ago(40) })
    await report(two, { symptom: 'Right', at: ago(25) })
    await lead.act(await takeBack(two, 'Wrong'))
    expect(await lost(two)).toMatchObject({ failures: 1, downHours: 25 })
    const left = await open(two)
    expect(left).toContain('Right')
    expect(left).not.toContain('Wrong')
  })

  it('is kept once something was found out for it, or while somebody is at it', async () => {
    const id = await printer()
    const faultId = await report(id, { symptom: 'Thin lines' })
    await technician.act({ kind: 'begin-work', at: ago(3), printerId: id, faultId })
    expect((await member.refused(await takeBack(id, 'Thin'))).message).toContain('at work on this report')
    await technician.act({ kind: 'stop-work', at: ago(2.5), printerId: id })
    await technician.act({
      kind: 'record-test',
      at: ago(2),
      printerId: id,
      faultId,
      testId: testId('Look at the lever'),
      outcome: 'cracked',
    })
    const page = await desk(faultId)
    expect(await member.refused(await takeBack(id, 'Thin'))).toMatchObject({ status: 409, code: 'worked-on' })
    expect(await desk(faultId)).toEqual(page)
    await technician.act(closing(id, faultId, { at: ago(1) }))
    expect(await member.refused(await takeBack(id, 'Thin'))).toMatchObject({ status: 409, code: 'already-closed' })
  })

  it('is corrected in its words', async () => {
    const id = await printer()
    const faultId = await report(id, { symptom: 'Squeeks' })
    expect(await member.refused(await takeBack(id, 'Squeeks', { correction: { metres: 3 } }))).toMatchObject({
      status: 400,
      fields: { 'correction.text': expect.any(String) as string },
    })
    await member.act(await takeBack(id, 'Squeeks', { correction: { text: 'Squeaks at the left end' } }))
    expect((await desk(faultId)).fault.symptom).toBe('Squeaks at the left end')
  })
})

describe('the diagnosis', () => {
  it('starts from the trade table, and shows only causes that the printer can have', async () => {
    const [guided, rails] = [await printer(), await printer('rails')]
    const onRails = await report(rails)
    const { diagnosis: before, symptoms } = await desk(onRails)
    expect(before).toBeNull()
    expect(symptoms.length).toBeGreaterThan(20)
    await operator.act({
      kind: 'name-symptom',
      printerId: rails,
      faultId: onRails,
      symptomId: symptomId('Extrusion stops'),
    })
    const names = (page: FaultPage) => page.diagnosis!.causes.map(({ cause }) => cause.name)
    expect(names(await desk(onRails))).not.toContain('Extruder lever cracked')
    const onGuided = await report(guided, { symptomId: symptomId('Extrusion stops') })
    const page = await desk(onGuided)
    expect(names(page).slice(0, 2)).toEqual(['Nozzle blocked', 'Extruder lever cracked'])
    expect(page.diagnosis!.ownShare).toBe(0)
    const sum = page.diagnosis!.causes.reduce((total, { chance }) => total + chance, 0)
    expect(sum).toBeCloseTo(1, 9)
    // The quickest telling test stands first; a test of three quarters of an hour does not.
    expect(page.diagnosis!.tests[0]!.test.minutes).toBeLessThanOrEqual(3)
  })

  it('a test changes the ranking, a second change waits until the first has told', async () => {
    const id = await printer()
    const faultId = await report(id, { symptomId: symptomId('Extrusion stops') })
    const push = {
      kind: 'record-test' as const,
      printerId: id,
      faultId,
      testId: testId('Push filament'),
      outcome: 'runs out freely',
    }
    // Hot: the cautions come first, and that they were confirmed stands in the book.
    expect(await operator.refused(push)).toMatchObject({ status: 409, code: 'cautions-first' })
    expect((await operator.refused({ ...push, confirmed: true, outcome: 'maybe' })).message).toContain(
      '“hardly moves”, “runs out freely”',
    )
    await operator.act({ ...push, confirmed: true })
    const { entries } = await lead.get<LogPage>(`/api/logbook?printer=${id}&kind=record-test`)
    expect(entries[0]!.summary).toBe('Push filament by hand, hot: runs out freely; cautions confirmed')
    const page = await desk(faultId)
    expect(page.diagnosis!.causes[0]).toMatchObject({ cause: { name: 'Extruder lever cracked' } })
    expect(page.diagnosis!.causes[0]!.reasons.join(' ')).toContain('Fits “Push filament by hand')
    expect(page.diagnosis!.tests.map(({ test }) => test.id)).not.toContain(push.testId)

    const [first, second] = [randomUUID(), randomUUID()]
    const change = (changeId: string, name: string, what: string) => ({
      kind: 'try-change' as const,
      printerId: id,
      faultId,
      changeId,
      causeId: causeId(name),
      what,
    })
    await technician.act(change(first, 'Teeth of the drive gear', 'Brushed the gear'))
    expect(await technician.refused(change(second, 'Spool tangled', 'Freed the spool'))).toMatchObject({
      status: 409,
      code: 'one-at-a-time',
      message: expect.stringContaining('“Brushed the gear”') as string,
    })
    const before = (await desk(faultId)).diagnosis!.causes.find(({ cause }) => cause.name.startsWith('Teeth'))!.chance
    await technician.act({ kind: 'tell-outcome', printerId: id, faultId, changeId: first, outcome: 'still there' })
    const after = (await desk(faultId)).diagnosis!.causes.find(({ cause }) => cause.name.startsWith('Teeth'))!.chance
    expect(after).toBeLessThan(before / 4)
    expect(
      await technician.refused({ kind: 'tell-outcome', printerId: id, faultId, changeId: first, outcome: 'gone' }),
    ).toMatchObject({ code: 'already-told' })
    await technician.act(change(second, 'Spool tangled', 'Freed the spool'))
    expect((await desk(faultId)).steps.map(({ words }) => words)).toEqual([
      'Push filament by hand, hot',
      'Brushed the gear',
      'Freed the spool',
    ])
  })

  it('compares with a sister machine of the same model only', async () => {
    const [id, sister, other] = [await printer(), await printer(), await printer('rails')]
    const faultId = await report(id, { symptomId: symptomId('Ripples') })
    const test = {
      kind: 'record-test' as const,
      printerId: id,
      faultId,
      testId: testId('Same job on a sister'),
      outcome: 'bad on this one only',
    }
    expect((await operator.refused(test)).message).toContain('on which printer')
    expect((await operator.refused({ ...test, sisterId: other })).message).toContain('another model')
    expect((await operator.refused({ ...test, sisterId: id })).message).toContain('another printer')
    await operator.act({ ...test, sisterId: sister })
    expect((await desk(faultId)).sisters.map((one) => one.id)).toContain(sister)
  })

  it('leans on the faults closed here, and knows one that has come back', async () => {
    const symptom = symptomId('Jam after')
    for (let i = 0; i < 4; i++) {
      const id = await printer()
      const faultId = await report(id, { symptomId: symptom })
      await technician.act(closing(id, faultId, { causeId: causeId('Bore of the hot end'), what: 'Pulled it clean' }))
    }
    const id = await printer()
    const first = await report(id, { symptomId: symptom, at: ago(40) })
    await technician.act(closing(id, first, { causeId: causeId('Plug after'), what: 'Pushed it out', at: ago(38) }))
    const again = await report(id, { symptomId: symptom, at: ago(2) })
    const { diagnosis } = await desk(again)
    expect(diagnosis!.ownFaults).toBe(5)
    expect(diagnosis!.ownShare).toBeCloseTo(5 / 15, 9)
    expect(diagnosis!.causes[0]!.cause.name).toBe('Bore of the hot end fouled')
    expect(diagnosis!.causes[0]!.reasons).toContain('On our printers 4 of 5 such faults were this.')
    expect(diagnosis!.returning).toMatchObject({ faultId: first, cause: 'Plug after a change of material' })
    const plug = diagnosis!.causes.find(({ cause }) => cause.name.startsWith('Plug'))!
    expect(plug.chance).toBeLessThan(plug.priorChance / 3)
    expect(plug.reasons.join(' ')).toContain('the fault is back: now unlikely')

    // What was closed under the wrong cause is put right, and no longer teaches what was not so.
    const wrong = await report(await printer(), { symptomId: symptom })
    const closed = await technician.act(
      closing((await desk(wrong)).printer.id, wrong, { causeId: causeId('Bore of the hot end') }),
    )
    const amend = (change: Record<string, unknown>) => ({
      kind: 'amend' as const,
      entryKey: closed.key,
      reason: 'It was the spool',
      ...change,
    })
    expect((await desk(again)).diagnosis!.causes[0]!.reasons).toContain('On our printers 5 of 6 such faults were this.')
    expect(await member.refused(amend({ correction: { minutes: 5 } }))).toMatchObject({ status: 403 })
    expect(await technician.refused(amend({ takeBack: true }))).toMatchObject({ code: 'only-corrected' })
    expect(await technician.refused(amend({ correction: { meterHours: 5 } }))).toMatchObject({ status: 400 })
    expect(await technician.refused(amend({ correction: { causeId: randomUUID() } }))).toMatchObject({ status: 404 })
    expect(await technician.refused(amend({ correction: { causeId: causeId('Plug or connector') } }))).toMatchObject({
      code: 'mains',
    })
    const topic = 'which filament may be used'
    await technician.act(
      amend({ correction: { causeId: causeId('Spool tangled'), broughtAbout: 'outside filament', topic, minutes: 5 } }),
    )
    expect((await desk(wrong)).closed).toMatchObject({
      cause: 'Spool tangled',
      broughtAbout: 'outside filament',
      topic,
      minutes: 5,
      what: 'New lever',
    })
    expect((await desk(again)).diagnosis!.causes[0]!.reasons).toContain('On our printers 4 of 5 such faults were this.')
    const { entries } = await technician.get<LogPage>('/api/logbook?kind=close-fault&limit=1')
    expect(entries[0]).toMatchObject({
      mayAmend: true,
      mayTakeBack: false,
      correctable: { causeId: causeId('Spool tangled'), minutes: 5 },
      amendments: [{ summary: expect.stringContaining('Corrected to Spool tangled') as string }],
    })
    // A hundred running hours later it is another fault.
    const far = await printer('guided', 900)
    const old = await report(far, { symptomId: symptom, at: ago(900) })
    await technician.act(closing(far, old, { at: ago(890) }))
    expect((await desk(await report(far, { symptomId: symptom, at: ago(1) }))).diagnosis!.returning).toBeNull()
  })

  it('keeps its knowledge sound: chances that add up, causes that exist', async () => {
    const test = known.tests[0]!
    const { id, ...rest } = test
    const outcomes = rest.outcomes.map((outcome, i) => (i === 0 ? { ...outcome, otherwise: 0.6 } : outcome))
    expect((await technician.refused({ kind: 'set-test', testId: id, ...rest, outcomes })).message).toContain(
      'must add up to 1',
    )
    const { id: symptom, ...looks } = known.symptoms[0]!
    expect(
      await technician.refused({
        kind: 'set-symptom',
        symptomId: symptom,
        ...looks,
        causes: [{ causeId: randomUUID(), weight: 1 }],
      }),
    ).toMatchObject({ status: 400, message: expect.stringContaining('not there') as string })
    expect((await operator.refused({ kind: 'set-symptom', symptomId: symptom, ...looks })).status).toBe(403)
  })
})

describe('a repair', () => {
  it('redoes what it has upset before the printer is used again', async () => {
    const id = await printer()
    const faultId = await report(id, { symptomId: symptomId('Extrusion stops') })
    await operator.act({ kind: 'hold-printer', at: ago(3), printerId: id, reason: 'It clicks' })
    await technician.act({ kind: 'begin-work', at: ago(3), printerId: id, faultId })
    await technician.act({
      kind: 'swap-part',
      at: ago(2.5),
      printerId: id,
      slotId: await slotOf(id, 'Lever'),
      removalReason: 'failed',
      partTypeId: parts.lever,
      faultId,
    })
    const page = await desk(faultId)
    expect(page.steps).toMatchObject([
      { kind: 'change', words: 'New part: Lever', causeId: causeId('Extruder lever'), outcome: null },
    ])
    expect(page.partsChanged).toHaveLength(1)
    await technician.act({
      kind: 'tell-outcome',
      at: ago(2.4),
      printerId: id,
      faultId,
      changeId: page.steps[0]!.id,
      outcome: 'gone',
    })
    const released = { kind: 'release-printer' as const, printerId: id }
    expect((await technician.refused(released)).message).toMatch(/fault “It clicks.*feed 100 mm.*Test print/)
    await technician.act(closing(id, faultId, { at: ago(2) }))
    expect(await open(id)).toEqual(
      expect.arrayContaining(['feed 100 mm and measure', 'retraction', 'First layer', 'Test print']),
    )
    const tick = async (words: string, as: Client, more: object = {}) => {
      const line = (await back(id)).lines.find((one) => one.words === words)!
      return as.act({ kind: 'settle-return', at: ago(1.5), printerId: id, item: line.item, words, ...more })
    }
    await tick('feed 100 mm and measure', operator)
    await tick('retraction', technician)
    await expect(tick('First layer', technician)).rejects.toThrow(/settled by doing the check/)
    // Only a lead waives, and says why.
    await expect(tick('First layer', technician, { waived: 'no time' })).rejects.toThrow(/Only a lead/)
    await tick('First layer', lead, { waived: 'Watched it down with the test print' })
    await tick('the same test piece before and after', technician)
    await technician.act({ kind: 'record-test-print', at: ago(1), printerId: id, passed: false })
    expect((await technician.refused(released)).message).toContain('Test print')
    await technician.act({ kind: 'record-test-print', at: ago(0.9), printerId: id, passed: true })
    expect((await back(id)).isClear).toBe(true)
    await technician.act({ ...released, at: ago(0.5) })
    expect((await lead.get<PrinterPage>(`/api/printers/${id}`)).printer.state).toBe('in service')
    expect((await back(id)).lines).toEqual([])
    expect((await lead.get<PrinterPage>(`/api/printers/${id}`)).atWork).toEqual([])
  })

  it('holds a printer in service when a closed fault leaves something to redo', async () => {
    const id = await printer()
    const faultId = await report(id, { mayGoOn: true })
    await technician.act({
      kind: 'swap-part',
      at: ago(2),
      printerId: id,
      slotId: await slotOf(id, 'Tube'),
      removalReason: 'failed',
      partTypeId: parts.tube,
    })
    await technician.act(closing(id, faultId, { at: ago(1) }))
    const { printer: head } = await lead.get<PrinterPage>(`/api/printers/${id}`)
    expect(head).toMatchObject({ state: 'on hold', holdReason: expect.stringContaining('Repaired, not yet') as string })
    expect(
      await operator.refused({ kind: 'start-job', printerId: id, jobId: randomUUID(), name: 'x', plannedHours: 1 }),
    ).toMatchObject({ status: 409, code: 'on-hold' })
  })

  it('nothing is held for a glue that nobody used', async () => {
    const id = await printer('rails')
    await technician.act({
      kind: 'swap-part',
      printerId: id,
      slotId: await slotOf(id, 'Bearings'),
      removalReason: 'worn at check',
      partTypeId: parts.bearings,
    })
    expect((await lead.get<PrinterPage>(`/api/printers/${id}`)).printer.state).toBe('in service')
  })

  it('waits where a workshop has said so, and a hold without any change is released at once', async () => {
    const ownRule = {
      kind: 'set-upset' as const,
      upsetId: randomUUID(),
      changed: 'Bearings, our way',
      slotKinds: ['bearings'],
      events: [],
      redo: [],
      restarts: [],
      also: [],
      caution: null,
      waitHours: 6,
      waitFor: 'Our glue cures: 4 to 6 h',
    }
    await lead.act(ownRule)
    const id = await printer('rails')
    moment = now + 2 * hourMs
    await technician.act({
      kind: 'swap-part',
      printerId: id,
      slotId: await slotOf(id, 'Bearings'),
      removalReason: 'worn at check',
      partTypeId: parts.bearings,
    })
    const { printer: head } = await lead.get<PrinterPage>(`/api/printers/${id}`)
    expect(head.holdReason).toMatch(/cures: 4 to 6 h. Until Fri.* 18:00 at least/)
    const wait = (await back(id)).lines.find(({ kind }) => kind === 'wait')!
    expect(wait).toMatchObject({ state: 'open', until: new Date(now + 8 * hourMs).toISOString() })
    expect(
      (await technician.refused({ kind: 'settle-return', printerId: id, item: wait.item, words: wait.words })).message,
    ).toContain('settled by waiting')
    // By the clock on the workshop's wall.
    expect((await technician.refused({ kind: 'release-printer', printerId: id })).message).toMatch(/until Fri.* 18:00/)
    moment = now + 8.1 * hourMs
    expect((await back(id)).lines.find(({ kind }) => kind === 'wait')!.state).toBe('done')
    moment = now
    await lead.act({ ...ownRule, dropped: true })
    const plain = await printer()
    await operator.act({ kind: 'hold-printer', printerId: plain, reason: 'Reserved for the open day' })
    await technician.act({ kind: 'release-printer', printerId: plain })
  })

  it('is temporary with a promise, which stays until it is made good', async () => {
    const id = await printer()
    const faultId = await report(id)
    const temporary = closing(id, faultId, { permanence: 'temporary', what: 'Tied on with wire' })
    expect((await technician.refused(temporary)).message).toContain('promised to be made good by a day')
    const dutyId = randomUUID()
    await technician.act({ ...temporary, promise: { dutyId, what: 'Fit the new duct', dueDate: '2026-11-30' } })
    const mine = async () =>
      (await lead.get<MadeDuty[]>('/api/faults/promises')).filter((duty) => duty.printer.id === id)
    expect(await mine()).toMatchObject([{ words: 'Fit the new duct', promiseOf: { faultId } }])
    expect(await technician.refused({ ...temporary, promise: undefined, permanence: 'permanent' })).toMatchObject({
      code: 'already-closed',
      message: expect.stringContaining('Tied on with wire') as string,
    })
    await operator.act({ kind: 'settle-duty', printerId: id, dutyId })
    expect(await mine()).toEqual([])
  })

  it('lets one of two win who close the same fault or tick the same line at once, and tells the other what is true', async () => {
    const id = await printer()
    const faultId = await report(id)
    await operator.act({ kind: 'hold-printer', at: ago(3), printerId: id, reason: 'It clicks' })
    const send = (client: Client, action: object) =>
      client.call<RefusalBody>('POST', '/api/actions', { key: randomUUID(), at: ago(1), ...action })
    const closed = await Promise.all([
      send(technician, closing(id, faultId, { what: 'One of two' })),
      send(lead, closing(id, faultId, { what: 'The other of two' })),
    ])
    expect(closed.map(({ status }) => status).sort()).toEqual([201, 409])
    expect(closed.find(({ status }) => status === 409)!.body.error.message).toMatch(/closed already.*of two/)
    const line = (await back(id)).lines.find(({ kind }) => kind === 'also')!
    const tick = { kind: 'settle-return', printerId: id, item: line.item, words: line.words }
    const ticked = await Promise.all([send(technician, tick), send(operator, tick)])
    expect(ticked.map(({ status }) => status).sort()).toEqual([201, 409])
  })

  it('keeps a guard that is off in sight, with its risk, until it is back', async () => {
    const id = await printer()
    const guardId = randomUUID()
    const remove = {
      kind: 'remove-guard' as const,
      printerId: id,
      guardId,
      guard: 'Belt cover',
      risk: 'Fingers in the belt; nobody else near, power off',
      confirmed: true,
    }
    expect((await technician.refused(remove)).code).toBe('not-on-hold')
    await operator.act({ kind: 'hold-printer', printerId: id, reason: 'Belt' })
    expect((await technician.refused({ ...remove, confirmed: undefined })).fields).toHaveProperty('confirmed')
    await technician.act(remove)
    expect((await technician.refused({ kind: 'release-printer', printerId: id })).message).toContain(
      'the guard “Belt cover” is off',
    )
    await technician.act({ kind: 'refit-guard', printerId: id, guardId })
    await technician.act({ kind: 'release-printer', printerId: id })
  })

  it('lets nobody sign off the mains side without that sign-off, a lead included', async () => {
    const id = await printer()
    const faultId = await report(id, { symptomId: symptomId('Plug, socket') })
    const mains = closing(id, faultId, { causeId: causeId('Plug or connector'), what: 'New connector' })
    expect(await lead.refused(mains)).toMatchObject({ status: 403, code: 'no-sign-off' })
    await operator.act({ kind: 'record-event', at: ago(2), printerId: id, event: 'wiring or supply changed' })
    const line = (await back(id, lead)).lines.find(({ signOff, kind }) => signOff === 'mains' && kind === 'also')!
    expect(line.mayDo.may).toBe(false)
    for (const waived of [undefined, 'It is fine'])
      expect(
        await lead.refused({ kind: 'settle-return', printerId: id, item: line.item, words: line.words, waived }),
      ).toMatchObject({ status: 403, code: 'no-sign-off' })
    const { person } = (await lead.call<{ person: { id: string } }>('GET', '/api/session')).body
    await lead.act({ kind: 'give-sign-off', personId: person.id, signOff: 'mains', until: null })
    await lead.act({ kind: 'settle-return', printerId: id, item: line.item, words: line.words })
    await lead.act(mains)
    await lead.act({ kind: 'withdraw-sign-off', personId: person.id, signOff: 'mains', reason: 'Test over' })
  })

  it('prints a tag for a held printer only', async () => {
    const id = await printer()
    expect((await member.call('GET', `/api/reports/hold-tag/${id}`)).status).toBe(409)
    await operator.act({ kind: 'hold-printer', printerId: id, reason: 'Bed plug is brown' })
    const { status, headers } = await member.call('GET', `/api/reports/hold-tag/${id}`)
    expect([status, headers.get('content-type')]).toEqual([200, 'application/pdf'])
  })
})

describe('time down', () => {
  it('runs from the report to the release, split into working and waiting, and tells what it was lost to', async () => {
    const shop = await scratchWorkshop(() => new Date(now))
    try {
      const { results } = (
        await shop.lead.list(
          knowledge(idOf).map((action) => ({ ...action, at: ago(5000) })),
          true,
        )
      ).body
      expect(results.every(({ ok }) => ok)).toBe(true)
      const hands = await shop.as('technician')
      const id = shop.ids.printer
      await shop.lead.act({ kind: 'count-hours', at: ago(0), printerId: id, meterHours: 2400 })
      const faultId = randomUUID()
      await hands.act({
        kind: 'report-fault',
        at: ago(100),
        printerId: id,
        faultId,
        symptom: 'Lump',
        symptomId: symptomId('Lump'),
        mayGoOn: false,
      })
      await hands.act({ kind: 'begin-work', at: ago(90), printerId: id, faultId })
      expect(await hands.refused({ kind: 'begin-work', at: ago(89), printerId: id })).toMatchObject({
        code: 'already-at-work',
      })
      await hands.act({ kind: 'stop-work', at: ago(88), printerId: id, waitingFor: 'a thermistor' })
      expect((await shop.lead.get<PrinterFault[]>('/api/faults'))[0]).toMatchObject({
        waitingFor: 'a thermistor',
        atIt: [],
      })
      await hands.act({ kind: 'begin-work', at: ago(33), printerId: id, faultId })
      await hands.act(
        closing(id, faultId, {
          at: ago(30),
          causeId: causeId('Part came loose'),
          broughtAbout: 'unattended',
          topic: 'staying for the first layer',
        }),
      )
      await hands.act({ kind: 'record-test-print', at: ago(30), printerId: id, passed: true })
      await hands.act({ kind: 'release-printer', at: ago(30), printerId: id })
      const year = await shop.lead.get<DowntimePage>('/api/faults/downtime?from=2025-11-20&until=2026-11-20')
      expect(year.site).toMatchObject({ failures: 1, hoursToRestore: 70 })
      expect(year.site.downHours).toBeCloseTo(70, 6)
      expect(year.site.workingHours).toBeCloseTo(5, 6)
      expect(year.site.waitingHours).toBeCloseTo(65, 6)
      expect(year.site.availability).toBeCloseTo(1 - 70 / ((now - Date.parse('2025-11-20T00:00:00Z')) / hourMs), 6)
      expect(year.symptoms).toMatchObject([{ name: 'Lump of plastic around the hot end', wearHours: 0, cumulative: 1 }])
      expect(year.symptoms[0]!.misuseHours).toBeCloseTo(70, 6)
      expect(year.topics).toMatchObject([{ topic: 'staying for the first layer', faults: 1 }])
      // Only the part inside the dates counts.
      const days = await shop.lead.get<DowntimePage>('/api/faults/downtime?from=2026-11-17&until=2026-11-18')
      expect(days.site.downHours).toBeCloseTo(48, 6)
      expect((await shop.lead.call('GET', '/api/faults/downtime?from=2026-13-01')).status).toBe(400)
    } finally {
      await shop.close()
    }
  })
})
