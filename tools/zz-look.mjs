import { chromium } from 'playwright-core'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const base = 'http://127.0.0.1:4399'
async function page(who, w, h) {
  const c = await b.newContext({ viewport: { width: w, height: h }, baseURL: base, reducedMotion: 'reduce' })
  const p = await c.newPage()
  p.setDefaultTimeout(120000)
  await p.goto('/')
  await p.getByLabel('Name').fill(who)
  await p.getByRole('textbox', { name: 'PIN' }).fill('314159')
  await p.getByRole('button', { name: 'Sign in', exact: true }).click()
  await p.waitForURL(/floor|round|today|printers/)
  return p
}
const shots = []
const shot = async (p, name) => {
  await p.waitForTimeout(1500)
  const f = '/tmp/look-' + name + '.png'
  await p.screenshot({ path: f })
  shots.push(f)
}
const tries = async (name, f) => {
  try {
    await f()
  } catch (e) {
    console.log(name, String(e).slice(0, 300))
  }
}
const p = await page('lead', 1280, 800)
await tries('part', async () => {
  await p.goto('/catalogue')
  await p.getByRole('button', { name: /^New part/ }).click()
  await shot(p, 'part')
  await p.keyboard.press('Escape')
})
await tries('model', async () => {
  await p.goto('/catalogue?view=Models')
  await p.getByRole('button', { name: /^New (printer )?model/ }).click()
  await p.getByRole('button', { name: 'Say where they are' }).click()
  await shot(p, 'model')
  await p.evaluate(() => document.querySelector('.mantine-Modal-inner,[class*=Modal-inner]')?.scrollBy(0, 700))
  await shot(p, 'model2')
})
await tries('checktype', async () => {
  await p.goto('/checks')
  await p
    .getByRole('link', { name: /Gantry|Belts|First layer/ })
    .first()
    .click()
  await shot(p, 'checktype')
})
await tries('design', async () => {
  await p.goto('/upgrades/new')
  await p.getByRole('button', { name: 'Add a part' }).click()
  await shot(p, 'design')
})
const q = await page('technician', 390, 844)
await tries('count', async () => {
  const floor = await (await q.request.get('/api/printers')).json()
  const one = floor.racks[0].printers.find((x) => x.state === 'in service')
  await q.goto('/printers/' + one.id)
  await q.getByRole('button', { name: 'Count hours' }).click()
  await shot(q, 'count')
  await q.getByRole('combobox', { name: 'What do you know?' }).click()
  await q.getByRole('option', { name: 'Goods made' }).click()
  await shot(q, 'count2')
})
await tries('takein', async () => {
  const r = await page('lead', 390, 844)
  await r.goto('/take-in')
  await shot(r, 'takein')
})
const sheet = await b.newPage({ viewport: { width: 1500, height: 1500 } })
await sheet.setContent(
  '<body style="margin:4px;background:#888">' +
    shots.map((f) => `<img src="data:image/png;base64,${await0(f)}" style="height:480px;margin:3px">`).join('') +
    '</body>',
)
function await0(f) {
  return fs.readFileSync(f).toString('base64')
}
import fs from 'node:fs'
await sheet.screenshot({ path: '/tmp/sheet.png', fullPage: true })
await b.close()
console.log(shots.join(' '))
