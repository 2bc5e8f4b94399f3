import { join } from 'node:path'
import { startCluster } from './setup/cluster.mjs'
import { clusterFolder, homeFolder } from './setup/folders.mjs'
import { requireNodeModules } from './setup/nodeModules.mjs'
import { runCommand } from './setup/say.mjs'
import { requirePostgres } from './setup/systemPackages.mjs'

/** npm run bench: one JSON line per figure; ratios are measured in the same run, commits are durable on both sides. */
runCommand(async () => {
  const home = homeFolder()
  const bin = requirePostgres()
  requireNodeModules()
  const { buildServer, buildWeb } = await import('./setup/build.mjs')
  await buildServer()
  await buildWeb()
  const cluster = await startCluster(bin, clusterFolder(home, 'bench-database'), { max_connections: '200' })
  try {
    const { benchFits } = await import('./bench/fits.mjs')
    const { benchActions } = await import('./bench/actions.mjs')
    const { benchReads } = await import('./bench/reads.mjs')
    const asked = process.argv.slice(2)
    const wants = (name) => asked.length === 0 || asked.includes(name)
    const pgbench = join(bin, 'pgbench')
    if (wants('fits')) await benchFits()
    if (wants('lives')) await (await import('./bench/lives.mjs')).benchLives()
    if (wants('lifeFigures')) await (await import('./bench/lifeFigures.mjs')).benchLifeFigures(cluster.url)
    if (wants('outcome')) await (await import('./bench/outcome.mjs')).benchOutcome()
    if (wants('plan')) await (await import('./bench/plan.mjs')).benchPlan(cluster.url)
    if (wants('drift')) await (await import('./bench/drift.mjs')).benchDrift()
    if (wants('jobs')) await (await import('./bench/jobs.mjs')).benchJobs()
    if (wants('feed')) await (await import('./bench/feed.mjs')).benchFeed(cluster.url)
    if (wants('actions')) await benchActions(cluster.url, pgbench)
    if (wants('reads')) await benchReads(cluster.url)
    if (wants('busy')) await (await import('./bench/busy.mjs')).benchBusy(cluster.url)
    if (wants('live')) await (await import('./bench/live.mjs')).benchLive(cluster.url)
    if (wants('search')) await (await import('./bench/search.mjs')).benchSearch(cluster.url)
  } finally {
    await cluster.stop()
  }
})
