import { expect, type Locator, type Page } from '@playwright/test'
import type { Floor } from '@diatribon/contract'
import { accessible } from './accessible.ts'
import { emptySite, openBook } from './emptySite.ts'
import { test, typed } from './people.ts'

/** Counts what a hand does: fields that are typed in, and clicks. */
function counting(page: Page) {
  const done = { fields: 0, clicks: 0 }
  return {
    done,
    async type(field: Locator, text: string) {
      done.fields++
      await typed(field, text)
    },
    async click(on: Locator) {
      done.clicks++
      await on.click()
    },
    begin() {
      done.fields = 0
      done.clicks = 0
    },
    page,
  }
}

test('from an empty site to the first printer with its slots in service, and the second of its kind', async ({
  browser,
}) => {
  const site = await emptySite()
  try {
    const page = await (await browser.newContext({ baseURL: site.url })).newPage()
    const hand = counting(page)
    await page.goto('/')
    await expect(page.getByRole('heading', { name: 'Open the book' })).toBeVisible()
    await accessible(page, 'open the book')
    await hand.type(page.getByLabel('Name of the workshop'), 'Lagoon Model Yard')
    await hand.click(page.getByRole('combobox', { name: 'Currency' }))
    await hand.click(page.getByRole('option', { name: /^CHF/ }))
    await hand.type(page.getByLabel('Your name'), 'Runa Falk')
    await hand.type(page.getByLabel('Name to sign in with'), 'runa')
    await hand.type(page.getByRole('textbox', { name: 'PIN' }), '27183')
    await hand.click(page.getByRole('button', { name: 'Open the book' }))

    await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible()
    await hand.click(page.getByRole('button', { name: 'Look into Symptoms' }))
    await expect(page.getByRole('checkbox', { name: 'Strings between walls' })).toBeChecked()
    await accessible(page, 'first steps')
    await hand.click(page.getByRole('button', { name: /^Bring in \d+ things$/ }))
    await expect(page.getByText('The catalogue has its parts.')).toBeVisible()
    await hand.click(page.getByRole('checkbox', { name: /^I have been shown hot work/ }))
    await hand.click(page.getByRole('button', { name: 'Sign me off for hot work and motion' }))
    await expect(page.getByText('You are signed off for hot work and motion.')).toBeVisible()
    await hand.click(page.getByRole('link', { name: 'Take your first printer in' }))

    await hand.type(page.getByRole('textbox', { name: 'Name', exact: true }), 'Fink')
    await hand.type(page.getByRole('combobox', { name: 'Room' }), 'Loft')
    await hand.type(page.getByRole('textbox', { name: 'Rack', exact: true }), 'A')
    await hand.click(page.getByRole('combobox', { name: 'Make and model' }))
    await hand.click(page.getByRole('option', { name: 'Bed slinger on wheels, guided feed' }))
    await expect(page.getByText('29 slots with their usual parts, all new.')).toBeVisible()
    await accessible(page, 'take in')
    await hand.click(page.getByRole('radio', { name: /into service at once/ }))
    await hand.click(page.getByRole('button', { name: 'Take in', exact: true }))
    await expect(page.getByRole('heading', { name: 'Fink', exact: true })).toBeVisible()
    expect(hand.done.fields).toBeLessThanOrEqual(12)
    expect(hand.done.clicks).toBeLessThanOrEqual(25)

    await page.goto('/floor')
    await expect(page.getByText('in service')).toBeVisible()
    hand.begin()
    await page.goto('/take-in')
    await hand.type(page.getByRole('textbox', { name: 'Name', exact: true }), 'Meise')
    await hand.click(page.getByRole('radio', { name: /into service at once/ }))
    await hand.click(page.getByRole('button', { name: 'Take in', exact: true }))
    await expect(page.getByRole('heading', { name: 'Meise', exact: true })).toBeVisible()
    expect(hand.done).toEqual({ fields: 1, clicks: 2 })

    const floor = (await (await page.request.get('/api/printers')).json()) as Floor
    expect(
      floor.racks.flatMap(({ printers }) => printers).map(({ name, rack, place, state }) => [name, rack, place, state]),
    ).toEqual([
      ['Fink', 'A', 1, 'in service'],
      ['Meise', 'A', 2, 'in service'],
    ])

    // Labels would lead phones to themselves, until it is said where they find the site.
    await page.goto('/workshop')
    await expect(page.getByText(/^There are none to print yet/)).toBeVisible()
    await typed(page.getByLabel('Address by which phones reach this server'), 'http://192.168.1.20:4310')
    await page.getByRole('button', { name: 'Set the address' }).click()
    await expect(page.getByText('Labels, tags and invitations carry http://192.168.1.20:4310.')).toBeVisible()
    await accessible(page, 'workshop with an address')
    const labels = await page.request.get('/api/reports/labels?of=printers')
    expect((await labels.body()).subarray(0, 5).toString()).toBe('%PDF-')

    // What a new workshop has at its fault desk: the trade's knowledge, not an empty page.
    await page.goto('/knowledge')
    await expect(page.getByText('Strings between walls')).toBeVisible()
    await page.goto('/library')
    await expect(page.getByRole('button', { name: 'Nothing to bring in' })).toBeDisabled()
  } finally {
    await site.stop()
  }
})

test('a half-filled form asks before it is left, and gives the keyboard back to its button', async ({ browser }) => {
  const site = await emptySite()
  try {
    const page = await (await browser.newContext({ baseURL: site.url })).newPage()
    await openBook(page)
    await page.goto('/workshop')
    await page.getByRole('link', { name: /^Catalogue/ }).click()
    const opener = page.getByRole('button', { name: 'New part type' })
    await opener.click()
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await expect(opener).toBeFocused()

    await opener.click()
    await typed(page.getByRole('textbox', { name: 'Name', exact: true }), 'Wiper')
    await page.keyboard.press('Escape')
    await expect(page.getByText('What is filled in is not recorded yet')).toBeVisible()
    await page.getByRole('button', { name: 'Go on filling in' }).click()
    await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Wiper')
    await page.goBack()
    await expect(page.getByText('What is filled in is not recorded yet')).toBeVisible()
    await page.getByRole('button', { name: 'Go on filling in' }).click()
    await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Wiper')

    // A kind of its own says what work it is; a misspelt one cannot slip past.
    await page.getByRole('combobox', { name: 'Kind of slot it fits' }).click()
    await page.getByRole('option', { name: 'a kind of our own …' }).click()
    await typed(page.getByLabel('What the kind is called'), 'nozzle wiper')
    await typed(page.getByLabel('Minutes of work for a replacement in time'), '5')
    await typed(page.getByLabel(/^Usual interval/), '500')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(page.getByText('Say what work it is to change a part there.')).toBeVisible()
    await page.getByRole('combobox', { name: 'What work it is to change such a part' }).click()
    await page.getByRole('option', { name: 'hot work' }).click()
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await expect(page.getByRole('link', { name: 'Wiper' })).toBeVisible()
    await expect(page.getByText('no price yet')).toBeVisible()
  } finally {
    await site.stop()
  }
})
