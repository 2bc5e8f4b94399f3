import { randomLcg } from 'd3-random'
import { makeDatabase, startServer } from '../setup/twoServers.mjs'
import { median, report } from './report.mjs'

/** Time, bound and gap of plans of 14 and 200 printers, and who waits while the solver is at it. */
export async function benchPlan(adminUrl) {
  const { url, drop } = await makeDatabase(adminUrl)
  const server = await startServer(url)
  const signIn = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'lead', pin: '314159' }),
  })
  const cookie = signIn.headers.get('set-cookie').split(';')[0]
  const ask = async (path, body) => {
    const started = performance.now()
    const response = await fetch(server.url + path, {
      method: body ? 'POST' : 'GET',
      headers: { cookie, 'content-type': 'application/json' },
      body: body && JSON.stringify(body),
    })
    return { answer: await response.json(), milliseconds: performance.now() - started }
  }
  await ask('/api/bench/plan', { ...fortnight(2, { people: 1, minutes: 60 }), seconds: 1 }) // the solver is loaded
  for (const [printers, seconds, staff] of [
    [14, 3, { people: 2, minutes: 60 }],
    [14, 3, { people: 4, minutes: 60 }],
    [200, 30, { people: 14, minutes: 240 }],
    [200, 30, { people: 10, minutes: 180 }],
    [1000, 30, { people: 30, minutes: 200 }],
  ]) {
    const delays = []
    let done = false
    const asking = (async () => {
      while (!done) delays.push((await ask('/api/printers/names')).milliseconds)
    })()
    const { answer, milliseconds } = await ask('/api/bench/plan', { ...fortnight(printers, staff), seconds })
    done = true
    await asking
    const { cost, bound, gap, method, assignments, left } = answer
    report(`plan of ${printers} printers, ${staff.people} people of ${staff.minutes} min`, {
      milliseconds,
      cost,
      bound,
      gap,
      method,
      planned: assignments.length,
      left: left.length,
      medianOfRequests: median(delays),
      longestRequest: Math.max(...delays),
    })
  }
  await server.stop()
  await drop()
}

function fortnight(printers, { people, minutes }) {
  const random = randomLcg(0.31 + printers / 1000)
  const date = (i) => new Date(Date.UTC(2026, 10, 23 + i)).toISOString().slice(0, 10)
  return {
    days: Array.from({ length: 14 }, (_, i) => ({
      date: date(i),
      people: Array.from({ length: people }, (__, p) => ({
        id: `p${p}`,
        minutes,
        signOffs: [...(p % 2 === 0 ? ['hot work'] : []), ...(p % 3 === 0 ? ['motion'] : [])],
      })),
    })),
    tasks: Array.from({ length: Math.round(printers * 2.5) }, (_, i) => ({
      id: `t${i}`,
      printer: `m${i % printers}`,
      // By rooms of a hundred printers.
      group: `room ${Math.floor((i % printers) / 100)}`,
      minutes: 5 + Math.floor(30 * random()),
      setUp: { id: `m${i % printers}`, minutes: 10 },
      needs: random() < 0.4 ? ['hot work'] : random() < 0.3 ? ['motion'] : [],
      due: date(Math.floor(10 * random())),
      riskPerDay: Math.ceil(300 * random() ** 2),
    })),
    bookings: Array.from({ length: printers >> 1 }, (_, i) => ({ printer: `m${i * 2}`, date: date(i % 14) })),
  }
}
