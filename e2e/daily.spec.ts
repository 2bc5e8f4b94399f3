import { randomUUID } from 'node:crypto'
import { expect, type Page } from '@playwright/test'
import type { Counts, LogPage, PersonHere, PrinterPage, Round, Session, StoresPage } from '@diatribon/contract'
import { accessible } from './accessible.ts'
import { phone, printerId, signedIn, test, typed } from './people.ts'
import { first, second } from './servers.ts'

test('the meters of many printers: one figure per line, Enter goes on, what is refused says so at its line', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'technician')
  const ids = [await printerId(page, 'Limpet'), await printerId(page, 'Whelk')]
  const meterOf = async (id: string) =>
    ((await (await page.request.get(`${first}/api/printers/${id}`)).json()) as PrinterPage).printer.meterHours
  const before = [await meterOf(ids[0]!), await meterOf(ids[1]!)]
  await page.getByRole('link', { name: 'Count hours of many' }).click()
  const field = (name: string) => page.getByLabel(`Meter of ${name}, in hours`)
  await expect(field('Limpet')).toBeVisible()
  await accessible(page, 'count hours of many')
  await typed(field('Limpet'), String(before[0]! + 1).replace('.', ','))
  await page.keyboard.press('Enter')
  // The next line has the keyboard; nothing was sent yet.
  await expect(field('Limpet')).not.toBeFocused()
  await expect(page.locator('input:focus')).toHaveAttribute('aria-label', /^Meter of /)
  await typed(field('Whelk'), '1')
  await page.getByRole('button', { name: 'Count 2 printers' }).click()
  await expect(page.getByText('counted', { exact: true })).toHaveCount(1)
  await expect(page.getByText(/The meter cannot run backwards/)).toBeVisible()
  expect(await meterOf(ids[0]!)).toBeCloseTo(before[0]! + 1, 6)
  expect(await meterOf(ids[1]!)).toBe(before[1])
  const { counts } = (await (await page.request.get(`${first}/api/printers/${ids[0]}/counts`)).json()) as Counts
  expect(counts[0]!.meterHours).toBeCloseTo(before[0]! + 1, 6)
})

test('the round on a phone: due in three screens, later folded, by rack and by what I may do', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { ...phone, path: '/round' })
  await expect(page.getByRole('heading', { level: 1, name: 'Round' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'overdue' }).getByRole('button').first()).toBeVisible()
  const height = () => page.evaluate(() => document.documentElement.scrollHeight)
  expect(await height()).toBeLessThanOrEqual(3 * phone.viewport.height)
  await accessible(page, 'round on a phone')
  await page.getByRole('button', { name: 'Show what is due later' }).click()
  await expect(page.getByRole('button', { name: 'Fold what is due later' })).toBeVisible()
  await page.getByRole('combobox', { name: 'Room or rack' }).click()
  await page.getByRole('option', { name: 'Rack A' }).click()
  await expect(page).toHaveURL(/where=/)
  const round = (await (await page.request.get(`${first}/api/plan/round`)).json()) as Round
  const others = round.others.filter(({ urgency }) => urgency === 'overdue')
  const due = [...round.overdue, ...round.checks.overdue, ...others].flatMap(({ printer }) => printer ?? [])
  const shown = new Set(due.filter(({ rack }) => rack === 'A').map(({ id }) => id)).size
  const stops = page.getByRole('region', { name: 'overdue' }).getByRole('listitem')
  await expect(stops).toHaveCount(shown)
  for (const stop of await stops.all()) await expect(stop).toContainText(/^A\d/)
  await page.getByRole('switch', { name: 'Only what I may do' }).click()
  await expect(page).toHaveURL(/mine=1/)
  await expect.poll(() => stops.count()).toBeLessThanOrEqual(shown)
})

test('the look before a print without a line waits as one and goes out whole', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', phone)
  const id = await printerId(page, 'Scallop')
  await page.goto(`/printers/${id}`)
  const look = page.getByRole('button', { name: 'Before a print' })
  await expect(look).toBeVisible()
  await page.waitForLoadState('networkidle')
  await page.context().setOffline(true)
  await look.click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText(/^There is no connection/)).toBeVisible()
  await accessible(page, 'look without a line')
  await dialog.getByRole('button', { name: 'All is well' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText('1 waiting')).toBeVisible()
  await page.context().setOffline(false)
  const done = async () => {
    const { entries } = (await (await page.request.get(`${first}/api/logbook?printer=${id}&limit=5`)).json()) as LogPage
    return entries.some(({ kind }) => kind === 'finish-check')
  }
  await expect.poll(done).toBe(true)
})

test('a name without a gap does not make the phone scroll sideways', async ({ browser }) => {
  const lead = await signedIn(browser, 'lead', phone)
  const id = await printerId(lead, 'Cockle')
  const { entries } = (await (
    await lead.request.get(`${first}/api/logbook?printer=${id}&kind=take-in-printer`)
  ).json()) as LogPage
  const long = 'W'.repeat(58)
  const rename = (name: string) =>
    lead.request.post(`${first}/api/actions`, {
      headers: { origin: first },
      data: {
        key: crypto.randomUUID(),
        kind: 'amend',
        at: entries[0] ? new Date(Date.parse(entries[0].at) + 1000).toISOString() : '',
        entryKey: entries[0]!.key,
        reason: 'A long name',
        correction: { name },
      },
    })
  expect((await rename(long)).status()).toBe(201)
  try {
    for (const path of [
      '/floor',
      '/round',
      `/printers/${id}`,
      '/count',
      '/faults',
      '/logbook',
      '/drifting',
      '/handover',
    ]) {
      await lead.goto(path)
      await lead.waitForLoadState('networkidle')
      const wide = await lead.evaluate(() => document.documentElement.scrollWidth)
      expect([path, wide]).toEqual([path, phone.viewport.width])
    }
  } finally {
    expect((await rename('Cockle')).status()).toBe(201)
  }
})

test('the guide has the chapter of the screen, and finds words', async ({ browser }) => {
  const page = await signedIn(browser, 'member', { path: '/lives' })
  await expect(page.getByRole('heading', { level: 1, name: 'Lives' })).toBeVisible()
  await page.keyboard.press('Shift+?')
  await page.getByRole('link', { name: 'Guide: Lives' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Guide' })).toBeVisible()
  await expect(page.getByRole('heading', { level: 2, name: 'Lives', exact: true })).toBeInViewport()
  await accessible(page, 'guide')
  await typed(page.getByLabel('Find in the guide'), 'spreadsheet')
  await expect(page.getByRole('status')).toContainText('with these words')
  await expect(page.getByRole('heading', { level: 2 })).toHaveText(['Import'])
})

test('pages that are left open tell what others do elsewhere: the shelf, a spool, the costs, the staff', async ({
  browser,
}) => {
  const lead = await signedIn(browser, 'lead', { path: '/stores' })
  const other = await signedIn(browser, 'lead', { baseURL: second, path: '/floor' })
  const get = async <T>(path: string) => (await (await other.request.get(`${second}${path}`)).json()) as T
  const act = async (action: object) => {
    const data = { key: randomUUID(), at: new Date(await now(other)).toISOString(), ...action }
    const answer = await other.request.post(`${second}/api/actions`, { data })
    expect([answer.status(), await answer.text()]).toEqual([201, expect.any(String)])
  }
  const { items } = await get<StoresPage>('/api/stores/items')
  const line = items.find(({ content, onHand }) => content.partTypeId === null && !content.contents && onHand > 1)!
  const row = lead.getByRole('row', { name: new RegExp(line.content.name.replace(/[^\w ]/g, '.')) })
  await expect(row).toBeVisible()
  await act({ kind: 'count-items', lines: [{ itemId: line.id, pieces: line.onHand + 37 }] })
  await expect(row).toContainText(String(line.onHand + 37))

  await lead.goto('/spools')
  const name = `Grey ${Math.floor(Math.random() * 1000)}`
  await expect(lead.getByRole('heading', { level: 1, name: 'Spools' })).toBeVisible()
  const [spoolId, id] = [randomUUID(), await printerId(other, 'Limpet')]
  const spool = { diameterMm: 1.75, densityGPerCm3: 1.24, netGrams: 1000, tareGrams: 200 }
  await act({ kind: 'add-spool', spoolId, name, material: 'PLA', abrasive: false, ...spool })
  const left = lead.getByRole('row', { name: new RegExp(name) })
  await expect(left).toContainText('1,000 g')
  // 100 m of 1.75 mm at 1.24 g/cm³ weigh 298 g.
  await act({ kind: 'finish-job', printerId: id, hours: 0.01, metres: 100, spoolId, outcome: 'good' })
  await expect(left).toContainText('702 g')

  await lead.goto('/people')
  const { id: personId, displayName: who } = (await get<PersonHere[]>('/api/people')).find(
    ({ role }) => role === 'operator',
  )!
  const card = lead.getByRole('main')
  await expect(card.getByText(who).first()).toBeVisible()
  await act({ kind: 'change-person', personId, displayName: `${who} Rowan`, role: 'operator' })
  await expect(card.getByText(`${who} Rowan`).first()).toBeVisible()
  await act({ kind: 'change-person', personId, displayName: who, role: 'operator' })
})

/** What the clock of the workshop says, which in a demo is not that of this machine. */
async function now(page: Page): Promise<string> {
  return ((await (await page.request.get(`${second}/api/session`)).json()) as Session).now
}
