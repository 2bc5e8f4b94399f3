import type { Counts, Floor, PrinterPage, Session, StoresPage, UpgradesPage } from '@diatribon/contract'
import { expect, type Page } from '@playwright/test'
import { accessible } from './accessible.ts'
import { emptySite, openBook } from './emptySite.ts'
import { phone, signedIn, test, typed } from './people.ts'
import { first } from './servers.ts'

const upgradeNamed = async (page: Page, name: string) => {
  const { upgrades } = (await (await page.request.get(`${first}/api/upgrades`)).json()) as UpgradesPage
  return upgrades.find(({ content }) => content.name === name)!
}
const printerNamed = async (page: Page, name: string) => {
  const { racks } = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  return racks.flatMap(({ printers }) => printers).find((one) => one.name === name)!
}
/** One that is in service and has printed nothing since then, whatever others have begun. */
const freePrinter = async (page: Page, since: string) => {
  const get = async <T>(path: string) => (await (await page.request.get(`${first}${path}`)).json()) as T
  const { racks } = await get<Floor>('/api/printers')
  for (const { id, name, state } of racks.flatMap(({ printers }) => printers)) {
    const { job } = await get<PrinterPage>(`/api/printers/${id}`)
    const { counts } = await get<Counts>(`/api/printers/${id}/counts`)
    if (state === 'in service' && job === null && counts.every(({ at }) => at < since)) return { id, name }
  }
  throw new Error('no printer is free')
}
const choose = async (page: Page, field: string, option: string | RegExp) => {
  await page.getByRole('dialog').getByRole('combobox', { name: field }).click()
  await page.getByRole('option', { name: option }).click()
}

test('the demo’s upgrades are held to what came after them: one helped, of another nothing is to be seen; a lead closes it', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'lead', { path: '/upgrades' })
  const table = page.getByRole('table', { name: 'Upgrades' })
  await expect(table.getByRole('row', { name: /Screwed bracket for the fan duct/ })).toContainText('Helped:')
  await expect(table.getByRole('row', { name: /Guide tube for high heat/ })).toContainText('No sign yet:')
  await expect(page.getByText(/^Start with /)).toBeVisible()
  await page.getByRole('link', { name: 'Screwed bracket for the fan duct' }).click()
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('times rarer than before')
  await accessible(page, 'Upgrade')
  await page.getByRole('button', { name: 'Close with a verdict' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('radio', { name: 'helped' })).toBeChecked()
  await typed(dialog.getByLabel('Why?'), 'Eleven slips before, one since')
  await accessible(page, 'closing an upgrade', { only: '[role=dialog]' })
  await dialog.getByRole('button', { name: 'Close the question' }).click()
  await expect(page.getByText('closed: helped')).toBeVisible()
  await page.getByRole('button', { name: 'Open it again' }).click()
  await typed(dialog.getByLabel('Why?'), 'Another winter first')
  await dialog.getByRole('button', { name: 'Open again', exact: true }).click()
  await expect(page.getByText('closed: helped')).toBeHidden()
})

test('a trial on half of one rack, one installed through the gate, and taken off again', async ({ browser }) => {
  const lead = await signedIn(browser, 'lead')
  const { id } = await upgradeNamed(lead, 'Printed brace for the lever')
  await lead.goto(`/upgrades/${id}`)
  await lead.getByRole('button', { name: 'Campaign or trial' }).click()
  const dialog = lead.getByRole('dialog')
  // The design fits the printers of racks A and B: those of B are left out.
  await dialog.getByRole('checkbox', { name: /^Rack B/ }).uncheck()
  await typed(dialog.getByLabel('Number of the draw'), '7')
  await expect(dialog.getByText(/2 printers would get it/)).toBeVisible()
  await accessible(lead, 'trial', { only: '[role=dialog]' })
  await dialog.getByRole('button', { name: 'Begin' }).click()
  await expect(dialog).toBeHidden()
  await expect(lead.getByText('0 of 2 installed')).toBeVisible()
  await expect(lead.getByText('stays as it is')).toHaveCount(2)

  const page = await signedIn(browser, 'technician', { path: `/upgrades/${id}` })
  const install = page.getByRole('button', { name: /^Install on (?!Whelk)/ }).first()
  const name = (await install.getAttribute('aria-label'))!.replace('Install on ', '')
  await install.click()
  const form = page.getByRole('dialog')
  await expect(form.getByText('One slot more: Lever brace (spacer), empty')).toBeVisible()
  await form.getByRole('button', { name: 'Install', exact: true }).click()
  await expect(form).toBeHidden()
  await expect(page.getByText('1 of 2 installed')).toBeVisible()
  // The gate: on hold until it is released.
  const printer = await printerNamed(page, name)
  await page.goto(`/printers/${printer.id}`)
  await expect(page.getByText('Printed brace for the lever installed, not yet released').first()).toBeVisible()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Release' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Release' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.goto(`/printers/${printer.id}?view=As+built`)
  await expect(page.getByRole('rowheader', { name: /Lever brace/ })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Printed brace for the lever' })).toBeVisible()

  // Undone: stopped, and off again, without a trace.
  await lead.getByRole('button', { name: 'Stop it' }).click()
  await typed(lead.getByRole('dialog').getByLabel('Why?'), 'The brace cracks too')
  await lead.getByRole('dialog').getByRole('button', { name: 'End it' }).click()
  await expect(lead.getByText(/Ended .*: The brace cracks too/)).toBeVisible()
  await page.goto(`/upgrades/${id}`)
  await page.getByRole('button', { name: `Take it off ${name}` }).click()
  await typed(page.getByRole('dialog').getByLabel('Why?'), 'The brace cracks too')
  await page.getByRole('dialog').getByRole('button', { name: 'Take it off' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.goto(`/printers/${printer.id}?view=As+built`)
  await expect(page.getByRole('rowheader', { name: /Guide tube/ })).toBeVisible()
  await expect(page.getByRole('rowheader', { name: /Lever brace/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Release' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Release' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
})

test('a part is glued, holds the printer until it has cured, and is released', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', phone)
  // Others have been at the demo before: any printer that is in service.
  const { racks } = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  const { id } = racks.flatMap(({ printers }) => printers).find(({ state }) => state === 'in service')!
  await page.goto(`/printers/${id}`)
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Mend a part in place' }).click()
  const dialog = page.getByRole('dialog')
  await choose(page, 'Part', /^Part-cooling fan/)
  await choose(page, 'How was it mended?', 'glued')
  await typed(dialog.getByLabel('What was done'), 'Blade glued on')
  await typed(dialog.getByLabel('Hours until it has cured'), '4,5')
  await typed(dialog.getByLabel('Minutes'), '8')
  await expect(dialog.getByText(/Adhesives and solvents/)).toBeVisible()
  await accessible(page, 'mending', { only: '[role=dialog]' })
  await dialog.getByRole('button', { name: 'Mended' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText(/Part-cooling fan glued: it must cure until/).first()).toBeVisible()
  const back = page.getByRole('region', { name: 'Back to service' })
  await expect(back.getByText('Part-cooling fan glued: it must cure').first()).toBeVisible()
  await expect(back.getByRole('button', { name: 'Release' })).toBeDisabled()
})

test('the last nozzle is taken: the shelf has none, the order list has ten, and a swap without one still goes through', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'technician', { path: '/stores' })
  const row = page.getByRole('row', { name: /Brass nozzle 0.4/ })
  await expect(row).toContainText('Drawer 1, left')
  await accessible(page, 'Stores')
  const stock = async () => {
    const { items } = (await (await page.request.get(`${first}/api/stores/items`)).json()) as StoresPage
    return items.find(({ content }) => content.name === 'Brass nozzle 0.4')!
  }
  // Others may have taken some before.
  await page.getByRole('button', { name: 'Count', exact: true }).click()
  await typed(page.getByLabel('Pieces of Brass nozzle 0.4'), '1')
  await page.getByRole('dialog').getByRole('button', { name: 'Count 1 item' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect.poll(async () => (await stock()).onHand).toBe(1)
  const before = await stock()
  const { id } = await printerNamed(page, 'Limpet')
  const swap = async () => {
    await page.goto(`/printers/${id}`)
    await page.getByRole('button', { name: 'Swap part', exact: true }).click()
    const dialog = page.getByRole('dialog')
    await choose(page, 'Slot', 'Nozzle')
    await dialog.getByRole('radio', { name: 'replaced in time' }).check()
    await choose(page, 'New part', /^Brass nozzle 0.4/)
    await dialog.getByRole('checkbox', { name: /I have read the cautions/ }).check()
    return dialog
  }
  let dialog = await swap()
  await expect(dialog.getByText(`${before.onHand} on the shelf, Drawer 1, left.`)).toBeVisible()
  await dialog.getByRole('button', { name: 'Swap', exact: true }).click()
  await expect(dialog).toBeHidden()
  expect((await stock()).onHand).toBe(before.onHand - 1)
  for (let left = before.onHand - 1; left >= 0; left--) {
    dialog = await swap()
    if (left === 0) await expect(dialog.getByText(/The book has none on the shelf/)).toBeVisible()
    await dialog.getByRole('button', { name: 'Swap', exact: true }).click()
    await expect(dialog).toBeHidden()
  }
  await page.goto('/stores?view=To+order')
  await expect(row).toContainText('count: 1 more were taken')
  expect((await stock()).keep!.order % 10).toBe(0)
  expect((await page.request.get(`${first}/api/stores/order-list`)).headers()['content-type']).toBe('application/pdf')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page
      .getByRole('button', { name: 'More', exact: true })
      .click()
      .then(() => page.getByRole('menuitem', { name: 'Order list (CSV)' }).click()),
  ])
  expect(download.suggestedFilename()).toBe('order-list.csv')
  // Counted, it is settled; received, it is there.
  await page.goto('/stores')
  await page.getByRole('button', { name: 'Count', exact: true }).click()
  await typed(page.getByLabel('Pieces of Brass nozzle 0.4'), '0')
  await page.getByRole('dialog').getByRole('button', { name: 'Count 1 item' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(row).not.toContainText('more were taken')
  await page.getByRole('button', { name: 'Receive', exact: true }).click()
  await typed(page.getByLabel('Pieces of Brass nozzle 0.4'), '10')
  await typed(page.getByLabel('Paid for Brass nozzle 0.4'), '12,5')
  await page.getByRole('dialog').getByRole('button', { name: 'Receive 1 item' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect.poll(async () => (await stock()).onHand).toBe(10)
  expect((await stock()).paidMinor).toBe(125)
})

test('the costs of a month, by month and by part type, as PDF and CSV', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/costs' })
  await expect(page.getByRole('table', { name: 'Costs by printer' }).getByRole('row')).not.toHaveCount(1)
  await accessible(page, 'Costs')
  await page.getByText('This month').click()
  await page.getByRole('radiogroup', { name: 'By' }).getByText('part type').click()
  await expect(page.getByRole('table', { name: 'Costs by part type' })).toBeVisible()
  await page.getByRole('button', { name: 'Take it out' }).click()
  const sheet = await page.getByRole('menuitem', { name: 'This report (PDF)' }).getAttribute('href')
  const pdf = await page.request.get(first + sheet!)
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'This report (CSV)' }).click(),
  ])
  expect(download.suggestedFilename()).toMatch(/^costs-.*\.csv$/)
})

test('a printer is lent on a phone, nothing falls due on it, and it is taken back', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', phone)
  const { id } = await printerNamed(page, 'Starfish')
  await page.goto(`/printers/${id}`)
  const open = async () => {
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await page.getByRole('menuitem', { name: 'Lend it out, or take it back' }).click()
    return page.getByRole('dialog')
  }
  let dialog = await open()
  await typed(dialog.getByLabel('To whom'), 'The lighthouse')
  await typed(dialog.getByRole('textbox', { name: 'Until' }), '24 Dec 2030')
  await page.keyboard.press('Tab')
  await typed(dialog.getByLabel(/^In which condition/), 'Whole, with two spools')
  await accessible(page, 'lending', { only: '[role=dialog]' })
  await dialog.getByRole('button', { name: 'Lend it' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText(/Lent to The lighthouse until/).first()).toBeVisible()
  dialog = await open()
  await expect(dialog.getByText(/It went out: Whole, with two spools/)).toBeVisible()
  await typed(dialog.getByLabel('In which condition is it back?'), 'A scratch on the left')
  await dialog.getByRole('button', { name: 'It is back' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText('Back from The lighthouse, not yet released').first()).toBeVisible()
})

test('goods of several printers are shared out by what each usually runs', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { ...phone, path: '/count' })
  await page.getByRole('button', { name: 'Goods of several printers' }).click()
  const dialog = page.getByRole('dialog')
  await typed(dialog.getByLabel('What was made'), 'Label holders')
  await typed(dialog.getByLabel('Pieces, all together'), '11')
  await typed(dialog.getByLabel('Minutes for one'), '6')
  await typed(dialog.getByRole('textbox', { name: 'Since' }), '1 Jan 2026')
  await page.keyboard.press('Tab')
  await dialog.getByRole('combobox', { name: 'On which printers' }).click()
  for (const name of [/Seahorse/, /Lobster/]) await page.getByRole('option', { name }).click()
  await page.keyboard.press('Escape')
  const shares = dialog.getByRole('table', { name: 'How it is shared out' })
  await expect(shares.getByRole('row')).toHaveCount(3)
  await accessible(page, 'goods of a farm', { only: '[role=dialog]' })
})

test('in a workshop that is not the demo a design is written, installed, and an item kept', async ({ browser }) => {
  const site = await emptySite()
  try {
    const page = await (await browser.newContext({ baseURL: site.url })).newPage()
    await openBook(page)
    await page.goto('/upgrades')
    await expect(page.getByText('No upgrade is written down yet.').first()).toBeVisible()
    await page.getByRole('link', { name: 'New design' }).click()
    await typed(page.getByLabel('Name'), 'Feet of rubber')
    await typed(page.getByLabel('What it is'), 'Four feet under the frame')
    await page.getByRole('button', { name: 'Add a step' }).click()
    await page.getByRole('combobox', { name: 'Step 1' }).click()
    await page.getByRole('option', { name: 'one slot more' }).click()
    await typed(page.getByLabel('The way back'), 'Pull them off')
    await page.getByRole('button', { name: 'Write it down' }).click()
    await expect(page.getByText('Step 1: Name the slot.')).toBeVisible()
    await typed(page.getByRole('combobox', { name: 'Slot', exact: true }), 'Feet')
    await page.getByRole('combobox', { name: 'Takes a' }).click()
    await page.getByRole('option', { name: 'spacer' }).click()
    await page.getByRole('button', { name: 'Write it down' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Feet of rubber' })).toBeVisible()
    await page.goto('/stores')
    await expect(page.getByText('Nothing is kept in the stores yet.')).toBeVisible()
    await page.getByRole('button', { name: 'Keep an item' }).click()
    await typed(page.getByRole('dialog').getByRole('textbox', { name: 'Name' }), 'Grease')
    await page.getByRole('dialog').getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(page.getByRole('link', { name: 'Grease' })).toBeVisible()
    await page.goto('/costs')
    await expect(page.getByText('All together')).toBeVisible()
  } finally {
    await site.stop()
  }
})

test('the same piece is shown before and after, in one frame whose line is moved by keyboard', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { ...phone })
  const { id } = await upgradeNamed(page, 'Guide tube for high heat')
  await page.goto(`/upgrades/${id}`)
  const dialog = page.getByRole('dialog')
  for (const [when, photo] of [
    ['before the upgrade', 'docs/screenshots/floor.png'],
    ['after it', 'docs/screenshots/stores.png'],
  ] as const) {
    await page.getByRole('button', { name: 'Show a piece' }).click()
    await dialog.getByRole('combobox', { name: 'Printed on' }).click()
    await page.getByRole('option').first().click()
    await dialog.getByRole('radio', { name: when }).check()
    await typed(dialog.getByLabel('What was printed'), 'Gull, 60 mm')
    await dialog.locator('input[type=file]').setInputFiles(photo)
    await expect(dialog.getByRole('button', { name: 'Another photo' })).toBeVisible()
    await dialog.getByRole('button', { name: 'Show', exact: true }).click()
    await expect(dialog).toBeHidden()
  }
  const line = page.getByRole('slider', { name: 'Before on the left, after on the right' })
  await expect(page.getByAltText('Before: Gull, 60 mm')).toBeVisible()
  await line.focus()
  await line.press('End')
  await expect(line).toHaveValue('100')
  await accessible(page, 'the same piece before and after')
})

test('a design keeps the file of what is printed, and says how long one took by its job', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { path: '/upgrades/new' })
  const unique = `Brace ${Date.now()}`
  await page.goto('/stores')
  await page.getByRole('button', { name: 'Keep an item' }).click()
  const dialog = page.getByRole('dialog')
  await typed(dialog.getByRole('textbox', { name: 'Name' }), unique)
  await dialog.getByRole('checkbox', { name: 'Printed here' }).check()
  await dialog.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(dialog).toBeHidden()
  await page.goto('/upgrades/new')
  await typed(page.getByRole('textbox', { name: 'Name' }), unique)
  await typed(page.getByLabel('What it is'), 'Two braces')
  await typed(page.getByLabel('The way back'), 'Take them off')
  await page.getByRole('button', { name: 'Add a part' }).click()
  const part = page.getByRole('group', { name: 'Part 1' })
  await typed(part.getByRole('textbox', { name: 'Part', exact: true }), 'Brace')
  await part.getByRole('combobox', { name: 'Bought or printed' }).click()
  await page.getByRole('option', { name: 'printed here' }).click()
  await part
    .locator('input[type=file]')
    .setInputFiles({ name: 'brace.3mf', mimeType: 'model/3mf', buffer: Buffer.from('a drawing') })
  await expect(part.getByRole('link', { name: 'brace.3mf' })).toBeVisible()
  await typed(part.getByRole('combobox', { name: 'Taken from the stores' }), unique)
  await page.getByRole('option', { name: unique }).click()
  await accessible(page, 'design with a file')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByRole('heading', { level: 1, name: unique })).toBeVisible()
  const here = page.url()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'brace.3mf' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('brace.3mf')
  // A job that has ended, as its printer tells it.
  const { now } = (await (await page.request.get(`${first}/api/session`)).json()) as Session
  const earlier = new Date(Date.parse(now) - 3.5 * 3600_000).toISOString()
  const { id: printerId, name: printer } = await freePrinter(page, earlier)
  const jobId = crypto.randomUUID()
  const tell = async (action: object) => {
    const sent = await page.request.post(`${first}/api/actions`, {
      headers: { origin: first },
      data: { key: crypto.randomUUID(), printerId, jobId, ...action },
    })
    expect(await sent.json()).toMatchObject({ entry: expect.anything() as unknown })
  }
  await tell({ kind: 'start-job', name: unique, plannedHours: 3, at: earlier })
  await tell({ kind: 'finish-job', outcome: 'good', hours: 3, at: now })
  await page.goto('/stores')
  await page.getByRole('button', { name: 'Receive', exact: true }).click()
  await typed(dialog.getByLabel(`Pieces of ${unique}`), '6')
  await dialog.getByRole('combobox', { name: 'Or printed here, on' }).click()
  await page.getByRole('option', { name: printer }).click()
  await dialog.getByRole('combobox', { name: 'By which job?' }).click()
  await page.getByRole('option', { name: new RegExp(unique) }).click()
  await dialog.getByRole('button', { name: 'Receive 1 item' }).click()
  await expect(dialog).toBeHidden()
  await page.goto(here)
  await expect(page.getByText(`6 pieces printed so far, on ${printer}; by 1 job, 0.5 h for one`)).toBeVisible()
})

test('an order is under way until it comes, a kit is taken apart, in a workshop that is not the demo', async ({
  browser,
}) => {
  const site = await emptySite()
  try {
    const page = await (await browser.newContext({ baseURL: site.url, ...phone })).newPage()
    await openBook(page)
    await page.goto('/stores')
    const dialog = page.getByRole('dialog')
    for (const name of ['Screws', 'Washers']) {
      await page.getByRole('button', { name: 'Keep an item' }).click()
      await typed(dialog.getByRole('textbox', { name: 'Name' }), name)
      await typed(dialog.getByLabel('Keep at least'), '20')
      await dialog.getByRole('button', { name: 'Keep', exact: true }).click()
      await expect(dialog).toBeHidden()
    }
    await page.getByRole('button', { name: 'Keep an item' }).click()
    await dialog.getByRole('combobox', { name: 'Which part type' }).click()
    await page.getByRole('option', { name: /^a kit/ }).click()
    await typed(dialog.getByRole('textbox', { name: 'Name' }), 'Bag of screws')
    await dialog.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(dialog.getByRole('alert')).toContainText('the kit needs at least 1')
    for (const [i, name] of ['Screws', 'Washers'].entries()) {
      await dialog.getByRole('combobox', { name: i === 0 ? 'What is in it?' : 'And what else?' }).click()
      await page.getByRole('option', { name }).click()
      await typed(dialog.getByLabel(`Pieces of item ${i + 1}`), '10')
    }
    await accessible(page, 'a kit', { only: '[role=dialog]' })
    await dialog.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(dialog).toBeHidden()
    await page.getByRole('button', { name: 'Order', exact: true }).click()
    // What is to be ordered is filled in; this time only the bag.
    for (const name of ['Screws', 'Washers']) {
      await expect(dialog.getByLabel(`Pieces of ${name}`)).toHaveValue('20')
      await typed(dialog.getByLabel(`Pieces of ${name}`), '')
    }
    await typed(dialog.getByLabel('Pieces of Bag of screws'), '2')
    await accessible(page, 'an order', { only: '[role=dialog]' })
    await dialog.getByRole('button', { name: 'Ordered: 1 item' }).click()
    await expect(dialog).toBeHidden()
    const row = page.getByRole('row', { name: /Washers/ })
    await expect(row).toContainText('20 under way')
    await expect(page.getByText('To order (0)')).toBeVisible()
    await page.getByRole('button', { name: 'Receive', exact: true }).click()
    await typed(dialog.getByLabel('Pieces of Bag of screws'), '1')
    await typed(dialog.getByLabel('Paid for Bag of screws'), '9.99')
    await dialog.getByRole('button', { name: 'Receive 1 item' }).click()
    await expect(dialog).toBeHidden()
    await expect(row).toContainText('10 under way')
    await page.getByRole('link', { name: 'Washers' }).click()
    await expect(page.getByRole('heading', { name: 'Under way' })).toBeVisible()
    await page.getByRole('button', { name: 'It will not come' }).click()
    await typed(dialog.getByLabel('Why?'), 'Sold out')
    await dialog.getByRole('button', { name: 'Take the order back' }).click()
    await expect(page.getByRole('heading', { name: 'Under way' })).toBeHidden()
    await page.getByRole('button', { name: /^Take back received/ }).click()
    await typed(dialog.getByLabel('Why?'), 'Another bag')
    await dialog.getByRole('button', { name: 'Take back', exact: true }).click()
    await expect(page.getByText('received, taken back')).toBeVisible()
  } finally {
    await site.stop()
  }
})
