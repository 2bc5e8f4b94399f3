import { randomUUID } from 'node:crypto'
import { request } from 'node:http'
import { connect } from 'node:net'
import type { ActionResult, Floor, PrinterPage, RefusalBody } from '@diatribon/contract'
import sharp from 'sharp'
import type { RunningServer } from '../src/index.ts'
import { Client, dayMs, pin, scratchWorkshop, type Workshop } from './scratch.ts'

let now = Date.now()
let shop: Workshop
/** Two more over the same database, behind a proxy that says where requests come from. */
let second: RunningServer
let third: RunningServer
let lines = ''
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
  second = await shop.start({
    logLevel: 'debug',
    logTo: { write: (text: string) => void (lines += text) },
    trustProxy: 'loopback',
    metricsToken: 'figures-please',
  })
  third = await shop.start({ trustProxy: 'loopback' })
})
afterAll(async () => {
  await third.close()
  await second.close()
  await shop.close()
})

const later = (seconds: number) => (now += seconds * 1000)
let address = 0
/** Each from an address of its own: the brake on the name is what is tried. */
const signIn = (server: RunningServer, name: string, tried: string) =>
  new Client(server, { 'x-forwarded-for': `198.51.100.${++address % 250}` }).call<RefusalBody>('POST', '/api/session', {
    name,
    pin: tried,
  })

describe('guesses at a PIN', () => {
  it('are counted before they are looked at: of 200 at once over two servers, each from an address of its own, forty are', async () => {
    for (const name of ['operator', 'nobody of that name']) {
      const answers = await Promise.all(
        Array.from({ length: 200 }, (_, i) => signIn(i % 2 ? third : second, name, `guess ${i}`)),
      )
      const [looked, slowed] = [401, 429].map((wanted) => answers.filter(({ status }) => status === wanted).length)
      expect(looked).toBeLessThanOrEqual(40)
      expect(looked! + slowed!).toBe(200)
    }
    later(31)
    expect((await signIn(third, 'operator', pin)).status).toBe(201)
  })

  it('from one address: of 200 at once over two servers five are looked at', async () => {
    const from = (server: RunningServer, tried: string) =>
      new Client(server, { 'x-forwarded-for': '192.0.2.9' }).call('POST', '/api/session', {
        name: 'device',
        pin: tried,
      })
    const answers = await Promise.all(Array.from({ length: 200 }, (_, i) => from(i % 2 ? third : second, `guess ${i}`)))
    expect(answers.filter(({ status }) => status === 401).length).toBeLessThanOrEqual(5)
    later(3600)
  })

  it('keep nobody out who has signed in from his device before, from wherever they come', async () => {
    const own = new Client(second, { 'x-forwarded-for': '192.0.2.77' })
    const response = await fetch(`${second.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-for': '192.0.2.77' },
      body: JSON.stringify({ name: 'lead', pin }),
    })
    expect(response.status).toBe(201)
    const mark = response.headers.getSetCookie().find((cookie) => cookie.startsWith('diatribon_device='))!
    const known = { cookie: mark.split(';')[0]!, 'x-forwarded-for': '192.0.2.77' }
    const right = (headers: Record<string, string>) =>
      new Client(third, headers).call('POST', '/api/session', { name: 'lead', pin })
    let came = 0
    for (let round = 0; round < 20; round++) {
      // Ten wrong ones in 200 seconds, half of them from the very address of the lead.
      for (let i = 0; i < 10; i++) {
        const from = i % 2 ? '192.0.2.77' : `198.51.100.${200 + i}`
        await new Client(second, { 'x-forwarded-for': from }).call('POST', '/api/session', { name: 'lead', pin: 'no' })
        later(20)
      }
      const answer = await fetch(`${third.url}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...known },
        body: JSON.stringify({ name: 'lead', pin }),
      })
      if (answer.status === 201) came++
    }
    expect(came).toBe(20)
    // A device of somebody else is no way round.
    expect((await right({ 'x-forwarded-for': '192.0.2.77' })).status).toBe(429)
    await own.call('DELETE', '/api/session')
    later(24 * 3600 + 1)
  })

  it('at a name that nobody has are answered in the same words as at one that is there', async () => {
    const words = async (name: string) => {
      const answers = []
      for (let i = 0; i < 7; i++) answers.push(await signIn(third, name, 'x1y2'))
      return answers.map(({ status, body }) => `${status} ${body.error.message}`)
    }
    expect(await words('member')).toEqual(await words('not there'))
    later(3600)
  })

  it('are not made easy: obvious PINs are refused', async () => {
    const member = await shop.as('member')
    for (const newPin of ['1111', '2345', '    ', 'member', 'rebmem tset'])
      expect((await member.call('POST', '/api/session/pin', { pin, newPin })).status).toBe(400)
  })
})

describe('sessions', () => {
  it('that are opened with the old PIN while it changes do not outlive it', async () => {
    for (let round = 0; round < 12; round++) {
      const [old, next] = round % 2 ? ['n3wt0n', pin] : [pin, 'n3wt0n']
      const one = new Client(second, { 'x-forwarded-for': `192.0.2.${100 + round}` })
      expect((await one.call('POST', '/api/session', { name: 'technician', pin: old })).status).toBe(201)
      const others = Array.from(
        { length: 6 },
        (_, i) => new Client(i % 2 ? third : second, { 'x-forwarded-for': `192.0.2.${120 + i}` }),
      )
      const [changed, ...signedIn] = await Promise.all([
        one.call('POST', '/api/session/pin', { pin: old, newPin: next }),
        ...others.map((client) => client.call('POST', '/api/session', { name: 'technician', pin: old })),
      ])
      expect(changed.status).toBe(204)
      for (const [i, { status }] of signedIn.entries()) {
        expect([201, 401]).toContain(status)
        expect((await others[i]!.call('GET', '/api/session')).status).toBe(401)
      }
      later(3600)
    }
  })

  it('end with a new PIN, but for the one that changed it; everywhere when told to', async () => {
    const [one, other] = [await shop.as('member'), await shop.as('member')]
    expect((await one.call('POST', '/api/session/pin', { pin, newPin: 'w0rdle' })).status).toBe(204)
    expect((await other.call('GET', '/api/session')).status).toBe(401)
    expect((await one.call('GET', '/api/session')).status).toBe(200)
    expect((await one.call('POST', '/api/session/pin', { pin: 'w0rdle', newPin: pin })).status).toBe(204)
    const third = await shop.as('member')
    expect((await one.call('DELETE', '/api/sessions')).status).toBe(204)
    expect((await third.call('GET', '/api/session')).status).toBe(401)
  })
})

describe('what somebody may do', () => {
  it('is asked as of now as well as of when it is said to have been', async () => {
    const personId = randomUUID()
    const name = `t${personId.slice(0, 6)}`
    const at = new Date(now - 100 * dayMs).toISOString()
    await shop.lead.act({ kind: 'admit-person', personId, name, displayName: name, role: 'technician', at })
    const { setPin } = await import('../src/index.ts')
    await setPin(shop.server.services.database.db, personId, pin)
    const until = new Date(now - 10 * dayMs).toISOString().slice(0, 10)
    await shop.lead.act({ kind: 'give-sign-off', personId, signOff: 'hot work', until, at })
    const client = await new Client(shop.server).signIn(name)
    const { slots } = await client.get<PrinterPage>(`/api/printers/${shop.ids.printer}`)
    expect(
      await client.refused({
        kind: 'swap-part',
        printerId: shop.ids.printer,
        slotId: slots.find((slot) => slot.name === 'Nozzle')!.id,
        removalReason: 'failed',
        partTypeId: shop.ids.nozzle,
        at: new Date(now - 20 * dayMs).toISOString(),
      }),
    ).toMatchObject({ status: 403, code: 'no-sign-off' })
  })

  it('holds for taking back too', async () => {
    const personId = randomUUID()
    const name = `d${personId.slice(0, 6)}`
    await shop.lead.act({ kind: 'admit-person', personId, name, displayName: name, role: 'technician' })
    const { setPin } = await import('../src/index.ts')
    await setPin(shop.server.services.database.db, personId, pin)
    const client = await new Client(shop.server).signIn(name)
    const { key } = await client.act({ kind: 'count-hours', printerId: shop.ids.printer, meterHours: 3 })
    await shop.lead.act({ kind: 'change-person', personId, displayName: name, role: 'member' })
    await client.signIn(name)
    expect(await client.refused({ kind: 'amend', entryKey: key, takeBack: true, reason: 'x' })).toMatchObject({
      status: 403,
      code: 'no-right',
    })
  })
})

describe('one that fails', () => {
  it('takes nobody along: 200 notes beside spools that were never here', async () => {
    const spool = (printerId: string, at: string) => ({
      kind: 'finish-spool',
      printerId,
      netGrams: 1000,
      diameterMm: 1.75,
      densityGPerCm3: 1.24,
      at,
    })
    const before = new Date(now - 4000 * dayMs).toISOString()
    const technician = await shop.as('technician')
    const bad = [spool(randomUUID(), new Date(now).toISOString()), spool(shop.ids.printer, before)]
    const answers = await Promise.all([
      ...Array.from({ length: 200 }, (_, i) =>
        technician.call('POST', '/api/actions', {
          kind: 'note',
          key: randomUUID(),
          at: new Date(now).toISOString(),
          text: `Innocent ${i}`,
        }),
      ),
      ...bad.map((one) => technician.call('POST', '/api/actions', { key: randomUUID(), ...one })),
    ])
    expect(answers.slice(0, 200).filter(({ status }) => status !== 201)).toEqual([])
    expect(answers.slice(200).map(({ status }) => status)).toEqual([404, 409])
  })

  it('by a mistake of ours is its own 500, and the others of its list are recorded', async () => {
    const { kindOf } = await import('../src/actions/index.ts')
    const technician = await shop.as('technician')
    const unpin = kindOf('unpin-notice')
    const apply = unpin.apply
    unpin.apply = () => {
      throw new TypeError('nothing of undefined')
    }
    try {
      const { body } = await technician.list([
        { kind: 'note', text: 'Before it' },
        { kind: 'unpin-notice', noticeId: randomUUID() },
        { kind: 'note', text: 'After it' },
      ])
      expect(body.results.map((result: ActionResult) => (result.ok ? 'ok' : result.status))).toEqual(['ok', 500, 'ok'])
      expect(JSON.stringify(body)).toContain('it was not recorded')
    } finally {
      unpin.apply = apply
    }
  })

  it.each([
    ['reaches beyond its printer unsaid', 'hold-printer', { reason: 'Smoke' }],
    ['is said to leave its printer alone', 'note', { text: 'Seen' }],
  ] as const)('that %s is not recorded, rather than lose what others write', async (_, name, more) => {
    const { kindOf } = await import('../src/actions/index.ts')
    const kind = kindOf(name)
    const { apply } = kind
    const { takeIn, ids, lead } = shop
    const other = randomUUID()
    await takeIn(other, `Beyond ${name}`, 80 + name.length)
    const printerId = name === 'note' ? ids.printer : other
    kind.apply = async (facts) => {
      await facts.load('printer', 'id', [ids.printer])
      facts.put('printer', { ...facts.printer(ids.printer), rack: 'Z' })
    }
    try {
      const { status } = await lead.call('POST', '/api/actions', {
        key: randomUUID(),
        at: new Date().toISOString(),
        kind: name,
        printerId,
        ...more,
      })
      expect(status).toBe(500)
      expect((await lead.get<PrinterPage>(`/api/printers/${ids.printer}`)).printer.rack).toBe('A')
    } finally {
      kind.apply = apply
    }
  })
})

describe('a list of a thousand', () => {
  it('of counts that are dated back lets others through, and gives what one by one would', async () => {
    const [listed, single] = [randomUUID(), randomUUID()]
    await shop.takeIn(listed, 'All at once', 3)
    await shop.takeIn(single, 'One by one', 4)
    const technician = await shop.as('technician')
    const at = (i: number) => new Date(now - 300 * dayMs + i * 3600_000).toISOString()
    for (const printerId of [listed, single])
      await technician.act({ kind: 'count-hours', printerId, meterHours: 2000, at: at(5000) })
    const counts = (printerId: string, n: number) =>
      Array.from({ length: n }, (_, i) => ({
        kind: 'count-hours',
        printerId,
        meterHours: (i * 7919) % n,
        at: at(((i * 7919) % n) + 1),
      }))
    const other = await shop.as('member')
    let over = false
    const sending = technician.list(counts(listed, 1000)).finally(() => (over = true))
    const waits: number[] = []
    while (!over) {
      const began = performance.now()
      await other.act({ kind: 'note', text: 'Meanwhile' })
      waits.push(performance.now() - began)
    }
    expect((await sending).body.results.filter(({ ok }) => !ok)).toEqual([])
    expect(waits.length).toBeGreaterThan(5)
    // The same counts in their own order give the same curve.
    const inOrder = counts(single, 1000).sort((a, b) => a.at.localeCompare(b.at))
    await technician.list(inOrder)
    const hours = async (printerId: string) =>
      (
        await shop.server.services.database.pool.query<{ h: number }>(
          'SELECT round(hours::numeric, 6)::float8 AS h FROM counter_point WHERE printer_id = $1 ORDER BY at',
          [printerId],
        )
      ).rows.map(({ h }) => h)
    expect(await hours(listed)).toEqual(await hours(single))
  })
})

describe('a server that stands still', () => {
  it('in the middle of a transaction gives its locks back within about a second', async () => {
    const { pool } = shop.server.services.database
    const { transaction } = await import('../src/platform/database.ts')
    const frozen = transaction(
      pool,
      async (client) => {
        await client.query('SELECT id FROM printer WHERE id = $1 FOR UPDATE', [shop.ids.printer])
        await new Promise((done) => setTimeout(done, 4000))
        await client.query('SELECT 1')
      },
      true,
    ).catch(() => 'put out')
    const technician = await shop.as('technician')
    await technician.act({ kind: 'hold-printer', printerId: shop.ids.printer, reason: 'Beside one that stands still' })
    await technician.act({ kind: 'release-printer', printerId: shop.ids.printer, note: 'Good' })
    expect(await frozen).toBe('put out')
  })
})

describe('over the line', () => {
  it('HEAD on the live stream ends', async () => {
    const member = await shop.as('member')
    const { status } = await fetch(`${shop.server.url}/api/live`, {
      method: 'HEAD',
      headers: { cookie: member.cookieNow },
    })
    expect(status).toBe(200)
  })

  it('a body that dawdles is let go', async () => {
    const { port } = new URL(shop.server.url)
    const answer = await new Promise<string>((done) => {
      const socket = connect(Number(port), '127.0.0.1', () =>
        socket.write(
          'POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 500\r\n\r\n{"name":',
        ),
      )
      let text = ''
      socket.on('data', (data) => (text += String(data)))
      socket.on('close', () => done(text))
      socket.on('error', () => done(text))
    })
    expect(answer).toContain('408')
  })

  it('behind a trusted proxy the cookie is for TLS alone, and answers are for nobody else’s cache', async () => {
    const response = await fetch(`${second.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-proto': 'https', 'x-forwarded-for': '203.0.113.9' },
      body: JSON.stringify({ name: 'member', pin }),
    })
    expect(response.headers.get('set-cookie')).toContain('; Secure')
    expect(response.headers.get('cache-control')).toBe('private, no-store')
    expect(response.headers.get('x-request-id')).toMatch(/^[0-9a-f-]{36}$/)
    const plain = await fetch(`${shop.server.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-proto': 'https' },
      body: JSON.stringify({ name: 'member', pin }),
    })
    expect(plain.headers.get('set-cookie')).not.toContain('Secure')
  })

  it('refused reports by label do not use up a visitor’s share, and the limit is per real address', async () => {
    const code = shop.ids.printer.replaceAll('-', '').slice(0, 12)
    const report = (address: string, body: object) =>
      fetch(`${second.url}/api/report/${code}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': address },
        body: JSON.stringify(body),
      })
    const good = () => ({ key: randomUUID(), symptom: 'It squeaks', mayGoOn: true })
    for (let i = 0; i < 8; i++) expect((await report('203.0.113.7', { key: 'x' })).status).toBe(400)
    for (let i = 0; i < 6; i++) expect((await report('203.0.113.7', good())).status).toBe(201)
    const slowed = await report('203.0.113.7', good())
    expect([slowed.status, slowed.headers.get('retry-after')]).toEqual([429, '600'])
    expect((await report('203.0.113.8', good())).status).toBe(201)
  })

  it('reports by label: of 150 at once over two servers and many addresses an hour takes sixty', async () => {
    later(3601)
    const code = shop.ids.printer.replaceAll('-', '').slice(0, 12)
    const statuses = await Promise.all(
      Array.from({ length: 150 }, (_, i) =>
        fetch(`${(i % 2 ? third : second).url}/api/report/${code}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-forwarded-for': `203.0.113.${i}` },
          body: JSON.stringify({ key: randomUUID(), symptom: 'It squeaks', mayGoOn: true }),
        }).then(({ status }) => status),
      ),
    )
    expect(statuses.filter((status) => status === 201)).toHaveLength(60)
    expect(statuses.filter((status) => status === 429)).toHaveLength(90)
    later(3601)
  })

  it('nobody outside closes a workshop: stops by label are few in an hour, and the staff is told', async () => {
    const stop = async (i: number) => {
      const id = randomUUID()
      await shop.takeIn(id, `Dunlin ${i}`, 40 + i)
      const response = await fetch(`${second.url}/api/report/${id.replaceAll('-', '').slice(0, 12)}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': `203.0.113.${i}` },
        body: JSON.stringify({ key: randomUUID(), symptom: 'It burns', mayGoOn: false }),
      })
      return response.status
    }
    const statuses = []
    for (let i = 0; i < 8; i++) statuses.push(await stop(i))
    expect(statuses).toEqual([201, 201, 201, 201, 429, 429, 429, 429])
    const { fromOutside } = await shop.lead.get<{ fromOutside: object }>('/api/notices')
    expect(fromOutside).toEqual({ printers: 4, refused: 4 })
    later(3601)
    expect((await shop.lead.get<{ fromOutside: object }>('/api/notices')).fromOutside).toBeNull()
  })

  it('photos by label are counted for the whole site, from however many places they come', async () => {
    const code = shop.ids.printer.replaceAll('-', '').slice(0, 12)
    const photo = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#884422' } })
      .jpeg()
      .toBuffer()
    const send = (i: number) =>
      fetch(`${(i % 2 ? third : second).url}/api/report/${code}/photo`, {
        method: 'POST',
        headers: { 'content-type': 'image/jpeg', 'x-forwarded-for': `203.0.113.${100 + (i % 120)}` },
        body: new Uint8Array(photo),
      }).then(({ status }) => status)
    const statuses: number[] = []
    for (let i = 0; i < 125; i++) statuses.push(await send(i))
    expect(statuses.filter((status) => status === 201)).toHaveLength(120)
    expect(statuses.slice(120)).toEqual([429, 429, 429, 429, 429])
    later(3601)
    expect(await send(7)).toBe(201)
  })

  it('listens for other machines only when it is told to', async () => {
    const open = await shop.start({ host: '0.0.0.0' })
    try {
      // Another address of this machine stands for another machine.
      const from = (server: RunningServer) => `http://127.0.0.2:${new URL(server.url).port}/api/health`
      expect((await fetch(from(open))).status).toBe(200)
      await expect(fetch(from(shop.server))).rejects.toThrow('fetch failed')
    } finally {
      await open.close()
    }
  })

  it('figures are for this machine, or for whoever has the token', async () => {
    expect((await fetch(`${shop.server.url}/metrics`)).status).toBe(200)
    const far = { headers: { 'x-forwarded-for': '203.0.113.9' } }
    expect((await fetch(`${shop.server.url}/metrics`, far)).status).toBe(403)
    expect((await fetch(`${second.url}/metrics`)).status).toBe(403)
    const told = await fetch(`${second.url}/metrics`, { headers: { authorization: 'Bearer figures-please' } })
    expect(told.status).toBe(200)
  })

  it('logs hold the request and never what opens a door', async () => {
    const client = await new Client(second).signIn('member')
    await client.call('POST', '/api/session', { name: 'member', pin: 'sEcret-pin' })
    await fetch(`${second.url}/api/feed/printers`, { headers: { authorization: 'Bearer device-sEcret-token' } })
    await fetch(`${second.url}/api/printers?since=sEcret-query`, { headers: { cookie: client.cookieNow } })
    const whole = second.services.kept
    second.services.kept = { ...whole, fresh: () => Promise.reject(new Error('Could not be worked out')) }
    const failed = await client.call<RefusalBody>('GET', '/api/printers')
    second.services.kept = whole
    expect(failed.status).toBe(500)
    const id = failed.headers.get('x-request-id')!
    expect(failed.body.error.message).toContain(id.slice(0, 8))
    const told = lines
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as { err?: { message: string; stack: string }; req?: { id: string } })
    expect(told.find(({ err }) => err?.message === 'Could not be worked out')).toMatchObject({
      req: { id },
      err: { stack: expect.stringContaining('trust.test') as string },
    })
    for (const secret of [client.cookieNow.split('=')[1]!, 'sEcret', pin]) expect(lines).not.toContain(`${secret}"`)
    expect(lines).not.toMatch(/sEcret|cookie|authorization/i)
  })
})

describe('dates', () => {
  it('need a zone, and lie where dates can lie', async () => {
    const technician = await shop.as('technician')
    for (const at of [
      '2026-03-01T14:30:00',
      '0000-01-01T00:00:00Z',
      '9999-12-31T23:59:59Z',
      '2026-02-30T00:00:00Z',
      12,
    ])
      expect(await technician.refused({ kind: 'note', text: 'x', at })).toMatchObject({ status: 400 })
    const id = shop.ids.printer
    for (const path of [
      `/api/printers/${id}/as-built?at=0000-01-01T00:00:00Z`,
      `/api/printers/${id}/as-built?at=9999-12-31T23:59:59Z`,
      `/api/printers/${id}/counts?before=999999999999999.1`,
      '/api/logbook/handover?since=9999-12-31T23:59:59Z',
      '/api/reports/handover?since=0000-01-01T00:00:00Z',
      '/api/faults/downtime?from=0000-01-01',
      '/api/faults/downtime?until=9999-12-31',
      '/api/logbook?from=0001-01-01',
    ])
      expect({ path, status: (await technician.call('GET', path)).status }).toEqual({ path, status: 400 })
    const view = await technician.call('POST', '/api/logbook/views', { name: 'x', query: 'a\u0000b' })
    expect(view.status).toBe(400)
  })
})

it('counts overlapping times down once, and never more than it was here', async () => {
  const printerId = randomUUID()
  await shop.takeIn(printerId, 'Often down', 9)
  const technician = await shop.as('technician')
  const at = (days: number) => new Date(now - days * dayMs).toISOString()
  for (const [from, until] of [
    [390, 10],
    [380, 9],
    [370, 8],
  ] as const) {
    await technician.act({ kind: 'hold-printer', printerId, reason: 'x', at: at(from) })
    await technician.act({ kind: 'release-printer', printerId, note: 'x', at: at(until) })
  }
  const { status } = await technician.call('GET', '/api/faults/downtime?from=2001-01-01')
  expect(status).toBe(200)
})

it('names the same next duty on the Floor and on the page of a printer', async () => {
  const floor = await shop.lead.get<Floor>('/api/printers')
  for (const printer of floor.racks.flatMap(({ printers }) => printers)) {
    const page = await shop.lead.get<PrinterPage>(`/api/printers/${printer.id}`)
    expect(page.next?.slot.id).toBe(printer.next?.slot.id)
  }
})

it('has room for so many heavy readings and asks the others to come back', async () => {
  const technician = await shop.as('technician')
  const body = 'G1 X10 F3000\n'.repeat(20_000)
  const answers = await Promise.all(
    Array.from(
      { length: 30 },
      () =>
        new Promise<{ status: number; after: string | undefined }>((done, fail) => {
          const sent = request(
            `${shop.server.url}/api/jobs/read`,
            { method: 'POST', headers: { cookie: technician.cookieNow, 'content-type': 'application/octet-stream' } },
            (response) => {
              response.resume()
              response.on('end', () => done({ status: response.statusCode!, after: response.headers['retry-after'] }))
            },
          )
          sent.on('error', fail)
          sent.end(body)
        }),
    ),
  )
  expect(answers.filter(({ status }) => status === 200).length).toBeGreaterThanOrEqual(10)
  const later = answers.filter(({ status }) => status === 429)
  expect(later.length).toBe(30 - answers.filter(({ status }) => status === 200).length)
  for (const { after } of later) expect(after).toBe('15')
})

it('finishes what is in flight when it is told to stop', async () => {
  const going = await shop.start()
  const client = await new Client(going).signIn('technician')
  const notes = Array.from({ length: 400 }, (_, i) => ({ kind: 'note' as const, text: `In flight ${i}` }))
  const sending = client.list(notes)
  const written = async () =>
    (
      await shop.server.services.database.pool.query<{ n: number }>(
        `SELECT count(*)::int AS n FROM log_entry WHERE payload->>'text' LIKE 'In flight%'`,
      )
    ).rows[0]!.n
  while ((await written()) === 0);
  await going.close()
  const { status, body } = await sending
  expect([status, body.results.filter(({ ok }) => !ok)]).toEqual([200, []])
})
