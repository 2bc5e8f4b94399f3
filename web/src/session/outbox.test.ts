import 'fake-indexeddb/auto'
import type { Action } from '@diatribon/contract'
import { cutOff, json, startTestServer } from '../../test/testServer.ts'
import {
  correctInOutbox,
  dropFromOutbox,
  keepsFailing,
  onOutboxChange,
  outboxOf,
  putInOutbox,
  sendOutbox,
} from './outbox.ts'

let server: Awaited<ReturnType<typeof startTestServer>>
beforeEach(async () => {
  server = await startTestServer()
})
afterEach(async () => {
  await server.close()
  for (const person of [ada, bo]) for (const { id } of await outboxOf(person)) await dropFromOutbox(id)
})

const [ada, bo] = ['person a', 'person b']
const note = (key: string): Action => ({ kind: 'note', key, at: '2026-03-01T10:00:00Z', text: key }) as Action
const recorded = json(201, { entry: { seq: 1 } })
const put = async (person: string, ...keys: string[]) => {
  for (const key of keys) await putInOutbox(person, [note(key)], `Note ${key}`)
}
const states = async (person = ada) => (await outboxOf(person)).map(({ state }) => state)
const keysHeard = () => server.heard.map(({ body }) => (body as Action).key)

it('keeps what it is given, each person their own, and tells who listens', async () => {
  let told = 0
  const stop = onOutboxChange(() => told++)
  await put(ada, 'one')
  await put(bo, 'other')
  stop()
  await put(ada, 'two')
  expect(told).toBe(2)
  expect((await outboxOf(ada)).map(({ words, actions }) => [words, actions[0]?.key])).toEqual([
    ['Note one', 'one'],
    ['Note two', 'two'],
  ])
})

it('sends in order, and each once', async () => {
  await put(ada, 'one', 'two')
  server.answers(recorded)
  expect(await sendOutbox(ada)).toEqual({ sent: 2, refused: 0 })
  expect(await sendOutbox(ada)).toEqual({ sent: 0, refused: 0 })
  expect(keysHeard()).toEqual(['one', 'two'])
  expect(await states()).toEqual(['sent', 'sent'])
})

it('stops at a line that breaks, and goes on later with the same key', async () => {
  await put(ada, 'one', 'two')
  server.answers(cutOff)
  expect(await sendOutbox(ada)).toEqual({ sent: 0, refused: 0 })
  expect(await states()).toEqual(['waiting', 'waiting'])
  server.answers(recorded)
  expect(await sendOutbox(ada)).toEqual({ sent: 2, refused: 0 })
  expect(new Set(keysHeard())).toEqual(new Set(['one', 'two']))
})

it('waits for whoever has to sign in again', async () => {
  await put(ada, 'one')
  server.answers(json(401, { error: { code: 'not-signed-in', message: 'Sign in.' } }))
  expect(await sendOutbox(ada)).toEqual({ sent: 0, refused: 0 })
  expect(await states()).toEqual(['waiting'])
})

it('shows what was refused with its sentence, goes on with the next, and lets it be put right under a new key', async () => {
  await put(ada, 'one', 'two')
  server.answers((heard, ...rest) =>
    ((heard.body as Action).key === 'one'
      ? json(409, { error: { code: 'on-hold', message: 'It is on hold.' } })
      : recorded)(heard, ...rest),
  )
  expect(await sendOutbox(ada)).toEqual({ sent: 1, refused: 1 })
  const [refused] = await outboxOf(ada)
  expect(refused).toMatchObject({ state: 'refused', reason: 'It is on hold.' })
  await correctInOutbox(refused!, [{ ...note('one'), text: 'Better' } as Action])
  server.answers(recorded)
  await sendOutbox(ada)
  expect(server.heard.at(-1)?.body).toMatchObject({ text: 'Better' })
  expect(keysHeard().filter((key) => key === 'one')).toHaveLength(1)
})

it('goes past one over which the server keeps failing, and keeps its key', async () => {
  await put(ada, 'bad', 'good')
  server.answers((heard, ...rest) =>
    ((heard.body as Action).key === 'bad'
      ? json(500, { error: { code: 'failed', message: 'Something went wrong.' } })
      : recorded)(heard, ...rest),
  )
  for (let tries = 0; tries < 3; tries++) await sendOutbox(ada)
  const [bad, good] = await outboxOf(ada)
  expect(keepsFailing(bad!)).toBe(true)
  expect(bad?.actions[0]?.key).toBe('bad')
  expect(good?.state).toBe('sent')
})
