import { randomUUID } from 'node:crypto'
import {
  mayDo,
  roles,
  signOffs,
  type ActionKindName,
  type CheckType,
  type Knowledge,
  type PersonHere,
  type PrinterChecks,
  type PrinterPage,
  type RefusalBody,
  type Role,
  type Session,
  type SignOff,
} from '@diatribon/contract'
import { wholeKnowledge } from './starter.ts'
import { actionShapes } from '@diatribon/contract'
import { kindOf } from '../src/actions/index.ts'
import { setPin } from '../src/index.ts'
import { design } from './samples.ts'
import { Client, notByRights, pin, scratchWorkshop, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T10:00:00Z') // a Friday
let shop: Workshop
let moment = now
const ids = new Map<string, string>()
const idOf = (what: string) => {
  if (!ids.has(what)) ids.set(what, randomUUID())
  return ids.get(what)!
}

beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(moment))
  const at = new Date(now - 24 * 3600_000).toISOString()
  const starter = wholeKnowledge(idOf).map((action) => ({ ...action, at }))
  expect((await shop.lead.list(starter, true)).body.results.filter(({ ok }) => !ok)).toEqual([])
})
afterAll(() => shop.close())

/** Somebody new of a role, signed in. */
async function somebody(role: Role, offs: SignOff[] = []): Promise<{ client: Client; personId: string }> {
  const personId = randomUUID()
  const name = `p${personId.slice(0, 8)}`
  await shop.lead.act({ kind: 'admit-person', personId, name, displayName: name, role })
  await setPin(shop.server.services.database.db, personId, pin)
  for (const signOff of offs) await shop.lead.act({ kind: 'give-sign-off', personId, signOff, until: null })
  return { client: await new Client(shop.server).signIn(name), personId }
}
const people = async () => shop.lead.get<PersonHere[]>('/api/people')

describe('hands-on work: every kind that asks for it, each role, signed off or not', () => {
  /** Real work of each kind, with the sign-off that it needs. */
  const work: Partial<Record<ActionKindName, () => Promise<[SignOff, Record<string, unknown>]>>> = {
    'swap-part': async () => ['hot work', { slotId: await slot('Nozzle'), ...nozzle, confirmed: ['hot work'] }],
    'swap-kit': async () => [
      'motion',
      {
        kit: 'Both',
        swaps: [
          { slotId: await slot('X belt'), removalReason: 'failed', partTypeId: shop.ids.belt },
          { slotId: await slot('Nozzle'), ...nozzle },
        ],
        confirmed: ['hot work'],
      },
    ],
    'add-slot': async () => [
      'hot work',
      { name: randomUUID(), slotKind: 'nozzle', partTypeId: shop.ids.nozzle, confirmed: ['hot work'] },
    ],
    'empty-slot': async () => [
      'hot work',
      { slotId: await slot('Nozzle'), fittingId: randomUUID(), removalReason: 'failed', confirmed: ['hot work'] },
    ],
    'leave-slot': async () => [
      'motion',
      { slotId: await slot('X belt'), removalReason: 'upgraded', reason: 'x', at: new Date(moment - 5).toISOString() },
    ],
    'repair-part': async () => [
      'motion',
      {
        slotId: await slot('X belt'),
        fittingId: randomUUID(),
        way: 'glued',
        what: 'x',
        effect: 'as before',
        permanence: 'permanent',
        minutes: 1,
      },
    ],
    'install-upgrade': async () => [
      'hot work',
      { changeId: randomUUID(), upgradeId: await hotDesign(), version: 1, confirmed: ['hot work'] },
    ],
    'remove-upgrade': async () => {
      const changeId = randomUUID()
      await shop.lead.act({
        kind: 'install-upgrade',
        printerId: shop.ids.printer,
        changeId,
        upgradeId: await hotDesign(),
        version: 1,
        confirmed: ['hot work'],
      })
      return ['hot work', { changeId, reason: 'x', confirmed: ['hot work'] }]
    },
    'move-part': async () => [
      'motion',
      { fittingId: randomUUID(), toPrinterId: shop.ids.printer, toSlotId: await slot('X belt') },
    ],
    'record-test': async () => [
      'hot work',
      { faultId: randomUUID(), testId: await known('Hot pull'), outcome: 'x', confirmed: true },
    ],
    'try-change': async () => [
      'mains',
      {
        faultId: randomUUID(),
        changeId: randomUUID(),
        causeId: await known('Plug or connector'),
        what: 'x',
        confirmed: true,
      },
    ],
    'close-fault': async () => [
      'mains',
      {
        faultId: randomUUID(),
        causeId: await known('Plug or connector'),
        mechanism: 'x',
        broughtAbout: 'unknown',
        topic: null,
        what: 'x',
        minutes: 1,
        permanence: 'permanent',
      },
    ],
    'settle-return': async () => [
      'mains',
      { item: `${idOf('upset Bed wiring, power supply, mains inlet')} x`, words: 'x' },
    ],
  }
  const nozzle = { removalReason: 'failed', partTypeId: '' }
  beforeAll(() => void (nozzle.partTypeId = shop.ids.nozzle))
  const slot = async (name: string) =>
    (await shop.lead.get<PrinterPage>(`/api/printers/${shop.ids.printer}`)).slots.find((one) => one.name === name)!.id
  /** The door lets only so many sign in one after the other: those who are alike are one. */
  const alike = new Map<string, ReturnType<typeof somebody>>()
  const oneLike = (...of: Parameters<typeof somebody>) => {
    const key = JSON.stringify(of)
    const there = alike.get(key) ?? somebody(...of)
    alike.set(key, there)
    return there
  }
  const hotDesign = async () => {
    const upgradeId = randomUUID()
    await shop.lead.act({ kind: 'set-upgrade', upgradeId, version: 0, content: design({ signOffs: ['hot work'] }) })
    return upgradeId
  }
  const known = async (name: string) => {
    const { causes, tests } = await shop.lead.get<Knowledge>('/api/faults/knowledge')
    return [...causes, ...tests].find((one) => one.name.startsWith(name))!.id
  }

  it('names every kind of the registry that asks for hands', () => {
    // What a check asks for is its own, tested with the checks; lifting a stop asks for a role, tested with the stops.
    const ofChecks = new Set<string>([
      'lift-stop',
      'begin-check',
      'confirm-cautions',
      'record-step',
      'finish-check',
      'give-up-check',
    ])
    const asking = (Object.keys(actionShapes) as ActionKindName[]).filter((kind) => kindOf(kind).work)
    expect(Object.keys(work).sort()).toEqual(asking.filter((kind) => !ofChecks.has(kind)).sort())
    expect(asking.filter((kind) => ofChecks.has(kind))).toHaveLength(ofChecks.size)
  })

  const cases = Object.keys(work).flatMap((kind) =>
    roles
      .filter((role) => role !== 'device' && role !== 'visitor')
      .flatMap((role) => [true, false].map((signedOff) => [kind as ActionKindName, role, signedOff] as const)),
  )
  it.each(cases)('%s by a %s, signed off: %s', async (kind, role, signedOff) => {
    const [needed, payload] = await work[kind]!()
    const others = signOffs.filter((one) => one !== needed)
    const { client } = await oneLike(role, signedOff ? [...signOffs] : others)
    const { status, body } = await client.call<RefusalBody>('POST', '/api/actions', {
      kind,
      key: randomUUID(),
      at: new Date(moment).toISOString(),
      printerId: shop.ids.printer,
      ...payload,
    })
    const entitled = mayDo(role, kindOf(kind).right)
    if (entitled && signedOff) expect(notByRights).toContain(status)
    else expect([status, body.error.code]).toEqual([403, entitled ? 'no-sign-off' : 'no-right'])
  })

  it('asks for the confirmation of hot work, and keeps it in the book', async () => {
    const { client } = await somebody('technician', ['hot work'])
    const swap = { kind: 'swap-part' as const, printerId: shop.ids.printer, slotId: await slot('Nozzle'), ...nozzle }
    expect(await client.refused({ ...swap, confirmed: [] })).toMatchObject({ status: 409, code: 'cautions-first' })
    await client.act(swap)
    const { entries } = await shop.lead.get<{ entries: { summary: string }[] }>('/api/logbook?kind=swap-part&limit=1')
    expect(entries[0]!.summary).toContain('cautions of hot work confirmed')
  })

  it('can be relaxed for motion and electronics, never for hot work and mains', async () => {
    const { client } = await somebody('technician')
    const belt = {
      kind: 'swap-part' as const,
      printerId: shop.ids.printer,
      slotId: await slot('X belt'),
      removalReason: 'failed',
      partTypeId: shop.ids.belt,
    }
    expect((await client.refused(belt)).code).toBe('no-sign-off')
    expect((await shop.lead.refused({ kind: 'relax-rules', relaxed: ['mains'] })).message).toContain('never relaxed')
    await shop.lead.act({ kind: 'relax-rules', relaxed: ['motion'] })
    await client.act(belt)
    await shop.lead.act({ kind: 'relax-rules', relaxed: [] })
    expect((await client.refused(belt)).code).toBe('no-sign-off')
  })

  it('holds for one model alone when it was given so, and until its day', async () => {
    const { client, personId } = await somebody('technician')
    const swap = { kind: 'swap-part' as const, printerId: shop.ids.printer, slotId: await slot('Nozzle'), ...nozzle }
    const give = (more: object) =>
      shop.lead.act({ kind: 'give-sign-off', personId, signOff: 'hot work', until: null, ...more })
    const otherModel = randomUUID()
    await shop.lead.act({
      kind: 'add-model',
      modelId: otherModel,
      make: 'Dunlin',
      name: 'Other',
      build: 'x',
      slots: [{ name: 'Nozzle', kind: 'nozzle' }],
    })
    await give({ modelId: otherModel })
    expect((await client.refused(swap)).code).toBe('no-sign-off')
    await give({ modelId: shop.ids.model, until: '2026-11-20' })
    await client.act(swap)
    moment = now + 24 * 3600_000
    expect((await client.refused(swap)).code).toBe('no-sign-off')
    moment = now
  })

  it('ends with its day by the clock of the workshop, not of Greenwich', async () => {
    // In summer the workshop is an hour ahead: there its next day has begun.
    const summer = await scratchWorkshop(() => new Date('2026-07-15T23:30:00Z'))
    const technician = await summer.as('technician')
    const { person } = await technician.get<Session>('/api/session')
    const { slots } = await technician.get<PrinterPage>(`/api/printers/${summer.ids.printer}`)
    const swap = {
      kind: 'swap-part' as const,
      printerId: summer.ids.printer,
      slotId: slots.find(({ name }) => name === 'Nozzle')!.id,
      removalReason: 'failed',
      partTypeId: summer.ids.nozzle,
      confirmed: ['hot work'],
    }
    const give = (until: string) =>
      summer.lead.act({ kind: 'give-sign-off', personId: person.id, signOff: 'hot work', until })
    await give('2026-07-15')
    expect((await technician.refused(swap)).code).toBe('no-sign-off')
    await give('2026-07-16')
    await technician.act(swap)
    await summer.close()
  })
})

describe('the staff', () => {
  it('is invited, chooses a PIN with a code that holds once, and changes it', async () => {
    const personId = randomUUID()
    await shop.lead.act({
      kind: 'admit-person',
      personId,
      name: 'newcomer',
      displayName: 'New Comer',
      role: 'operator',
    })
    expect((await people()).find(({ id }) => id === personId)).toMatchObject({ signsIn: false })
    const operator = await shop.as('operator')
    expect((await operator.call('POST', `/api/people/${personId}/invitation`)).status).toBe(403)
    const invite = async () =>
      (await shop.lead.call<{ code: string }>('POST', `/api/people/${personId}/invitation`)).body.code
    const old = await invite()
    const code = await invite()
    const guest = new Client(shop.server)
    const join = (with_: string) => guest.call('POST', '/api/join', { code: with_, pin: '5535' })
    expect((await join(old)).status).toBe(404)
    expect((await join(code)).status).toBe(201)
    expect((await guest.call<Session>('GET', '/api/session')).body.person.displayName).toBe('New Comer')
    expect((await join(code)).status).toBe(404)
    const change = (from: string, to: string) => guest.call('POST', '/api/session/pin', { pin: from, newPin: to })
    expect((await change('4424', '6646')).status).toBe(401)
    expect((await change('5535', '66')).status).toBe(400)
    expect((await change('5535', '6646')).status).toBe(204)
    const again = (tried: string) =>
      new Client(shop.server).call('POST', '/api/session', { name: 'newcomer', pin: tried })
    expect([(await again('5535')).status, (await again('6646')).status]).toEqual([401, 201])
  })

  it('is locked out at once and let in again, and keeps its name when it leaves', async () => {
    const { client, personId } = await somebody('technician')
    await client.act({ kind: 'note', text: 'I was here' })
    await shop.lead.act({ kind: 'lock-person', personId, locked: true, reason: 'Key lost' })
    expect((await client.call('GET', '/api/session')).status).toBe(401)
    const name = (await people()).find(({ id }) => id === personId)!.displayName
    const signIn = await new Client(shop.server).call<RefusalBody>('POST', '/api/session', { name, pin })
    expect(signIn).toMatchObject({
      status: 403,
      body: { error: { message: expect.stringContaining('Key lost') as string } },
    })
    await shop.lead.act({ kind: 'lock-person', personId, locked: false, reason: 'Found' })
    expect((await client.call('GET', '/api/session')).status).toBe(401) // its sessions ended: it signs in again
    await client.signIn(name)
    expect((await client.call('GET', '/api/session')).status).toBe(200)
    await shop.lead.act({ kind: 'leave-person', personId })
    expect((await client.call('GET', '/api/session')).status).toBe(401)
    const { entries } = await shop.lead.get<{ entries: { person: { displayName: string } }[] }>(
      `/api/logbook?person=${personId}`,
    )
    expect(entries[0]!.person.displayName).toBe(name)
    expect(await shop.lead.refused({ kind: 'change-person', personId, displayName: 'x', role: 'lead' })).toMatchObject({
      code: 'has-left',
    })
  })

  it('is never without a lead, even when two leads go at once', async () => {
    const me = (await shop.lead.call<Session>('GET', '/api/session')).body.person
    const gone = { kind: 'leave-person', personId: me.id }
    for (const other of await people())
      if (other.role === 'lead' && other.id !== me.id && !other.left)
        await shop.lead.act({ kind: 'leave-person', personId: other.id })
    expect(await shop.lead.refused(gone)).toMatchObject({ status: 409, code: 'last-lead' })
    const { client, personId } = await somebody('lead')
    const demote = (id: string) => ({ kind: 'change-person', personId: id, displayName: 'x', role: 'member' })
    const send = (who: Client, action: object) =>
      who.call('POST', '/api/actions', { key: randomUUID(), at: new Date(now).toISOString(), ...action })
    const answers = await Promise.all([send(shop.lead, demote(personId)), send(client, demote(me.id))])
    const member = await shop.as('member')
    const leads = (await member.get<PersonHere[]>('/api/people')).filter(({ role }) => role === 'lead')
    expect(leads.length).toBeGreaterThanOrEqual(1)
    expect(answers.filter(({ status }) => status === 201)).toHaveLength(1)
    if (leads[0]!.id !== me.id) {
      await client.act({ kind: 'change-person', personId: me.id, displayName: 'Test Lead', role: 'lead' })
      await shop.lead.signIn('lead')
    }
  })

  it('has a record of what it was trained in', async () => {
    const { client, personId } = await somebody('technician')
    const training = {
      kind: 'record-training' as const,
      trainingId: randomUUID(),
      personId,
      topic: 'Heating and leaving',
    }
    expect((await client.refused({ ...training, day: '2026-02-30' })).message).toContain(
      'must be a day of the calendar',
    )
    await client.act({ ...training, day: '2026-11-01', note: 'With the demo machine' })
    expect((await people()).find(({ id }) => id === personId)!.training).toMatchObject([
      { topic: 'Heating and leaving', day: '2026-11-01' },
    ])
  })

  it('says when it is on shift, and those who are here are asked first', async () => {
    const [early, late] = [await somebody('technician', ['mains']), await somebody('technician', ['mains'])]
    const shift = (personId: string, from: string, until: string) => ({
      kind: 'set-shifts' as const,
      personId,
      weekly: [{ weekday: 5, from, until }],
      days: [],
    })
    await early.client.act(shift(early.personId, '06:00', '09:00'))
    await late.client.act(shift(late.personId, '09:30', '18:00'))
    expect((await early.client.refused(shift(late.personId, '09:30', '18:00'))).status).toBe(403)
    expect((await early.client.refused(shift(early.personId, '9', '10:00'))).message).toContain('such as 09:30')
    const staffNow = await people()
    const of = (id: string) => staffNow.find((one) => one.id === id)!
    expect([of(early.personId).onShift, of(late.personId).onShift]).toEqual([false, true])
    const member = await shop.as('member')
    const types = await member.get<CheckType[]>('/api/checks/types')
    const electrical = types.find(({ content }) => content.signOff === 'mains')!
    const { turns } = await member.get<PrinterChecks>(`/api/printers/${shop.ids.printer}/checks`)
    const { mayDo: may } = turns.find(({ checkType }) => checkType.id === electrical.id)!
    expect(may.may).toBe(false)
    expect(may.hereNow).toEqual([of(late.personId).displayName])
    expect(may.askOneOf.indexOf(of(late.personId).displayName)).toBeLessThan(
      may.askOneOf.indexOf(of(early.personId).displayName),
    )
  })

  it('sees who else has a printer open, until they are gone', async () => {
    const [a, b] = [await shop.as('technician'), await shop.as('operator')]
    const path = `/api/presence/${shop.ids.printer}`
    await a.call('PUT', path, { doing: 'swapping a part' })
    expect(await b.get(path)).toEqual([{ person: 'Test technician', doing: 'swapping a part' }])
    expect(await a.get(path)).toEqual([])
    moment = now + 60_000
    expect(await b.get(path)).toEqual([])
    await a.call('PUT', path, { doing: 'looking' })
    await a.call('DELETE', path)
    expect(await b.get(path)).toEqual([])
    moment = now
  })
})
