import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'

export interface Heard {
  method: string
  path: string
  body: unknown
}

type Answer = (heard: Heard, response: ServerResponse, request: IncomingMessage) => void

/** A real server on loopback for tests of what the page sends, answering as it is told to; addresses go to it. */
export async function startTestServer() {
  const heard: Heard[] = []
  let answer: Answer = (_, response) => response.end()
  const server = createServer((request, response) => {
    const pieces: Buffer[] = []
    request.on('data', (piece: Buffer) => pieces.push(piece))
    request.on('end', () => {
      const text = Buffer.concat(pieces).toString()
      const one: Heard = {
        method: request.method ?? '',
        path: request.url ?? '',
        body: text ? (JSON.parse(text) as unknown) : null,
      }
      heard.push(one)
      answer(one, response, request)
    })
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  // A page over plain HTTP: it has no locks.
  Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true })
  const before = globalThis.fetch
  globalThis.fetch = (input, init) => before(typeof input === 'string' ? new URL(input, url) : input, init)
  return {
    url,
    heard,
    answers: (next: Answer) => void (answer = next),
    async close() {
      globalThis.fetch = before
      server.closeAllConnections()
      await new Promise((done) => server.close(done))
    },
  }
}

/** An answer in JSON. */
export const json =
  (status: number, body: unknown): Answer =>
  (_, response) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))

/** The line breaks before an answer comes. */
export const cutOff: Answer = (_, response) => void response.destroy()
