import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { Worker } from 'node:worker_threads'
import { makeDatabase, startServer } from '../setup/twoServers.mjs'
import { median, report } from './report.mjs'

const repeats = 15

/** How long until every open page knows of an entry: 200 pages against one, over two processes. */
export async function benchLive(adminUrl) {
  const { url, drop } = await makeDatabase(adminUrl)
  const first = await startServer(url)
  const second = await startServer(url)
  const signIn = await fetch(`${first.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'lead', pin: '314159' }),
  })
  const cookie = signIn.headers.get('set-cookie').split(';')[0]
  const figures = {}
  for (const pages of [1, 200]) {
    const streams = await Promise.all(
      Array.from({ length: pages }, (_, i) => open((i % 2 ? second : first).url, cookie)),
    )
    const times = []
    for (let i = 0; i < repeats; i++) {
      const heard = Promise.all(streams.map(({ next }) => next()))
      const begun = performance.now()
      const answer = await fetch(`${first.url}/api/actions`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify({
          key: randomUUID(),
          kind: 'note',
          at: '2026-11-20T10:00:00Z',
          text: `Fan-out ${i}`,
        }),
      })
      if (answer.status !== 201) throw new Error(await answer.text())
      await heard
      times.push(performance.now() - begun)
    }
    figures[pages] = median(times)
    for (const { close } of streams) close()
  }
  report('live: until 200 open pages on two processes know of an entry', {
    milliseconds: figures[200],
    millisecondsWithOnePage: figures[1],
    times: figures[200] / figures[1],
  })
  await benchPages(first, second, cookie)
  await first.stop()
  await second.stop()
  await drop()
}

/** Asks from a thread of its own, which is not kept busy by the pages, how long the Floor takes. */
const probing = `
  const { parentPort, workerData } = require('node:worker_threads')
  const times = []
  let over = false
  parentPort.on('message', () => (over = true))
  ;(async () => {
    for (let i = 0; !over; i++) {
      const begun = performance.now()
      const headers = { cookie: workerData.cookie }
      await (await fetch(workerData.urls[i % 2] + '/api/printers', { headers })).arrayBuffer()
      times.push(performance.now() - begun)
      await new Promise((done) => setTimeout(done, 30))
    }
    parentPort.postMessage(times)
  })()`

const pageCount = 200
const actionsPerSecond = 20
const seconds = 20

/** 200 open pages that fetch the Floor when a notice concerns it, at most once a second as pages do, while 20 actions a second come. */
async function benchPages(first, second, cookie) {
  const printers = (await (await fetch(`${first.url}/api/printers/names`, { headers: { cookie } })).json()).filter(
    ({ state }) => state === 'in service',
  )
  const writes = []
  let fetches = 0
  let over = false
  const pages = await Promise.all(
    Array.from({ length: pageCount }, async (_, i) => {
      const { url } = i % 2 ? second : first
      let mark = ''
      let [resting, again] = [false, false]
      const after = (milliseconds) => {
        resting = true
        setTimeout(() => {
          resting = false
          if (again) void look()
        }, milliseconds)
      }
      const look = async () => {
        again = false
        after(1000)
        const headers = { cookie, 'cache-control': 'max-age=0', ...(mark ? { 'if-none-match': mark } : {}) }
        const answer = await fetch(`${url}/api/printers`, { headers }).catch((error) => {
          if (!over) throw error
        })
        if (!answer) return
        mark = answer.headers.get('etag') ?? mark
        await answer.arrayBuffer()
        fetches++
      }
      const heard = () => {
        again = true
        if (!resting) after(Math.random() * 400)
      }
      return open(url, cookie, '"printers"', heard)
    }),
  )
  const prober = new Worker(probing, { eval: true, workerData: { urls: [first.url, second.url], cookie } })
  const begun = performance.now()
  const under = []
  for (let i = 0; i < seconds * actionsPerSecond; i++) {
    await new Promise((done) =>
      setTimeout(done, Math.max(0, begun + (i * 1000) / actionsPerSecond - performance.now())),
    )
    const { id: printerId } = printers[i % printers.length]
    const action = { key: randomUUID(), kind: 'record-event', at: '2026-11-20T10:00:00Z', printerId, event: 'moved' }
    const sent = performance.now()
    under.push(
      fetch(`${first.url}/api/actions`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify(action),
      }).then(async (answer) => {
        if (answer.status !== 201) throw new Error(await answer.text())
        writes.push(performance.now() - sent)
      }),
    )
  }
  await Promise.all(under)
  const lasted = (performance.now() - begun) / 1000
  over = true
  prober.postMessage('enough')
  const [reads] = await once(prober, 'message')
  await prober.terminate()
  for (const { close } of pages) close()
  const p99 = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.99)]
  report('live: 200 open pages and 20 actions a second over two processes', {
    fetchesPerPageAndSecond: fetches / pageCount / lasted,
    floorMedian: median(reads),
    floorP99: p99(reads),
    actionMedian: median(writes),
    actionP99: p99(writes),
  })
}

/** One page's event stream; `next` resolves at the next notice that has this in it. */
async function open(url, cookie, word = '"book"', onNotice = () => undefined) {
  const ended = new AbortController()
  const response = await fetch(`${url}/api/live`, { headers: { cookie }, signal: ended.signal })
  let waiting = () => undefined
  void (async () => {
    const decoder = new TextDecoder()
    for await (const chunk of response.body)
      if (decoder.decode(chunk).includes(word)) {
        waiting()
        onNotice()
      }
  })().catch(() => undefined)
  return { next: () => new Promise((done) => (waiting = done)), close: () => ended.abort() }
}
