import { randomUUID } from 'node:crypto'
import { demoMoment, makeDatabase, startServer } from '../setup/twoServers.mjs'
import { report } from './report.mjs'

const restMs = 4000

/** How long single actions of other people take while somebody keeps the server busy: the 99th of a hundred, in ms. */
export async function benchBusy(adminUrl) {
  const { url, drop } = await makeDatabase(adminUrl)
  const server = await startServer(url)
  const headers = { 'content-type': 'application/json' }
  const signIn = async (name) => {
    const answer = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ name, pin: '314159' }),
    })
    return { ...headers, cookie: answer.headers.get('set-cookie').split(';')[0] }
  }
  const [lead, technician] = [await signIn('lead'), await signIn('technician')]
  const floor = await (await fetch(`${server.url}/api/printers`, { headers: lead })).json()
  const printers = floor.racks.flatMap((rack) => rack.printers)
  const past = (hours) => new Date(Date.parse(demoMoment) - hours * 3600_000).toISOString()
  const act = (body) =>
    fetch(`${server.url}/api/actions`, { method: 'POST', headers: technician, body: JSON.stringify(body) }).then((r) =>
      r.text(),
    )
  const rows = (n) =>
    [
      'printer,at,hours',
      ...Array.from({ length: n }, (_, i) => `${printers[i % printers.length].name},${past(1 + i / 40)},0.001`),
    ].join('\n')
  const bringIn = (n, dry) =>
    fetch(`${server.url}/api/import/usage${dry ? '?dry=1' : ''}`, {
      method: 'POST',
      headers: { ...lead, 'content-type': 'text/csv' },
      body: rows(n),
    }).then((answer) => answer.text())
  const [{ id }] = printers
  const works = {
    nothing: () => new Promise((done) => setTimeout(done, restMs)),
    'a try of 20,000 rows': () => bringIn(20_000, true),
    'an import of 5,000 rows': () => bringIn(5000, false),
    'a list of 1,000 notes': () =>
      act(Array.from({ length: 1000 }, () => ({ kind: 'note', key: randomUUID(), at: past(1), text: 'One of many' }))),
    'a list of 1,000 jobs dated back': () =>
      act(
        Array.from({ length: 1000 }, (_, i) => ({
          kind: 'mark-idle',
          key: randomUUID(),
          printerId: id,
          from: past(3000 - i),
          at: past(2999.9 - i),
        })),
      ),
    'guesses at a PIN': () =>
      Promise.all(
        Array.from({ length: 100 }, (_, i) =>
          fetch(`${server.url}/api/session`, {
            method: 'POST',
            headers,
            body: JSON.stringify({ name: `nobody ${i}`, pin: 'wrong' }),
          }).then((answer) => answer.text()),
        ),
      ),
  }
  for (const [what, work] of Object.entries(works)) {
    let over = false
    const busy = work().finally(() => (over = true))
    const times = []
    while (!over || times.length < 20) {
      const began = performance.now()
      await act({ kind: 'note', key: randomUUID(), at: past(0), text: 'Beside it' })
      times.push(performance.now() - began)
    }
    await busy
    times.sort((a, b) => a - b)
    report(`busy: single actions beside ${what}`, {
      p99Milliseconds: times[Math.min(times.length - 1, Math.floor(times.length * 0.99))],
      actions: times.length,
      aimMilliseconds: 1000,
    })
  }
  await server.stop()
  await drop()
}
