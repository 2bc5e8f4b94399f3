import { expect, type Page } from '@playwright/test'
import { accessible } from './accessible.ts'
import { emptySite, openBook } from './emptySite.ts'
import { phone, signedIn, test, typed } from './people.ts'

const outcome = (page: Page) => page.getByRole('table', { name: 'What each rule came to' })

test('months of the trainer are played by hand on a phone, and compared with the rules', async ({ browser }) => {
  const page = await signedIn(browser, 'member', { path: '/lives', ...phone })
  await page.getByRole('link', { name: /^Trainer/ }).click()
  await expect(page.getByText('Your own printers and parts, all new on day 0.')).toBeVisible()
  await typed(page.getByLabel('Printers'), '2')
  await typed(page.getByLabel('Months'), '2')
  await typed(page.getByLabel('Number of the draw'), '4')
  await page.getByRole('button', { name: 'Play it yourself' }).click()
  const change = page.getByRole('button', { name: 'Change it now' })
  await expect(change).toBeVisible()
  await expect(page.getByText(/^Day \d+ of 60/)).toBeVisible()
  // The clock stands until something is chosen; then the advice is told, and what nobody could know.
  await page.getByRole('button', { name: 'Let it run' }).click()
  await expect(page.getByText(/you let run on\. The advice was to .* which nobody could know\./)).toBeVisible()
  for (let n = 0; n < 60; n++) {
    const day = await page
      .getByText(/^Day \d+ of 60/)
      .textContent()
      .catch(() => null)
    if (day === null || !(await change.isVisible())) break
    await expect(change).toBeEnabled()
    await change.click()
    await expect(change.and(page.locator(':disabled'))).toHaveCount(0)
  }
  await expect(page.getByText(/^Your choices cost /)).toBeVisible()
  await expect(outcome(page).getByRole('row')).toHaveCount(6)
  await expect(page.getByRole('table', { name: 'What you chose' })).toContainText('let run')
  await accessible(page, 'Trainer, played')
})

test('the rules run side by side with progress, can be stopped, and are the same for the same draw', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'lead', { path: '/trainer' })
  await accessible(page, 'Trainer')
  await typed(page.getByLabel('Months'), '36')
  await typed(page.getByLabel('Draws'), '30')
  await page.getByRole('button', { name: 'Run the rules side by side' }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('progressbar')).toBeHidden()

  await typed(page.getByLabel('Printers'), '3')
  await typed(page.getByLabel('Months'), '3')
  await typed(page.getByLabel('Draws'), '2')
  const run = async () => {
    await page.getByRole('button', { name: 'Run the rules side by side' }).click()
    await expect(page.getByText(/^The advice cost /)).toBeVisible()
    return outcome(page).innerText()
  }
  const once = await run()
  expect(once).toContain('as if lives were known')
  await page.keyboard.press('Escape')
  expect(await run()).toBe(once)
  await page.getByText('Hours down', { exact: true }).last().click()
  await expect(page.getByRole('img', { name: 'hours down by day, for each rule' })).toBeVisible()
  await page.getByRole('button', { name: 'Table (T)' }).click()
  await expect(page.getByRole('columnheader', { name: 'Day', exact: true })).toBeVisible()
})

test('a workshop without printers practises on those of the starter library', async ({ browser }) => {
  const site = await emptySite()
  try {
    const page = await (await browser.newContext({ baseURL: site.url })).newPage()
    await openBook(page)
    await page.goto('/trainer')
    await expect(page.getByText('Made-up printers from the starter library.')).toBeVisible()
    await typed(page.getByLabel('Months'), '2')
    await typed(page.getByLabel('Draws'), '1')
    await page.getByRole('button', { name: 'Run the rules side by side' }).click()
    await expect(outcome(page)).toBeVisible()
  } finally {
    await site.stop()
  }
})
