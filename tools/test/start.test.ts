import { spawn, type ChildProcess } from 'node:child_process'
import { EventEmitter, once } from 'node:events'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { basename, dirname, join } from 'node:path'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import pg from 'pg'
import { scratchDatabase } from '../../server/test/scratch.ts'

const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
const homes: string[] = []
const children: ChildProcess[] = []
afterAll(() => {
  for (const child of children) child.kill('SIGKILL')
  for (const home of homes) rmSync(home, { recursive: true, force: true })
})

function newHome(): string {
  const home = mkdtempSync(join(tmpdir(), 'diatribon-home-'))
  homes.push(home)
  return home
}

/** npm start with its own folder, port and environment. */
function start(env: Record<string, string>) {
  const child = spawn(process.execPath, ['tools/start.mjs'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, PORT: '0', DIATRIBON_DEMO: '0', DIATRIBON_HOME: newHome(), ...env },
  })
  children.push(child)
  const lines: string[] = []
  const told = new EventEmitter()
  const ended = new Promise<number | null>((done) => child.once('close', done))
  const ready = new Promise<string>((found) => {
    for (const stream of [child.stdout, child.stderr])
      createInterface(stream).on('line', (line) => {
        lines.push(line)
        told.emit('line')
        const url = /^Diatribon is ready at (http:\/\/127\.0\.0\.1:\d+)$/.exec(line)?.[1]
        if (url) found(url)
      })
  })
  return {
    child,
    lines,
    ended,
    /** Once it has said these words so often; fails when it ends before. */
    said: async (words: string, times = 1) => {
      const isSaid = () => lines.filter((line) => line.includes(words)).length >= times
      while (!isSaid())
        await Promise.race([
          once(told, 'line'),
          ended.then((code) => {
            if (!isSaid()) throw new Error(`ended with ${code}: ${lines.join('\n')}`)
          }),
        ])
    },
    /** Address once it is ready; fails when it ends before. */
    ready: () =>
      Promise.race([ready, ended.then((code) => Promise.reject(new Error(`ended with ${code}: ${lines.join('\n')}`)))]),
  }
}

/** The process number of the cluster that a start keeps in its folder. */
function postmaster(home: string): number {
  return Number(readFileSync(join(clusterOf(home), 'postmaster.pid'), 'utf8').split('\n')[0])
}

/** Tests run with an open temporary folder; root's data lies elsewhere when the folder is closed to others. */
function clusterOf(home: string): string {
  const { clusterFolder } = folders
  return clusterFolder(home, 'database')
}
let folders: { clusterFolder: (home: string, name: string) => string }
beforeAll(async () => {
  folders = (await import(join(root, 'tools', 'setup', 'folders.mjs'))) as typeof folders
})

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

it('gives out files of the page as they were compressed at build, to whoever can read them so', async () => {
  const one = start({})
  const url = await one.ready()
  const script = /\/assets\/[^"]+\.js/.exec(await (await fetch(url)).text())![0]
  const bytes = readFileSync(join(root, 'web', 'dist', script))
  for (const [asked, encoding] of [
    ['br, gzip', 'br'],
    ['gzip', 'gzip'],
    ['identity', null],
  ] as const) {
    const answer = await fetch(url + script, { headers: { 'accept-encoding': asked } })
    expect([answer.status, answer.headers.get('content-encoding')]).toEqual([200, encoding])
    expect(answer.headers.get('content-type')).toContain('javascript')
    expect(answer.headers.get('cache-control')).toContain('immutable')
    expect(Buffer.from(await answer.arrayBuffer()).equals(bytes)).toBe(true)
  }
  expect((await fetch(`${url}/assets/none.js`)).status).toBe(404)
  one.child.kill('SIGTERM')
  expect(await one.ended).toBe(0)
})

it('starts a server again that was killed, and stops at once when told to', async () => {
  const one = start({})
  const url = await one.ready()
  const children = readFileSync(`/proc/${one.child.pid}/task/${one.child.pid}/children`, 'utf8').trim().split(' ')
  const server = children.find((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('serve.js'))!
  process.kill(Number(server), 'SIGKILL')
  await one.said('it is started again')
  await one.said('Diatribon is ready', 2)
  expect(url).toContain('127.0.0.1')
  const told = Date.now()
  one.child.kill('SIGTERM')
  expect(await one.ended).toBe(0)
  // A timer that nobody clears kept every stop waiting for fifteen seconds.
  expect(Date.now() - told).toBeLessThan(12_000)
})

it('starts, keeps a second start out, and stops everything when told to', async () => {
  const home = newHome()
  const first = start({ DIATRIBON_HOME: home })
  const url = await first.ready()
  expect(await (await fetch(`${url}/api/welcome`)).json()).toEqual({ siteName: null, demo: null })
  const page = await (await fetch(`${url}/floor`)).text()
  expect(page).toContain('<div id="root">')
  // Built under the NODE_ENV of a test run, and for use all the same.
  const script = /src="(\/assets\/[^"]+\.js)"/.exec(page)![1]!
  expect(await (await fetch(url + script)).text()).not.toContain('React DevTools')
  const second = start({ DIATRIBON_HOME: home })
  expect(await second.ended).toBe(1)
  expect(second.lines).toEqual([expect.stringContaining('Diatribon is already running from this folder')])
  const pid = postmaster(home)
  expect(isAlive(pid)).toBe(true)
  first.child.kill('SIGTERM')
  expect(await first.ended).toBe(0)
  expect(isAlive(pid)).toBe(false)
  await expect(fetch(url)).rejects.toThrow()
})

interface BuiltFile {
  file: string
  isEntry?: boolean
  imports?: string[]
}

it('carries at most 180 kB of script to whoever opens it first', () => {
  const dist = join(root, 'web', 'dist')
  const built = JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8')) as Record<string, BuiltFile>
  const carried = new Set<string>()
  const carry = ({ file, imports = [] }: BuiltFile) => {
    if (carried.has(file)) return
    carried.add(file)
    for (const name of imports) carry(built[name]!)
  }
  for (const one of Object.values(built)) if (one.isEntry) carry(one)
  const sizes = [...carried].map((file) => gzipSync(readFileSync(join(dist, file))).length)
  expect(carried.size).toBeGreaterThan(1)
  expect(sizes.reduce((sum, size) => sum + size, 0)).toBeLessThan(180_000)
})

it('starts again after it was killed, with nothing lost', async () => {
  const home = newHome()
  const first = start({ DIATRIBON_HOME: home })
  const url = await first.ready()
  const opened = await fetch(`${url}/api/first-run`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      siteName: 'Shed',
      timeZone: 'UTC',
      currency: 'EUR',
      name: 'a',
      displayName: 'A',
      pin: '1235',
    }),
  })
  expect(opened.status).toBe(201)
  first.child.kill('SIGKILL')
  await first.ended
  const again = start({ DIATRIBON_HOME: home })
  expect(await (await fetch(`${await again.ready()}/api/welcome`)).json()).toMatchObject({ siteName: 'Shed' })
  again.child.kill('SIGINT')
  expect(await again.ended).toBe(0)
})

/** Opens a workshop of that name. */
async function open(url: string, siteName: string): Promise<void> {
  const opened = await fetch(`${url}/api/first-run`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ siteName, timeZone: 'UTC', currency: 'EUR', name: 'a', displayName: 'Ada', pin: '1235' }),
  })
  expect(opened.status).toBe(201)
}
const nameAt = async (url: string) =>
  ((await (await fetch(`${url}/api/welcome`)).json()) as { siteName: string | null }).siteName

describe('the database folder', () => {
  it('keeps everything when its password file is lost', async () => {
    const home = newHome()
    const first = start({ DIATRIBON_HOME: home })
    await open(await first.ready(), 'Kept shed')
    first.child.kill('SIGTERM')
    await first.ended
    rmSync(`${clusterOf(home)}.password`)
    const again = start({ DIATRIBON_HOME: home })
    expect(await nameAt(await again.ready())).toBe('Kept shed')
    expect(again.lines.join('\n')).toContain('Nothing of its data was touched')
    again.child.kill('SIGTERM')
    expect(await again.ended).toBe(0)
  })

  it('is moved aside, never deleted, when its set-up was cut short', async () => {
    const home = newHome()
    const data = clusterOf(home)
    mkdirSync(join(data, 'base'), { recursive: true })
    writeFileSync(join(data, 'PG_VERSION'), '15\n')
    writeFileSync(join(data, 'base', 'remembered'), 'x')
    const first = start({ DIATRIBON_HOME: home })
    expect(await nameAt(await first.ready())).toBeNull()
    const aside = readdirSync(dirname(data)).filter((name) => name.startsWith(`${basename(data)}.half-made-`))
    expect(aside).toHaveLength(1)
    expect(readFileSync(join(dirname(data), aside[0]!, 'base', 'remembered'), 'utf8')).toBe('x')
    expect(first.lines.join('\n')).toContain(aside[0])
    first.child.kill('SIGTERM')
    await first.ended
    homes.push(join(dirname(data), aside[0]!))
  })

  it.each([
    ['dies', 'SIGKILL'],
    ['stands still', 'SIGSTOP'],
  ] as const)('is served again when its server %s', async (_how, signal) => {
    const home = newHome()
    const first = start({ DIATRIBON_HOME: home })
    const url = await first.ready()
    await open(url, 'Back shed')
    const before = postmaster(home)
    process.kill(before, signal)
    const back = () => first.lines.some((line) => line === 'The database is back.')
    while (!back()) await new Promise((done) => setTimeout(done, 100))
    expect(postmaster(home)).not.toBe(before)
    expect(await nameAt(url)).toBe('Back shed')
    expect(await (await fetch(`${url}/api/health`)).json()).toEqual({ healthy: true })
    first.child.kill('SIGTERM')
    expect(await first.ended).toBe(0)
  })
})

describe('what stops it, in one sentence and exit code 1', () => {
  const refused = async (env: Record<string, string>) => {
    const { ended, lines } = start(env)
    expect(await ended).toBe(1)
    expect(lines).toHaveLength(1)
    return lines[0]
  }

  it('a busy port', async () => {
    const holder = createServer().listen(0, '127.0.0.1')
    await once(holder, 'listening')
    const { port } = holder.address() as AddressInfo
    expect(await refused({ PORT: String(port) })).toBe(
      `Port ${port} is already in use. Set PORT to a free one, or stop the program that holds it.`,
    )
    holder.close()
  })

  it('a port that is none', async () => {
    expect(await refused({ PORT: 'front door' })).toContain('PORT is front door; it must be a whole number')
  })

  it('a database that cannot be reached', async () => {
    expect(await refused({ DATABASE_URL: 'postgres://a:b@127.0.0.1:1/x' })).toMatch(
      /^The database at postgres:\/\/127\.0\.0\.1:1\/x cannot be reached: .*\.$/,
    )
  })

  it('a database address that is none', async () => {
    expect(await refused({ DATABASE_URL: 'somewhere' })).toContain('cannot be reached')
  })

  it('a database from a newer version', async () => {
    const { url, drop } = await scratchDatabase()
    const client = new pg.Client({ connectionString: url })
    await client.connect()
    await client.query(`INSERT INTO drizzle.__drizzle_migrations (hash, created_at) VALUES ('newer', 4102444800000)`)
    await client.end()
    expect(await refused({ DATABASE_URL: url })).toContain('last used by a newer version of Diatribon')
    await drop()
  })

  it('a moment that is none', async () => {
    const { url, drop } = await scratchDatabase()
    expect(await refused({ DATABASE_URL: url, DIATRIBON_DEMO_NOW: 'noon' })).toContain('DIATRIBON_DEMO_NOW is noon')
    await drop()
  })
})
