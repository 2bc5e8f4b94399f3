import { spawn } from 'node:child_process'
import { startCluster, freePort } from './setup/cluster.mjs'
import { clusterFolder, homeFolder, root } from './setup/folders.mjs'
import { takeLock } from './setup/lock.mjs'
import { requireNodeModules } from './setup/nodeModules.mjs'
import { runCommand } from './setup/say.mjs'
import { requirePostgres } from './setup/systemPackages.mjs'

/** npm run dev: the server restarts and the page reloads when a file changes. */
runCommand(async () => {
  const home = homeFolder()
  const bin = process.env.DATABASE_URL ? null : requirePostgres()
  requireNodeModules()
  const openLock = takeLock(home, 'start', 'Diatribon')
  const cluster = bin ? await startCluster(bin, clusterFolder(home, 'database')) : null
  const port = String(await freePort())
  const env = {
    ...process.env,
    DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
    PORT: port,
    DIATRIBON_ROOT: root,
  }
  const options = { cwd: root, stdio: 'inherit', env: { ...env, DIATRIBON_API: `http://127.0.0.1:${port}` } }
  const server = spawn('node_modules/.bin/tsx', ['watch', 'tools/serve.ts'], options)
  const web = spawn('node_modules/.bin/vite', ['web'], options)
  const stop = () => [server, web].forEach((child) => child.kill('SIGTERM'))
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
  await Promise.all([server, web].map((child) => new Promise((done) => child.once('exit', done))))
  await cluster?.stop()
  openLock()
})
