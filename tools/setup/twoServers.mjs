import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import pg from 'pg'
import { distFolder } from './build.mjs'
import { root } from './folders.mjs'
import { SetupProblem } from './say.mjs'

/** The moment at which the demo stands still for tests and pictures. */
export const demoMoment = '2026-11-20T10:00:00Z'

/** Two processes of the built server over one new database, with the demo workshop. */
export async function startTwoServers(adminUrl, env = {}) {
  const { url, drop } = await makeDatabase(adminUrl)
  const first = await startServer(url, env)
  const second = await startServer(url, { DIATRIBON_DEMO_SINCE: String(Date.now()), ...env })
  return {
    urls: [first.url, second.url],
    databaseUrl: url,
    async stop() {
      await Promise.all([first.stop(), second.stop()])
      await drop()
    },
  }
}

export async function makeDatabase(adminUrl) {
  const name = `scratch_${randomBytes(6).toString('hex')}`
  const onAdmin = async (statement) => {
    const client = new pg.Client({ connectionString: adminUrl })
    await client.connect()
    await client.query(statement).finally(() => client.end())
  }
  await onAdmin(`CREATE DATABASE ${name}`)
  const url = new URL(adminUrl)
  url.pathname = `/${name}`
  return { url: url.href, drop: () => onAdmin(`DROP DATABASE ${name} WITH (FORCE)`) }
}

/** One process of the built server on a free port. */
export async function startServer(databaseUrl, env = {}) {
  const server = spawn(process.execPath, [join(distFolder, 'serve.js')], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      DIATRIBON_ROOT: root,
      DIATRIBON_DEMO_NOW: demoMoment,
      PORT: '0',
      ...env,
    },
  })
  const ended = new Promise((done) => server.once('exit', done))
  const url = await new Promise((ready, fail) => {
    createInterface(server.stdout).on('line', (line) => {
      const found = /^Diatribon is ready at (\S+)$/.exec(line)
      if (found) ready(found[1])
    })
    ended.then((code) => fail(new SetupProblem(`The server ended with code ${code} before it was ready.`)))
  })
  return {
    url,
    async stop() {
      server.kill('SIGTERM')
      await ended
    },
  }
}
