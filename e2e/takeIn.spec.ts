import { expect } from '@playwright/test'
import { accessible } from './accessible.ts'
import { phone, signedIn, test, typed } from './people.ts'
import { first, second } from './servers.ts'

test('a second-hand printer is taken in on a phone, and the measuring goes on at another one', async ({ browser }) => {
  const name = `Oystercatcher ${Math.floor(Math.random() * 1000)}`
  const lead = await signedIn(browser, 'lead', { ...phone, path: '/take-in' })
  await typed(lead.getByLabel('Name'), name)
  await typed(lead.getByRole('combobox', { name: 'Room' }), 'Main workshop')
  await typed(lead.getByLabel('Rack', { exact: false }).first(), 'E')
  await lead.getByRole('combobox', { name: 'Make and model' }).click()
  await lead.getByRole('option', { name: 'Turnstone R1' }).click()
  await typed(lead.getByLabel('What its meter shows, in hours'), '1830')
  await lead.getByRole('combobox', { name: 'Age of Nozzle' }).click()
  await lead.getByRole('option', { name: 'new', exact: true }).click()
  await lead.getByRole('combobox', { name: 'Age of X belt' }).click()
  await lead.getByRole('option', { name: 'used', exact: true }).click()
  await typed(lead.getByLabel('Hours of X belt'), '1830')
  await lead.getByRole('button', { name: 'Take in, and go on to the measuring' }).click()

  // The first step is the mains: its caution stands where the work is.
  await expect(lead.getByRole('heading', { name: 'Mains selector and plug' })).toBeVisible()
  await expect(lead.getByRole('note')).toContainText('unplug before you look')
  // Set for another country it is told at once, and nobody goes on as if nothing were.
  await lead.getByRole('combobox', { name: 'mains selector' }).click()
  await lead.getByRole('option', { name: '115 V' }).click()
  await lead.getByRole('button', { name: 'Keep and go on' }).click()
  const wrong = lead.getByRole('alert').filter({ hasText: 'Do not switch it on:' })
  await expect(wrong).toContainText('the mains here has 230 V')
  await accessible(lead, 'a selector at another mains')
  await lead.getByRole('button', { name: 'Into service' }).click()
  await typed(lead.getByRole('textbox', { name: /Why are steps left out/ }), 'We try it')
  await expect(lead.getByRole('button', { name: 'Into service' }).last()).toBeDisabled()
  await lead.getByRole('button', { name: '! Mains selector and plug' }).click()
  await lead.getByRole('combobox', { name: 'mains selector' }).click()
  await lead.getByRole('option', { name: '230 V' }).click()
  await lead.getByRole('button', { name: 'Keep and go on' }).click()
  await expect(lead.getByRole('heading', { name: 'Square frame' })).toBeVisible()

  // Somebody else goes on, at another server process.
  const technician = await signedIn(browser, 'technician', { ...phone, baseURL: second, path: '/take-in' })
  await technician.getByRole('link', { name: new RegExp(`Go on with ${name}`) }).click()
  await expect(technician.getByRole('button', { name: '✓ Mains selector and plug' })).toBeVisible()
  await expect(technician.getByRole('heading', { name: 'Square frame' })).toBeVisible()
  await typed(technician.getByLabel('diagonal 1, in mm'), '500.4')
  await typed(technician.getByLabel('diagonal 2, in mm'), '500')
  await expect(technician.getByLabel('skew, in °')).toHaveValue('0.046')
  // Whoever goes elsewhere while a value is judged on a slow line stays there.
  let judge = () => {}
  const judged = new Promise<void>((done) => (judge = done))
  await technician.route('**/as-built', (route) => judged.then(() => route.continue()))
  await technician.getByRole('button', { name: 'Keep and go on' }).click()
  await expect(technician.getByRole('button', { name: '✓ Square frame' })).toBeVisible()
  await technician.getByRole('button', { name: 'Into service' }).click()
  await expect(technician.getByRole('note')).toContainText('Not measured')
  const looked = technician.waitForResponse('**/as-built')
  judge()
  await (await looked).finished()
  await technician.getByLabel('Why are steps left out?').focus()
  await expect(technician.getByRole('note')).toContainText('Not measured')
  await typed(technician.getByLabel('Why are steps left out?'), 'Its twin beside it was measured; the rest on Thursday')
  await technician.getByRole('button', { name: 'Into service' }).last().click()
  await expect(technician.getByRole('heading', { level: 1, name })).toBeVisible()
  await expect(technician.getByText('In service').first()).toBeVisible()

  // As built, with what is known of each part's age, and the baseline.
  await technician.getByText('As built', { exact: true }).click()
  const row = (slot: string) =>
    technician.getByRole('row').filter({ has: technician.getByRole('rowheader', { name: slot, exact: true }) })
  await expect(row('X belt')).toContainText('1,830 h')
  await expect(row('Y belt')).toContainText('at least 0 h')
  await expect(technician.getByRole('region', { name: 'As built' })).toContainText('0.046 °')
  // Its label is scanned by somebody who is not signed in: they may report, or sign in and are on its page.
  const id = /printers\/([0-9a-f-]+)/.exec(technician.url())![1]!
  const stranger = await (await browser.newContext({ ...phone, baseURL: first })).newPage()
  await stranger.goto(`/go/${id.replaceAll('-', '').slice(0, 12)}`)
  await stranger.getByRole('link', { name: 'Staff: sign in for the whole page' }).click()
  await typed(stranger.getByLabel('Name'), 'member')
  await typed(stranger.getByRole('textbox', { name: 'PIN' }), '314159')
  await stranger.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(stranger.getByRole('heading', { level: 1, name })).toBeVisible()
  const passport = await technician.request.get(`${first}/api/reports/passport/${id}`)
  expect((await passport.body()).subarray(0, 5).toString()).toBe('%PDF-')
})
