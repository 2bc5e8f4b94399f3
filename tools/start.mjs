import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { clusterFolder, homeFolder, root } from './setup/folders.mjs'
import { portIsFree, startCluster } from './setup/cluster.mjs'
import { watchCluster } from './setup/watchCluster.mjs'
import { takeLock } from './setup/lock.mjs'
import { requireNodeModules } from './setup/nodeModules.mjs'
import { runCommand, SetupProblem } from './setup/say.mjs'
import { requirePostgres } from './setup/systemPackages.mjs'

const usualPort = 4310
const portsTried = 50
/** So many ends in so much time, and something is wrong that another start does not mend. */
const mostEnds = 5
const endsMs = 5 * 60_000

/** npm start: everything from a bare clone to a running application. Needs nothing but Node. */
runCommand(async () => {
  const home = homeFolder()
  const openLock = takeLock(home, 'start', 'Diatribon')
  let stopping = false
  let server = null
  const stop = () => {
    stopping = true
    server?.kill('SIGTERM')
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
  let cluster = null
  let first = null
  try {
    const port = await choosePort()
    const ownDatabase = !process.env.DATABASE_URL
    const bin = ownDatabase ? requirePostgres() : null
    requireNodeModules()
    const https = process.argv.includes('--https') ? await sayCertificate(home) : {}
    const { buildServer, buildWeb, distFolder } = await import('./setup/build.mjs')
    await buildServer()
    await buildWeb()
    if (stopping) return 0
    if (ownDatabase) cluster = watchCluster((first = await startCluster(bin, clusterFolder(home, 'database'))))
    if (stopping) return 0
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: process.env.DATABASE_URL ?? first.url,
      PORT: String(port),
      DIATRIBON_ROOT: root,
      ...https,
    }
    const ends = []
    for (;;) {
      server = spawn(process.execPath, ['--enable-source-maps', join(distFolder, 'serve.js')], {
        cwd: root,
        // Its own process group: Ctrl-C reaches it through us, after which the database may stop.
        detached: true,
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
        env,
      })
      let wasReady = false
      server.on('message', (word) => (wasReady ||= word === 'ready'))
      // What it said last may arrive after its end.
      const heard = new Promise((done) => server.once('disconnect', done))
      const ended = new Promise((done) =>
        server.once('exit', (code, signal) => void heard.then(() => done({ code, signal }))),
      )
      // A database that cannot be brought back ends the whole, with its last lines.
      const given = cluster?.failed.catch((error) => {
        server.kill('SIGTERM')
        return ended.then(() => {
          throw error
        })
      })
      const { code, signal } = await (given ? Promise.race([ended, given.then(() => ended)]) : ended)
      if (!stopping) await Promise.race([given, new Promise((done) => setTimeout(done, 100))])
      if (stopping) return 0
      // One that never got ready has said why; one that was killed or fell over is started again.
      ends.push(Date.now())
      if (!wasReady) return code ?? 1
      if (ends.filter((at) => at > Date.now() - endsMs).length >= mostEnds) {
        console.error('The server ends again and again; it is not started any more. Its last lines stand above.')
        return code || 1
      }
      console.error(`The server has ended (${signal ?? `code ${code}`}); it is started again.`)
    }
  } finally {
    await cluster?.stop()
    openLock()
  }
})

/** What HTTPS of our own is worth, said where it is switched on. */
async function sayCertificate(home) {
  const { ownCertificate } = await import('./setup/certificate.mjs')
  const { key, cert, fingerprint } = await ownCertificate(home)
  console.log(
    'HTTPS with a certificate of our own. Nobody vouches for it: each browser warns once, and whoever goes on should',
  )
  console.log(`compare its SHA-256 fingerprint: ${fingerprint}`)
  console.log(`Camera and microphone work then. Work without a line needs ${cert} to be trusted on the device.`)
  console.log('On a network that strangers use, put a proxy with a real certificate in front (docs/nginx.conf).')
  return { HTTPS_KEY: key, HTTPS_CERTIFICATE: cert }
}

/** PORT when it is said; else the usual port, or the next free one when another clone has it. */
async function choosePort() {
  const { PORT } = process.env
  if (PORT !== undefined) {
    const port = Number(PORT)
    if (!Number.isInteger(port) || port < 0 || port > 65535)
      throw new SetupProblem(`PORT is ${PORT}; it must be a whole number from 0 to 65535.`)
    if (port !== 0 && !(await portIsFree(port)))
      throw new SetupProblem(
        `Port ${port} is already in use. Set PORT to a free one, or stop the program that holds it.`,
      )
    return port
  }
  for (let port = usualPort; port < usualPort + portsTried; port++) if (await portIsFree(port)) return port
  throw new SetupProblem(`Ports ${usualPort} to ${usualPort + portsTried - 1} are all in use. Set PORT to a free one.`)
}
