import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import type { Floor } from '@diatribon/contract'
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

test('a check by the spool on the phone: one value out of limits, and the printer is held', async ({ browser }) => {
  test.setTimeout(120_000)
  const page = await signedIn(browser, 'technician', phone)
  const id = await printerId(page, 'Mussel')
  await page.goto(`/printers/${id}?view=Checks`)
  await page.getByRole('button', { name: 'Begin By the spool' }).click()
  await expect(page.getByRole('heading', { name: 'Power off' })).toBeVisible()
  // Before the first step on a cold machine the cautions are read and confirmed.
  await expect(page.getByRole('note').filter({ hasText: 'Moving parts' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Confirm' })).toBeDisabled()
  await accessible(page, 'cautions')
  await page.getByLabel('It is switched off and cold').check()
  await page.getByRole('button', { name: 'Confirm' }).click()
  for (const title of ['Power off', 'Screws into plastic', 'Grub screws']) {
    await expect(page.getByRole('heading', { name: title })).toBeVisible()
    await page.getByRole('button', { name: 'In order', exact: true }).click()
  }
  // The first value comes from the microphone, the second is typed.
  await expect(page.getByRole('heading', { name: 'X belt' })).toBeVisible()
  await page.getByRole('button', { name: 'Listen: pluck the belt' }).click()
  const heard = page.getByLabel('X belt, in Hz')
  await expect(heard).toHaveValue(/^6[12](\.\d)?$/, { timeout: 15_000 })
  await accessible(page, 'measuring')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('heading', { name: 'Y belt' })).toBeVisible()
  await page.getByLabel('Y belt, in Hz').fill('22')
  await page.getByRole('button', { name: 'Keep' }).click()
  const alert = page.getByRole('alert').filter({ hasText: 'Outside its limits' })
  await expect(alert).toContainText('35 to 130 Hz')
  for (const way of ['Note', 'Measure again', 'Make a duty', 'Report a fault', 'Hold the printer'])
    await expect(alert.getByRole('button', { name: way })).toBeVisible()
  await accessible(page, 'out of limits')

  // Called away: somebody else goes on at another server process, on the step that is open.
  const other = await signedIn(browser, 'lead', { ...phone, baseURL: second })
  await other.goto(`/printers/${id}?view=Checks`)
  await other.getByRole('link', { name: 'Go on with By the spool' }).click()
  await expect(other.getByRole('heading', { name: 'Bearings or wheels' })).toBeVisible()

  await alert.getByRole('button', { name: 'Make a duty' }).click()
  await expect(page.getByLabel('What is to be done?')).toHaveValue(/Y belt: 22 Hz/)
  await page.getByRole('button', { name: 'Make it a duty' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await alert.getByRole('button', { name: 'Hold the printer' }).click()
  await page.getByRole('button', { name: 'Put on hold' }).click()
  await expect(page.getByText('On hold:')).toBeVisible()
  // The other one is told at once.
  await expect(other.getByText('On hold:')).toBeVisible()

  await page.getByRole('button', { name: 'Go on' }).click()
  await page.getByRole('button', { name: 'smooth, no play' }).click()
  await page.getByRole('button', { name: 'In order', exact: true }).click()
  await page.getByRole('button', { name: 'as new' }).click()
  await page.getByRole('button', { name: 'all turn quietly' }).click()
  await page.getByRole('button', { name: 'In order', exact: true }).click()
  // A photo that is none gets a sentence and changes nothing.
  await expect(page.getByRole('heading', { name: 'Photo of what looks odd' })).toBeVisible()
  const photo = page.locator('input[type=file]')
  await photo.setInputFiles({ name: 'x.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no photo') })
  await expect(page.getByRole('alert').filter({ hasText: 'not a photo' })).toBeVisible()
  await photo.setInputFiles('docs/screenshots/floor.png')
  await expect(page.getByRole('img', { name: /^Photo 1/ })).toBeVisible()
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('heading', { name: 'All steps are done' })).toBeVisible()
  await expect(page.getByText('Y belt 22 Hz').first()).toBeVisible()
  await accessible(page, 'finish')
  await page.getByRole('button', { name: 'Finish the check' }).click()
  await expect(page).toHaveURL(/view=Checks/)
  await expect(page.getByRole('row', { name: /By the spool/ }).first()).toContainText('1 not in order')

  await page.goto('/floor')
  const row = page.getByRole('listitem').filter({ hasText: 'Mussel' })
  await expect(row).toContainText('On hold')
  await expect(row).toContainText('Y belt: 22 Hz')
  await page.goto('/round')
  await expect(page.getByRole('region', { name: 'put down by people' })).toContainText('Y belt: 22 Hz')
})

test('before a print, from the label on the phone: two presses when all is well', async ({ browser }) => {
  const page = await signedIn(browser, 'member', phone)
  const id = await printerId(page, 'Scallop')
  await page.goto(`/go/${id.replaceAll('-', '').slice(0, 12)}`)
  await expect(page.getByRole('heading', { level: 1, name: 'Scallop' })).toBeVisible()
  await page.getByRole('button', { name: 'Before a print' }).click()
  await expect(page.getByText('Plate clear, clean and whole')).toBeVisible()
  await accessible(page, 'before a print')
  await page.getByRole('button', { name: 'All is well' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Scallop' })).toBeVisible()
  await expect(page.getByRole('region', { name: /^Log of/ })).toContainText('Before a print done: all in order')

  // Something is not so: it asks what follows, and the check can still be finished.
  await page.getByRole('button', { name: 'Before a print' }).click()
  await page.getByLabel('Wires in place: not in order').check({ force: true })
  await page.getByRole('button', { name: 'Keep: 1 not so' }).click()
  const alert = page.getByRole('alert').filter({ hasText: 'Not in order' })
  await alert.getByRole('button', { name: 'Report a fault' }).click()
  await page.getByLabel('Yes, for now').check()
  await accessible(page, 'report a fault')
  await page.getByRole('button', { name: 'Report', exact: true }).click()
  await page.getByRole('button', { name: 'Finish the check' }).click()
  await expect(page.getByText('Fault, not closed:')).toContainText('')
  await expect(page.getByRole('note').filter({ hasText: 'Wires in place' })).toBeVisible()
})

test('a mesh gives turns; turned and probed again, the book tells what became better', async ({ browser }) => {
  test.setTimeout(90_000)
  const page = await signedIn(browser, 'technician')
  const id = await printerId(page, 'Whelk')
  await page.goto(`/bench?sum=bed&printer=${id}`)
  const mesh = page.getByRole('textbox', { name: 'Mesh', exact: true })
  await mesh.fill('0.1 0.2\n0.3')
  await expect(page.getByRole('alert')).toContainText('Line 2 has 1 heights')
  // Tilted by exactly 0.35 mm over 171 mm from left to right: half a turn of 0.7 mm between the screws of this model.
  await mesh.fill('-0.175 0 0.175\n-0.175 0 0.175\n-0.175 0 0.175')
  const turns = page.getByRole('table', { name: 'Knob turns' })
  await expect(turns.getByRole('row', { name: /front left/ })).toContainText('¼ turn anticlockwise')
  await expect(turns.getByRole('row', { name: /back right/ })).toContainText('¼ turn clockwise')
  await expect(turns.getByRole('row', { name: /back right/ })).toContainText('0.25')
  await page.getByRole('button', { name: 'Keep as reading' }).click()
  await expect(page.getByText('Kept as a reading').first()).toBeVisible()
  await page.getByRole('button', { name: 'I have turned them' }).click()
  await expect(page.getByText('Adjustment written down').first()).toBeVisible()
  await page.getByRole('textbox', { name: /^Second mesh/ }).fill('-0.02 0 0.01\n-0.01 0 0.02\n-0.02 0.01 0.02')
  await expect(page.getByText('flatter by 0.31 mm')).toBeVisible()
  await accessible(page, 'bed')
  await page.getByRole('button', { name: 'Keep as reading' }).nth(1).click()
  await expect(page.getByText('Kept as a reading').first()).toBeVisible()
  await page.goto(`/printers/${id}`)
  const log = page.getByRole('region', { name: /^Log of/ })
  await expect(log).toContainText('Bed: mesh range 0.35 mm')
  await expect(log).toContainText('bed screws: front left ¼ turn anticlockwise')
  await expect(log).toContainText('Bed, after turning: mesh range 0.04 mm')
  await page.goto(`/printers/${id}?view=Readings`)
  await expect(page.getByRole('heading', { name: /^mesh range: 0.04 mm/ })).toBeVisible()
})

test('the other instruments measure and keep what they find', async ({ browser }) => {
  test.setTimeout(120_000)
  const page = await signedIn(browser, 'technician')
  const id = await printerId(page, 'Cowrie')
  await page.goto(`/bench?sum=belt&printer=${id}`)
  await page.locator('input[type=file]').setInputFiles(process.env.E2E_PLUCK!)
  await expect(page.getByLabel('Pitch, in Hz')).toHaveValue(/^6[12]/)
  await expect(page.getByText('semitones above it')).toBeVisible()
  await page.locator('input[type=file]').setInputFiles('package.json')
  await expect(page.getByRole('alert')).toContainText('no sound file')
  await page.getByLabel('Pitch, in Hz').fill('110')
  await expect(page.getByText('60 to 110 Hz: inside')).toBeVisible()
  // T = 4·0.008·0.25²·110² = 24.2 N
  await expect(page.getByText('24.2 N')).toBeVisible()
  await accessible(page, 'belt')

  const fill = async (sum: string, figures: Record<string, string>) => {
    await page.goto(`/bench?sum=${sum}&printer=${id}`)
    for (const [label, value] of Object.entries(figures)) await page.getByLabel(label).fill(value)
  }
  await fill('squareness', { 'Diagonal 1': '300.6', 'Diagonal 2': '300' })
  await expect(page.getByText('0.114°')).toBeVisible()
  await fill('play', { 'Play at the wheels': '0.2' })
  await expect(page.getByText('0.783 mm').first()).toBeVisible()
  await fill('cube', { 'X measured': '20.1', 'Y measured': '20', 'Z measured': '19.96' })
  await expect(page.getByText('+0.5 %')).toBeVisible()
  await fill('feeder', { 'Went in': '95', 'Steps per mm now': '93' })
  await expect(page.getByText('97.8947')).toBeVisible()
  await page.getByRole('button', { name: 'Keep as reading' }).click()
  await expect(page.getByText('Kept as a reading').first()).toBeVisible()
  await page.goto(`/bench?sum=soak&printer=${id}`)
  await expect(page.getByText('Flat after')).toBeVisible()
  await fill('current', {
    'Power of the bed': '220',
    Voltage: '12',
    'Wire, mm²': '2.5',
    'Wire, m one way': '1',
    'Plug rated': '16',
  })
  await expect(page.getByText('18.3 A').first()).toBeVisible()
  await expect(page.getByText('more than the plug is rated for')).toBeVisible()
  await expect(page.getByRole('note').first()).toContainText('qualified electrical person')
  await accessible(page, 'current')
  await page.goto('/bench?sum=sound')
  await page.getByLabel('Before, or the quiet one: from a sound file').waitFor()
  for (const input of await page.locator('input[type=file]').all()) await input.setInputFiles(process.env.E2E_PLUCK!)
  await expect(page.getByText('0 dB in all')).toBeVisible()
  await accessible(page, 'sound')
})

test('a check is written, reordered and copied; one who saw the old version is told', async ({ browser }) => {
  test.setTimeout(90_000)
  const name = `Look at the hood ${Math.floor(Math.random() * 10_000)}`
  const page = await signedIn(browser, 'technician', { path: '/checks/new' })
  await page.getByLabel('Name').fill(name)
  await page.getByLabel('What it is for').fill('The hood keeps fumes in.')
  await page.getByRole('button', { name: 'One more step' }).click()
  await page.getByRole('textbox', { name: 'Step 1' }).fill('Hood closes')
  await page.getByRole('button', { name: 'One more step' }).click()
  await page.getByRole('textbox', { name: 'Step 2' }).fill('Humidity')
  await page.getByRole('combobox', { name: 'What is given' }).nth(1).click()
  await page.getByRole('option', { name: 'measure' }).click()
  await page.getByRole('combobox', { name: 'Kept as the reading' }).click()
  await page.getByRole('option', { name: 'room humidity' }).click()
  await expect(page.getByLabel('Unit')).toHaveValue('%')
  // Limits upside down: the field says so, and nothing is changed.
  await page.getByLabel('At least').fill('70')
  await page.getByLabel('At most').fill('60')
  await page.getByRole('button', { name: 'Add the check' }).click()
  await expect(page.getByText(/upside down/).first()).toBeVisible()
  await page.getByLabel('At least').fill('20')
  // By keyboard the second step goes before the first.
  await page.getByRole('button', { name: 'Drag Humidity' }).focus()
  await page.keyboard.press('Space')
  await expect(page.getByText(/^(Picked up Humidity|Humidity is over place 2)/)).toBeAttached()
  await page.keyboard.press('ArrowUp')
  await expect(page.getByText('Humidity is over place 1 of 2.')).toBeAttached()
  await page.keyboard.press('Space')
  await expect(page.getByRole('textbox', { name: 'Step 1' })).toHaveValue('Humidity')
  await accessible(page, 'editor')
  await page.getByRole('button', { name: 'Add the check' }).click()
  await page.getByRole('link', { name, exact: true }).click()
  await expect(page.getByRole('textbox', { name: 'Step 1' })).toHaveValue('Humidity')

  const lead = await signedIn(browser, 'lead', { path: new URL(page.url()).pathname })
  await lead.getByLabel('Minutes').fill('12')
  await page.getByLabel('Minutes').fill('15')
  await page.getByRole('button', { name: 'Put version 2 in force' }).click()
  await expect(page).toHaveURL('/checks')
  // What the other one has written stays, and is told that it rests on an old version.
  await expect(lead.getByText('Somebody has put version 2 in force meanwhile')).toBeVisible()
  await expect(lead.getByLabel('Minutes')).toHaveValue('12')
  await lead.getByRole('button', { name: /Put version 2 in force/ }).click()
  await expect(lead.getByRole('alert')).toContainText('you saw version 1, it is at version 2 now')
  await lead.getByRole('button', { name: /look at version 2/ }).click()
  await expect(lead.getByLabel('Minutes')).toHaveValue('15')

  await page.getByRole('link', { name: `Copy ${name}` }).click()
  await expect(page.getByLabel('Name')).toHaveValue(`${name}, copy`)
  await page.goto('/checks')
  await page.getByRole('button', { name: `Retire ${name}` }).click()
  await page.getByLabel('Why?').fill('Only a trial')
  await page.getByRole('dialog').getByRole('button', { name: 'Retire' }).click()
  await expect(page.getByRole('button', { name: `Bring back ${name}` })).toBeVisible()
})

test('drift is shown on the printer and on the list of the whole site', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/drifting' })
  const row = page.getByRole('row', { name: /Urchin.*belt pitch/ })
  await expect(row).toContainText(/would cross its lower limit in about .* h \(/)
  await row.getByRole('link', { name: 'Urchin' }).click()
  await expect(page.getByText(/Drifting: would cross/).first()).toBeVisible()
  await page.getByRole('button', { name: 'I adjusted something' }).click()
  await expect(page.getByRole('dialog')).toBeVisible()
  await accessible(page, 'adjust')
})
