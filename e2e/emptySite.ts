import { expect, type Page } from '@playwright/test'
import { typed } from './people.ts'

/** What the launcher of the tests gives; it is plain JavaScript, so that starting needs nothing installed. */
interface Launcher {
  makeDatabase(adminUrl: string): Promise<{ url: string; drop: () => Promise<void> }>
  startServer(databaseUrl: string, env: Record<string, string>): Promise<{ url: string; stop: () => Promise<void> }>
}

/** Opens the book of an empty site by hand, as its first lead, and stands at the first steps. */
export async function openBook(page: Page): Promise<void> {
  await page.goto('/')
  await typed(page.getByLabel('Name of the workshop'), 'Lagoon Model Yard')
  await typed(page.getByLabel('Your name'), 'Runa Falk')
  await typed(page.getByLabel('Name to sign in with'), 'runa')
  await typed(page.getByRole('textbox', { name: 'PIN' }), '27183')
  await page.getByRole('button', { name: 'Open the book' }).click()
  await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible()
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
