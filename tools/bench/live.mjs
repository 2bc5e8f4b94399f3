import { randomUUID } from 'node:crypto'
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
  await first.stop()
  await second.stop()
  await drop()
}

/** One page's event stream; `next` resolves at the next notice. */
async function open(url, cookie) {
  const ended = new AbortController()
  const response = await fetch(`${url}/api/live`, { headers: { cookie }, signal: ended.signal })
  let waiting = () => undefined
  void (async () => {
    const decoder = new TextDecoder()
    for await (const chunk of response.body) if (decoder.decode(chunk).includes('"logbook"')) waiting()
  })().catch(() => undefined)
  return { next: () => new Promise((done) => (waiting = done)), close: () => ended.abort() }
}
