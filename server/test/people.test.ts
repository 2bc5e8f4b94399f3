import { randomUUID } from 'node:crypto'
import {
  actionShapes,
  mayDo,
  rights,
  roles,
  type ActionKindName,
  type RefusalBody,
  type Right,
  type Role,
  type Session,
  type Welcome,
} from '@diatribon/contract'
import { kindOf } from '../src/actions/index.ts'
import { Client, pin, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
let now = Date.now()
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
})
afterAll(() => shop.close())

describe('sign-in', () => {
  it('opens a session with a cookie that scripts cannot read, and ends it', async () => {
    const client = new Client(shop.server)
    const { status, body, headers } = await client.call<Session>('POST', '/api/session', { name: 'Technician', pin })
    expect(status).toBe(201)
    expect(body).toMatchObject({
      person: { role: 'technician', displayName: 'Test technician' },
      site: { name: 'Test shed' },
    })
    expect(headers.get('set-cookie')).toMatch(
      /^diatribon_session=[\w-]{43}; Path=\/; HttpOnly; SameSite=Lax; Max-Age=\d+$/,
    )
    expect((await client.call<Session>('GET', '/api/session')).body.person.name).toBe('technician')
    const cookie = headers.get('set-cookie')!.split(';')[0]!
    expect((await client.call('DELETE', '/api/session')).status).toBe(204)
    const replayed = new Client(shop.server, { cookie })
    expect((await replayed.call('GET', '/api/session')).status).toBe(401)
  })

  it('keeps no PIN and no session token in the clear', async () => {
    const { pool } = shop.server.services.database
    const hashes = await pool.query<{ pin_hash: string }>('SELECT pin_hash FROM credential')
    expect(hashes.rows.every(({ pin_hash }) => pin_hash.startsWith('$argon2id$'))).toBe(true)
    const tokens = await pool.query<{ token_hash: string }>('SELECT token_hash FROM session')
    expect(tokens.rows.every(({ token_hash }) => /^[0-9a-f]{64}$/.test(token_hash))).toBe(true)
  })

  it('ends sessions in time', async () => {
    const client = await shop.as('member')
    now += 15 * 24 * 3600_000
    expect((await client.call('GET', '/api/session')).status).toBe(401)
    await shop.lead.signIn('lead')
  })

  it('slows an account down after five wrong PINs, longer each time, and not the others', async () => {
    const client = new Client(shop.server)
    const attempt = (name: string, tried: string) =>
      client.call<RefusalBody>('POST', '/api/session', { name, pin: tried })
    for (let i = 0; i < 5; i++) expect((await attempt('operator', 'wrong')).status).toBe(401)
    const slowed = await attempt('operator', pin)
    expect(slowed).toMatchObject({
      status: 429,
      body: { error: { message: expect.stringContaining('Wait 30 seconds') as string } },
    })
    expect(slowed.headers.get('retry-after')).toBe('30')
    expect((await attempt('technician', pin)).status).toBe(201)
    now += 31_000
    expect((await attempt('operator', 'wrong')).status).toBe(401)
    expect((await attempt('operator', pin)).body.error.message).toContain('Wait 60 seconds')
    now += 61_000
    expect((await attempt('operator', pin)).status).toBe(201)
    expect((await attempt('operator', 'wrong')).status).toBe(401)
  })

  it('answers an unknown name as it answers a wrong PIN', async () => {
    const client = new Client(shop.server)
    const unknown = await client.call('POST', '/api/session', { name: 'nobody', pin })
    const wrong = await client.call('POST', '/api/session', { name: 'member', pin: 'wrong' })
    expect(unknown.body).toEqual(wrong.body)
  })

  it.each([[{}], [{ name: 'lead' }], [{ name: 'lead', pin: 5 }], [{ name: 'a\u0000', pin }], ['[]']])(
    'refuses %j in words',
    async (body) => {
      expect(await new Client(shop.server).call('POST', '/api/session', body)).toMatchObject({
        status: 400,
        body: { error: { message: /\w/ } },
      })
    },
  )
})

describe('rights', () => {
  const kinds = Object.keys(actionShapes) as ActionKindName[]
  const clients: Partial<Record<Role, Client>> = {}

  it.each(kinds.flatMap((kind) => roles.map((role) => [kind, role] as const)))('%s by a %s', async (kind, role) => {
    const client = (clients[role] ??= await shop.as(role))
    // An empty payload: whoever may not is told so only after the shape is right, so the shape's refusal tells nothing.
    const { right } = kindOf(kind)
    const { status } = await client.call('POST', '/api/actions', samples(shop)[kind])
    if (mayDo(role, right) && mayDo(role, 'send actions')) expect(status).not.toBe(403)
    else expect(status).toBe(403)
  })

  it('every right names a role, and the lead has them all but the one that takes the machine itself', () => {
    for (const right of Object.keys(rights) as Right[]) expect(mayDo('lead', right)).toBe(right !== 'rescue a lead')
  })

  it.each([
    '/api/session',
    '/api/printers',
    '/api/plan/round',
    '/api/parts',
    '/api/lives',
    '/api/logbook',
    '/api/logbook/export',
    '/api/live',
  ])('%s is for signed-in people', async (path) => {
    expect((await new Client(shop.server).call('GET', path)).status).toBe(401)
  })

  it('the whole book is for the lead', async () => {
    expect((await (await shop.as('technician')).call('GET', '/api/logbook/export')).status).toBe(403)
    expect((await shop.lead.call('GET', '/api/logbook/export')).status).toBe(200)
  })
})

describe('the way in', () => {
  it('greets without telling more than the name', async () => {
    expect((await new Client(shop.server).call<Welcome>('GET', '/api/welcome')).body).toEqual({
      siteName: 'Test shed',
      demo: null,
    })
  })

  it('opens a book only once', async () => {
    const again = {
      siteName: 'Other',
      timeZone: 'Europe/Lisbon',
      currency: 'EUR',
      name: 'x',
      displayName: 'X',
      pin: '1235',
    }
    expect((await new Client(shop.server).call('POST', '/api/first-run', again)).status).toBe(409)
  })

  it('refuses writes from pages of other sites', async () => {
    const foreign: Record<string, string>[] = [
      { origin: 'http://elsewhere.test' },
      { 'sec-fetch-site': 'cross-site' },
      { origin: 'null' },
    ]
    for (const headers of foreign)
      expect((await new Client(shop.server, headers).call('POST', '/api/session', { name: 'lead', pin })).status).toBe(
        403,
      )
    expect(
      (await new Client(shop.server, { origin: shop.server.url }).call('POST', '/api/session', { name: 'lead', pin }))
        .status,
    ).toBe(201)
  })

  it('sends its pages with a strict content policy', async () => {
    const { headers } = await new Client(shop.server).call('GET', '/api/health')
    expect(headers.get('content-security-policy')).toContain("script-src 'self'")
    expect(headers.get('x-content-type-options')).toBe('nosniff')
  })
})

describe('the interface for programs', () => {
  it('describes every action kind and every route', async () => {
    const { body } = await new Client(shop.server).call<{ paths: Record<string, { post?: { requestBody: unknown } }> }>(
      'GET',
      '/api/openapi.json',
    )
    const text = JSON.stringify(body.paths['/api/actions']!.post!.requestBody)
    for (const kind of Object.keys(actionShapes)) expect(text).toContain(`"title":"${kind}"`)
    expect((await new Client(shop.server).call<string>('GET', '/api/docs')).body).toContain('POST /api/actions')
  })

  it('tells its figures and its health', async () => {
    expect((await new Client(shop.server).call('GET', '/api/health')).body).toEqual({ healthy: true })
    expect((await new Client(shop.server).call<string>('GET', '/metrics')).body).toContain('diatribon_http_seconds')
  })

  it('answers unknown addresses in the same shape', async () => {
    const client = await shop.as('lead')
    for (const path of [
      '/api/nothing',
      `/api/printers/${randomUUID()}`,
      '/api/printers/Limpet',
      `/api/lives/${randomUUID()}`,
    ])
      expect(await client.call('GET', path)).toMatchObject({ status: 404, body: { error: { code: 'not-there' } } })
    for (const query of [
      'limit=0',
      'limit=x',
      'before=-1',
      'kind=x',
      'printer=x',
      'x=1',
      'before=99999999999999999999',
    ])
      expect(await client.call('GET', `/api/logbook?${query}`)).toMatchObject({
        status: 400,
        body: { error: { code: 'bad-input' } },
      })
  })
})

/** One well-formed action of each kind. */
function samples({ ids }: Workshop): Record<ActionKindName, object> {
  const head = (kind: ActionKindName) => ({ kind, key: randomUUID(), at: new Date(now - 1000).toISOString() })
  const printerId = ids.printer
  const past = new Date(now - 3600_000).toISOString()
  return {
    'open-site': {
      ...head('open-site'),
      siteId: randomUUID(),
      name: 'x',
      timeZone: 'UTC',
      currency: 'EUR',
      labourCostMinorPerHour: 1,
    },
    'admit-person': {
      ...head('admit-person'),
      personId: randomUUID(),
      name: randomUUID(),
      displayName: 'x',
      role: 'member',
    },
    'add-part-type': {
      ...head('add-part-type'),
      partTypeId: randomUUID(),
      name: randomUUID(),
      slotKind: 'nozzle',
      priceMinor: 1,
      minutes: 1,
      failureExtraMinor: 1,
      tradeInterval: 1,
    },
    'add-slot': { ...head('add-slot'), printerId, name: randomUUID(), slotKind: 'nozzle' },
    'empty-slot': {
      ...head('empty-slot'),
      printerId,
      slotId: randomUUID(),
      fittingId: randomUUID(),
      removalReason: 'failed',
    },
    'add-slot-kind': { ...head('add-slot-kind'), slotKindId: randomUUID(), name: randomUUID(), work: null },
    'add-model': {
      ...head('add-model'),
      modelId: randomUUID(),
      make: 'x',
      name: randomUUID(),
      build: 'x',
      slots: [{ name: 'x', kind: 'x' }],
    },
    'take-in-printer': {
      ...head('take-in-printer'),
      printerId: randomUUID(),
      modelId: ids.model,
      name: randomUUID(),
      room: 'x',
      rack: 'x',
      place: 1,
      meterHours: 0,
      parts: { Nozzle: ids.nozzle, 'X belt': ids.belt },
    },
    'count-hours': { ...head('count-hours'), printerId, meterHours: 0 },
    'swap-part': {
      ...head('swap-part'),
      printerId,
      slotId: randomUUID(),
      removalReason: 'failed',
      partTypeId: ids.nozzle,
    },
    'hold-printer': { ...head('hold-printer'), printerId, reason: 'x' },
    'release-printer': { ...head('release-printer'), printerId },
    'add-spool': {
      ...head('add-spool'),
      spoolId: randomUUID(),
      name: randomUUID(),
      material: 'x',
      abrasive: false,
      diameterMm: 1.75,
      densityGPerCm3: 1.24,
      netGrams: 1000,
      tareGrams: 200,
    },
    'weigh-spool': { ...head('weigh-spool'), spoolId: randomUUID(), grossGrams: 500 },
    'start-job': { ...head('start-job'), printerId, jobId: randomUUID(), name: 'x', plannedHours: 1 },
    'finish-job': { ...head('finish-job'), printerId, hours: 0, outcome: 'good' },
    'count-tally': { ...head('count-tally'), printerId, from: past, prints: 1, minutesEach: 1 },
    'count-goods': { ...head('count-goods'), printerId, from: past, goods: 'x', pieces: 1, minutesEach: 1 },
    'finish-spool': {
      ...head('finish-spool'),
      printerId,
      from: past,
      netGrams: 1,
      diameterMm: 1.75,
      densityGPerCm3: 1.24,
    },
    'mark-idle': { ...head('mark-idle'), printerId, from: past, reason: 'x' },
    'explain-gap': { ...head('explain-gap'), printerId, entryKey: randomUUID(), explanation: 'x' },
    'change-model': {
      ...head('change-model'),
      modelId: randomUUID(),
      make: 'x',
      name: 'x',
      build: 'x',
      slots: [{ name: 'x', kind: 'x' }],
    },
    'change-part-type': {
      ...head('change-part-type'),
      partTypeId: randomUUID(),
      name: 'x',
      slotKind: 'nozzle',
      priceMinor: 1,
      minutes: 1,
      failureExtraMinor: 1,
      tradeInterval: 1,
    },
    'record-baseline': { ...head('record-baseline'), printerId, step: 'mains', values: [{ name: 'x', choice: 'x' }] },
    'finish-take-in': { ...head('finish-take-in'), printerId },
    'swap-kit': {
      ...head('swap-kit'),
      printerId,
      kit: 'x',
      swaps: [1, 2].map(() => ({ slotId: randomUUID(), removalReason: 'failed', partTypeId: ids.nozzle })),
    },
    'move-part': {
      ...head('move-part'),
      printerId,
      fittingId: randomUUID(),
      toPrinterId: printerId,
      toSlotId: randomUUID(),
    },
    'retire-printer': { ...head('retire-printer'), printerId: randomUUID(), reason: 'x' },
    'bring-back-printer': { ...head('bring-back-printer'), printerId: randomUUID() },
    'set-calendar': { ...head('set-calendar'), closedWeekdays: [], closedDays: [] },
    'add-check-type': { ...head('add-check-type'), checkTypeId: randomUUID(), content: checkContent() },
    'change-check-type': {
      ...head('change-check-type'),
      checkTypeId: randomUUID(),
      version: 1,
      content: checkContent(),
    },
    'retire-check-type': { ...head('retire-check-type'), checkTypeId: randomUUID(), retired: true, reason: 'x' },
    'set-upset': {
      ...head('set-upset'),
      upsetId: randomUUID(),
      changed: 'x',
      slotKinds: [],
      events: [],
      redo: [],
      restarts: [],
      also: [],
      caution: null,
    },
    'begin-check': { ...head('begin-check'), printerId, sheetId: randomUUID(), checkTypeId: randomUUID(), version: 1 },
    'confirm-cautions': { ...head('confirm-cautions'), printerId, sheetId: randomUUID(), state: 'hot' },
    'record-step': { ...head('record-step'), printerId, sheetId: randomUUID(), stepId: randomUUID(), done: true },
    'finish-check': { ...head('finish-check'), printerId, sheetId: randomUUID() },
    'give-up-check': { ...head('give-up-check'), printerId, sheetId: randomUUID(), reason: 'x' },
    'skip-check': { ...head('skip-check'), printerId, checkTypeId: randomUUID(), reason: 'x' },
    'add-reading-kind': { ...head('add-reading-kind'), ...readingKind(randomUUID()) },
    'change-reading-kind': { ...head('change-reading-kind'), ...readingKind('x') },
    'record-reading': { ...head('record-reading'), printerId, values: [{ name: 'x', value: 1, unit: 'mm' }] },
    'adjust-printer': { ...head('adjust-printer'), printerId, readings: ['x'], what: 'x' },
    'record-event': { ...head('record-event'), printerId, event: 'moved' },
    'log-enclosure': { ...head('log-enclosure'), printerId, samples: [{ at: past, celsius: 20 }] },
    'make-duty': { ...head('make-duty'), printerId, dutyId: randomUUID(), what: 'x', dueDate: '2026-12-01' },
    'settle-duty': { ...head('settle-duty'), printerId, dutyId: randomUUID() },
    'report-fault': { ...head('report-fault'), printerId, faultId: randomUUID(), symptom: 'x', mayGoOn: true },
    'close-fault': {
      ...head('close-fault'),
      printerId,
      faultId: randomUUID(),
      causeId: null,
      mechanism: 'x',
      broughtAbout: 'unknown',
      topic: null,
      what: 'x',
      minutes: 1,
      permanence: 'permanent',
    },
    'name-symptom': { ...head('name-symptom'), printerId, faultId: randomUUID(), symptomId: randomUUID() },
    'begin-work': { ...head('begin-work'), printerId },
    'stop-work': { ...head('stop-work'), printerId },
    'record-test': {
      ...head('record-test'),
      printerId,
      faultId: randomUUID(),
      testId: randomUUID(),
      outcome: 'x',
    },
    'try-change': {
      ...head('try-change'),
      printerId,
      faultId: randomUUID(),
      changeId: randomUUID(),
      causeId: null,
      what: 'x',
    },
    'tell-outcome': {
      ...head('tell-outcome'),
      printerId,
      faultId: randomUUID(),
      changeId: randomUUID(),
      outcome: 'gone',
    },
    'record-test-print': { ...head('record-test-print'), printerId, passed: true },
    'settle-return': { ...head('settle-return'), printerId, item: 'x', words: 'x' },
    'remove-guard': {
      ...head('remove-guard'),
      printerId,
      guardId: randomUUID(),
      guard: 'x',
      risk: 'x',
      confirmed: true,
    },
    'refit-guard': { ...head('refit-guard'), printerId, guardId: randomUUID() },
    'set-symptom': {
      ...head('set-symptom'),
      symptomId: randomUUID(),
      name: 'x',
      looks: 'x',
      drawing: null,
      about: { slotKinds: [], models: [] },
      caution: null,
      stop: false,
      causes: [],
      dropped: false,
    },
    'set-cause': {
      ...head('set-cause'),
      causeId: randomUUID(),
      name: 'x',
      mechanism: 'x',
      fix: 'x',
      minutes: 1,
      drawing: null,
      about: { slotKinds: [], models: [] },
      changes: [],
      caution: null,
      signOff: null,
      dropped: false,
    },
    'set-test': {
      ...head('set-test'),
      testId: randomUUID(),
      name: 'x',
      how: 'x',
      minutes: 1,
      state: 'any',
      caution: null,
      signOff: null,
      onSister: false,
      about: { slotKinds: [], models: [] },
      outcomes: [
        { words: 'x', likely: {}, otherwise: 0.5 },
        { words: 'y', likely: {}, otherwise: 0.5 },
      ],
      dropped: false,
    },
    'change-person': { ...head('change-person'), personId: randomUUID(), displayName: 'x', role: 'member' },
    'rescue-lead': { ...head('rescue-lead'), personId: randomUUID() },
    'lock-person': { ...head('lock-person'), personId: randomUUID(), locked: true, reason: 'x' },
    'leave-person': { ...head('leave-person'), personId: randomUUID() },
    'record-training': {
      ...head('record-training'),
      trainingId: randomUUID(),
      personId: randomUUID(),
      topic: 'x',
      day: '2026-01-01',
    },
    'set-shifts': { ...head('set-shifts'), personId: randomUUID(), weekly: [], days: [] },
    'relax-rules': { ...head('relax-rules'), relaxed: [] },
    'pin-notice': { ...head('pin-notice'), noticeId: randomUUID(), text: 'x', until: '2030-01-01' },
    'unpin-notice': { ...head('unpin-notice'), noticeId: randomUUID() },
    'give-sign-off': { ...head('give-sign-off'), personId: randomUUID(), signOff: 'motion', until: null },
    'withdraw-sign-off': { ...head('withdraw-sign-off'), personId: randomUUID(), signOff: 'motion', reason: 'x' },
    note: { ...head('note'), text: 'x' },
    amend: { ...head('amend'), entryKey: randomUUID(), reason: 'x', takeBack: true },
  }
}

const readingKind = (name: string) => ({
  readingKindId: randomUUID(),
  name,
  unit: 'mm',
  lower: null,
  upper: null,
  models: [],
  corrections: 'restart',
})

const checkContent = () => ({
  name: randomUUID(),
  purpose: 'x',
  minutes: 1,
  tools: [],
  parts: [],
  cautions: [],
  role: 'member',
  signOff: null,
  models: [],
  beforePrint: false,
  turns: { every: [], firstAfter: null, countFrom: 'done', window: 0 },
  steps: [{ id: randomUUID(), kind: 'tick', title: 'x', state: 'any' }],
})
