import type { ServerResponse } from 'node:http'
import { EventSource as Source } from 'eventsource'
import { topics, type LiveNotice } from '@diatribon/contract'
import { startTestServer } from '../../test/testServer.ts'
import { openLiveStream } from './liveStream.ts'

let server: Awaited<ReturnType<typeof startTestServer>>
/** Lines that are open now, the newest last. */
let lines: ServerResponse[]
let onLine: () => void
beforeEach(async () => {
  server = await startTestServer()
  lines = []
  onLine = () => undefined
  server.answers((_, response) => {
    response.writeHead(200, { 'content-type': 'text/event-stream' }).write('retry: 10\n\n')
    lines.push(response)
    onLine()
  })
  // What a browser has, for addresses of this server; without locks each tab has a stream of its own.
  globalThis.EventSource = class extends Source {
    constructor(path: string) {
      super(new URL(path, server.url))
    }
  } as unknown as typeof EventSource
})
afterEach(() => server.close())

const nextLine = () => new Promise<void>((opened) => (onLine = opened))
/** The next values that are handed on. */
function following<T>() {
  const got: T[] = []
  let wake: () => void = () => undefined
  return {
    take: (value: T) => {
      got.push(value)
      wake()
    },
    async next(): Promise<T> {
      if (got.length === 0) await new Promise<void>((done) => (wake = done))
      return got.shift() as T
    },
  }
}

const notice: LiveNotice = { changed: { hours: ['a'] }, seq: 7 }

it('hands on each notice, says when the line breaks, and has all fetched anew when it is back', async () => {
  const [notices, connection] = [following<LiveNotice>(), following<boolean>()]
  const opened = nextLine()
  const close = openLiveStream(notices.take, connection.take)
  await opened
  expect(await connection.next()).toBe(true)
  lines[0]?.write(`id: 7\ndata: ${JSON.stringify(notice)}\n\n`)
  expect(await notices.next()).toEqual(notice)
  const again = nextLine()
  lines[0]?.destroy()
  expect(await connection.next()).toBe(false)
  await again
  expect(await connection.next()).toBe(true)
  expect(await notices.next()).toEqual({ changed: Object.fromEntries(topics.map((topic) => [topic, null])), seq: 0 })
  close()
})

it('has one stream for several tabs: what the one hears the others hear', async () => {
  const other = new BroadcastChannel('diatribon-live')
  const heard = following<unknown>()
  other.onmessage = ({ data }) => heard.take(data)
  const close = openLiveStream(
    () => undefined,
    () => undefined,
  )
  expect(await heard.next()).toEqual({ connected: true })
  lines[0]?.write(`data: ${JSON.stringify(notice)}\n\n`)
  expect(await heard.next()).toEqual({ notice })
  close()
  other.close()
})

it('ends its line when it is closed', async () => {
  const opened = nextLine()
  const close = openLiveStream(
    () => undefined,
    () => undefined,
  )
  await opened
  const ended = new Promise((done) => lines[0]?.once('close', done))
  close()
  await ended
})
