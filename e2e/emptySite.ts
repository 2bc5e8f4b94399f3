/** What the launcher of the tests gives; it is plain JavaScript, so that starting needs nothing installed. */
interface Launcher {
  makeDatabase(adminUrl: string): Promise<{ url: string; drop: () => Promise<void> }>
  startServer(databaseUrl: string, env: Record<string, string>): Promise<{ url: string; stop: () => Promise<void> }>
}

/** A server over an empty database, as after the very first start. */
export async function emptySite(): Promise<{ url: string; stop: () => Promise<void> }> {
  const { makeDatabase, startServer } = (await import(
    new URL('../tools/setup/twoServers.mjs', import.meta.url).href
  )) as Launcher
  const { url, drop } = await makeDatabase(process.env.TEST_DATABASE_URL!)
  const server = await startServer(url, { DIATRIBON_DEMO: '0' })
  return {
    url: server.url,
    async stop() {
      await server.stop()
      await drop()
    },
  }
}
