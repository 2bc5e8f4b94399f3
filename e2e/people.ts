import type { Floor } from '@diatribon/contract'
import { expect, test as base, type Browser, type BrowserContextOptions, type Page } from '@playwright/test'
import { first } from './servers.ts'

export const phone = { viewport: { width: 390, height: 844 }, hasTouch: true }

/** Pages that a journey leaves open would go on fetching what the next one changes: they are closed when it ends. */
export const test = base.extend<{ closesItsPages: void }>({
  closesItsPages: [
    async ({ browser }, use) => {
      await use()
      for (const context of browser.contexts()) await context.close()
    },
    { auto: true },
  ],
})

/** A person at a browser of their own, signed in through the page. */
export async function signedIn(
  browser: Browser,
  name: string,
  options: BrowserContextOptions & { path?: string } = {},
): Promise<Page> {
  const { path = '/floor', ...context } = options
  const page = await (await browser.newContext({ baseURL: first, ...context })).newPage()
  await page.goto(path)
  await page.getByLabel('Name').fill(name)
  await page.getByRole('textbox', { name: 'PIN' }).fill('314159')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('navigation', { name: 'Screens' })).toBeVisible()
  return page
}

export async function printerId(page: Page, name: string): Promise<string> {
  const floor = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  return floor.racks.flatMap(({ printers }) => printers).find((printer) => printer.name === name)!.id
}
