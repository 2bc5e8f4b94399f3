import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import type { FaultRow, Floor, LogPage } from '@diatribon/contract'
import { first, second, signedIn, test } from './people.ts'

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true }
const standards = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']

async function accessible(page: Page, where: string) {
  const { violations } = await new AxeBuilder({ page }).withTags(standards).analyze()
  expect(
    violations.map(({ id, nodes }) => `${where}: ${id} at ${nodes.map((n) => n.target.join(' ')).join(', ')}`),
  ).toEqual([])
}

async function printerId(page: Page, name: string): Promise<string> {
  const floor = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  return floor.racks.flatMap(({ printers }) => printers).find((printer) => printer.name === name)!.id
}

test('anybody reports by the label on the phone, without an account, and the staff sees it at once', async ({
  browser,
}) => {
  const technician = await signedIn(browser, 'technician', { baseURL: second, path: '/faults' })
  const id = await printerId(technician, 'Cockle')
  const context = await browser.newContext({ baseURL: first, ...phone })
  const page = await context.newPage()
  await page.goto(`/go/${id.replaceAll('-', '').slice(0, 12)}`)
  await expect(page.getByRole('heading', { level: 1, name: 'Cockle' })).toBeVisible()
  await expect(page.getByText('It may be used by whoever is inducted.')).toBeVisible()
  await accessible(page, 'label')
  await page.getByLabel('What do you see?').fill('It smells of hot plastic')
  await page.getByLabel('No, nobody should use it').check()
  await page.locator('input[type=file]').setInputFiles('docs/screenshots/floor.png')
  await expect(page.getByRole('button', { name: 'Another photo (1 taken)' })).toBeVisible()
  await page.getByLabel('Your name (optional)').fill('Evening class')
  await page.getByRole('button', { name: 'Report', exact: true }).click()
  await expect(page.getByText('Thank you. The staff sees it now.')).toBeVisible()

  const row = technician.getByRole('listitem').filter({ hasText: 'It smells of hot plastic' })
  await expect(row).toContainText('Evening class')
  await expect(row).toContainText('printing should stop')
  await row.getByRole('link', { name: /^To the fault of Cockle/ }).click()
  await expect(technician.getByRole('img', { name: /^Photo 1/ })).toBeVisible()
  await accessible(technician, 'fault desk')
  // A hold can follow, with a tag to hang on it.
  await technician.goto(`/printers/${id}`)
  await technician.getByRole('button', { name: 'More', exact: true }).click()
  await technician.getByRole('menuitem', { name: 'Put on hold' }).click()
  await technician.getByLabel('Why must nobody use it?').fill('Smells of hot plastic')
  await technician.getByRole('button', { name: 'Put on hold' }).click()
  await expect(technician.getByRole('link', { name: 'Tag to hang on it (PDF)' })).toBeVisible()
  await page.reload()
  await expect(page.getByText('Do not use it.')).toBeVisible()
})

test('a clog that has come back: the lever instead of the nozzle, redone before it is released, seen by the other', async ({
  browser,
}) => {
  test.setTimeout(120_000)
  const technician = await signedIn(browser, 'technician', { baseURL: second, path: '/faults' })
  const lead = await signedIn(browser, 'lead')
  const id = await printerId(lead, 'Periwinkle')
  await lead.goto(`/printers/${id}`)
  await technician.getByRole('link', { name: /^To the fault of Periwinkle/ }).click()
  await expect(technician.getByText('It has come back.')).toBeVisible()
  const causes = technician.getByRole('list', { name: 'Causes, likeliest first' }).getByRole('listitem')
  await expect(causes.filter({ hasText: 'Nozzle blocked' })).toContainText('the fault is back: now unlikely')
  await technician.getByRole('button', { name: 'Look at the lever with a torch: cracked' }).click()
  await accessible(technician, 'test')
  await technician.getByRole('button', { name: 'Write it down' }).click()
  await expect(causes.first()).toContainText('Extruder lever cracked')

  await technician.getByRole('button', { name: 'Begin work and hold the printer' }).click()
  // The other browser saw it without touching anything, and who is at it.
  await expect(lead.getByText('Being repaired: Clicks again, same as yesterday').first()).toBeVisible()
  await expect(lead.getByText(/Iwo Brandsma is at work on it/)).toBeVisible()
  await expect(lead.getByText(/Iwo Brandsma is here too/)).toBeVisible()

  await technician.getByRole('button', { name: 'Swap a part' }).click()
  const dialog = technician.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'Slot' }).click()
  await technician.getByRole('option', { name: 'Extruder lever' }).click()
  await dialog.getByRole('radio', { name: 'failed' }).check()
  await dialog.getByRole('button', { name: 'Swap', exact: true }).click()
  await expect(technician.getByText('Has “New part: Extruder lever” helped?')).toBeVisible()
  // One change at a time.
  await expect(technician.getByRole('button', { name: 'Swap a part' })).toBeDisabled()
  await technician.getByRole('button', { name: 'The fault is gone' }).click()
  await expect(technician.getByText('fault gone')).toBeVisible()

  await technician.getByRole('button', { name: 'Close the fault' }).click()
  await expect(dialog.getByRole('combobox', { name: 'What was it?' })).toHaveValue('Extruder lever cracked')
  await dialog.getByRole('combobox', { name: 'Who or what brought it about?' }).click()
  await technician.getByRole('option', { name: /^wear/ }).click()
  await dialog.getByLabel('Minutes of work').fill('25')
  await dialog.getByLabel('Permanent').check()
  await accessible(technician, 'closing')
  await dialog.getByRole('button', { name: 'Close it' }).click()
  await expect(dialog).toBeHidden()

  const back = technician.getByRole('region', { name: 'Back to service' })
  await expect(back.getByRole('button', { name: 'Release' })).toBeDisabled()
  await back.getByRole('button', { name: 'Done: feed 100 mm and measure' }).click()
  await back.getByRole('button', { name: 'Done: retraction' }).click()
  await back.getByRole('button', { name: 'Done: the same test piece before and after' }).click()
  await expect(back.getByRole('button', { name: /^Waive/ })).toHaveCount(0)
  await expect(back.getByRole('button', { name: 'Release' })).toBeDisabled()
  await back.getByRole('button', { name: 'Passed or not' }).click()
  await dialog.getByLabel('Passed: as good as before the fault').check()
  await dialog.getByRole('button', { name: 'Write', exact: true }).click()
  await expect(back.getByText('1 of 5 still to be done')).toBeVisible()
  // The last line is a check; the lead waives it with a reason, which stands there for all.
  const leads = lead.getByRole('region', { name: 'Back to service' })
  await leads.getByRole('button', { name: 'Waive: First layer' }).click()
  await accessible(lead, 'waiving')
  await lead.getByLabel('Why need it not be done?').fill('Watched down with the test print')
  await lead.getByLabel('I have looked at it and answer for it').check()
  await lead.getByRole('button', { name: 'Waive', exact: true }).click()
  await expect(back.getByText('Everything is done or waived')).toBeVisible()
  await back.getByRole('button', { name: 'Release' }).click()
  await expect(dialog.getByLabel('Make a duty to look again after')).toBeChecked()
  await dialog.getByRole('button', { name: 'Release' }).click()
  await expect(lead.getByText('In service', { exact: true })).toBeVisible()
  await expect(lead.getByText(/To be done at .* h, in 10 h/)).toBeVisible()
})

test('somebody new is invited, and without the sign-off for hot work cannot swap a nozzle', async ({ browser }) => {
  const lead = await signedIn(browser, 'lead', { path: '/people' })
  await lead.getByRole('button', { name: 'Invite somebody' }).click()
  const dialog = lead.getByRole('dialog')
  await dialog.getByLabel('Name to be shown').fill('Nova Brook')
  await dialog.getByLabel('Name to sign in with').fill('nova')
  await dialog.getByRole('combobox', { name: 'Role' }).click()
  await lead.getByRole('option', { name: 'technician' }).click()
  await dialog.getByRole('button', { name: 'Admit' }).click()
  await dialog.getByRole('button', { name: 'Make the invitation' }).click()
  const address = (await dialog.getByRole('status').locator('code').textContent())!
  await dialog.getByRole('button', { name: 'Done' }).click()

  const nova = await (await browser.newContext({ baseURL: first })).newPage()
  await nova.goto(address)
  await accessible(nova, 'joining')
  await nova.getByRole('textbox', { name: 'PIN', exact: true }).fill('2468')
  await nova.getByRole('textbox', { name: 'PIN again' }).fill('2468')
  await nova.getByRole('button', { name: 'Join' }).click()
  await expect(nova.getByRole('navigation', { name: 'Screens' })).toBeVisible()
  await nova.goto(`/printers/${await printerId(lead, 'Limpet')}`)
  await expect(nova.getByText(/To swap it is hot work. Ask one of: .*here now/).first()).toBeVisible()
  await expect(nova.getByRole('button', { name: 'Swap Nozzle' })).toHaveCount(0)
  await nova.getByRole('button', { name: 'Swap part', exact: true }).click()
  const swap = nova.getByRole('dialog')
  await swap.getByRole('combobox', { name: 'Slot' }).click()
  await nova.getByRole('option', { name: 'Nozzle' }).click()
  await expect(swap.getByText('This is hot work.')).toBeVisible()
  await swap.getByRole('radio', { name: 'failed' }).check()
  await swap.getByRole('button', { name: 'Swap', exact: true }).click()
  await expect(swap.getByRole('alert')).toContainText('you are not signed off for it')

  // Signed off, and the cautions confirmed, it is done.
  await lead.getByRole('button', { name: 'More for Nova Brook' }).click()
  await lead.getByRole('menuitem', { name: 'Sign off for …' }).click()
  await lead.getByRole('combobox', { name: 'For' }).click()
  await lead.getByRole('option', { name: 'hot work' }).click()
  await accessible(lead, 'signing off')
  await lead.getByRole('button', { name: 'Sign off', exact: true }).click()
  await swap.getByLabel(/I have read the cautions of hot work/).check()
  await swap.getByRole('button', { name: 'Swap', exact: true }).click()
  await expect(swap).toBeHidden()
  await expect(nova.getByRole('region', { name: /^Log of/ })).toContainText('cautions of hot work confirmed')
})

test('three entries on the phone while the line is down go out once it is back', async ({ browser }) => {
  test.setTimeout(90_000)
  const page = await signedIn(browser, 'technician', { ...phone, serviceWorkers: 'allow' })
  const id = await printerId(page, 'Scallop')
  await page.goto(`/printers/${id}`)
  await expect(page.getByRole('heading', { level: 1, name: 'Scallop' })).toBeVisible()
  await expect(page.getByRole('region', { name: /^Log of/ })).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker?.ready.then(() => undefined))
  await page.reload()
  await expect(page.getByRole('region', { name: /^Log of/ })).toBeVisible()

  await page.context().setOffline(true)
  for (const text of ['Dusted the rails', 'Belt looks fine']) {
    await page.getByRole('button', { name: 'Note', exact: true }).click()
    await page.getByLabel('What should the others know?').fill(text)
    await page.getByRole('button', { name: 'Write', exact: true }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  await page.getByRole('button', { name: 'Report a fault' }).click()
  await page.getByLabel('What do you see?').fill('A faint squeak')
  await page.getByLabel('Yes, for now').check()
  await page.getByRole('button', { name: 'Report', exact: true }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByText('3 waiting')).toBeVisible()
  // The page can be opened anew without a line, and what waits is still there.
  await page.reload()
  await expect(page.getByRole('heading', { level: 1, name: 'Scallop' })).toBeVisible()
  await page.getByRole('link', { name: /3 waiting/ }).click()
  await expect(page.getByText('Waiting for the line')).toHaveCount(3)

  await page.context().setOffline(false)
  await expect(page.getByText('Sent: it is in the book')).toHaveCount(3, { timeout: 30_000 })
  await accessible(page, 'outbox')
  const { entries } = (await (await page.request.get(`${first}/api/logbook?printer=${id}&limit=10`)).json()) as LogPage
  const said = entries.map(({ summary }) => summary)
  for (const text of ['Dusted the rails', 'Belt looks fine', 'A faint squeak. Printing may go on'])
    expect(said.filter((summary) => summary === text)).toHaveLength(1)
  const faults = (await (await page.request.get(`${first}/api/faults`)).json()) as FaultRow[]
  expect(faults.some(({ symptom }) => symptom === 'A faint squeak')).toBe(true)
})

test('the book is searched, answered, handed over and found whole', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/logbook' })
  await page.getByRole('searchbox', { name: 'Search the book' }).fill('belt urchin saturday')
  const entry = page.getByRole('listitem').filter({ hasText: 'sounds lower every week' })
  await expect(entry).toBeVisible()
  await expect(page).toHaveURL(/search=belt/)
  await entry.getByRole('button', { name: /^Answer entry/ }).click()
  await page.getByLabel('What should the others know?').fill('Tightened it to 84 Hz')
  await accessible(page, 'answering')
  await page.getByRole('button', { name: 'Write', exact: true }).click()
  await expect(entry).toContainText('Tightened it to 84 Hz')
  await entry.getByRole('link', { name: /^#/ }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^Entry #/ })).toBeVisible()
  await expect(page.getByText('Tightened it to 84 Hz')).toBeVisible()
  await accessible(page, 'one entry')

  await page.goto('/handover')
  await expect(page.getByText(/^From .+ \(end of your last shift\)/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'On hold' })).toBeVisible()
  const pdf = await page.request.get(`${first}/api/reports/handover`)
  expect(pdf.headers()['content-type']).toBe('application/pdf')

  await page.goto('/book-check')
  await page.getByRole('button', { name: 'Go through the book' }).click()
  await expect(page.getByText('The book is whole.')).toBeVisible()
  await accessible(page, 'book check')
})

test('the knowledge is changed as the workshop learns', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { path: '/knowledge' })
  await page.getByRole('button', { name: 'Change Wheels shed dust' }).click()
  await page.getByLabel('Weight of Eccentric nut too tight').fill('5')
  await accessible(page, 'symptom')
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.getByText('Tests', { exact: true }).click()
  await page.getByRole('button', { name: 'Change Pluck the belt' }).click()
  await page.getByLabel('Chance under Belt slack, per cent').fill('80')
  await accessible(page, 'a test')
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.getByText('Causes', { exact: true }).click()
  await page.getByRole('button', { name: 'Change Belt slack' }).click()
  await accessible(page, 'a cause')
})
