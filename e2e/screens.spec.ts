import { expect, type Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import type { Floor, FortnightPage } from '@diatribon/contract'
import { accessible } from './accessible.ts'
import { livesOf, pasted, phone, printerId, signedIn, test, typed } from './people.ts'
import { first } from './servers.ts'

async function addresses(page: Page): Promise<Record<string, string>> {
  const floor = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  const lives = await livesOf(page)
  return {
    Floor: '/floor',
    Printer: `/printers/${floor.racks[0]!.printers[0]!.id}`,
    Round: '/round',
    Lives: '/lives',
    Life: `/lives/${lives.find(({ failures }) => failures > 9)!.partType.id}`,
    Logbook: '/logbook',
    Bench: '/bench',
    Trainer: '/trainer',
    Plan: '/plan',
    'As built': `/printers/${floor.racks[3]!.printers[2]!.id}?view=As+built`,
    Counts: `/printers/${floor.racks[3]!.printers[2]!.id}?view=Counts`,
    Forecast: `/printers/${floor.racks[3]!.printers[2]!.id}?view=Forecast`,
    'Job file': '/job-file',
    Workshop: '/workshop',
    'Take-in': '/take-in',
    Catalogue: '/catalogue',
    Spools: '/spools',
    Stores: '/stores',
    Upgrades: '/upgrades',
    'New design': '/upgrades/new',
    Import: '/import',
    Checks: '/checks',
    'New check': '/checks/new',
    Drifting: '/drifting',
    'Checks of a printer': `/printers/${floor.racks[3]!.printers[2]!.id}?view=Checks`,
    'Readings of a printer': `/printers/${floor.racks[3]!.printers[2]!.id}?view=Readings`,
    Faults: '/faults',
    Symptoms: '/knowledge',
    Causes: '/knowledge?view=Causes',
    'Time down': '/time-down',
    People: '/people',
    Handover: '/handover',
    'Book check': '/book-check',
    Waiting: '/outbox',
    'Label of a printer': `/report/${floor.racks[0]!.printers[2]!.id.replaceAll('-', '').slice(0, 12)}`,
    'Bench, sound': '/bench?sum=sound',
    'Bench, lives': '/bench?sum=life',
    'Bench, repairs': '/bench?sum=recurrence',
  }
}

for (const [name, options] of Object.entries({
  'desk, by day and in the dark': { viewport: { width: 1280, height: 800 } },
  phone,
})) {
  test(`every screen has its own address, fits and is accessible: ${name}`, async ({ browser }) => {
    const page = await signedIn(browser, 'lead', options)
    const errors: string[] = []
    page.on('pageerror', (error) => errors.push(error.message))
    for (const [screen, path] of Object.entries(await addresses(page))) {
      await page.goto(path)
      await expect(page.getByRole('heading').first()).toBeAttached()
      await expect(page.getByText('Fetching …')).toHaveCount(0)
      await accessible(page, screen)
      if (options !== phone) {
        // In the dark only the colours are others.
        await page.emulateMedia({ colorScheme: 'dark' })
        await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', 'dark')
        await accessible(page, `${screen} in the dark`, { rules: ['color-contrast'] })
        await page.emulateMedia({ colorScheme: 'light' })
      }
      const overflow = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      expect(overflow, `${screen} must not scroll sideways`).toBeLessThanOrEqual(0)
    }
    expect(errors).toEqual([])
  })
}

test('dialogs are accessible on the phone', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', phone)
  await page.goto((await addresses(page)).Printer!)
  for (const name of ['Count hours', 'Swap part', 'Note', 'Report a fault']) {
    await page.getByRole('button', { name, exact: true }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await accessible(page, name, { only: '[role=dialog]' })
    await page.getByRole('button', { name: 'Cancel' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
})

test('the dialogs of checks, readings, sign-offs and beds are accessible', async ({ browser }) => {
  const page = await signedIn(browser, 'lead')
  const { 'Checks of a printer': checks, 'Readings of a printer': readings } = await addresses(page)
  const dialogs: [path: string, button: string | RegExp][] = [
    ['/checks', 'Change the line Nozzle'],
    ['/checks', 'Change enclosure temperature'],
    ['/checks', 'Retire Plate'],
    [checks!, 'Something happened'],
    [checks!, /^Skip /],
    [readings!, 'Keep a reading'],
    ['/people', 'Withdraw mains from Leandra Moss'],
    ['/people', 'Invite somebody'],
    ['/logbook', 'Pin a notice'],
    ['/logbook?kind=close-fault', /^Amend entry/],
    ['/catalogue', 'Change Dunlin D2'],
  ]
  for (const [path, button] of dialogs) {
    await page.goto(path)
    await page.getByRole('button', { name: button }).first().click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await accessible(page, String(button), { only: '[role=dialog]' })
    await page.getByRole('button', { name: 'Cancel' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
})

test('the dialogs behind menus are accessible', async ({ browser }) => {
  const page = await signedIn(browser, 'lead')
  const { racks } = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  const held = racks.flatMap(({ printers }) => printers).find(({ state }) => state === 'on hold')!
  const behindMenus: [path: string, menu: string | RegExp, item: string][] = [
    ...['Shifts', 'Record training', 'Role and name', 'Lock out', 'Leaves the staff', 'Invitation code'].map(
      (item): [string, string, string] => ['/people', 'More for Juna Vale', item],
    ),
    ['/people', /^Signed in as/, 'Change your PIN'],
    ...['Take a guard off', 'Make a duty', 'Move a part', 'Retire'].map((item): [string, string, string] => [
      `/printers/${held.id}`,
      'More',
      item,
    ]),
  ]
  for (const [path, menu, item] of behindMenus) {
    await page.goto(path)
    await page.getByRole('button', { name: menu, exact: true }).click()
    await page.getByRole('menuitem', { name: item }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await accessible(page, item, { only: '[role=dialog]' })
  }
})

test('a member may look and write, not swap', async ({ browser }) => {
  const page = await signedIn(browser, 'member')
  await page.goto((await addresses(page)).Printer!)
  await expect(page.getByRole('button', { name: 'Note', exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: /Swap|Count/ })).toHaveCount(0)
  await expect(page.getByText('Changing parts is for technicians and leads')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Report a fault' })).toBeVisible()
})

test('the keyboard leads everywhere, and can be kept from it', async ({ browser }) => {
  const page = await signedIn(browser, 'technician')
  for (const [key, path] of Object.entries({
    r: '/round',
    l: '/lives',
    b: '/logbook',
    j: '/job-file',
    w: '/workshop',
    c: '/bench',
    k: '/checks',
    d: '/drifting',
    x: '/faults',
    h: '/handover',
    p: '/people',
    f: '/floor',
  })) {
    await page.keyboard.press(key)
    await expect(page).toHaveURL(path)
  }
  await page.goto((await addresses(page)).Printer!)
  await expect(page.getByRole('region', { name: 'Hour ribbon' })).toBeVisible()
  await page.keyboard.press('t')
  await expect(page.getByRole('columnheader', { name: 'Taken out at' })).toBeVisible()
  await page.keyboard.press('Shift+?')
  await page.getByLabel('Single-key shortcuts on').click()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  const here = page.url()
  await page.keyboard.press('f')
  await expect(page).toHaveURL(here)
})

test('another page is begun at its heading, and the way back ends where it began', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { ...phone, path: '/floor' })
  const printer = page.getByRole('main').getByRole('link', { name: 'Limpet', exact: true })
  await printer.scrollIntoViewIfNeeded()
  await page.mouse.wheel(0, 300)
  await expect.poll(() => page.evaluate(() => window.scrollY)).toBeGreaterThan(0)
  await printer.focus()
  await page.keyboard.press('Enter')
  const heading = page.getByRole('heading', { level: 1, name: 'Limpet' })
  await expect(heading).toBeFocused()
  expect(await page.evaluate(() => window.scrollY)).toBe(0)
  // The next key goes on from there, into the page and not through all its places again.
  await page.keyboard.press('Tab')
  expect(await page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true)
  await page.goBack()
  await expect(page.getByRole('heading', { level: 1, name: 'Floor' })).toBeFocused()
  await expect.poll(() => page.evaluate(() => window.scrollY)).toBeGreaterThan(0)
})

test('a wrong PIN gets a sentence; sign-out leaves nothing behind', async ({ browser }) => {
  const page = await (await browser.newContext({ baseURL: first })).newPage()
  await page.goto('/round')
  await typed(page.getByLabel('Name'), 'corin')
  await typed(page.getByRole('textbox', { name: 'PIN' }), '0000')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('Name and PIN do not belong together')
  await page.getByRole('button', { name: 'technician' }).click()
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Round' })).toBeVisible()
  await page.getByRole('button', { name: /^Signed in as/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  expect((await page.request.get('/api/session')).status()).toBe(401)
})

test('without a connection the last figures stay, and nothing is claimed to be recorded', async ({ browser }) => {
  const page = await signedIn(browser, 'technician')
  await page.goto((await addresses(page)).Printer!)
  await expect(page.getByRole('button', { name: 'Note', exact: true })).toBeVisible()
  const words = `Written while away, ${Math.random()}`
  await page.context().setOffline(true)
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await typed(page.getByLabel('What should the others know?'), words)
  await page.getByRole('button', { name: 'Write' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByText('No connection: “Note” waits on this device')).toBeVisible()
  await expect(page.getByRole('region', { name: /^Log of/ }).getByText(words)).toHaveCount(0)
  await page.context().setOffline(false)
  await expect(page.getByRole('region', { name: /^Log of/ }).getByText(words)).toHaveCount(1)
})

test('an answer lost on the way is asked for again, and the action is recorded once', async ({ browser }) => {
  const page = await signedIn(browser, 'technician')
  await page.goto((await addresses(page)).Printer!)
  const words = `Answer lost, ${Math.random()}`
  let lost = 0
  await page.route('**/api/actions', async (route) => {
    if (lost++ > 0) return route.continue()
    await route.fetch() // the server records it, and its answer never arrives
    await route.abort('connectionreset')
  })
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await typed(page.getByLabel('What should the others know?'), words)
  await page.getByRole('button', { name: 'Write' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByRole('region', { name: /^Log of/ }).getByText(words)).toHaveCount(1)
})

test('the bench reckons pasted columns and gives them out as CSV', async ({ browser }) => {
  const page = await signedIn(browser, 'member', { path: '/bench?sum=life' })
  const fits = page.getByRole('table', { name: 'Fits' })
  // NIST/SEMATECH e-Handbook 8.4.1.2
  await expect(fits).toContainText('shape 1.7208')
  await expect(fits).toContainText('0.9056 to 2.886')
  await typed(page.getByLabel('Records'), '10 failed')
  await page.getByRole('button', { name: 'Reckon' }).click()
  await expect(page.getByRole('alert')).toContainText('Row')
  await pasted(page.getByLabel('Records'), 'age\tstate\n100\tfailed\n150\tfailed\n210\tfailed\n300\trunning\t4')
  await typed(page.getByLabel('Ages are counted in'), 'prints')
  await page.getByRole('button', { name: 'Reckon' }).click()
  await expect(page.getByText('3 failed, 4 still good when last seen')).toBeVisible()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Download CSV' }).click()
  const csv = await readFile(await (await waiting).path(), 'utf8')
  expect(csv.split('\r\n').slice(0, 2)).toEqual([
    'figure,value,lower 95 %,upper 95 %',
    expect.stringMatching(/^Weibull shape,[\d.]+,[\d.]+,[\d.]+$/),
  ])
  expect(csv).toContain('"Weibull scale, prints"')

  await page.getByRole('tab', { name: 'When to replace?' }).click()
  await expect(page.getByText('Replace at 510.7')).toBeVisible()
  await typed(page.getByLabel('Shape'), '0.9')
  await page.getByRole('button', { name: 'Reckon' }).click()
  await expect(page.getByText('Never replace on a clock')).toBeVisible()
  await typed(page.getByLabel('Cost of a failure'), '0.5')
  await page.getByRole('button', { name: 'Reckon' }).click()
  await expect(page.getByRole('alert')).toContainText('must cost more')
})

test('the logbook is endless and its filters are in the address', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/logbook?kind=swap-part' })
  await expect(page.getByRole('listitem').first()).toContainText('Part swapped')
  const before = await page.getByRole('listitem').count()
  await page.keyboard.press('End')
  await expect.poll(() => page.getByRole('listitem').count()).toBeGreaterThan(before)
  await page.getByRole('combobox', { name: 'Printer' }).click()
  await page.getByRole('option', { name: 'Cowrie' }).click()
  await expect(page).toHaveURL(/printer=/)
  await expect(page.getByRole('listitem').first()).toContainText('Cowrie')
  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export' }).click()
  const lines = (await readFile(await (await waiting).path(), 'utf8')).trim().split('\n')
  expect(lines.length).toBeGreaterThan(3000)
  expect(JSON.parse(lines[0]!)).toMatchObject({ seq: 1, action: { kind: 'open-site' } })
})

test('a slow device fetches no more of the book than is looked at', async ({ browser }) => {
  const page = await signedIn(browser, 'lead')
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  const older = new Set<string>()
  page.on('request', (request) => {
    const before = /\/api\/logbook\?.*before=(\d+)/.exec(request.url())?.[1]
    if (before) older.add(before)
  })
  await page.goto('/logbook')
  await expect(page.getByRole('listitem').first()).toBeVisible()
  const words = `Slowly, ${Math.random()}`
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await typed(page.getByLabel('What should the others know?'), words)
  await page.getByRole('button', { name: 'Write' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: words })).toBeVisible()
  expect(older.size).toBe(0)
  // While the dialog is going it still holds the focus, and the page does not move.
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.getByRole('heading', { level: 1, name: 'Logbook' }).click()
  await page.keyboard.press('End')
  await expect.poll(() => older.size).toBe(1)
})

test('no button of a printer’s page moves from under a finger when the rest of the page comes', async ({ browser }) => {
  const page = await signedIn(browser, 'lead')
  const id = await printerId(page, 'Limpet')
  // The checks of the printer come last of all.
  let letThrough = () => undefined as void
  const held = new Promise<void>((done) => (letThrough = done))
  await page.route(`**/api/printers/${id}/checks`, async (route) => {
    await held
    await route.continue()
  })
  await page.goto(`/printers/${id}`)
  const count = page.getByRole('button', { name: 'Count hours' })
  await expect(count).toBeVisible()
  await expect(page.getByRole('button', { name: 'Before a print' })).toBeDisabled()
  const before = await count.boundingBox()
  letThrough()
  await expect(page.getByRole('button', { name: 'Before a print' })).toBeEnabled()
  expect(await count.boundingBox()).toEqual(before)
})

test('a button below what comes late stands still too: the printer’s readings, the plan while it is made anew', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'lead')
  const id = await printerId(page, 'Lobster')
  let letThrough = () => undefined as void
  const held = new Promise<void>((done) => (letThrough = done))
  // The thermometer of its enclosure is told last of all.
  await page.route('**/api/enclosures', async (route) => {
    await held
    await route.continue()
  })
  const tops: number[] = []
  const keep = page.getByRole('button', { name: 'Keep a reading' })
  await page.exposeFunction('isAt', (top: number) => void tops.push(Math.round(top)))
  await page.goto(`/printers/${id}?view=Readings`)
  await expect(page.getByRole('button', { name: 'Before a print' })).toBeEnabled()
  // From when it is first there, every frame.
  await page.evaluate(() => {
    const told = (window as unknown as { isAt: (top: number) => void }).isAt
    const look = () => {
      const button = [...document.querySelectorAll('button')].find((one) => one.textContent === 'Keep a reading')
      if (button) told(button.getBoundingClientRect().top)
      requestAnimationFrame(look)
    }
    look()
  })
  letThrough()
  await expect(page.getByText('Enclosure too warm.')).toBeVisible()
  await expect(keep).toBeVisible()
  await expect.poll(() => tops.length).toBeGreaterThan(5)
  expect(new Set(tops).size).toBe(1)

  await page.goto('/plan')
  const rules = page.getByRole('button', { name: 'Rules of the plan' })
  await expect(rules).toBeVisible()
  const before = await rules.boundingBox()
  const plan = (await (await page.request.get(`${first}/api/plan/fortnight`)).json()) as FortnightPage
  await page.route('**/api/plan/fortnight', (route) =>
    route.fulfill({ json: { ...plan, isBeingSolved: true, fresh: { asOf: plan.madeAt, waiting: 0 } } }),
  )
  // Whoever comes back to a page sees it anew, but not every second.
  await expect(async () => {
    await page.evaluate(() => window.dispatchEvent(new Event('focus')))
    await expect(page.getByText(/^Looking for a better plan/)).toBeVisible({ timeout: 1000 })
  }).toPass()
  await expect(page.getByText(/^Some of these figures are from/)).toBeVisible()
  expect(await rules.boundingBox()).toEqual(before)
})
