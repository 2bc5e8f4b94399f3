import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { root } from './folders.mjs'

const desk = { width: 1280, height: 800 }
const phone = { width: 390, height: 844 }

/** Takes every picture of docs/screenshots from a server with the demo workshop. */
export async function takePictures(url, executablePath) {
  const browser = await chromium.launch({ executablePath, args: process.getuid() === 0 ? ['--no-sandbox'] : [] })
  const context = await browser.newContext({ baseURL: url, locale: 'en-GB', timezoneId: 'Europe/Lisbon' })
  await context.request.post('/api/session', { data: { name: 'technician', pin: '314159' } })
  const floor = await (await context.request.get('/api/printers')).json()
  const lives = await (await context.request.get('/api/lives')).json()
  const printer = `/printers/${floor.racks[0].printers[0].id}`
  const life = `/lives/${lives.find(({ partType }) => partType.slotKind === 'nozzle').partType.id}`
  const page = await context.newPage()
  const take = async (name, path, viewport, before = async () => {}) => {
    await page.setViewportSize(viewport)
    await page.goto(path)
    await page.getByRole('heading').first().waitFor({ state: 'attached' })
    await page.getByText('Fetching …').waitFor({ state: 'detached' })
    await before()
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`), animations: 'disabled' })
  }
  await take('floor', '/floor', desk)
  await take('floor-phone', '/floor', phone)
  await take('printer', printer, desk)
  await take('printer-phone', printer, phone)
  await take('swap', printer, desk, async () => {
    await page.getByRole('button', { name: 'Swap Nozzle' }).click()
    await page.getByRole('radio', { name: 'failed' }).check()
  })
  await take('round', '/round', desk)
  await take('lives', '/lives', desk)
  await take('life', life, desk)
  await take('logbook', '/logbook', desk)
  await take('bench', '/bench', desk, () => page.getByRole('table', { name: 'Fits' }).waitFor())
  await browser.close()
}
