import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { LifePage } from '@diatribon/contract'
import { expect } from '@playwright/test'
import { accessible } from './accessible.ts'
import { livesOf, phone, signedIn, test, typed } from './people.ts'
import { first } from './servers.ts'

test('a lead opens what costs most, moves the cost of a failure, adopts, and the round follows', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'lead', { path: '/lives' })
  const rows = page.getByRole('table', { name: 'Part types' }).getByRole('row')
  await expect(rows.nth(1)).toContainText('cost')
  const lives = await livesOf(page)
  // Most money at stake stands first.
  await expect(rows.nth(1).getByRole('link')).toHaveText(lives[0]!.partType.name)

  // A part type that is replaced on a clock: its rule is changed, and the due dates move.
  const type = lives.find(({ partType }) => partType.name === 'Drive gear')!
  await page.getByRole('link', { name: 'Drive gear', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Drive gear' })).toBeVisible()
  const table = page.getByRole('table', { name: 'Rules side by side' })
  await expect(table.getByRole('row')).toHaveCount(4)
  const waiting = table.getByRole('row', { name: /Wait for the failure/ })
  const before = await waiting.textContent()
  const slider = page.getByRole('slider', { name: 'What a failure costs on top' })
  await slider.focus()
  for (let i = 0; i < 10; i++) await slider.press('ArrowRight')
  await expect(waiting).not.toHaveText(before!)
  await expect(page.getByText('Tried costs: nothing is kept.')).toBeVisible()
  await page.getByRole('button', { name: 'Back to the real costs' }).click()
  await expect(waiting).toHaveText(before!)

  await page.getByRole('button', { name: 'Adopt a rule' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'Rule' }).click()
  await page.getByRole('option', { name: 'Replace at the learned age' }).click()
  await typed(dialog.getByLabel(/Replaced at/), '12.5')
  await expect(dialog.getByLabel(/Replaced at/)).toHaveValue('12.5')
  await typed(dialog.getByLabel(/Replaced at/), '640')
  await typed(dialog.getByLabel('Why?'), 'They strip filament long before they stop')
  await dialog.getByRole('button', { name: 'Adopt', exact: true }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('table', { name: 'Adopted rules' })).toContainText('They strip filament')
  await expect(page.getByText('640 h').first()).toBeVisible()
  const after = (await (await page.request.get(`${first}/api/lives/${type.partType.id}`)).json()) as LifePage
  expect(after.inForce).toEqual({ policy: 'learned age', interval: 640, isAdopted: true })
  await page.goto('/round')
  await expect(page.getByText(/Drive gear/).first()).toBeVisible()

  // Another one at once on another server sees it, and who adopted it.
  const technician = await signedIn(browser, 'technician', { path: `/lives/${type.partType.id}` })
  await expect(technician.getByRole('table', { name: 'Adopted rules' })).toContainText('Maren Holt')
  await expect(technician.getByRole('button', { name: 'Adopt a rule' })).toBeHidden()
})

test("a neighbour's lives come in as a file, are weighed, and go out again", async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/lives' })
  await page.getByRole('link', { name: 'Electronics fan', exact: true }).click()
  const folder = mkdtempSync(join(tmpdir(), 'diatribon-lives-'))
  const rows = Array.from({ length: 30 }, (_, i) => `fan,hours,0,${6000 + 50 * i},${6000 + 50 * i},1`)
  writeFileSync(join(folder, 'fans.csv'), ['part type,unit,entry,lower,upper,weight', ...rows].join('\n'))
  writeFileSync(join(folder, 'bad.csv'), 'part type,unit,lower,upper\nfan,prints,old,7\n')
  const chooser = async (file: string) => {
    const opened = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Take in a file' }).click()
    await (await opened).setFiles(join(folder, file))
  }
  await chooser('bad.csv')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('alert')).toContainText('“old” under lower is no figure')
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await chooser('fans.csv')
  await typed(dialog.getByLabel(/Whose they are/), 'The sail loft, autumn')
  await dialog.getByRole('button', { name: 'Take in', exact: true }).click()
  await expect(dialog).toBeHidden()
  const line = page.getByRole('table', { name: "Neighbours' lives" }).getByRole('row', { name: /The sail loft/ })
  await expect(line).toContainText('30')
  const typical = page.locator('dt', { hasText: 'Half have failed by' }).locator('xpath=following-sibling::dd')
  const before = await typical.textContent()
  await line.getByRole('combobox').click()
  await page.getByRole('option', { name: 'as our own' }).click()
  await expect(typical).not.toHaveText(before!)
  await expect(page.getByText(/neighbour's lives \d+ %/).first()).toBeVisible()
  await line.getByRole('button', { name: 'Take out' }).click()
  await expect(line).toBeHidden()
  await expect(typical).toHaveText(before!)
})

test('the scorecard and repairs over time can be read, on a phone too', async ({ browser }) => {
  for (const options of [{}, phone]) {
    const page = await signedIn(browser, 'member', { path: '/lives/score', ...options })
    await expect(page.getByText('Failures foretold', { exact: true })).toBeVisible()
    await expect(page.getByText(/Brier score/i).first()).toBeVisible()
    await accessible(page, 'Scorecard')
    await page.goto('/lives/repairs')
    await expect(page.getByRole('table', { name: 'Repairs by printer' })).toBeVisible()
    await expect(page.getByRole('status').filter({ hasText: 'Keeping' })).toBeVisible()
    await accessible(page, 'Repairs over time')
  }
})

test('a fan that comes out good goes in again with its age', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { path: '/floor' })
  await page
    .getByRole('link', { name: /Starfish/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Starfish')
  const swap = async (used: boolean) => {
    await page.getByRole('button', { name: 'Swap part' }).first().click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('combobox', { name: 'Slot' }).click()
    await page.getByRole('option', { name: 'Part-cooling fan' }).click()
    await dialog.getByRole('radio', { name: /replaced in time/ }).click()
    if (used) {
      // The dialog knows the part that went in a moment ago; before, the swap is rightly refused.
      await expect(dialog.getByText('In place: Part-cooling fan, 0 h old.')).toBeVisible()
      const choice = dialog.getByRole('combobox', { name: /Fresh or used/ })
      // The list comes anew when the swap before has gone through: then a hand chooses again.
      await expect(async () => {
        await choice.click()
        await page
          .getByRole('option', { name: /out of Starfish/ })
          .first()
          .click({ timeout: 2000 })
        await expect(choice).toHaveValue(/out of Starfish/, { timeout: 2000 })
      }).toPass()
    }
    await dialog.getByRole('button', { name: 'Swap', exact: true }).click()
    await expect(dialog).toBeHidden()
  }
  await swap(false)
  await swap(true)
  await expect(page.getByText(/used before/).first()).toBeVisible()
})

test('a lead lets looks decide over a part, and the check that looks gets its turns', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/lives' })
  await page.getByRole('link', { name: 'Spring-steel sheet' }).click()
  const how = page.getByRole('table', { name: 'How often to look' })
  await expect(how.getByRole('row').nth(1)).toContainText('Costs least: every')
  await expect(page.getByRole('row', { name: /Look, and replace on condition/ })).toContainText('look every')

  await page.getByRole('button', { name: 'Adopt a rule' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'Rule' }).click()
  await page.getByRole('option', { name: 'Look, and replace on condition' }).click()
  await typed(dialog.getByLabel(/Looked at every/), '450')
  await dialog.getByRole('combobox', { name: 'Set the turns of the check that looks' }).click()
  await page.getByRole('option', { name: 'Wear look' }).click()
  await expect(dialog.getByRole('note')).toContainText("maker's manual")
  await typed(dialog.getByLabel('Why?'), 'Worn sheets show long before parts come off')
  await dialog.getByRole('button', { name: 'Adopt', exact: true }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText('look every 450 h').first()).toBeVisible()
  await expect(page.getByText(/Looked at by: .*Wear look \(every 450 h\)/)).toBeVisible()
  await page.goto('/checks')
  await expect(page.getByText('Wear look').first()).toBeVisible()
})
