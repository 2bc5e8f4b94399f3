import { expect } from '@playwright/test'
import type { Counts, Floor, PrinterPage } from '@diatribon/contract'
import { signedIn, test, typed } from './people.ts'
import { first } from './servers.ts'

/** A job of about an hour: a tall spiral of short lines, in lengths and temperatures of the usual kind. */
function job(): Buffer {
  const lines = ['G28', 'M140 S60', 'M109 S215', 'M82', 'G92 E0', 'G1 Z0.2 F600', 'G1 X150 Y110 F6000']
  let e = 0
  for (let i = 1; i <= 14_400; i++) {
    const angle = (i * Math.PI) / 72
    e += 1.745 * 0.0374
    const place = `X${(110 + 40 * Math.cos(angle)).toFixed(3)} Y${(110 + 40 * Math.sin(angle)).toFixed(3)}`
    lines.push(`G1 ${place} Z${(0.2 + Math.floor(i / 144) * 0.2).toFixed(2)} E${e.toFixed(4)} F420`)
  }
  return Buffer.from(lines.join('\n'))
}

test('a job file is stopped by preflight, goes to another printer, and its hours are counted', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { path: '/job-file' })
  await page.getByLabel('Job file', { exact: true }).setInputFiles({
    name: 'tide-frame.gcode',
    mimeType: 'text/plain',
    buffer: job(),
  })
  await expect(page.getByRole('heading', { name: 'tide-frame.gcode' })).toBeVisible()
  await expect(
    page.getByText('0 h 59 min', { exact: false }).or(page.getByText('1 h 0 min', { exact: false })),
  ).toBeVisible()
  await expect(page.getByRole('img', { name: /First layer from above/ })).toBeVisible()
  await page.getByRole('combobox', { name: 'What will be printed?' }).click()
  await page.getByRole('option', { name: 'PLA, filled (abrasive)' }).click()

  // Brass: stopped, and nothing can be started.
  await page.getByRole('radio', { name: /^Cowrie/ }).check()
  await expect(
    page.getByText('PLA, filled eats the Nozzle (Brass nozzle 0.4) of Cowrie', { exact: false }),
  ).toBeVisible()
  await expect(page.getByText('Cowrie must not take this job')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Start on/ })).toHaveCount(0)

  // Hardened: it may.
  const floor = (await (await page.request.get(`${first}/api/printers`)).json()) as Floor
  const printer = floor.racks.flatMap(({ printers }) => printers).find(({ name }) => name === 'Seahorse')!
  const hours = async () =>
    ((await (await page.request.get(`${first}/api/printers/${printer.id}/counts`)).json()) as Counts).totals
  const before = await hours()
  await page.getByRole('radio', { name: /^Seahorse/ }).check()
  const start = page.getByRole('button', { name: 'Start on Seahorse' })
  await expect(start).toBeVisible()
  const warned = page.getByLabel('I have looked at the warnings')
  if (await warned.isVisible()) await warned.check()
  await start.click()
  await expect(page.getByRole('heading', { level: 1, name: 'Seahorse' })).toBeVisible()
  await expect(page.getByRole('note').filter({ hasText: 'tide-frame.gcode' })).toBeVisible()

  // It is stopped early, after the minutes that have passed; only those count.
  await page.getByRole('button', { name: 'Finish job' }).click()
  await page.getByRole('radio', { name: 'stopped' }).check()
  await typed(page.getByLabel('Filament, in metres'), '1.5')
  await page.getByRole('button', { name: 'Finish', exact: true }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  const after = await hours()
  expect(after.abrasiveMetres - before.abrasiveMetres).toBeCloseTo(1.5, 6)
  expect(after.prints - before.prints).toBeCloseTo(1, 6)
  await page.getByText('Counts', { exact: true }).click()
  await expect(page.getByRole('table', { name: 'Evidence' })).toContainText('“tide-frame.gcode” stopped')

  // A count shows at once in the list that is open.
  const { printer: now } = (await (await page.request.get(`${first}/api/printers/${printer.id}`)).json()) as PrinterPage
  const reading = Math.ceil(now.meterHours + 1)
  await page.getByRole('button', { name: 'Count hours' }).click()
  await typed(page.getByLabel('Meter of the printer, in hours'), String(reading))
  await page.getByRole('button', { name: 'Count', exact: true }).click()
  await expect(page.getByRole('table', { name: 'Evidence' })).toContainText(reading.toLocaleString('en-GB'))
})

test('a damaged file gets a sentence, and reading can be stopped', async ({ browser }) => {
  const page = await signedIn(browser, 'member', { path: '/job-file' })
  const input = page.getByLabel('Job file', { exact: true })
  await input.setInputFiles({
    name: 'letter.gcode',
    mimeType: 'text/plain',
    buffer: Buffer.from('Dear Sir,\nno move here.\n'),
  })
  await expect(page.getByRole('alert')).toContainText('There is no move in this file')
  await input.setInputFiles({ name: 'far.gcode', mimeType: 'text/plain', buffer: Buffer.from('G1 X5\nG1 X9999999\n') })
  await expect(page.getByRole('alert')).toContainText('Line 2 asks for X')
})

test('an import is tried, refused row by row, put right and brought in', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/import' })
  const table = (reading: string) =>
    Buffer.from(`Machine;Date;Hour meter\nUrchin;2024-12-01 09:00;${reading}\nUrchin;2024-12-02 09:00;31\n`)
  const choose = (reading: string) =>
    page.getByLabel('CSV file').setInputFiles({ name: 'old-book.csv', mimeType: 'text/csv', buffer: table(reading) })
  await choose('many')
  await expect(page.getByRole('combobox', { name: 'Printer', exact: true })).toHaveValue('Machine')
  await page.getByRole('button', { name: 'Try, without effect' }).click()
  await expect(page.getByRole('table', { name: 'Bad rows' })).toContainText('write a number such as')
  await expect(page.getByRole('button', { name: 'Bring in' })).toBeDisabled()
})
