import type { Action } from '@diatribon/contract'
import { cutOff, json, startTestServer } from '../../test/testServer.ts'
import { Refused } from '../ui/api.ts'
import { openSending, type FormAction } from './openSending.ts'

let server: Awaited<ReturnType<typeof startTestServer>>
beforeEach(async () => {
  server = await startTestServer()
})
afterEach(() => server.close())

const note: FormAction = { kind: 'note', text: 'The feeder clicks' }
const recorded = json(201, { entry: { seq: 1 } })
const at = '2026-03-01T10:00:00.000Z'
const kept: Action[][] = []
beforeEach(() => void kept.splice(0))
const sending = (canKeep = true) => {
  const send = openSending((actions) => {
    if (!canKeep) return Promise.reject(new Error('This device keeps nothing.'))
    kept.push(actions)
    return Promise.resolve()
  })
  return (actions: FormAction[]) => send(actions, at)
}
const keysSent = () => server.heard.map(({ body }) => (body as Action).key)

it('adds a key and the moment by the server’s clock, and new ones to the next', async () => {
  server.answers(recorded)
  const send = sending()
  expect(await send([note])).toEqual({ became: 'recorded' })
  expect(await send([note])).toEqual({ became: 'recorded' })
  expect(server.heard[0]).toMatchObject({
    method: 'POST',
    path: '/api/actions',
    body: { ...note, at: '2026-03-01T10:00:00.000Z' },
  })
  expect(new Set(keysSent()).size).toBe(2)
})

it('keeps to a moment that the form gives', async () => {
  server.answers(recorded)
  await sending()([{ ...note, at: '2026-02-27T08:00:00.000Z' }])
  expect(server.heard[0]?.body).toMatchObject({ at: '2026-02-27T08:00:00.000Z' })
})

it('tells a figure out of its limits at its field, without asking the server', async () => {
  const sent = await sending()([{ kind: 'note', text: '' }])
  expect(sent).toMatchObject({ became: 'nothing', fields: { text: expect.any(String) as string } })
  expect(server.heard).toEqual([])
})

it('sends several as one list, of which all are recorded or none, and tells the first reason', async () => {
  server.answers(
    json(200, {
      results: [
        { ok: false, status: 409, error: { code: 'others-refused', message: 'Not recorded.' } },
        {
          ok: false,
          status: 409,
          error: { code: 'on-hold', message: 'It is on hold.', fields: { printerId: 'on hold' } },
        },
      ],
    }),
  )
  const sent = await sending()([note, note])
  expect(server.heard[0]?.body).toMatchObject({ together: true, actions: [note, note] })
  expect(sent).toMatchObject({
    became: 'nothing',
    problem: { message: 'It is on hold.' },
    fields: { printerId: 'on hold' },
  })
})

it('takes a new key after a refusal, since nothing was recorded', async () => {
  server.answers(json(409, { error: { code: 'on-hold', message: 'It is on hold.' } }))
  const send = sending()
  const first = await send([note])
  expect(first).toMatchObject({ became: 'nothing', problem: expect.any(Refused) as Refused })
  server.answers(recorded)
  expect(await send([note])).toEqual({ became: 'recorded' })
  expect(new Set(keysSent()).size).toBe(2)
})

it('puts it by on this device when the line breaks, under the key that went out', async () => {
  server.answers(cutOff)
  expect(await sending()([note])).toMatchObject({ became: 'kept' })
  expect(kept).toHaveLength(1)
  expect(kept[0]?.[0]).toMatchObject(note)
  // The browser may have tried the broken line again by itself: with the same key.
  expect(new Set([...keysSent(), kept[0]?.[0]?.key]).size).toBe(1)
})

it('sends the same key again where the device cannot keep it, until it is known what became of it', async () => {
  server.answers(cutOff)
  const send = sending(false)
  const first = await send([note])
  expect(first).toMatchObject({
    became: 'nothing',
    problem: { message: expect.stringContaining('not known yet whether this was recorded') as string },
  })
  server.answers(recorded)
  expect(await send([note])).toEqual({ became: 'recorded' })
  expect(new Set(keysSent()).size).toBe(1)
})

it('says so when the first try was recorded after all and the words are others now', async () => {
  server.answers(cutOff)
  const send = sending(false)
  await send([note])
  server.answers(json(409, { error: { code: 'key-used', message: 'This key stands for another entry.' } }))
  const second = await send([{ kind: 'note', text: 'The feeder clicks loudly' }])
  expect(second).toMatchObject({ problem: { message: expect.stringContaining('recorded after all') as string } })
})

it('does not put by what the next screen needs an answer to', async () => {
  server.answers(cutOff)
  const begin: FormAction = {
    kind: 'begin-check',
    printerId: '1b671a64-40d5-491e-99b0-da01ff1f3341',
    checkTypeId: '2b671a64-40d5-491e-99b0-da01ff1f3341',
    sheetId: '3b671a64-40d5-491e-99b0-da01ff1f3341',
    version: 1,
  }
  expect(await sending()([begin])).toMatchObject({ became: 'nothing' })
  expect(kept).toEqual([])
})
