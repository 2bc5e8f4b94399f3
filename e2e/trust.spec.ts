import { expect, type Locator, type Page } from '@playwright/test'
import type { Floor, LogPage, PersonHere, PrinterPage } from '@diatribon/contract'
import { pasted, printerId, signedIn, test, typed } from './people.ts'
import { first } from './servers.ts'

const figureFields = '[inputmode=decimal], [inputmode=text][autocomplete=off]'

/** Where a figure can be typed: pages, and dialogs with the way to open them. */
async function placesOfFigures(page: Page): Promise<Record<string, () => Promise<unknown>>> {
  const limpet = await printerId(page, 'Limpet')
  const at = (path: string) => () => page.goto(path)
  const behind = (path: string, button: string | RegExp, choose?: () => Promise<unknown>) => async () => {
    await page.goto(path)
    await page.getByRole('button', { name: button }).first().click()
    await choose?.()
    await expect(page.getByRole('dialog')).toBeVisible()
  }
  const evidence = (words: string | RegExp) => async () => {
    await page.getByRole('combobox', { name: 'What do you know?' }).click()
    await page.getByRole('option', { name: words }).click()
  }
  return {
    'Take-in': at('/take-in'),
    'New check': at('/checks/new'),
    'Bench, bed': at('/bench?sum=bed'),
    'Bench, belt': at('/bench?sum=belt'),
    'Bench, squareness': at('/bench?sum=squareness'),
    'Bench, play': at('/bench?sum=play'),
    'Bench, feeder': at('/bench?sum=feeder'),
    'Bench, replacement': at('/bench?sum=replacement'),
    'Count: meter': behind(`/printers/${limpet}`, 'Count hours'),
    'Count: job': behind(`/printers/${limpet}`, 'Count hours', evidence('A finished job')),
    'Count: tally': behind(`/printers/${limpet}`, 'Count hours', evidence('Paper tally')),
    'Count: goods': behind(`/printers/${limpet}`, 'Count hours', evidence('Goods made')),
    'Keep a reading': behind(`/printers/${limpet}?view=Readings`, 'Keep a reading'),
    'A new model': behind('/catalogue', 'New model'),
    'A new part type': behind('/catalogue', 'New part type'),
    'A kind of reading': behind('/checks', 'Change enclosure temperature'),
    'What a change upsets': behind('/checks', 'Change the line Nozzle'),
    'A new spool': behind('/spools', 'New spool'),
    'A symptom': behind('/knowledge', /^Change /),
    'A cause': behind('/knowledge?view=Causes', /^Change /),
    'A test': behind('/knowledge?view=Tests', /^Change /),
  }
}

/** What the field shows after it was typed or pasted into, and whether it refuses that. */
async function shown(field: Locator): Promise<{ text: string; refused: boolean }> {
  return {
    text: await field.inputValue(),
    refused: !(await field.evaluate((element) => (element as HTMLInputElement).validity.valid)),
  }
}

test('every figure field keeps what is typed, letter for letter, and refuses what is no figure', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'lead')
  let fields = 0
  const without: string[] = []
  for (const [place, open] of Object.entries(await placesOfFigures(page))) {
    await open()
    await expect(page.getByText('Fetching …')).toHaveCount(0)
    const found = page.locator(figureFields).filter({ visible: true })
    // Every place of the list has one: told together at the end.
    if (!(await found.first().isVisible())) without.push(place)
    // What is typed in one field may bring others, or take them away.
    for (let i = 0; i < (await found.count()); i++) {
      const field = found.nth(i)
      if (!(await field.isEnabled())) continue
      fields++
      // All are one piece; whether a page spoils what is typed shows in one figure, of the first field in all of them.
      for (const text of i === 0 ? ['12.5', '12,5', '-0.05'] : ['12,5']) {
        await typed(field, text)
        expect((await shown(field)).text, `${place}: ${text}`).toBe(text)
      }
      if (i === 0) {
        await pasted(field, '1.204,5')
        expect((await shown(field)).text, place).toBe('1.204,5')
      }
      await typed(field, 'twelve')
      expect(await shown(field), place).toEqual({ text: 'twelve', refused: true })
      await typed(field, '7')
    }
  }
  expect(without).toEqual([])
  expect(fields).toBeGreaterThan(50)
})

test('what is typed with either mark is what is recorded', async ({ browser }) => {
  const page = await signedIn(browser, 'lead')
  // Whichever was counted longest ago: a meter cannot have gone on by more than the time since, whatever other journeys have counted.
  const { racks } = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  const [{ id }] = racks
    .flatMap(({ printers }) => printers)
    .filter(({ state }) => state === 'in service')
    .sort((a, b) => a.countedAt.localeCompare(b.countedAt)) as [Floor['racks'][number]['printers'][number]]
  const newest = async () =>
    ((await (await page.request.get(`${first}/api/logbook?printer=${id}&limit=1`)).json()) as LogPage).entries[0]!
  await page.goto(`/printers/${id}`)
  const { printer } = (await (await page.request.get(`${first}/api/printers/${id}`)).json()) as PrinterPage
  const meter = Math.ceil(printer.meterHours)
  for (const [text, value] of [
    [`${meter + 1}.25`, meter + 1.25],
    [`${meter + 1},5`, meter + 1.5],
  ] as const) {
    await page.getByRole('button', { name: 'Count hours' }).click()
    await typed(page.getByRole('textbox', { name: 'Meter of the printer, in hours' }), text)
    await page.getByRole('button', { name: 'Count', exact: true }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
    expect((await newest()).correctable).toMatchObject({ meterHours: value })
  }
  const job = async (hours: string, metres: string, way: typeof typed) => {
    await page.getByRole('button', { name: 'Count hours' }).click()
    await page.getByRole('combobox', { name: 'What do you know?' }).click()
    await page.getByRole('option', { name: 'A finished job' }).click()
    await way(page.getByRole('textbox', { name: 'Running hours' }), hours)
    await way(page.getByRole('textbox', { name: /^Filament, in metres/ }), metres)
  }
  await job('0,05', '12.5', typed)
  await page.getByRole('button', { name: 'Count', exact: true }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  expect((await newest()).correctable).toMatchObject({ hours: 0.05, metres: 12.5 })
  // What could be two figures is told as it was taken; what lies out of the limits is not bent into them.
  await job('-0.05', '1.830', typed)
  await expect(page.getByText('Taken as 1.83. If you mean 1830, leave the mark out.')).toBeVisible()
  const seq = (await newest()).seq
  await page.getByRole('button', { name: 'Count', exact: true }).click()
  await expect(page.getByText('Not less than 0.')).toBeVisible()
  await pasted(page.getByRole('textbox', { name: 'Running hours' }), '0.01')
  await pasted(page.getByRole('textbox', { name: /^Filament, in metres/ }), '1.204,5')
  await page.getByRole('button', { name: 'Count', exact: true }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  const entry = await newest()
  expect(entry.seq).toBeGreaterThan(seq)
  expect(entry.correctable).toMatchObject({ hours: 0.01, metres: 1204.5 })
})

test('two filters of the Logbook set at once both hold', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/logbook' })
  const people = (await (await page.request.get(`${first}/api/people`)).json()) as PersonHere[]
  await page.getByRole('button', { name: 'More filters' }).click()
  const { displayName, id } = people.find(({ role }) => role === 'technician')!
  await typed(page.getByLabel('Search the book'), 'nozzle')
  await page.getByRole('combobox', { name: 'Person' }).click()
  await page.getByRole('option', { name: displayName }).click()
  await page.getByRole('switch', { name: 'Every step' }).click({ force: true })
  await expect(page).toHaveURL(/search=nozzle/)
  await expect(page).toHaveURL(new RegExp(`person=${id}`))
  await expect(page).toHaveURL(/steps=true/)
  for (const entry of await page.getByRole('listitem').all()) await expect(entry).toContainText(displayName)
})

test('nothing overflows or is squeezed, from the phone to the wide desk', async ({ browser }) => {
  const page = await signedIn(browser, 'lead')
  const id = await printerId(page, 'Limpet')
  const paths = [
    '/floor',
    `/printers/${id}`,
    '/round',
    '/faults',
    '/lives',
    '/logbook',
    '/workshop',
    '/people',
    '/checks',
    '/time-down',
    '/catalogue',
    '/bench',
    '/handover',
  ]
  for (const path of paths) {
    await page.goto(path)
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached()
    await expect(page.getByText('Fetching …')).toHaveCount(0)
    expect(await page.title(), path).toMatch(/^.+ · Diatribon$/)
    for (const width of [320, 390, 768, 820, 1024, 1280, 1920]) {
      await page.setViewportSize({ width, height: 800 })
      const overflow = () =>
        page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
      await expect.poll(overflow, { message: `${path} at ${width}` }).toBeLessThanOrEqual(0)
      const right = async () => {
        const menu = await page.getByRole('button', { name: /^Signed in as/ }).boundingBox()
        return menu && menu.x + menu.width
      }
      await expect.poll(right, { message: `the menu of ${path} at ${width}` }).toBeLessThanOrEqual(width)
      if (path !== '/floor') continue
      const bars = await page.getByRole('img', { name: /used/ }).all()
      expect(bars.length).toBeGreaterThan(5)
      for (const bar of bars)
        expect((await bar.boundingBox())!.width, `wear bar at ${width}`).toBeGreaterThanOrEqual(160)
    }
  }
})

test('an address that is none, an old label and a missing piece have a way on', async ({ browser }) => {
  const page = await signedIn(browser, 'lead')
  const errors: string[] = []
  page.on('pageerror', (error) => errors.push(error.message))
  for (const path of ['/faults/knowledge', '/faults/x', '/no/such/page']) {
    await page.goto(path)
    await expect(page.getByRole('main').getByRole('link').first()).toBeVisible()
  }
  await page.goto('/go/0123456789ab')
  await expect(page.getByRole('heading', { name: 'This label is not known here' })).toBeVisible()
  expect(errors).toEqual([])
  // After an upgrade a piece of the page is not there any more: one reload, then words.
  await page.goto('/floor')
  let asked = 0
  await page.route(/assets\/.*LivesPage.*\.js/, (route) => {
    asked++
    return route.fulfill({ status: 404, body: '' })
  })
  const reloaded = page.waitForEvent('load')
  await page.getByRole('link', { name: 'Lives' }).click()
  await reloaded
  await expect(page.getByText('Diatribon was probably brought up to date meanwhile')).toBeVisible()
  expect(asked).toBeGreaterThanOrEqual(2)
  await page.unroute(/assets\/.*LivesPage.*\.js/)
  await page.getByRole('button', { name: 'Load anew' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Lives' })).toBeVisible()
})

test('a key is kept until it is known what became of it', async ({ browser }) => {
  const page = await signedIn(browser, 'technician')
  await page.goto(`/printers/${await printerId(page, 'Mussel')}`)
  const words = `Not known yet, ${Math.random()}`
  const keys = new Set<string>()
  let failures = 0
  await page.route('**/api/actions', async (route) => {
    keys.add((route.request().postDataJSON() as { key: string }).key)
    if (failures++ > 0) return route.continue()
    await route.fetch() // recorded, and then the server falls over before it answers
    await route.fulfill({ status: 500, json: { error: { code: 'failed', message: 'It is not known yet.' } } })
  })
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await typed(page.getByLabel('What should the others know?'), words)
  await page.getByRole('button', { name: 'Write' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByRole('region', { name: /^Log of/ }).getByText(words)).toHaveCount(1)
  expect(keys.size).toBe(1)
})

test('an entry that keeps failing is stepped over, and can be put right', async ({ browser }) => {
  const page = await signedIn(browser, 'technician')
  await page.goto(`/printers/${await printerId(page, 'Mussel')}`)
  const [bad, good] = [`Breaks the server ${Math.random()}`, `Goes its way ${Math.random()}`]
  await page.route('**/api/actions', (route) =>
    route.request().postData()!.includes('Breaks the server')
      ? route.fulfill({
          status: 500,
          json: { error: { code: 'failed', message: 'Something went wrong on the server.' } },
        })
      : route.continue(),
  )
  for (const words of [bad, good]) {
    await page.getByRole('button', { name: 'Note', exact: true }).click()
    await typed(page.getByLabel('What should the others know?'), words)
    await page.getByRole('button', { name: 'Write' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  await expect(page.getByRole('region', { name: /^Log of/ }).getByText(good)).toHaveCount(1)
  await page.goto('/outbox')
  await expect(page.getByText('Fails again and again')).toBeVisible({ timeout: 90_000 })
  await page.getByRole('button', { name: /^Put right/ }).click()
  await typed(page.getByRole('textbox', { name: 'Text' }), 'Put right now')
  await page.getByRole('button', { name: 'Send again' }).click()
  await expect(page.getByText('Sent: it is in the book')).toBeVisible({ timeout: 60_000 })
})

test('a sign-out that fails says so, and one everywhere ends the other browsers', async ({ browser }) => {
  const page = await signedIn(browser, 'member')
  const other = await signedIn(browser, 'member')
  await page.route('**/api/session', (route) =>
    route.request().method() === 'DELETE' ? route.abort('connectionreset') : route.continue(),
  )
  await page.getByRole('button', { name: /^Signed in as/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out', exact: true }).click()
  await expect(page.getByText('You are still signed in')).toBeVisible()
  await page.getByRole('button', { name: /^Signed in as/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out everywhere' }).click()
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  expect((await other.request.get('/api/session')).status()).toBe(401)
})
