import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { chmodSync, chownSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, connect } from 'node:net'
import { dirname, join } from 'node:path'
import { isRoot } from './folders.mjs'
import { SetupProblem } from './say.mjs'

const patienceMs = 30_000
const user = 'diatribon'

/**
 * A private PostgreSQL cluster on loopback: made when missing, started on a free port.
 * @returns url of its database, adminUrl for making others, and stop()
 */
export async function startCluster(bin, data, settings = {}) {
  const as = owner()
  create(bin, data, as)
  stopLeftover(data)
  for (let attempt = 0; ; attempt++) {
    const port = await freePort()
    try {
      return await start(bin, data, port, as, settings)
    } catch (error) {
      if (attempt === 2) throw error // another program may have taken the port meanwhile: twice more
    }
  }
}

/** PostgreSQL does not run as root: then it runs as Debian's user postgres. */
function owner() {
  if (!isRoot()) return {}
  const [, , uid, gid] = readFileSync('/etc/passwd', 'utf8').match(/^(postgres):[^:]*:(\d+):(\d+):/m) ?? []
  if (!uid) throw new SetupProblem('There is no user postgres on this machine; reinstall the package postgresql.')
  return { uid: Number(uid), gid: Number(gid) }
}

function create(bin, data, as) {
  if (existsSync(join(data, 'PG_VERSION')) && existsSync(passwordFile(data))) return
  rmSync(data, { recursive: true, force: true }) // left over from a set-up that was cut short
  mkdirSync(dirname(data), { recursive: true })
  mkdirSync(data, { mode: 0o700 })
  if (as.uid !== undefined) chownSync(data, as.uid, as.gid)
  const password = randomBytes(24).toString('base64url')
  const pwFile = `${data}.pw`
  writeFileSync(pwFile, `${password}\n`, { mode: 0o600 })
  if (as.uid !== undefined) chownSync(pwFile, as.uid, as.gid)
  const made = spawnSync(
    join(bin, 'initdb'),
    [
      '-D',
      data,
      '-U',
      user,
      '--pwfile',
      pwFile,
      '-A',
      'scram-sha-256',
      '-E',
      'UTF8',
      '--locale=C.UTF-8',
      '--data-checksums',
    ],
    { ...as, cwd: '/', encoding: 'utf8' },
  )
  rmSync(pwFile)
  if (made.status !== 0)
    throw new SetupProblem(`The database folder ${data} cannot be made: ${made.stderr.trim().split('\n').pop()}`)
  writeFileSync(passwordFile(data), password, { mode: 0o600 })
  chmodSync(passwordFile(data), 0o600)
}

const passwordFile = (data) => `${data}.password`

/** A start that was killed leaves its server running; it is stopped the gentle way before a new one starts. */
function stopLeftover(data) {
  const pid = postmasterPid(data)
  if (pid === null || !isPostgresOf(pid, data)) return
  process.kill(pid, 'SIGINT')
  const until = Date.now() + patienceMs
  while (isPostgresOf(pid, data)) {
    if (Date.now() > until)
      throw new SetupProblem(`The database of an earlier start (process ${pid}) does not stop; stop it by hand.`)
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 50)
  }
}

function postmasterPid(data) {
  const file = join(data, 'postmaster.pid')
  return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : null
}

/** Process numbers are used again: only a postgres that works in this very folder is ours. */
function isPostgresOf(pid, data) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0').includes(data)
  } catch {
    return false
  }
}

/** Address of the cluster's database when it runs already, else null. */
export function runningClusterUrl(data) {
  const pid = postmasterPid(data)
  if (pid === null || !isPostgresOf(pid, data)) return null
  const port = readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[3]
  return `${baseUrl(data, port)}/postgres`
}

const baseUrl = (data, port) => `postgres://${user}:${readFileSync(passwordFile(data), 'utf8')}@127.0.0.1:${port}`

async function start(bin, data, port, as, settings) {
  const options = {
    listen_addresses: '127.0.0.1',
    port,
    unix_socket_directories: '',
    logging_collector: 'off',
    ...settings,
  }
  const args = ['-D', data, ...Object.entries(options).flatMap(([name, value]) => ['-c', `${name}=${value}`])]
  const errors = []
  // Its own process group: Ctrl-C in the terminal reaches the start command alone, which then stops things in order.
  const server = spawn(join(bin, 'postgres'), args, {
    ...as,
    cwd: '/',
    detached: true,
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  server.stderr.on('data', (text) => {
    errors.push(String(text))
    if (errors.length > 20) errors.shift()
  })
  const ended = new Promise((done) => server.once('exit', done))
  await Promise.race([
    untilReady(port),
    ended.then(() => {
      throw new SetupProblem(`The database in ${data} does not start: ${errors.join('').trim().split('\n').pop()}`)
    }),
  ])
  return {
    port,
    url: `${baseUrl(data, port)}/postgres`,
    async stop() {
      if (server.exitCode === null && server.signalCode === null) server.kill('SIGINT')
      await ended
    },
  }
}

async function untilReady(port) {
  const until = Date.now() + patienceMs
  while (Date.now() < until) {
    if (await answersStartup(port)) return
    await new Promise((done) => setTimeout(done, 30))
  }
  throw new SetupProblem('The database does not answer.')
}

/** Asks for a connection as a client would (PostgreSQL protocol 3.0): while it starts up it answers with an error 'E'. */
function answersStartup(port) {
  return new Promise((done) => {
    const socket = connect(port, '127.0.0.1')
    const finish = (ready) => {
      socket.destroy()
      done(ready)
    }
    socket.setTimeout(1000, () => finish(false))
    socket.on('error', () => finish(false))
    socket.on('close', () => finish(false))
    socket.on('data', (data) => finish(String.fromCharCode(data[0]) === 'R'))
    socket.on('connect', () => {
      const words = Buffer.from(`user\0${user}\0database\0postgres\0\0`)
      const packet = Buffer.alloc(8 + words.length)
      packet.writeInt32BE(packet.length, 0)
      packet.writeInt32BE(196608, 4)
      words.copy(packet, 8)
      socket.write(packet)
    })
  })
}

/** A port that nobody uses at this moment. */
export function freePort() {
  return new Promise((done, fail) => {
    const probe = createServer()
    probe.once('error', fail)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => done(port))
    })
  })
}

/** Whether a port can be had on loopback. */
export function portIsFree(port) {
  return new Promise((done) => {
    const probe = createServer()
    probe.once('error', () => done(false))
    probe.listen(port, '127.0.0.1', () => probe.close(() => done(true)))
  })
}
