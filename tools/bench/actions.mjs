import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { demoMoment, makeDatabase, startServer } from '../setup/twoServers.mjs'
import { median, report } from './report.mjs'

const clients = 32
const seconds = 4
const rounds = 1
/** Code that has not run yet is slower on both sides: none of it is measured. */
const warmUpSeconds = 2

/**
 * Single actions against a bare echo route of the same server, and lists of 100 against pgbench committing one comparable
 * prepared INSERT, all with 32 clients, taking turns so that all meet the same machine.
 */
export async function benchActions(adminUrl, pgbench) {
  const { url, drop } = await makeDatabase(adminUrl)
  const server = await startServer(url, { DIATRIBON_ECHO: '1' })
  const call = caller(server.url)
  const cookie = await signIn(call, 'technician')
  const printers = await takeInPrinters(call)
  const started = Date.now()
  // Each client counts a printer of its own, as people do.
  const count = (client) => {
    const printer = printers[client]
    const at = new Date(Date.parse(demoMoment) + Date.now() - started).toISOString()
    return {
      kind: 'count-hours',
      key: randomUUID(),
      at,
      printerId: printer.id,
      meterHours: (printer.meterHours += 0.000_001),
    }
  }
  const note = (client) => ({
    ...count(client),
    kind: 'note',
    meterHours: undefined,
    text: 'A note of about the usual length.',
  })
  const echo = { path: '/api/bench-echo', body: count, status: 201 }
  const single = { path: '/api/actions', body: count, status: 201 }
  const singleNote = { path: '/api/actions', body: note, status: 201 }
  const list = { path: '/api/actions', body: (client) => Array.from({ length: 100 }, () => note(client)), status: 200 }
  const listCounts = {
    path: '/api/actions',
    body: (client) => Array.from({ length: 100 }, () => count(client)),
    status: 200,
  }
  const figures = { echo: [], single: [], singleNote: [], list: [], listCounts: [], pgbench: [] }
  for (let round = 0; round < rounds; round++) {
    figures.echo.push(await load(call, cookie, echo))
    figures.single.push(await load(call, cookie, single))
    figures.singleNote.push(await load(call, cookie, singleNote))
    figures.pgbench.push(await pgbenchInserts(url, pgbench))
    figures.list.push(100 * (await load(call, cookie, list)))
    figures.listCounts.push(100 * (await load(call, cookie, listCounts)))
  }
  const best = Object.fromEntries(Object.entries(figures).map(([name, values]) => [name, median(values)]))
  report('bare echo route, 32 clients', { perSecond: best.echo })
  report('single count-hours actions, 32 clients', {
    perSecond: best.single,
    ofEcho: best.single / best.echo,
    aim: 'at least 0.6',
  })
  report('single note actions, 32 clients', {
    perSecond: best.singleNote,
    ofEcho: best.singleNote / best.echo,
    aim: 'at least 0.6',
  })
  report('pgbench prepared INSERT+COMMIT, 32 clients', { perSecond: best.pgbench })
  report('notes in lists of 100, 32 clients', {
    perSecond: best.list,
    ofPgbench: best.list / best.pgbench,
    aim: 'at least 1.0',
  })
  report('counts in lists of 100, 32 clients', {
    perSecond: best.listCounts,
    ofPgbench: best.listCounts / best.pgbench,
    aim: 'at least 1.0',
  })
  await server.stop()
  await drop()
}

async function signIn(call, name) {
  const { headers } = await call('POST', '/api/session', { name, pin: '314159' })
  return headers['set-cookie'][0].split(';')[0]
}

/** One more printer for each client. */
async function takeInPrinters(call) {
  const cookie = await signIn(call, 'lead')
  const model = {
    kind: 'add-model',
    modelId: randomUUID(),
    make: 'Bench',
    name: 'B1',
    build: 'For the bench',
    slots: [{ name: 'Nozzle', kind: 'nozzle' }],
  }
  const [nozzle] = (await call('GET', '/api/parts', undefined, cookie)).body.filter(
    ({ slotKind }) => slotKind === 'nozzle',
  )
  const printers = Array.from({ length: clients }, (_, i) => ({ id: randomUUID(), name: `Bench ${i}`, meterHours: 0 }))
  const takeIns = printers.map(({ id, name }, i) => ({
    kind: 'take-in-printer',
    printerId: id,
    modelId: model.modelId,
    name,
    room: 'Bench',
    rack: 'X',
    place: i + 1,
    meterHours: 0,
    parts: { Nozzle: nozzle.id },
  }))
  const actions = [model, ...takeIns].map((action) => ({ key: randomUUID(), at: demoMoment, ...action }))
  const { status, body } = await call('POST', '/api/actions', { together: true, actions }, cookie)
  if (status !== 200) throw new Error(JSON.stringify(body))
  return printers
}

function caller(base) {
  const agent = new Agent({ keepAlive: true, maxSockets: clients })
  const { hostname, port } = new URL(base)
  return (method, path, body, cookie = '') =>
    new Promise((done, fail) => {
      const text = body === undefined ? undefined : JSON.stringify(body)
      const sent = request(
        {
          agent,
          hostname,
          port,
          method,
          path,
          headers:
            text === undefined
              ? { cookie }
              : { cookie, 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) },
        },
        (response) => {
          let answer = ''
          response.setEncoding('utf8')
          response.on('data', (part) => (answer += part))
          response.on('end', () =>
            done({ status: response.statusCode, headers: response.headers, body: answer && JSON.parse(answer) }),
          )
        },
      )
      sent.on('error', fail)
      sent.end(text)
    })
}

/** Answers per second. */
async function load(call, cookie, what) {
  await loadFor(warmUpSeconds, call, cookie, what)
  return loadFor(seconds, call, cookie, what)
}

async function loadFor(seconds, call, cookie, { path, body, status }) {
  const until = Date.now() + seconds * 1000
  let good = 0
  const started = performance.now()
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      while (Date.now() < until) {
        const answer = await call('POST', path, body(client), cookie)
        if (answer.status !== status || answer.body.results?.some(({ ok }) => !ok))
          throw new Error(`${path}: ${answer.status} ${JSON.stringify(answer.body).slice(0, 500)}`)
        good++
      }
    }),
  )
  return good / ((performance.now() - started) / 1000)
}

/** A table with the columns and indexes of log_entry, and its like as one statement per commit. */
async function pgbenchInserts(url, pgbench) {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(
    'DROP TABLE IF EXISTS bench_entry; CREATE TABLE bench_entry (LIKE log_entry INCLUDING INDEXES); CREATE SEQUENCE IF NOT EXISTS bench_seq',
  )
  await client.end()
  const folder = mkdtempSync(join(tmpdir(), 'diatribon-bench-'))
  const script = join(folder, 'insert.sql')
  writeFileSync(
    script,
    `INSERT INTO bench_entry (seq, site_id, key, kind, printer_id, at, recorded_at, person_id, payload)
     VALUES (nextval('bench_seq'), '00000000-0000-4000-8000-000000000000', gen_random_uuid(), 'note', '00000000-0000-4000-8000-000000000001', now(), now(),
     '00000000-0000-4000-8000-000000000002', '{"text": "A note of about the usual length."}');\n`,
  )
  const { hostname, port, username, password, pathname } = new URL(url)
  const options = [
    '-n',
    '-M',
    'prepared',
    '-c',
    clients,
    '-j',
    2,
    '-T',
    seconds,
    '-f',
    script,
    '-h',
    hostname,
    '-p',
    port,
    '-U',
    username,
    pathname.slice(1),
  ]
  const child = spawn(pgbench, options.map(String), {
    env: { ...process.env, PGPASSWORD: password },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  let text = ''
  child.stdout.on('data', (part) => (text += part))
  await new Promise((done) => child.once('close', done))
  rmSync(folder, { recursive: true, force: true })
  return Number(/tps = ([\d.]+)/.exec(text)[1])
}
