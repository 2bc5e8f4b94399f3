import { spawnSync } from 'node:child_process'
import { join, resolve } from 'node:path'
import { runningClusterUrl, startCluster } from './cluster.mjs'
import { clusterFolder, homeFolder, root } from './folders.mjs'
import { requireNodeModules } from './nodeModules.mjs'
import { SetupProblem } from './say.mjs'
import { requirePostgres } from './systemPackages.mjs'

/**
 * Runs backup, restore or check against DATABASE_URL, the running application's database, or the stopped one's.
 * @param usage how it is called with its file; left out when it needs none
 */
export async function bookCommand(what, usage) {
  const file = usage ? process.argv[2] : ''
  if (file === undefined) throw new SetupProblem(`Say which: ${usage}`)
  const bin = process.env.DATABASE_URL ? null : requirePostgres()
  requireNodeModules()
  const { buildServer, distFolder } = await import('./build.mjs')
  await buildServer()
  const data = bin && clusterFolder(homeFolder(), 'database')
  const running = process.env.DATABASE_URL ?? runningClusterUrl(data)
  const cluster = running ? null : await startCluster(bin, data)
  try {
    const { status } = spawnSync(
      process.execPath,
      [join(distFolder, 'book.js'), what, what === 'rescue' ? file : resolve(file)],
      {
        stdio: ['ignore', 'inherit', 'inherit'],
        env: { ...process.env, DATABASE_URL: running ?? cluster.url, DIATRIBON_ROOT: root },
      },
    )
    return status ?? 1
  } finally {
    await cluster?.stop()
  }
}
