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
import { samples } from './samples.ts'
import { Client, notByRights, pin, scratchWorkshop, type Workshop } from './scratch.ts'

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
    expect(headers.getSetCookie()).toEqual([
      expect.stringMatching(/^diatribon_session=[\w-]{43}; Path=\/; HttpOnly; SameSite=Lax; Max-Age=\d+$/),
      expect.stringMatching(/^diatribon_device=[\w-]{43}; Path=\/; HttpOnly; SameSite=Lax; Max-Age=\d+$/),
    ])
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
    const { status } = await client.call('POST', '/api/actions', samples(shop, now)[kind])
    if (mayDo(role, right) && mayDo(role, 'send actions')) expect(notByRights).toContain(status)
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
