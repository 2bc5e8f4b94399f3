import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { expect, type Page } from '@playwright/test'
import type { Floor, PrinterPage } from '@diatribon/contract'
import { accessible } from './accessible.ts'
import { emptySite, openBook } from './emptySite.ts'
import { livesOf, test, typed } from './people.ts'

const table = (name: string) => fileURLToPath(new URL(`./data/${name}.csv`, import.meta.url))

async function choose(page: Page, label: string, option: string) {
  const field = page.getByRole('combobox', { name: label, exact: true })
  await field.click()
  await page.getByRole('option', { name: option, exact: true }).click()
}

async function bringIn(page: Page, rows: number) {
  await page.getByRole('button', { name: 'Try, without effect' }).click()
  await expect(page.getByText(`All ${rows} rows can be brought in`)).toBeVisible()
  await page.getByRole('button', { name: 'Bring in', exact: true }).click()
  await expect(page.getByText(`${rows} rows brought in`)).toBeVisible()
}

test('two years of paper: from an empty site to a due date that rests on the past', async ({ browser }) => {
  const site = await emptySite()
  try {
    const page = await (await browser.newContext({ baseURL: site.url })).newPage()
    await openBook(page)
    await page.getByRole('button', { name: /^Bring in \d+ things$/ }).click()
    await expect(page.getByText('The catalogue has its parts.')).toBeVisible()

    await page.goto('/import')
    await page.getByText('Printers', { exact: true }).click()
    await page.getByLabel('CSV file').setInputFiles(table('printers'))
    await expect(page.getByText('6 rows, 7 columns, text in Windows-1252.')).toBeVisible()
    // What the headings did not tell by themselves.
    await expect(page.getByRole('combobox', { name: 'Name', exact: true })).toHaveValue('Gerät')
    await choose(page, '“Rollenbett”', 'Bed slinger on wheels, guided feed')
    const read = page.getByRole('table', { name: 'First rows as they are understood' })
    await expect(read).toContainText('Mon, 4 Nov 2024')
    await expect(read).toContainText('1,200.5 h')
    await accessible(page, 'import, columns')
    await bringIn(page, 6)

    await page.getByText('Usage: meter readings and jobs').click()
    await page.getByLabel('CSV file').setInputFiles(table('readings'))
    await choose(page, 'Printer', 'Machine')
    await choose(page, 'Read or finished (date and time)', 'Read on')
    await choose(page, 'Meter, h', 'Hour meter')
    await choose(page, 'Meter had begun again at 0 (yes or no)', 'Meter reset?')
    await choose(page, '“oui”', 'yes')
    await expect(read).toContainText('Mon, 18 Nov 2024, 09:10')
    await expect(page.getByText(/^318 rows/)).toBeVisible()
    await bringIn(page, 318)

    await page.getByText('Past part changes').click()
    await page.getByLabel('CSV file').setInputFiles(table('part-changes'))
    await choose(page, 'Slot', 'Where')
    await choose(page, 'Part type that went in', 'What went in')
    await choose(page, '“Hot end nozzle”', 'Nozzle')
    await choose(page, '“Brass nozzle 0.4 mm”', 'Brass nozzle 0.4')
    await choose(page, '“clogged”', 'failed')
    await choose(page, '“worn look”', 'worn at check')
    await choose(page, '“precaution”', 'replaced in time')
    await bringIn(page, 34)
    // The same file again is read as it was, and records nothing twice.
    await page.reload()
    await page.getByText('Past part changes').click()
    await page.getByLabel('CSV file').setInputFiles(table('part-changes'))
    await page.getByRole('button', { name: 'Try, without effect' }).click()
    await expect(page.getByText('All 34 rows can be brought in')).toBeVisible()

    // What the past says: a life of its own for the nozzle, and a due date that rests on it.
    const lives = await livesOf(page)
    const nozzle = lives.find(({ partType }) => partType.name === 'Brass nozzle 0.4')!
    expect(nozzle.failures).toBeGreaterThan(20)
    expect(nozzle.known.shape.median).toBeGreaterThan(2)
    // With its price and what a failure costs on top, costs are compared.
    await page.goto('/catalogue')
    await page.getByRole('button', { name: 'Change Brass nozzle 0.4' }).click()
    const form = page.getByRole('dialog')
    await typed(form.getByLabel(/^Price, in/), '1,80')
    await typed(form.getByLabel(/^What a failure costs on top/), '15')
    await form.getByRole('button', { name: 'Change', exact: true }).click()
    await expect(form).toBeHidden()
    const floor = (await (await page.request.get('/api/printers')).json()) as Floor
    const fink = floor.racks.flatMap(({ printers }) => printers).find(({ name }) => name === 'Fink')!
    const dueNozzle = async () => {
      const { slots } = (await (await page.request.get(`/api/printers/${fink.id}`)).json()) as PrinterPage
      return slots.find(({ name }) => name === 'Nozzle')!.duty!
    }
    await expect.poll(async () => (await dueNozzle()).intervalIsLearned).toBe(true)
    const due = await dueNozzle()
    expect(due.ageIsKnown).toBe(true)
    expect(due.dueDate).not.toBeNull()

    // A fault, diagnosed with what the trade knows.
    await page.goto(`/printers/${fink.id}`)
    await page.getByRole('button', { name: 'Report a fault' }).click()
    const dialog = page.getByRole('dialog')
    await typed(dialog.getByRole('textbox', { name: 'What do you see?' }), 'It clicks and nothing comes')
    await dialog.getByRole('combobox', { name: /^What is it most like/ }).click()
    await page
      .getByRole('option', { name: /clicks/i })
      .first()
      .click()
    await dialog.getByRole('radio', { name: /^No\./ }).check()
    await dialog.getByRole('button', { name: 'Report', exact: true }).click()
    await expect(dialog).toBeHidden()
    await page.goto('/faults')
    await page.getByRole('link', { name: /^To the fault of Fink/ }).click()
    const causes = page.getByRole('list', { name: 'Causes, likeliest first' }).getByRole('listitem')
    await expect(causes.first()).toBeVisible()
    expect(await causes.count()).toBeGreaterThan(2)
  } finally {
    await site.stop()
  }
})

test('a table full of faults tells each of them, ten at a time and as a file', async ({ browser }) => {
  const site = await emptySite()
  try {
    const page = await (await browser.newContext({ baseURL: site.url })).newPage()
    await openBook(page)
    await page.goto('/import')
    await page.getByText('Printers', { exact: true }).click()
    const rows = Array.from({ length: 23 }, (_, i) => `P ${i};No such model;Loft;A;${i};soon;many`)
    const csv = `Name;Model;Room;Rack;Place;Since;Meter\n${rows.join('\n')}\n`
    await page.getByLabel('CSV file').setInputFiles({ name: 'bad.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
    await page.getByRole('button', { name: 'Try, without effect' }).click()
    await expect(page.getByText('23 bad rows of 23; nothing was brought in')).toBeVisible()
    const bad = page.getByRole('table', { name: 'Bad rows' }).getByRole('row')
    await expect(bad).toHaveCount(11)
    await expect(bad.nth(1)).toContainText('Since is “soon”; write a date')
    await expect(bad.nth(1)).toContainText('Meter is “many”; write a number')
    await page.getByRole('button', { name: 'Bad rows, page 3' }).click()
    await expect(bad).toHaveCount(4)
    await accessible(page, 'bad rows')
    const loading = page.waitForEvent('download')
    await page.getByRole('button', { name: '23 bad rows as a file' }).click()
    const file = await readFile(await (await loading).path(), 'utf8')
    expect(file.split('\r\n')).toHaveLength(24)
    expect(file).toContain('No such model')
  } finally {
    await site.stop()
  }
})
