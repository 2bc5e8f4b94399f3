import { randomUUID } from 'node:crypto'
import { expect } from '@playwright/test'
import type { Floor, Round, Session } from '@diatribon/contract'
import { signedIn, test, typed } from './people.ts'
import { first, second } from './servers.ts'

test('once round the loop: count until a part is due, swap it as failed, and everybody sees what was learned', async ({
  browser,
}) => {
  const technician = await signedIn(browser, 'technician')
  const lead = await signedIn(browser, 'lead', { baseURL: second, path: '/logbook' })

  // A part that the hours since the last count can make overdue; other journeys have counted some printers just now.
  const round = (await (await technician.request.get(`${first}/api/plan/round`)).json()) as Round
  const floor = (await (await technician.request.get(`${first}/api/printers`)).json()) as Floor
  // The demo has a clock of its own.
  const { now } = (await (await technician.request.get(`${first}/api/session`)).json()) as Session
  const hoursPassed = new Map(
    floor.racks.flatMap(({ printers }) =>
      printers.map(({ id, countedAt }) => [id, (Date.parse(now) - Date.parse(countedAt)) / 3600_000] as const),
    ),
  )
  const duty = [...round.thisWeek, ...round.later].find(
    ({ clock, printer, age }) =>
      clock === 'hours' &&
      age > 5 &&
      hoursPassed.get(printer.id)! > 5 &&
      !printer.out &&
      !printer.place.startsWith('D'),
  )!
  const { printer, partType, slot } = duty
  // On this printer the lead lets it run two hours more.
  const left = 2
  const adopted = await lead.request.post(`${first}/api/actions`, {
    headers: { origin: first },
    data: {
      key: randomUUID(),
      kind: 'adopt-policy',
      at: now,
      partTypeId: partType.id,
      ofPrinterId: printer.id,
      policy: 'learned age',
      interval: duty.age + left,
      reason: 'It sits loose on this one',
    },
  })
  expect(adopted.status()).toBe(201)
  const lives = await lead.context().newPage()
  await lives.goto(`/lives/${partType.id}`)
  const ended = lives.locator('dt', { hasText: 'Ended by wear' }).locator('xpath=following-sibling::dd')
  const failuresBefore = Number(await ended.textContent())

  // Count.
  await technician.getByRole('link', { name: printer.name }).click()
  await expect(technician.getByRole('heading', { level: 1, name: printer.name })).toBeVisible()
  const page = (await (await technician.request.get(`${first}/api/printers/${printer.id}`)).json()) as {
    printer: { meterHours: number }
  }
  await technician.getByRole('button', { name: 'Count hours' }).click()
  const meter = technician.getByLabel('Meter of the printer, in hours')
  await typed(meter, String(page.printer.meterHours - 1))
  await expect(technician.getByText('That is less than before')).toBeVisible()
  await technician.getByRole('button', { name: 'Count', exact: true }).click()
  await expect(technician.getByRole('alert')).toContainText('The meter cannot run backwards')
  const meterHours = Math.ceil(page.printer.meterHours + left + 1)
  await typed(meter, String(meterHours))
  await technician.getByRole('button', { name: 'Count', exact: true }).click()
  await expect(technician.getByRole('dialog')).toBeHidden()

  // Age and judge: the nozzle is overdue, and the other browser has the entry without touching anything.
  const wear = technician
    .getByRole('listitem')
    .filter({ has: technician.getByRole('button', { name: `Swap ${slot.name}` }) })
  await expect(wear).toContainText('Overdue')
  await expect(lead.getByRole('listitem').first()).toContainText(`Meter at ${meterHours.toLocaleString('en-GB')}`)

  // Plan.
  await technician.getByRole('link', { name: 'Round' }).click()
  const overdue = technician.getByRole('region', { name: 'overdue' })
  await expect(overdue.getByRole('button', { name: `Swap ${slot.name} of ${printer.name}` })).toBeVisible()

  // Do, with the caution in sight; why it comes out must be said.
  await overdue.getByRole('button', { name: `Swap ${slot.name} of ${printer.name}` }).click()
  const dialog = technician.getByRole('dialog')
  await expect(dialog.getByRole('note')).toContainText('does not replace the maker’s manual')
  await dialog.getByRole('button', { name: 'Swap', exact: true }).click()
  await expect(dialog.getByRole('alert')).toContainText('Say why the old part comes out')
  await dialog.getByRole('radio', { name: 'failed' }).check()
  // Hot work is confirmed each time.
  const cautions = dialog.getByLabel(/^I have read the cautions/)
  if (await cautions.isVisible()) await cautions.check()
  await typed(dialog.getByLabel('Note (optional)'), 'Blocked for good, journey of the tests')
  await dialog.getByRole('button', { name: 'Swap', exact: true }).click()
  await expect(dialog).toBeHidden()
  await expect(overdue.getByRole('button', { name: `Swap ${slot.name} of ${printer.name}` })).toBeHidden()

  // Log and learn, in the other browser, at the other server process.
  const entry = lead.getByRole('listitem').first()
  await expect(entry).toContainText('Part swapped')
  await expect(entry).toContainText('old part out (failed)')
  await expect(entry).toContainText('Blocked for good, journey of the tests')
  await expect(ended).toHaveText(String(failuresBefore + 1))
})

test('a live entry shows in the other browser without touching anything', async ({ browser }) => {
  const technician = await signedIn(browser, 'technician', { path: '/logbook' })
  const lead = await signedIn(browser, 'lead', { baseURL: second, path: '/logbook' })
  await expect(lead.getByRole('listitem').first()).toBeVisible()
  await technician.getByRole('button', { name: 'Note', exact: true }).click()
  const words = `Seen at once, ${Math.random()}`
  await typed(technician.getByLabel('What should the others know?'), words)
  await technician.getByRole('button', { name: 'Write' }).click()
  await expect(technician.getByRole('dialog')).toBeHidden()
  await expect(lead.getByText(words)).toBeVisible()
})

test('a wrong entry is put right, and both stay in the book', async ({ browser }) => {
  const technician = await signedIn(browser, 'technician', { path: '/logbook' })
  await technician.getByRole('button', { name: 'Note', exact: true }).click()
  await typed(technician.getByLabel('What should the others know?'), 'Left rail oiled')
  await technician.getByRole('button', { name: 'Write' }).click()
  await expect(technician.getByRole('listitem').first()).toContainText('Left rail oiled')
  await technician
    .getByRole('button', { name: /^Amend entry/ })
    .first()
    .click()
  await typed(technician.getByLabel('Text'), 'Right rail oiled')
  await typed(technician.getByLabel('Why? Everybody sees this.'), 'Wrong side')
  await technician.getByRole('button', { name: 'Amend', exact: true }).click()
  await expect(technician.getByRole('listitem').nth(0)).toContainText('Corrected to “Right rail oiled”')
  await expect(technician.getByRole('listitem').nth(1)).toContainText('Left rail oiled')
  await expect(technician.getByRole('listitem').nth(1)).toContainText('Amended')
})
