import { setTimeout } from 'node:timers/promises'
import pg from 'pg'
import { makeDatabase, startServer } from '../setup/twoServers.mjs'
import { grow } from './reads.mjs'
import { median, report } from './report.mjs'

const years = 5

/** How long it takes until the lives of all part types are known again, of 1,000 printers with five years, and who waits meanwhile. */
export async function benchLifeFigures(adminUrl) {
  const { url, drop } = await makeDatabase(adminUrl)
  await (await startServer(url)).stop()
  await grow(url, years)
  const server = await startServer(url)
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const signIn = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'lead', pin: '314159' }),
  })
  const cookie = signIn.headers.get('set-cookie').split(';')[0]
  const ask = async (path) => {
    const started = performance.now()
    await (await fetch(server.url + path, { headers: { cookie } })).arrayBuffer()
    return performance.now() - started
  }
  const settled = async (name) => {
    for (;;) {
      const { rows } = await client.query(
        `SELECT (SELECT count(*) FROM part_type) - (SELECT count(*) FROM kept_figure WHERE figure = $1)
           + (SELECT count(*) FROM kept_stale WHERE figure = $1) AS open`,
        [name],
      )
      if (Number(rows[0].open) === 0) return
      await setTimeout(100)
    }
  }
  await ask('/api/lives')
  await settled('judgement')
  const quiet = []
  for (let i = 0; i < 50; i++) quiet.push(await ask('/api/printers/names'))
  const [{ types, fittings }] = (
    await client.query(
      'SELECT (SELECT count(*)::int FROM part_type) AS types, (SELECT count(*)::int FROM fitting) AS fittings',
    )
  ).rows
  await client.query(`INSERT INTO kept_stale SELECT 'judgement', id FROM part_type`)
  const started = performance.now()
  let done = false
  const delays = []
  const asking = (async () => {
    while (!done) delays.push(await ask('/api/printers/names'))
  })()
  await ask('/api/lives')
  await settled('judgement')
  const milliseconds = performance.now() - started
  done = true
  await asking
  report(`lives of ${types} part types, ${fittings} parts, 1,000 printers with five years, in one pass`, {
    milliseconds,
    medianOfRequests: median(delays),
    medianOfRequestsWhenQuiet: median(quiet),
    longestRequest: Math.max(...delays),
  })
  await client.end()
  await server.stop()
  await drop()
}
