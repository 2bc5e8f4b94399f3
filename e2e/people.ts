import type { Floor, LifeSummary, LivesPage } from '@diatribon/contract'
import {
  expect,
  test as base,
  type Browser,
  type BrowserContextOptions,
  type Locator,
  type Page,
} from '@playwright/test'
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

/** Types as a hand does, key by key, in place of what stands in the field. */
export async function typed(field: Locator, text: string): Promise<void> {
  await field.click()
  const type = await field.evaluate((element) => (element as HTMLInputElement).type)
  // The browser's own fields for dates take digits in the order of the day, and the time after a step to the right.
  const found = /^(\d{4})-(\d{2})-(\d{2})(?:T(\d{2}):(\d{2}))?$/.exec(text)
  if (found && (type === 'date' || type === 'datetime-local')) {
    const [, year, month, day, hour, minute] = found
    await field.press('Home')
    for (let i = 0; i < 6; i++) await field.press('ArrowLeft')
    await field.pressSequentially(`${day}${month}${year}`)
    if (hour) {
      await field.press('ArrowRight')
      await field.pressSequentially(`${hour}${minute}`)
    }
    return
  }
  await field.press('ControlOrMeta+a')
  await field.press('Delete')
  await field.pressSequentially(text)
}

/** Pastes from the clipboard, as from a spreadsheet, in place of what stands in the field. */
export async function pasted(field: Locator, text: string): Promise<void> {
  const page = field.page()
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await field.click()
  await page.evaluate((words) => navigator.clipboard.writeText(words), text)
  await field.press('ControlOrMeta+a')
  await field.press('ControlOrMeta+v')
}

/** A person at a browser of their own that has been signed in; the page where one signs in has journeys of its own. */
export async function signedIn(
  browser: Browser,
  name: string,
  options: BrowserContextOptions & { path?: string } = {},
): Promise<Page> {
  const { path = '/floor', ...own } = options
  const context = await browser.newContext({ baseURL: first, ...own })
  const answer = await context.request.post('/api/session', { data: { name, pin: '314159' } })
  expect(answer.status()).toBe(201)
  const page = await context.newPage()
  await page.goto(path)
  await expect(page.getByRole('navigation', { name: 'Screens' })).toBeVisible()
  return page
}

export async function printerId(page: Page, name: string): Promise<string> {
  const floor = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  return floor.racks.flatMap(({ printers }) => printers).find((printer) => printer.name === name)!.id
}

/** What the lives of every part type say, once that is worked out. */
export async function livesOf(page: Page): Promise<LifeSummary[]> {
  let known: LivesPage | undefined
  await expect
    .poll(async () => {
      known = (await (await page.request.get(new URL('/api/lives', page.url()).href)).json()) as LivesPage
      return known.fresh
    })
    .toMatchObject({ asOf: null, waiting: 0 })
  return known!.lives
}
