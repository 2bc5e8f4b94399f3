import { startCluster } from './setup/cluster.mjs'
import { clusterFolder, homeFolder } from './setup/folders.mjs'
import { requireNodeModules } from './setup/nodeModules.mjs'
import { runCommand } from './setup/say.mjs'
import { requireChromium, requirePostgres } from './setup/systemPackages.mjs'

/** npm run screenshots: one current picture of each main view, from the demo workshop at a fixed moment. */
runCommand(async () => {
  const bin = requirePostgres()
  requireNodeModules()
  const chromium = requireChromium()
  const { buildServer, buildWeb } = await import('./setup/build.mjs')
  await buildServer()
  await buildWeb()
  const { makeDatabase, startServer } = await import('./setup/twoServers.mjs')
  const { takePictures } = await import('./setup/pictures.mjs')
  const cluster = await startCluster(bin, clusterFolder(homeFolder(), 'pictures-database'))
  const { url, drop } = await makeDatabase(cluster.url)
  const server = await startServer(url)
  try {
    await takePictures(server.url, chromium)
  } finally {
    await server.stop()
    await drop()
    await cluster.stop()
  }
})
