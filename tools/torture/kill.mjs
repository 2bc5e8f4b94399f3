import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import pg from 'pg'
import { distFolder } from '../setup/build.mjs'
import { freePort, startCluster } from '../setup/cluster.mjs'
import { clusterFolder, isRoot, root } from '../setup/folders.mjs'
import { makeDatabase } from '../setup/twoServers.mjs'
import { watchCluster } from '../setup/watchCluster.mjs'
import { randomFrom } from './random.mjs'

const pin = '27182'
const pause = (ms) => new Promise((done) => setTimeout(done, ms))

/**
 * Writers at two server processes, which are killed in turn with the database under them; lines are cut, and where a small
 * disk can be had it is filled. Whatever was acknowledged must be in the book once, and its replay give the same facts.
 * @returns whether nothing was lost or doubled and the replay is equal
 */
export async function kill({ bin, short, seed }) {
  const rounds = short ? 6 : 40
  const writers = short ? 6 : 16
  const random = randomFrom(seed)
  const home = mkdtempSync(join(tmpdir(), 'diatribon-torture-'))
  const data = clusterFolder(home, 'database')
  const disk = smallDisk(data)
  const first = await startCluster(bin, data, { max_connections: '100', max_wal_size: '64MB', min_wal_size: '32MB' })
  const { url, drop } = await makeDatabase(first.url)
  const cluster = watchCluster(first, { lookMs: 500, mostEnds: Infinity })
  const servers = [await server(url), await server(url)]
  try {
    const workshop = await open(servers)
    const load = startLoad({ servers, workshop, writers, random })
    const kills = { servers: 0, databases: 0, 'full disks': 0 }
    for (let round = 0; round < rounds; round++) {
      await pause(600 + random.below(900))
      const what = random.below(disk ? 6 : 5)
      if (what < 4) {
        kills.servers++
        await servers[what % 2].killAndRestart()
      } else if (what === 4) {
        kills.databases++
        spawnSync('pkill', ['-9', '-f', `postgres -D ${data} `])
        await pause(200)
      } else {
        kills['full disks']++
        await disk.fillFor(2500)
      }
    }
    const { sent, unknown } = await Promise.race([load.stop(), cluster.failed])
    const client = new pg.Client({ connectionString: url })
    await client.connect()
    const { rows } = await client.query(
      `SELECT e.key, count(*)::int AS times, count(u.seq)::int AS counts, max(e.kind) AS kind, min(e.payload->>'text') AS text
       FROM log_entry e LEFT JOIN usage u ON u.seq = e.seq GROUP BY e.key`,
    )
    await client.end()
    const book = new Map(rows.map((row) => [row.key, row]))
    const texts = rows.filter(({ text }) => text?.startsWith('torture ')).map(({ text }) => text)
    const lost = [...sent].filter((key) => !book.has(key)).length
    const doubled =
      rows.filter(({ times }) => times > 1).length +
      (texts.length - new Set(texts).size) +
      rows.filter(({ kind, counts }) => kind === 'count-hours' && counts !== 1).length
    const equal = await replays(url, first.url.replace('/postgres', ''), home)
    console.log(
      `${kills.servers} servers and ${kills.databases} databases killed, ${kills['full disks']} full disks, ${load.cut()} lines cut, ${unknown} left unknown`,
    )
    console.log(`${sent.size} acknowledged, ${lost} lost, ${doubled} doubled`)
    console.log(equal ? 'The replay gives the same facts.' : 'The replay gives OTHER facts.')
    return lost === 0 && doubled === 0 && unknown === 0 && equal && sent.size > 0
  } finally {
    await Promise.all(servers.map((one) => one.stop()))
    await drop().catch((error) => console.error(error.message))
    await cluster.stop()
    disk?.unmount()
    rmSync(home, { recursive: true, force: true })
  }
}

/** A disk of its own under the database, which can be filled; null where none can be mounted. */
function smallDisk(data) {
  if (!isRoot()) return null
  mkdirSync(data, { recursive: true })
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=400m,mode=0700', 'tmpfs', data]).status !== 0) return null
  const full = join(data, 'filler')
  return {
    async fillFor(ms) {
      const { bavail, bsize } = statfsSync(data)
      try {
        writeFileSync(full, Buffer.alloc(Math.max(0, bavail * bsize)))
      } catch (error) {
        if (error.code !== 'ENOSPC') throw error // full is what it shall be
      }
      await pause(ms)
      rmSync(full, { force: true })
    },
    unmount: () => spawnSync('umount', [data]),
  }
}

/** One server process on a port that it keeps over its restarts. */
async function server(databaseUrl) {
  const port = await freePort()
  let child = null
  let stopping = false
  const start = async () => {
    for (;;) {
      if (stopping) return
      child = spawn(process.execPath, [join(distFolder, 'serve.js')], {
        cwd: root,
        stdio: ['ignore', 'pipe', 'ignore', 'ipc'],
        env: {
          ...process.env,
          NODE_ENV: 'production',
          DATABASE_URL: databaseUrl,
          DIATRIBON_ROOT: root,
          DIATRIBON_DEMO: '0',
          PORT: String(port),
        },
      })
      const ended = new Promise((done) => child.once('exit', () => done(false)))
      const ready = new Promise((done) =>
        createInterface(child.stdout).on('line', (line) => line.startsWith('Diatribon is ready') && done(true)),
      )
      if (await Promise.race([ready, ended])) return
      await pause(300) // the database is not back yet
    }
  }
  await start()
  return {
    url: `http://127.0.0.1:${port}`,
    async killAndRestart() {
      child.kill('SIGKILL')
      await start()
    },
    async stop() {
      stopping = true
      child.kill('SIGKILL')
    },
  }
}

/** An empty site gets a lead and printers to write about. */
async function open([{ url }]) {
  const json = { 'content-type': 'application/json' }
  const post = async (path, body, headers = {}) => {
    const response = await fetch(url + path, {
      method: 'POST',
      headers: { ...json, ...headers },
      body: JSON.stringify(body),
    })
    if (!response.ok) throw new Error(`${path}: ${await response.text()}`)
    return response
  }
  const opened = await post('/api/first-run', {
    siteName: 'Trial',
    timeZone: 'UTC',
    currency: 'EUR',
    name: 'trial',
    displayName: 'Trial Lead',
    pin,
  })
  const cookie = opened.headers.get('set-cookie').split(';')[0]
  const { randomUUID } = await import('node:crypto')
  const at = new Date(Date.now() - 300 * 24 * 3600_000).toISOString()
  const act = (action) => post('/api/actions', { key: randomUUID(), at, ...action }, { cookie })
  const [modelId, partTypeId] = [randomUUID(), randomUUID()]
  await act({
    kind: 'add-part-type',
    partTypeId,
    name: 'Nozzle',
    slotKind: 'nozzle',
    priceMinor: 100,
    minutes: 10,
    failureExtraMinor: 200,
    tradeInterval: 300,
  })
  await act({
    kind: 'add-model',
    modelId,
    make: 'Dunlin',
    name: 'D2',
    build: 'Guided feed',
    slots: [{ name: 'Nozzle', kind: 'nozzle' }],
  })
  const printers = []
  for (let place = 1; place <= 8; place++) {
    const printerId = randomUUID()
    await act({
      kind: 'take-in-printer',
      printerId,
      modelId,
      name: `Trial ${place}`,
      room: 'Shed',
      rack: 'A',
      place,
      meterHours: 0,
      parts: { Nozzle: partTypeId },
    })
    printers.push(printerId)
  }
  return { cookie, printers }
}

/** People who write until they are told to stop, and send again what they have no definite answer to, as the page does. */
function startLoad({ servers, workshop: { cookie, printers }, writers, random }) {
  const sent = new Set()
  let stopping = false
  let cuts = 0
  let unknown = 0
  let number = 0
  const began = Date.now() - 200 * 24 * 3600_000
  const meters = new Map(printers.map((id) => [id, 0]))

  function action(i) {
    number++
    const key = random.uuid()
    const at = new Date(began + number * 60_000).toISOString()
    if (random.chance(0.5)) return { kind: 'note', key, at, text: `torture ${number}` }
    // A printer of one's own, so that its meter runs forward in the order of sending.
    const printerId = printers[i % printers.length]
    meters.set(printerId, meters.get(printerId) + 0.001)
    return { kind: 'count-hours', key, at, printerId, meterHours: meters.get(printerId) }
  }

  async function write(i) {
    while (!stopping) {
      const body = random.chance(0.2) ? Array.from({ length: 20 }, () => action(i)) : action(i)
      const until = Date.now() + 120_000
      for (let turn = i; ; turn++) {
        const answer = await send(servers[turn % servers.length], body)
        if (answer) {
          for (const key of answer) sent.add(key)
          break
        }
        if (Date.now() > until) {
          unknown++
          break
        }
        await pause(150)
      }
    }
  }

  /** @returns keys that were acknowledged; null when nothing is known for certain */
  async function send({ url }, body) {
    const control = new AbortController()
    const cut = random.chance(0.03)
    if (cut) setTimeout(() => control.abort(), random.below(20))
    try {
      const response = await fetch(`${url}/api/actions`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify(body),
        signal: control.signal,
      })
      const answer = await response.json()
      if (response.status >= 500 || response.status === 429) return null
      if (Array.isArray(body)) {
        if (answer.results.some(({ ok, status }) => !ok && status >= 500)) return null
        return answer.results.flatMap((result) => (result.ok ? [result.entry.key] : []))
      }
      return response.status === 201 ? [answer.entry.key] : []
    } catch {
      if (cut) cuts++
      return null // no answer: sent again under the same keys
    }
  }

  const all = Promise.all(Array.from({ length: writers }, (_, i) => write(i)))
  return {
    cut: () => cuts,
    async stop() {
      stopping = true
      await all
      return { sent, unknown }
    },
  }
}

/** Backs the book up, restores it into another database, and compares every table of facts. */
async function replays(url, base, home) {
  const file = join(home, 'backup.jsonl')
  const { url: other, drop } = await makeDatabase(`${base}/postgres`)
  const run = (what, databaseUrl, ...rest) => {
    const done = spawnSync(process.execPath, [join(distFolder, 'book.js'), what, ...rest], {
      encoding: 'utf8',
      maxBuffer: 100_000_000,
      env: { ...process.env, DATABASE_URL: databaseUrl, DIATRIBON_ROOT: root },
    })
    if (done.status !== 0) throw new Error(`${what}: ${done.stderr}`)
    return done.stdout
  }
  run('backup', url, file)
  const began = Date.now()
  run('restore', other, file)
  console.log(`Restored in ${((Date.now() - began) / 1000).toFixed(1)} s.`)
  const equal = run('digest', url) === run('digest', other)
  await drop()
  return equal
}
