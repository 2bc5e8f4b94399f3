import { randomUUID } from 'node:crypto'
import type {
  FaultPage,
  Floor,
  FortnightPage,
  Handover,
  Knowledge,
  LabelPage,
  LogPage,
  LongJobPage,
  PreflightAnswer,
  PrinterChecks,
  PrinterFault,
  PrinterPage,
  Round,
} from '@diatribon/contract'
import { emptyKept } from '../src/index.ts'
import { jobFigures } from './jobFigures.ts'
import { factsOf, factsReplayed } from './replay.ts'
import { wholeKnowledge } from './starter.ts'
import { Client, dayMs, scratchWorkshop, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z')
let shop: Workshop
let lead: Client
let technician: Client
let operator: Client
let member: Client
let known: Knowledge
const names = new Map<string, string>()
const idOf = (what: string) => {
  if (!names.has(what)) names.set(what, randomUUID())
  return names.get(what)!
}
const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
const check = (key: string) => idOf(`check ${key}`)
const symptomId = (starts: string) => known.symptoms.find(({ name }) => name.startsWith(starts))!.id
let place = 20

beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  lead = shop.lead
  ;[technician, operator, member] = await Promise.all([shop.as('technician'), shop.as('operator'), shop.as('member')])
  const { body } = await lead.list(
    wholeKnowledge(idOf).map((action) => ({ ...action, at: at(100) })),
    true,
  )
  expect(body.results.filter(({ ok }) => !ok)).toEqual([])
  await lead.act({
    kind: 'retire-check-type',
    checkTypeId: check('level by the clock'),
    retired: false,
    reason: 'Our school',
    at: at(99),
  })
  known = await lead.get<Knowledge>('/api/faults/knowledge')
  const session = await lead.get<{ person: { id: string } }>('/api/session')
  await lead.act({
    kind: 'set-shifts',
    personId: session.person.id,
    weekly: [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: '09:00', until: '17:00' })),
    days: [],
  })
})
afterAll(() => shop.close())

/** A new printer that has run for fifty days. */
async function printer(): Promise<string> {
  const id = randomUUID()
  await lead.act({
    kind: 'take-in-printer',
    at: at(50),
    printerId: id,
    modelId: shop.ids.model,
    name: `Winkle ${++place}`,
    room: 'Shed',
    rack: 'S',
    place,
    meterHours: 0,
    parts: { Nozzle: shop.ids.nozzle, 'X belt': shop.ids.belt },
  })
  for (let day = 49; day >= 0; day -= 7)
    await lead.act({ kind: 'count-hours', printerId: id, at: at(day), meterHours: (50 - day) * 8 })
  return id
}

async function report(by: Client, printerId: string, more: Record<string, unknown> = {}): Promise<string> {
  const faultId = randomUUID()
  await by.act({ kind: 'report-fault', printerId, faultId, symptom: 'Smells burnt', mayGoOn: false, ...more })
  return faultId
}
const stateOf = async (printerId: string) => (await lead.get<PrinterPage>(`/api/printers/${printerId}`)).printer
const labelOf = async (printerId: string) =>
  (await new Client(shop.server).get<LabelPage>(`/api/report/${printerId.replaceAll('-', '').slice(0, 12)}`)).printer
const start = (printerId: string) => ({
  kind: 'start-job' as const,
  printerId,
  jobId: randomUUID(),
  name: 'Rail end',
  plannedHours: 2,
})
describe('a report that says stop', () => {
  it('stops the printer on every page, sheet, list and refusal, until somebody lifts it', async () => {
    const id = await printer()
    const faultId = await report(member, id)
    expect(await stateOf(id)).toMatchObject({ state: 'stopped', stop: { faultId, symptom: 'Smells burnt' } })
    const row = async () =>
      (await member.get<Floor>('/api/printers')).racks.flatMap(({ printers }) => printers).find((one) => one.id === id)
    expect(await row()).toMatchObject({ state: 'stopped', openFaults: 1 })
    expect(await labelOf(id)).toMatchObject({ state: 'stopped', stop: 'Smells burnt' })
    const refused = await operator.refused(start(id))
    expect(refused).toMatchObject({ status: 409, code: 'stopped' })
    expect(refused.message).toContain('Smells burnt')
    const preflight = async () =>
      (
        await operator.call<PreflightAnswer>('POST', '/api/jobs/preflight', {
          job: jobFigures,
          filling: null,
          spoolId: null,
        })
      ).body.printers.find((one) => one.id === id)!.findings
    expect(await preflight()).toContainEqual(expect.objectContaining({ grade: 'stop', code: 'not-in-service' }))
    const long = await lead.get<LongJobPage>('/api/plan/long-job?hours=10')
    expect(long.printers.map((one) => one.printer.id)).not.toContain(id)
    const hand = await lead.get<Handover>('/api/logbook/handover')
    expect(hand.holds).toContainEqual(expect.objectContaining({ printerId: id, state: 'stopped' }))
    const tag = await lead.call<string>('GET', `/api/reports/hold-tag/${id}`)
    expect(tag.status).toBe(200)
    const open = await lead.get<PrinterFault[]>('/api/faults')
    expect(open.find((one) => one.id === faultId)).toMatchObject({
      stops: true,
      printer: { out: { state: 'stopped', why: 'Smells burnt' } },
    })
    expect((await lead.get<FaultPage>(`/api/faults/${faultId}`)).printer.state).toBe('stopped')

    // What one of us stopped an operator does not lift; nobody lifts it without a word.
    const lift = { kind: 'lift-stop' as const, printerId: id, faultId, reason: 'A hair on the heater block' }
    expect(await operator.refused(lift)).toMatchObject({ status: 403 })
    expect(await technician.refused({ ...lift, reason: '' })).toMatchObject({ status: 400 })
    await technician.act(lift)
    expect(await stateOf(id)).toMatchObject({ state: 'in service', stop: null })
    expect(await row()).toMatchObject({ state: 'in service', openFaults: 1 })
    expect(await preflight()).not.toContainEqual(expect.objectContaining({ code: 'not-in-service' }))
    expect(await technician.refused(lift)).toMatchObject({ status: 409, code: 'no-stop' })
    expect((await lead.get<FaultPage>(`/api/faults/${faultId}`)).fault).toMatchObject({
      stops: false,
      mayGoOn: false,
      lifted: { reason: 'A hair on the heater block' },
    })
    await operator.act(start(id))
  })

  it('is read with the page and never kept: nothing known is not “in service”', async () => {
    const id = await printer()
    await report(member, id)
    const { pool } = shop.server.services.database
    await emptyKept(pool)
    const racks = (await member.call<Floor>('GET', '/api/printers')).body.racks
    expect(racks.flatMap(({ printers }) => printers).find((one) => one.id === id)).toMatchObject({ state: 'stopped' })
  })

  it('of a visitor stops and holds nothing; whoever is on shift lifts it', async () => {
    const id = await printer()
    const code = id.replaceAll('-', '').slice(0, 12)
    const key = randomUUID()
    const { status } = await new Client(shop.server).call('POST', `/api/report/${code}`, {
      key,
      symptom: 'Plug is brown',
      symptomId: symptomId('Plug'),
      mayGoOn: false,
    })
    expect(status).toBe(201)
    const stopped = await stateOf(id)
    expect(stopped).toMatchObject({ state: 'stopped', holdReason: null, stop: { byVisitor: true } })
    await operator.act({ kind: 'lift-stop', printerId: id, faultId: stopped.stop!.faultId, reason: 'A shadow' })
    expect((await stateOf(id)).state).toBe('in service')
  })

  it('by a symptom that says stop puts the printer on hold at once, in the book under its own line', async () => {
    const [reported, named] = [await printer(), await printer()]
    await report(member, reported, { symptomId: symptomId('Plug'), mayGoOn: true, symptom: 'Plug brown and soft' })
    expect(await stateOf(reported)).toMatchObject({ state: 'on hold' })
    expect((await stateOf(reported)).holdReason).toContain('Plug brown and soft')
    const plug = known.symptoms.find(({ id }) => id === symptomId('Plug'))!.name
    const chosen = await printer()
    await report(member, chosen, { symptomId: symptomId('Plug'), mayGoOn: true, symptom: plug })
    expect((await stateOf(chosen)).holdReason).toBe(plug)
    const faultId = await report(operator, named, { mayGoOn: true, symptom: 'Looks odd there' })
    expect((await stateOf(named)).state).toBe('in service')
    const naming = { kind: 'name-symptom' as const, key: randomUUID(), printerId: named, faultId }
    const sent = { ...naming, at: at(0), symptomId: symptomId('Plug') }
    await operator.act(sent)
    // Sent again after a lost answer: it is recorded once, and so is what followed from it.
    await operator.act(sent)
    expect((await stateOf(named)).state).toBe('on hold')
    const { entries } = await lead.get<LogPage>(`/api/logbook?printer=${named}`)
    expect(entries.filter(({ kind }) => kind === 'hold-printer')).toHaveLength(1)
    await operator.act({ ...sent, key: randomUUID() })
  })

  it('two processes: of a report and a start at the same moment none is started after the stop', async () => {
    const second = await shop.start()
    const other = await new Client(second).signIn('operator')
    for (let i = 0; i < 6; i++) {
      const id = await printer()
      const [reported, started] = await Promise.all([
        lead.act({ kind: 'report-fault', printerId: id, faultId: randomUUID(), symptom: 'Smoke', mayGoOn: false }),
        other.call<{ entry?: { seq: number } }>('POST', '/api/actions', {
          ...start(id),
          key: randomUUID(),
          at: at(0),
        }),
      ])
      if (started.status === 201) expect(started.body.entry!.seq).toBeLessThan(reported.seq)
      else expect(started.status).toBe(409)
    }
    await second.close()
  })

  it('is the same when the book is played again', async () => {
    const { database } = shop.server.services
    expect(await factsReplayed(database)).toEqual(await factsOf(database.pool))
  })
})

describe('on a printer that is stopped or on hold', () => {
  const begin = (printerId: string, key: string, more = {}) => ({
    kind: 'begin-check' as const,
    printerId,
    sheetId: randomUUID(),
    checkTypeId: check(key),
    version: 1,
    ...more,
  })

  it.each(['hold', 'stop'])('(%s) nothing that heats or moves is planned, listed or begun', async (how) => {
    const id = await printer()
    const dueHere = async () => {
      const { checks, overdue, thisWeek, later } = await lead.get<Round>('/api/plan/round')
      return [...checks.overdue, ...checks['this week'], ...overdue, ...thisWeek, ...later].filter(
        (one) => one.printer.id === id,
      )
    }
    expect((await dueHere()).map((one) => ('checkType' in one ? one.checkType.name : one.slot.name))).toEqual(
      expect.arrayContaining(['Nozzle', 'By the spool', 'Levelling, the school of the clock']),
    )
    if (how === 'hold') await lead.act({ kind: 'hold-printer', printerId: id, reason: 'Heater wire chafed' })
    else await report(member, id)
    const left = (await dueHere()).map((one) => ('checkType' in one ? one.checkType.name : one.slot.name))
    expect(left).not.toContain('Levelling, the school of the clock')
    expect(left).not.toContain('Nozzle')
    const { waiting } = await lead.get<Round>('/api/plan/round')
    expect(waiting.find((one) => one.printer.id === id)?.parts).toBeGreaterThan(0)
    const plan = await lead.get<FortnightPage>('/api/plan/fortnight')
    const planned = plan.visits.filter((visit) => visit.printer.id === id).flatMap(({ tasks }) => tasks)
    expect(planned).toEqual([])
    expect(plan.left.filter(({ task }) => task.printer.id === id).map(({ why }) => why)).toContainEqual(
      expect.stringContaining(how === 'hold' ? 'On hold: Heater wire chafed' : 'Stopped: Smells burnt'),
    )
    const { turns } = await lead.get<PrinterChecks>(`/api/printers/${id}/checks`)
    expect(turns.find(({ checkType }) => checkType.name.startsWith('Levelling'))?.waits).not.toBeNull()

    const refused = await lead.refused(begin(id, 'level by the clock'))
    expect(refused).toMatchObject({ status: 409, code: 'stopped-or-held' })
    expect(refused.message).toContain(how === 'hold' ? 'Heater wire chafed' : 'Smells burnt')
    // Cold work goes on; a lead may say an exception, and nobody else.
    await technician.act(begin(id, 'gantry'))
    const exception = { exception: 'To see whether the new wire holds' }
    expect(await technician.refused(begin(id, 'level by the clock', exception))).toMatchObject({ status: 403 })
    await lead.act(begin(id, 'level by the clock', exception))
  })

  it('what somebody has put down to be done there is planned as the round has it', async () => {
    const id = await printer()
    await lead.act({ kind: 'hold-printer', printerId: id, reason: 'Heater wire chafed' })
    const dueDate = at(0).slice(0, 10)
    await lead.act({ kind: 'make-duty', printerId: id, dutyId: randomUUID(), what: 'Put the new wire in', dueDate })
    const { made } = await lead.get<Round>('/api/plan/round')
    expect(made).toContainEqual(expect.objectContaining({ words: 'Put the new wire in' }))
    const plan = await lead.get<FortnightPage>('/api/plan/fortnight')
    const planned = plan.visits.filter((visit) => visit.printer.id === id).flatMap(({ tasks }) => tasks)
    expect(planned.map(({ words }) => words)).toEqual(['Put the new wire in'])
  })

  it('a hot step of a check that was begun before waits too', async () => {
    const id = await printer()
    const sheet = begin(id, 'level by the clock')
    await lead.act(sheet)
    await report(member, id)
    const confirm = { kind: 'confirm-cautions' as const, printerId: id, sheetId: sheet.sheetId, state: 'hot' }
    expect(await lead.refused(confirm)).toMatchObject({ status: 409, code: 'stopped-or-held' })
    expect(await lead.refused({ ...confirm, kind: 'record-step', stepId: randomUUID() })).toMatchObject({ status: 400 })
  })

  it('what its release asks for may be done hot, once no fault stops it', async () => {
    const id = await printer()
    await lead.act({ kind: 'hold-printer', printerId: id, reason: 'New nozzle' })
    const { slots } = await lead.get<PrinterPage>(`/api/printers/${id}`)
    await technician.act({
      kind: 'swap-part',
      printerId: id,
      slotId: slots[0]!.id,
      removalReason: 'replaced in time',
      partTypeId: shop.ids.nozzle,
    })
    const faultId = await report(member, id)
    expect(await technician.refused(begin(id, 'first layer'))).toMatchObject({ code: 'stopped-or-held' })
    await technician.act({ kind: 'lift-stop', printerId: id, faultId, reason: 'Looked at: the old nozzle' })
    await technician.act(begin(id, 'first layer'))
  })
})

describe('a printer that is a minute, a day and a week old', () => {
  it.each([1 / 1440, 1, 7])('(%d days) answers every page of its own', async (days) => {
    const id = randomUUID()
    await lead.act({
      kind: 'take-in-printer',
      at: at(days),
      printerId: id,
      modelId: shop.ids.model,
      name: `Young ${++place}`,
      room: 'Shed',
      rack: 'Y',
      place,
      meterHours: 0,
      parts: { Nozzle: shop.ids.nozzle, 'X belt': shop.ids.belt },
    })
    if (days >= 1) await lead.act({ kind: 'count-hours', printerId: id, at: at(days / 2), meterHours: days * 3 })
    for (const page of ['', '/checks', '/readings', '/as-built', '/counts', '/forecast', '/jobs', '/loans', '/return'])
      expect([page, (await lead.call('GET', `/api/printers/${id}${page}`)).status]).toEqual([page, 200])
  })
})
