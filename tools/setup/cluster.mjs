import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { createServer, connect } from 'node:net'
import { dirname, join } from 'node:path'
import { isRoot } from './folders.mjs'
import { SetupProblem } from './say.mjs'

const patienceMs = 30_000
const user = 'diatribon'

/**
 * A private PostgreSQL cluster on loopback: made when missing, started on a free port.
 * @param settings of PostgreSQL, beside the usual ones
 * @returns url of its database, when it has ended with its last words, restart() and stop()
 */
export async function startCluster(bin, data, settings = {}) {
  const as = owner()
  await stopLeftover(data)
  create(bin, data, as)
  for (let attempt = 0; ; attempt++) {
    const port = await freePort()
    try {
      return await start(bin, data, port, as, settings)
    } catch (error) {
      if (attempt === 2 || isFull(error.message)) throw error // another program may have taken the port: twice more
    }
  }
}

/** Whether PostgreSQL's words say that there is no room left. */
export const isFull = (words) => /No space left on device|ENOSPC|Disk quota exceeded/.test(words)

/** PostgreSQL does not run as root: then it runs as Debian's user postgres. */
function owner() {
  if (!isRoot()) return {}
  const [, , uid, gid] = readFileSync('/etc/passwd', 'utf8').match(/^(postgres):[^:]*:(\d+):(\d+):/m) ?? []
  if (!uid) throw new SetupProblem('There is no user postgres on this machine; reinstall the package postgresql.')
  return { uid: Number(uid), gid: Number(gid) }
}

/** Written into the folder when everything about it is done. */
const markOf = (data) => join(data, 'diatribon-cluster')

/**
 * Sees to it that the folder holds a cluster with a known password. A folder that holds one is never deleted, whatever is
 * missing beside it; what a set-up that was cut short has left is moved aside, and that is said.
 */
function create(bin, data, as) {
  const isCluster = existsSync(join(data, 'PG_VERSION'))
  if (isCluster && existsSync(passwordFile(data)) && existsSync(join(data, 'global', 'pg_control'))) {
    if (!existsSync(markOf(data))) writeFileSync(markOf(data), '1\n') // made before there were marks
    return
  }
  if (isCluster && giveNewPassword(bin, data, as)) {
    console.log(
      `The password of the database in ${data} was missing; it has a new one. Nothing of its data was touched.`,
    )
    writeFileSync(markOf(data), '1\n')
    return
  }
  if (existsSync(data) && readdirSync(data).length > 0) {
    const aside = `${data}.half-made-${new Date().toISOString().replace(/[:.]/g, '-')}`
    renameSync(data, aside)
    console.log(`${data} held a database that was never finished; it was moved to ${aside}, and a new one is made.`)
  }
  mkdirSync(dirname(data), { recursive: true })
  mkdirSync(data, { mode: 0o700, recursive: true })
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
    throw new SetupProblem(
      isFull(made.stderr)
        ? `The database folder ${data} cannot be made: the disk is full.`
        : `The database folder ${data} cannot be made: ${made.stderr.trim().split('\n').pop()}`,
    )
  keepPassword(data, password)
  writeFileSync(markOf(data), '1\n')
}

function keepPassword(data, password) {
  writeFileSync(passwordFile(data), password, { mode: 0o600 })
  chmodSync(passwordFile(data), 0o600)
}

/** Sets a new password in the stopped cluster, past the door. @returns whether it is a whole cluster, so that this can be done */
function giveNewPassword(bin, data, as) {
  const password = randomBytes(24).toString('base64url')
  const done = spawnSync(join(bin, 'postgres'), ['--single', '-D', data, 'postgres'], {
    ...as,
    cwd: '/',
    input: `ALTER ROLE ${user} PASSWORD '${password}';\n`,
    encoding: 'utf8',
  })
  if (done.status !== 0 || /\b(ERROR|FATAL|PANIC):/.test(`${done.stdout}${done.stderr}`)) {
    if (existsSync(markOf(data)) || isFull(done.stderr))
      throw new SetupProblem(
        `The database in ${data} has lost its password file, and a new password cannot be set: ${lastLine(done.stderr)} Nothing was touched.`,
      )
    return false
  }
  keepPassword(data, password)
  return true
}

const lastLine = (text) => text.trim().split('\n').pop()

const passwordFile = (data) => `${data}.password`

/** A start that was killed leaves its server running; it is stopped before a new one starts, as gently as it lets itself. */
async function stopLeftover(data) {
  const pid = postmasterPid(data)
  if (pid === null || !isPostgresOf(pid, data)) return
  // Fast, then at once, then by force: what was acknowledged is on the disk each time.
  for (const [signal, ms] of [
    ['SIGINT', patienceMs / 2],
    ['SIGQUIT', patienceMs / 4],
    ['SIGKILL', patienceMs / 4],
  ]) {
    kill(pid, signal)
    for (const until = Date.now() + ms; Date.now() < until; await pause(50)) if (!isPostgresOf(pid, data)) return
  }
  throw new SetupProblem(`The database of an earlier start (process ${pid}) does not stop; stop it by hand.`)
}

function kill(pid, signal) {
  try {
    process.kill(pid, signal)
  } catch (error) {
    if (error.code !== 'ESRCH') throw error
  }
}

const pause = (ms) => new Promise((done) => setTimeout(done, ms))

/** What ends first; a timer that is left over keeps nobody from ending. @returns what `ended` gives, or null */
export function endOrPause(ended, ms) {
  let timer
  const pausing = new Promise((done) => (timer = setTimeout(() => done(null), ms)))
  return Promise.race([ended, pausing]).finally(() => clearTimeout(timer))
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

function baseUrl(data, port) {
  if (!existsSync(passwordFile(data)))
    throw new SetupProblem(
      `The file ${passwordFile(data)} is missing. Stop Diatribon and start it again: it gives the database a new password and touches nothing else.`,
    )
  return `postgres://${user}:${readFileSync(passwordFile(data), 'utf8')}@127.0.0.1:${port}`
}

async function start(bin, data, port, as, settings) {
  const options = {
    listen_addresses: '127.0.0.1',
    port,
    unix_socket_directories: '',
    logging_collector: 'off',
    ...settings,
  }
  const args = ['-D', data, ...Object.entries(options).flatMap(([name, value]) => ['-c', `${name}=${value}`])]
  const words = []
  // Its own process group: Ctrl-C in the terminal reaches the start command alone, which then stops things in order.
  const server = spawn(join(bin, 'postgres'), args, {
    ...as,
    cwd: '/',
    detached: true,
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  server.stderr.on('data', (text) => {
    words.push(...String(text).split('\n').filter(Boolean))
    words.splice(0, words.length - 20)
  })
  const ended = new Promise((done) => server.once('exit', done)).then(() => words)
  let problem = null
  await Promise.race([
    untilReady(port).catch((error) => (problem = error)),
    ended.then(
      () => (problem = new SetupProblem(`The database in ${data} does not start: ${words.slice(-3).join(' ')}`)),
    ),
  ])
  if (problem) {
    server.kill('SIGKILL')
    throw problem
  }
  return {
    port,
    url: `${baseUrl(data, port)}/postgres`,
    /** Its last lines, once it has ended. */
    ended,
    answers: () => answersStartup(port),
    /** The same cluster at the same address, after it has ended or stands still. */
    async restart() {
      await stopLeftover(data)
      server.kill('SIGKILL')
      await ended
      return start(bin, data, port, as, settings)
    },
    async stop() {
      if (server.exitCode === null && server.signalCode === null) server.kill('SIGINT')
      const gone = await endOrPause(ended, patienceMs / 2)
      if (!gone) await stopLeftover(data)
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
