import { randomUUID } from 'node:crypto'
import type { ActionResult, Counts, Device, NewDevice } from '@diatribon/contract'
import { Client, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
let made: NewDevice
let device: Client
beforeAll(async () => {
  shop = await scratchWorkshop()
  made = (await shop.lead.call<NewDevice>('POST', '/api/devices', { name: 'Controller of rack A' })).body
  device = new Client(shop.server, { authorization: `Bearer ${made.token}` })
})
afterAll(() => shop.close())

const hoursAgo = (hours: number) => new Date(Date.now() - hours * 3600_000).toISOString()
async function newPrinter(): Promise<string> {
  const id = randomUUID()
  await shop.takeIn(id, `P ${id.slice(0, 8)}`, 1)
  return id
}
const report = (printerId: string, from: number, to: number) => ({
  kind: 'finish-job',
  printerId,
  startedAt: hoursAgo(from),
  at: hoursAgo(to),
  metres: 4,
  outcome: 'good',
})
const totals = async (printerId: string) => (await shop.lead.get<Counts>(`/api/printers/${printerId}/counts`)).totals

describe('a device', () => {
  it('is shown its token once, and the database keeps none', async () => {
    expect(made.token).toMatch(/^device-[\w-]{43}$/)
    const { pool } = shop.server.services.database
    const { rows } = await pool.query<{ row: string }>('SELECT t::text AS row FROM device_token t')
    expect(JSON.stringify(rows)).not.toContain(made.token)
    const devices = await shop.lead.get<Device[]>('/api/devices')
    expect(devices).toMatchObject([{ name: 'Controller of rack A', revokedAt: null }])
    expect(JSON.stringify(devices)).not.toContain('token')
  })

  it('may report, learn the printers, and nothing else', async () => {
    const printerId = await newPrinter()
    const printers = await device.get<{ id: string; name: string }[]>('/api/feed/printers')
    expect(printers.map(({ id }) => id)).toContain(printerId)
    await device.act({ ...report(printerId, 4, 2), kind: 'finish-job' })
    expect((await totals(printerId)).hours).toBeCloseTo(2, 3)
    for (const path of ['/api/printers', '/api/logbook', '/api/devices', '/api/logbook/export'])
      expect((await device.call('GET', path)).status).toBe(403)
    expect(await device.refused({ kind: 'note', text: 'x' })).toMatchObject({ status: 403 })
  })

  it('is for the lead to connect and to revoke', async () => {
    const technician = await shop.as('technician')
    expect((await technician.call('POST', '/api/devices', { name: 'x' })).status).toBe(403)
    const { body } = await shop.lead.call<NewDevice>('POST', '/api/devices', { name: 'Scale' })
    const scale = new Client(shop.server, { authorization: `Bearer ${body.token}` })
    expect((await scale.call('GET', '/api/feed/printers')).status).toBe(200)
    expect((await shop.lead.call('DELETE', `/api/devices/${body.device.id}`)).status).toBe(204)
    expect((await scale.call('GET', '/api/feed/printers')).status).toBe(401)
    expect((await shop.lead.call('DELETE', `/api/devices/${body.device.id}`)).status).toBe(404)
    expect((await shop.lead.call('POST', '/api/devices', { name: 'Scale' })).status).toBe(409)
  })

  it.each(['', 'device-x', 'rubbish'])('is turned away with the token “%s”', async (token) => {
    const stranger = new Client(shop.server, { authorization: `Bearer ${token}` })
    expect((await stranger.call('POST', '/api/actions', {})).status).toBe(401)
  })
})

describe('reports do no harm when they are', () => {
  it('repeated', async () => {
    const printerId = await newPrinter()
    const one = { key: randomUUID(), ...report(printerId, 5, 3) }
    const answers = await Promise.all(Array.from({ length: 8 }, () => device.call('POST', '/api/actions', one)))
    expect(answers.map(({ status }) => status)).toEqual(new Array(8).fill(201))
    expect((await totals(printerId)).prints).toBeCloseTo(1, 9)
  })

  it('out of order, late, or lost', async () => {
    const [inOrder, shuffled] = [await newPrinter(), await newPrinter()]
    const reports = (printerId: string): Record<string, unknown>[] => [
      { kind: 'count-hours', printerId, meterHours: 0, at: hoursAgo(100) },
      report(printerId, 90, 80),
      report(printerId, 70, 66),
      { kind: 'count-hours', printerId, meterHours: 20, at: hoursAgo(60) },
      report(printerId, 50, 45), // the report between this one and the next reading was lost
      { kind: 'count-hours', printerId, meterHours: 32, at: hoursAgo(20) },
      report(printerId, 12, 8),
    ]
    for (const one of reports(inOrder)) await device.act(one as { kind: 'note' })
    for (const k of [6, 3, 1, 5, 0, 4, 2]) await device.act(reports(shuffled)[k] as { kind: 'note' })
    const [a, b] = [await totals(inOrder), await totals(shuffled)]
    expect(a.hours).toBeCloseTo(36, 3)
    for (const counter of ['hours', 'prints', 'metres'] as const) expect(b[counter]).toBeCloseTo(a[counter], 3)
  })

  it('wrong: one of a list harms no other', async () => {
    const printerId = await newPrinter()
    const { body } = await device.list([
      report(printerId, 20, 18),
      { ...report(printerId, 10, 8), outcome: 'splendid' },
      { ...report(randomUUID(), 10, 8) },
      report(printerId, 19, 17),
      { kind: 'count-hours', printerId, meterHours: 1e9 },
      { kind: 'nonsense' },
      report(printerId, 6, 4),
    ])
    expect(body.results.map((result: ActionResult) => result.ok)).toEqual([
      true,
      false,
      false,
      false,
      false,
      false,
      true,
    ])
    expect((await totals(printerId)).hours).toBeCloseTo(4, 3)
  })
})
