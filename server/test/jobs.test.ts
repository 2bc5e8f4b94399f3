import type { JobFacts, PreflightAnswer, PrinterPage, RefusalBody, Session } from '@diatribon/contract'
import { Client, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
let operator: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  operator = await shop.as('operator')
})
afterAll(() => shop.close())

const lines = (n: number) =>
  Array.from({ length: n }, (_, i) => `G1 X${i % 2 ? 20 : 180} Y${20 + (i % 150)} E${i * 6}\n`).join('')
const file = `G28\nM140 S60\nM109 S210\nM82\nG1 Z0.2 F600\nG92 E0\n${lines(400)}`

async function upload<T>(body: string | Uint8Array, query = '') {
  const response = await fetch(`${shop.server.url}/api/jobs/read${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: operator.cookieNow },
    body: body as BodyInit,
  })
  return { status: response.status, body: (await response.json()) as T }
}

describe('an uploaded job file', () => {
  it('is read, in a thread of its own', async () => {
    const { status, body } = await upload<JobFacts>(file, `?printer=${shop.ids.printer}`)
    expect(status).toBe(200)
    expect(body).toMatchObject({ nozzleC: 210, bedC: 60, layers: 1, firstLayerMm: 0.2 })
    expect(body.filamentMm[0]).toBeCloseTo(399 * 6, 6)
  })

  it.each([
    ['is no job file', 'Dear Sir,\nno.\n', 'not-a-job-file'],
    ['is damaged', `${file}G1 X1e9\nG1 X999999999\n`, 'impossible-figure'],
  ])('that %s is refused with a sentence', async (_, text, code) => {
    const { status, body } = await upload<RefusalBody>(text)
    expect(status).toBe(400)
    expect(body.error.code).toBe(code)
  })

  it('that is too large is turned away', async () => {
    const { status } = await upload<RefusalBody>(new Uint8Array(51 * 1024 * 1024).fill(10))
    expect(status).toBe(413)
  })
})

describe('preflight', () => {
  const asked = async (job: JobFacts, abrasive: boolean, more = {}) => {
    const { firstLayer: _, ...facts } = job as JobFacts & { firstLayer: unknown }
    const filling = { name: abrasive ? 'Wood-filled' : 'Plain grey', abrasive, needsEnclosure: false }
    const { status, body } = await operator.call<PreflightAnswer>('POST', '/api/jobs/preflight', {
      job: facts,
      filling,
      spoolId: null,
      ...more,
    })
    expect(status).toBe(200)
    return body.printers.find(({ id }) => id === shop.ids.printer)!.findings
  }

  it('finds what the printer as built cannot do', async () => {
    const { body: job } = await upload<JobFacts>(file)
    expect((await asked(job, false)).filter(({ grade }) => grade === 'stop')).toEqual([])
    expect(await asked({ ...job, nozzleC: 270 }, false)).toContainEqual(
      expect.objectContaining({ grade: 'stop', code: 'nozzle-too-hot' }),
    )
    await shop.lead.act({
      kind: 'change-part-type',
      partTypeId: shop.ids.nozzle,
      name: 'Nozzle',
      slotKind: 'nozzle',
      priceMinor: 100,
      minutes: 10,
      failureExtraMinor: 2000,
      tradeInterval: 300,
      toleratesAbrasive: false,
    })
    expect(await asked(job, true)).toContainEqual(expect.objectContaining({ grade: 'stop', code: 'abrasive' }))
    await shop.lead.act({ kind: 'hold-printer', printerId: shop.ids.printer, reason: 'Bed plug is brown' })
    expect(await asked(job, false)).toContainEqual(
      expect.objectContaining({ grade: 'stop', words: expect.stringContaining('Bed plug') as string }),
    )
    await shop.lead.act({ kind: 'release-printer', printerId: shop.ids.printer })
  })

  it('refuses what is no job', async () => {
    expect((await operator.call('POST', '/api/jobs/preflight', { job: {}, filling: null, spoolId: null })).status).toBe(
      400,
    )
  })
})

describe('papers', () => {
  it.each(['?of=printers&size=large', '?of=slots&size=small', '?of=spools'])('labels %s', async (query) => {
    const response = await fetch(`${shop.server.url}/api/reports/labels${query}`, {
      headers: { cookie: operator.cookieNow },
    })
    expect(response.headers.get('content-type')).toBe('application/pdf')
    const bytes = Buffer.from(await response.arrayBuffer())
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(bytes.subarray(-6).toString()).toContain('EOF')
  })

  it('labels are not made for an address that phones look for in themselves, until another is set', async () => {
    const plain = await shop.start({ siteUrl: null })
    try {
      const lead = await new Client(plain).signIn('lead')
      const labels = () => lead.call<RefusalBody>('GET', '/api/reports/labels')
      expect(await labels()).toMatchObject({ status: 409, body: { error: { code: 'no-address' } } })
      expect((await lead.call('GET', `/api/reports/passport/${shop.ids.printer}`)).status).toBe(200)
      expect((await lead.get<Session>('/api/session')).labelsCarry).toBeNull()
      for (const address of ['http://localhost:4310', 'wear.example.org', 'https://wear.example.org/path'])
        expect((await lead.refused({ kind: 'set-site-address', address })).status).toBe(400)
      await lead.act({ kind: 'set-site-address', address: 'http://192.168.1.20:4310/' })
      expect((await labels()).status).toBe(200)
      expect((await lead.get<Session>('/api/session')).labelsCarry).toBe('http://192.168.1.20:4310')
      await lead.act({ kind: 'set-site-address', address: null })
      expect((await labels()).status).toBe(409)
    } finally {
      await plain.close()
    }
  })

  it('labels lead to their pages by a short address', async () => {
    const { slots } = await operator.get<PrinterPage>(`/api/printers/${shop.ids.printer}`)
    const go = async (code: string) => {
      const { status, headers } = await fetch(`${shop.server.url}/go/${code}`, {
        redirect: 'manual',
        headers: { cookie: operator.cookieNow },
      })
      return [status, headers.get('location')]
    }
    const codeOf = (id: string) => id.replaceAll('-', '').slice(0, 12)
    expect(await go(codeOf(shop.ids.printer))).toEqual([302, `/printers/${shop.ids.printer}`])
    expect(await go(codeOf(slots[0]!.id))).toEqual([302, `/printers/${shop.ids.printer}?slot=${slots[0]!.id}`])
    expect(await go('0123456789ab')).toEqual([404, null])
    expect(await go('rubbish')).toEqual([404, null])
  })

  it('a passport', async () => {
    const response = await fetch(`${shop.server.url}/api/reports/passport/${shop.ids.printer}`, {
      headers: { cookie: operator.cookieNow },
    })
    expect(response.status).toBe(200)
    expect(
      Buffer.from(await response.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
  })

  it.each(['/api/reports/labels?of=people', '/api/reports/labels?size=huge'])('refuses %s', async (path) => {
    expect((await operator.call('GET', path)).status).toBe(400)
  })
})
