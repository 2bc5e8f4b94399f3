import { expect } from '@playwright/test'
import { accessible } from './accessible.ts'
import { phone, printerId, signedIn, test, typed } from './people.ts'
import { first } from './servers.ts'

test('a passer-by reports a brown plug by label: everybody sees a stopped printer, and whoever is on shift lifts it', async ({
  browser,
}) => {
  const staff = await signedIn(browser, 'technician')
  const id = await printerId(staff, 'Anemone')
  await staff.goto(`${first}/floor`)
  const row = staff.getByRole('listitem').filter({ hasText: 'Anemone' })
  await expect(row).toContainText('In service')

  const passerBy = await (await browser.newContext(phone)).newPage()
  await passerBy.goto(`${first}/report/${id.replaceAll('-', '').slice(0, 12)}`)
  await expect(passerBy.getByText('It may be used by whoever is inducted.')).toBeVisible()
  await typed(passerBy.getByLabel('What do you see?'), 'The plug is brown and soft')
  await passerBy.getByLabel('No, nobody should use it').check()
  await passerBy.getByRole('button', { name: 'Report', exact: true }).click()
  await expect(passerBy.getByText('Thank you. The staff sees it now.')).toBeVisible()
  await passerBy.reload()
  await expect(passerBy.getByText('Do not use it until the staff has looked.')).toBeVisible()
  await accessible(passerBy, 'the label of a stopped printer')

  // The page that was open all the while has it, without a touch.
  await expect(row).toContainText('Stopped')
  await expect(row).toContainText('The plug is brown and soft')
  await row.getByRole('link', { name: 'Anemone' }).click()
  await expect(staff.getByText('Stopped by a report:')).toBeVisible()
  await expect(staff.getByRole('button', { name: 'Before a print' })).toHaveCount(0)
  await staff.getByRole('button', { name: 'Lift the stop: The plug is brown and soft' }).click()
  await accessible(staff, 'lifting a stop')
  await typed(staff.getByLabel('What did you look at?'), 'A shadow; plug cool and hard')
  await staff.getByRole('dialog').getByRole('button', { name: 'Lift the stop' }).click()
  await expect(staff.getByText('Fault, not closed:')).toBeVisible()
  await expect(staff.getByText(/lifted by .*: A shadow; plug cool and hard/)).toBeVisible()
  await passerBy.reload()
  await expect(passerBy.getByText('It may be used by whoever is inducted.')).toBeVisible()
})

test('on a held printer what heats waits, and a lead may say an exception with the reason in sight', async ({
  browser,
}) => {
  const lead = await signedIn(browser, 'lead')
  const id = await printerId(lead, 'Whelk')
  await lead.goto(`${first}/printers/${id}?view=Checks`)
  const turn = lead.getByRole('listitem').filter({ hasText: 'Levelling by knobs, corner by corner' })
  await expect(turn).toContainText('Waits for its release.')
  await turn.getByRole('button', { name: /^Begin all the same/ }).click()
  const dialog = lead.getByRole('dialog')
  await expect(dialog).toContainText('Heater wire chafed')
  await accessible(lead, 'an exception')
  await typed(dialog.getByLabel('Why may it be heated or moved?'), 'The new wire is in, to be seen warm')
  await dialog.getByRole('button', { name: 'Begin all the same' }).click()
  await expect(lead.getByText('Done as an exception: The new wire is in, to be seen warm')).toBeVisible()
  await lead.getByRole('button', { name: 'Give it up' }).click()
  await typed(lead.getByRole('dialog').getByRole('textbox'), 'Only tried')
  await lead.getByRole('dialog').getByRole('button', { name: 'Give it up' }).click()
  await expect(lead.getByText('Done as an exception')).toHaveCount(0)
})

test('a session that ends while a dialog is open: the PIN on the spot, and what was typed is sent', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'technician')
  const id = await printerId(page, 'Mussel')
  await page.goto(`${first}/printers/${id}`)
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  const words = `Squeaks a little at the back, ${Date.now()}`
  await typed(page.getByRole('dialog').getByRole('textbox').first(), words)
  // Ended elsewhere: by a new PIN, by a lead, or by time.
  await page.context().clearCookies()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^(Write|Note|Keep)/ })
    .click()
  const again = page.getByRole('dialog').filter({ hasText: 'Sign in again' })
  await expect(again).toBeVisible()
  await accessible(page, 'signing in again')
  await typed(again.getByRole('textbox', { name: 'PIN' }), '314159')
  await again.getByRole('button', { name: 'Sign in' }).click()
  await expect(again).toHaveCount(0)
  await expect(page.getByRole('region', { name: /^Log of/ })).toContainText(words)
})
