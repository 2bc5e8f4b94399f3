import { createHash, randomUUID } from 'node:crypto'
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { backup, openDatabase, rescueLead, restore, setPin } from '../src/index.ts'
import { factsOf } from './replay.ts'
import { Client, pin, scratchDatabase, scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
let folder: string
let file: string
beforeAll(async () => {
  shop = await scratchWorkshop()
  folder = mkdtempSync(join(tmpdir(), 'diatribon-backup-'))
  file = join(folder, 'book.jsonl')
  const { lead, ids } = shop
  await lead.call('POST', '/api/logbook/views', { name: 'Belts', query: 'search=belt' })
  await lead.call('PUT', '/api/logbook/read-mark', { seq: 3 })
  await lead.call('POST', '/api/devices', { name: 'Scale' })
  await lead.call('POST', '/api/plan/calendar')
  await lead.call('PUT', '/api/mail/mine', { address: 'lead@example.org', wantsMorningMail: true })
  await lead.call('PUT', '/api/mail/server', {
    host: 'mail.example.org',
    port: 465,
    security: 'TLS',
    user: 'shed',
    password: 'known to nobody',
    sender: 'shed@example.org',
    sendAt: '07:00',
  })
  const invited = randomUUID()
  await lead.act({ kind: 'admit-person', personId: invited, name: 'guest', displayName: 'Guest', role: 'member' })
  await lead.call('POST', `/api/people/${invited}/invitation`)
  for (let i = 1; i < 40; i++) await lead.act({ kind: 'note', printerId: ids.printer, text: `Note ${i}` })
  await backup(database(), file)
})
afterAll(async () => {
  await shop.close()
  rmSync(folder, { recursive: true, force: true })
})

const database = () => shop.server.services.database
async function emptyDatabase() {
  const { url, drop } = await scratchDatabase()
  const made = openDatabase(url, 2)
  return { made, drop: () => made.pool.end().then(drop) }
}
const besides = async (pool: ReturnType<typeof openDatabase>['pool']) => {
  const rows: Record<string, unknown[]> = {}
  for (const table of [
    'credential',
    'device_token',
    'invitation',
    'saved_view',
    'read_mark',
    'calendar_feed',
    'mail_choice',
    'mail_server',
    'attachment',
  ])
    // A password is kept in the database alone.
    rows[table] = (await pool.query(`SELECT to_jsonb(t) - 'password' AS row FROM ${table} t ORDER BY 1`)).rows
  return rows
}
const lines = () => readFileSync(file, 'utf8').trimEnd().split('\n')

it('brings back the facts, and what nobody could rebuild from them', async () => {
  const { made, drop } = await emptyDatabase()
  const told: number[] = []
  const restored = await restore(made, file, (done) => told.push(done))
  expect(restored).toMatchObject({
    entries: lines().filter((line) => line.includes('"action"')).length,
    isUnchecked: false,
  })
  expect(await factsOf(made.pool)).toEqual(await factsOf(database().pool))
  const before = await besides(database().pool)
  expect(await besides(made.pool)).toEqual(before)
  expect(Object.values(before).filter((rows) => rows.length > 0)).toHaveLength(8)
  await drop()
})

it('holds no PIN, token, code or password', () => {
  expect(readFileSync(file, 'utf8')).not.toContain('known to nobody')
  expect(readFileSync(file, 'utf8')).not.toMatch(new RegExp(`"${pin}"|device-[\\w-]{20}`))
})

it('ends with a line of counts, seals and a digest', () => {
  const { end } = JSON.parse(lines().at(-1)!) as { end: { entries: number; lines: number; seals: unknown[] } }
  expect(end.lines).toBe(lines().length - 1)
  expect(end.seals).toHaveLength(2)
})

it('is of one moment, whatever is written meanwhile', async () => {
  const own = join(folder, 'busy.jsonl')
  let writing = true
  const writers = (async () => {
    while (writing) await shop.lead.act({ kind: 'note', text: 'Meanwhile' })
  })()
  await backup(database(), own)
  writing = false
  await writers
  const { made, drop } = await emptyDatabase()
  expect((await restore(made, own)).entries).toBeGreaterThan(40)
  await drop()
})

describe('refuses in one sentence, and changes nothing,', () => {
  const forged = (change: (all: string[]) => string[]) => {
    const all = change(lines())
    const end = JSON.parse(all.pop()!) as { end: Record<string, unknown> }
    const digest = createHash('sha256')
      .update(all.map((line) => `${line}\n`).join(''))
      .digest('hex')
    return [...all, JSON.stringify({ end: { ...end.end, digest, lines: all.length } })]
  }
  it.each<[string, () => string[], RegExp]>([
    ['one that was cut between lines', () => lines().slice(0, -3), /was cut short/],
    ['one that was cut within a line', () => [...lines().slice(0, -1), lines().at(-1)!.slice(0, 20)], /was cut short/],
    ['one with a word altered', () => lines().map((line) => line.replace('Note 7', 'Note 8')), /was altered/],
    [
      'one with a word altered and a new digest',
      () => forged((all) => all.map((l) => l.replace('Note 7', 'Note X'))),
      /was altered/,
    ],
    [
      'one with a line taken out and a new digest',
      () => forged((all) => all.filter((l) => !l.includes('Note 9'))),
      /was altered/,
    ],
    [
      'one with lines in another order',
      () => forged((all) => [all[0]!, ...all.slice(1, -1).toReversed(), all.at(-1)!]),
      /altered|wrong place|begin/,
    ],
    [
      'one with a field that is none',
      () => forged((all) => all.map((l) => l.replace('"text":"Note 7"', '"text":{"a":1}'))),
      /altered/,
    ],
    [
      'one of a newer version',
      () => lines().map((l, i) => (i === 0 ? '{"diatribon":"book","version":99}' : l)),
      /newer version/,
    ],
    [
      'one with a kind from the future',
      () => forged((all) => all.map((l) => l.replaceAll('"kind":"note"', '"kind":"foresee"'))),
      /does not know/,
    ],
    ['a text of something else', () => ['Dear all,', 'hello'], /is no backup/],
    ['nothing', () => [], /is empty/],
  ])('%s', async (_what, content, words) => {
    const bad = join(folder, 'bad.jsonl')
    writeFileSync(
      bad,
      content()
        .map((line) => `${line}\n`)
        .join(''),
    )
    const { made, drop } = await emptyDatabase()
    const before = await factsOf(made.pool)
    const problem = await restore(made, bad).then(
      () => new Error('was taken'),
      (error: Error) => error,
    )
    expect(problem.message).toMatch(words)
    expect(problem.message.split('\n')).toHaveLength(1)
    expect(await factsOf(made.pool)).toEqual(before)
    await drop()
  })

  it('a database that is not empty', async () => {
    await expect(restore(database(), file)).rejects.toThrow('already holds a book')
  })

  it('a file that is not there', async () => {
    await expect(restore(database(), join(folder, 'none'))).rejects.toThrow('There is no file')
  })

  it('a disk that is full', async () => {
    const small = join(folder, 'small')
    mkdirSync(small)
    const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=16k', 'tmpfs', small]).status === 0
    // Who may not mount tries a folder that cannot be written to.
    const there = mounted ? join(small, 'book.jsonl') : '/proc/book.jsonl'
    try {
      await expect(backup(database(), there)).rejects.toThrow(
        mounted ? /The disk is full/ : /no file or folder|cannot be/,
      )
      expect(existsSync(there)).toBe(false)
      if (mounted) expect(readdirSync(small)).toEqual([])
    } finally {
      if (mounted) spawnSync('umount', [small])
    }
  })
})

it('makes a lead of whoever the machine says, with a new PIN, and the book says so', async () => {
  const { pool, db } = database()
  const personId = randomUUID()
  await shop.lead.act({ kind: 'admit-person', personId, name: 'second', displayName: 'Second', role: 'lead' })
  await setPin(db, personId, pin)
  const stranded = await new Client(shop.server).signIn('second')
  await shop.lead.act({ kind: 'change-person', personId, displayName: 'Second', role: 'member' })
  await shop.lead.act({ kind: 'lock-person', personId, locked: true, reason: 'x' })
  expect((await stranded.call('GET', '/api/session')).status).toBe(401)
  expect(await shop.lead.refused({ kind: 'rescue-lead', personId })).toMatchObject({
    status: 403,
    message: expect.stringContaining('the command on the server’s own machine') as string,
  })
  await expect(rescueLead({ url: '', pool, db }, 'nobody', new Date())).rejects.toThrow('Leads are: lead.')
  const given = await rescueLead({ url: '', pool, db }, 'SECOND', new Date())
  const back = new Client(shop.server)
  expect((await back.call('POST', '/api/session', { name: 'second', pin })).status).toBe(401)
  expect((await back.call('POST', '/api/session', { name: 'second', pin: given })).status).toBe(201)
  const { entries } = await back.get<{ entries: { kind: string; summary: string }[] }>('/api/logbook?limit=1')
  expect(entries[0]).toMatchObject({
    kind: 'rescue-lead',
    summary: expect.stringContaining('Second is lead') as string,
  })
})
