import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { root } from './folders.mjs'

const desk = { width: 1280, height: 800 }
const phone = { width: 390, height: 844 }

/** A small made-up job: contour lines, as of a tactile map. */
function tactileMap() {
  const lines = ['G28', 'M140 S60', 'M109 S215', 'M82', 'G92 E0']
  let e = 0
  for (let layer = 1; layer <= 40; layer++) {
    lines.push(`G1 Z${(0.2 * layer).toFixed(2)} F600`)
    for (let ring = 12; ring > layer / 4; ring--) {
      for (let i = 0; i <= 90; i++) {
        const angle = (i * Math.PI) / 45
        const radius = 6.5 * ring * (1 + 0.12 * Math.sin(3 * angle + ring / 3))
        const place = `X${(117 + radius * Math.cos(angle)).toFixed(2)} Y${(112 + 0.8 * radius * Math.sin(angle)).toFixed(2)}`
        e += i === 0 ? 0 : radius * 0.0026
        lines.push(i === 0 ? `G0 ${place} F7200` : `G1 ${place} E${e.toFixed(4)} F2400`)
      }
    }
  }
  return lines.join('\n')
}

/** A printer whose take-in is half done, for the picture. @returns its id */
async function takeInNewcomer({ request }, url) {
  const models = await (await request.get(`${url}/api/parts/models`)).json()
  const { id: modelId, slots } = models[0]
  const printerId = randomUUID()
  const { now } = await (await request.get(`${url}/api/session`)).json()
  const head = (kind) => ({ key: randomUUID(), kind, at: now, printerId })
  const actions = [
    {
      ...head('take-in-printer'),
      modelId,
      name: 'Sandpiper',
      room: 'Main workshop',
      rack: 'C',
      place: 4,
      meterHours: 0,
      parts: Object.fromEntries(slots.map(({ name, partTypeId }) => [name, partTypeId])),
      stepByStep: true,
    },
    { ...head('record-baseline'), step: 'mains', values: [{ name: 'mains selector', choice: '230 V' }] },
    { ...head('record-baseline'), step: 'frame', values: [{ name: 'skew', value: 0.03, unit: '°' }] },
  ]
  await request.post(`${url}/api/actions`, { data: { together: true, actions } })
  return printerId
}

/** Begins a check by the spool and finds a belt too slack, for the picture. */
async function outOfLimit(page) {
  await page.getByRole('button', { name: 'Begin By the spool' }).click()
  await page.getByLabel('It is switched off and cold').check()
  await page.getByRole('button', { name: 'Confirm' }).click()
  for (const title of ['Power off', 'Screws into plastic', 'Grub screws']) {
    await page.getByRole('heading', { name: title }).waitFor()
    await page.getByRole('button', { name: 'In order', exact: true }).click()
  }
  await page.getByLabel('X belt, in Hz').fill('22')
  await page.getByRole('button', { name: 'Keep' }).click()
  await page.getByText('Outside its limits').waitFor()
  await page.evaluate(() => window.scrollTo(0, 0))
}

/** Takes every picture of docs/screenshots from a server with the demo workshop. */
export async function takePictures(url, executablePath) {
  const browser = await chromium.launch({ executablePath, args: process.getuid() === 0 ? ['--no-sandbox'] : [] })
  const context = await browser.newContext({ baseURL: url, locale: 'en-GB', timezoneId: 'Europe/Lisbon' })
  await context.request.post('/api/session', { data: { name: 'lead', pin: '314159' } })
  const floor = await (await context.request.get('/api/printers')).json()
  const { lives } = await (await context.request.get('/api/lives')).json()
  const printer = `/printers/${floor.racks[0].printers[0].id}`
  const life = `/lives/${lives.find(({ partType }) => partType.slotKind === 'nozzle').partType.id}`
  const page = await context.newPage()
  const take = async (name, path, viewport, before = async () => {}) => {
    await page.setViewportSize(viewport)
    await page.goto(path)
    await page.getByRole('heading').first().waitFor({ state: 'attached' })
    await page.getByText('Fetching …').first().waitFor({ state: 'detached' })
    await before()
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`), animations: 'disabled' })
  }
  await take('floor', '/floor', desk)
  await take('floor-phone', '/floor', phone)
  await take('printer', printer, desk)
  await take('printer-phone', printer, phone)
  const hot = `/printers/${floor.racks[3].printers[1].id}`
  await take('as-built', `${hot}?view=As+built`, desk)
  await take('plan', '/plan', desk)
  await take('job-file', '/job-file', desk, async () => {
    await page.getByLabel('Job file', { exact: true }).setInputFiles({
      name: 'tactile-map.gcode',
      mimeType: 'text/plain',
      buffer: Buffer.from(tactileMap()),
    })
    await page.getByRole('combobox', { name: 'What will be printed?' }).click()
    await page.getByRole('option', { name: 'PLA, filled (abrasive)' }).click()
    await page.getByRole('radio', { name: /^Limpet/ }).check()
    await page.getByText('Limpet must not take this job').waitFor()
    await page.evaluate(() => window.scrollTo(0, 0))
  })
  const newcomer = await takeInNewcomer(context, url)
  await take('take-in-phone', `/take-in/${newcomer}`, phone)
  await take('trainer', '/trainer', desk, async () => {
    await page.getByRole('button', { name: 'Run the rules side by side' }).click()
    await page.getByText(/^The advice cost /).waitFor()
    await page.getByRole('heading', { name: /by day$/ }).scrollIntoViewIfNeeded()
    await page.evaluate(() => window.scrollBy(0, 300))
  })
  await take('round', '/round', desk)
  await take('lives', '/lives', desk)
  await take('life', life, desk)
  await take('logbook', '/logbook', desk)
  const { upgrades } = await (await context.request.get(`${url}/api/upgrades`)).json()
  const helped = upgrades.find(({ verdict }) => verdict.found === 'helped')
  await take('upgrade', `/upgrades/${helped.id}`, desk)
  await take('stores', '/stores', desk)
  const faults = await (await context.request.get(`${url}/api/faults`)).json()
  await take('fault-desk', `/faults/${faults.find((fault) => fault.printer.name === 'Periwinkle').id}`, desk)
  const named = (name) => floor.racks.flatMap(({ printers }) => printers).find((one) => one.name === name).id
  await take('bench', `/bench?sum=bed&printer=${named('Cockle')}`, desk, async () => {
    await page.getByRole('button', { name: 'Try it with an example' }).click()
    await page.getByRole('table', { name: 'Knob turns' }).waitFor()
    await page.mouse.move(0, 0)
  })
  await take('readings', `/printers/${named('Urchin')}?view=Readings`, desk, () =>
    page
      .getByRole('heading', { name: /belt pitch/ })
      .first()
      .waitFor(),
  )
  await take('check-phone', `/printers/${named('Mussel')}?view=Checks`, phone, () => outOfLimit(page))
  await browser.close()
}
