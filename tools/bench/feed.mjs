import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { demoMoment, makeDatabase, startServer } from '../setup/twoServers.mjs'
import { bundled } from './bundled.mjs'
import { report } from './report.mjs'

const printers = 1000
const perList = 100
const senders = 8

/** A day of 1,000 printers through the public door with a device token: starts, ends and meters, in lists, by eight senders. */
export async function benchFeed(adminUrl) {
  const { fleetDay } = await import(await bundled('devices/src/fleetDay.ts'))
  const { url, drop } = await makeDatabase(adminUrl)
  const server = await startServer(url)
  const call = async (headers, method, path, body) => {
    const response = await fetch(server.url + path, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      body: body && JSON.stringify(body),
    })
    const answer = await response.json()
    if (!response.ok) throw new Error(`${path}: ${JSON.stringify(answer)}`)
    return { answer, cookie: response.headers.get('set-cookie')?.split(';')[0] }
  }
  const { cookie } = await call({}, 'POST', '/api/session', { name: 'lead', pin: '314159' })
  const { token } = (await call({ cookie }, 'POST', '/api/devices', { name: 'Bench' })).answer
  const models = (await call({ cookie }, 'GET', '/api/parts/models')).answer
  const { id: modelId, slots } = models[0]
  const parts = Object.fromEntries(slots.map(({ name, partTypeId }) => [name, partTypeId]))
  const until = new Date(demoMoment)
  const fleet = Array.from({ length: printers }, () => ({ id: randomUUID(), meterHours: 0 }))
  const at = new Date(until.getTime() - 30 * 3600_000).toISOString()
  const takeIns = fleet.map(({ id }, i) => ({
    kind: 'take-in-printer',
    key: randomUUID(),
    at,
    printerId: id,
    modelId,
    name: `Feed ${i}`,
    room: 'Hall',
    rack: `F${Math.floor(i / 20)}`,
    place: (i % 20) + 1,
    meterHours: 0,
    parts,
  }))
  for (let i = 0; i < printers; i += perList)
    await call({ cookie }, 'POST', '/api/actions', takeIns.slice(i, i + perList))
  const reports = fleetDay(fleet, { until, key: randomUUID, repeated: 0.02, late: 0.02 })
  const lists = []
  for (let i = 0; i < reports.length; i += perList) lists.push(reports.slice(i, i + perList))
  const started = performance.now()
  let refused = 0
  await Promise.all(
    Array.from({ length: senders }, async (_, sender) => {
      for (let i = sender; i < lists.length; i += senders) {
        const { results } = (await call({ authorization: `Bearer ${token}` }, 'POST', '/api/actions', lists[i])).answer
        refused += results.filter(({ ok }) => !ok).length
      }
    }),
  )
  const seconds = (performance.now() - started) / 1000
  report('feed: a day of 1,000 printers', {
    reports: reports.length,
    seconds,
    perSecond: reports.length / seconds,
    refused,
  })
  // Every job that was reported once or more counts once: the sum of prints must be the number of jobs.
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query(`SELECT sum(prints)::float8 AS prints FROM printer WHERE name LIKE 'Feed %'`)
  await client.end()
  const jobs = new Set(reports.filter(({ kind }) => kind === 'finish-job').map(({ key }) => key)).size
  report('feed: jobs reported and prints counted', { jobs, prints: rows[0].prints })
  await server.stop()
  await drop()
}
