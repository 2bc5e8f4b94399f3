import type { FortnightPage } from '@diatribon/contract'
import { expect } from '@playwright/test'
import { accessible } from './accessible.ts'
import { phone, signedIn, test, typed } from './people.ts'
import { first } from './servers.ts'

test('a lead opens the fortnight, sees what a move would cost, and moves a visit by keyboard', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/round' })
  await page.getByRole('link', { name: /plan$/ }).first().click()
  await expect(page.getByRole('heading', { level: 1, name: 'Plan' })).toBeVisible()
  const board = page.getByRole('region', { name: 'The plan by days and people' })
  await expect(board.getByRole('columnheader')).not.toHaveCount(0)
  await accessible(page, 'Plan')

  const plan = (await (await page.request.get(`${first}/api/plan/fortnight`)).json()) as FortnightPage
  // One that lies some days ahead, so that it can go to a later day.
  const visit = plan.visits.find(({ day }) => day > plan.days[0]!.day)!
  const later = plan.days.filter(({ day, people }) => day > visit.day && people.length > 0).at(-1)!
  const card = board.getByRole('button', { name: new RegExp(visit.printer.name) }).last()
  await card.focus()
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('waiting costs about')
  await dialog.getByRole('combobox', { name: 'Day' }).click()
  await page.getByRole('option').last().click()
  await dialog.getByRole('combobox', { name: 'Who' }).click()
  await page.getByRole('option', { name: 'Whoever suits best' }).click()
  await expect(dialog.getByText(/That costs/)).toBeVisible()
  await typed(dialog.getByLabel('Why?'), 'The school comes that week')
  await dialog.getByRole('button', { name: 'Move' }).click()
  await expect(dialog).toBeHidden()
  await expect(board.getByText('(pinned)').first()).toBeVisible()
  const moved = (await (await page.request.get(`${first}/api/plan/fortnight`)).json()) as FortnightPage
  const pinned = moved.visits.filter(({ tasks }) => tasks.some(({ choice }) => choice?.choice === 'pinned'))
  expect(pinned.map(({ day }) => day)).toContain(later.day)

  // Set free again: nobody need remember it. Tasks that one person may not do alone lie in two visits.
  const pins = board.getByRole('button', { name: /pinned/ })
  for (let left = await pins.count(); left > 0; left--) {
    await pins.first().click()
    await dialog.getByRole('combobox', { name: 'What to do with it' }).click()
    await page.getByRole('option', { name: 'Let the plan decide again' }).click()
    await dialog.getByRole('button', { name: 'Set free' }).click()
    await expect(dialog).toBeHidden()
    await expect(pins).toHaveCount(left - 1)
  }
})

test('a printer is booked and free again; a member sees the plan and moves nothing', async ({ browser }) => {
  const page = await signedIn(browser, 'technician', { path: '/plan' })
  await page.getByRole('button', { name: 'Book a printer' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'Printer' }).click()
  await page.getByRole('option', { name: 'Limpet' }).click()
  await typed(dialog.getByLabel('For what?'), 'Open day')
  await typed(dialog.getByLabel('From'), '24 Nov 2026')
  await page.keyboard.press('Enter')
  await expect(dialog).toBeHidden()
  const booked = page.getByRole('table', { name: 'Printers that are booked' })
  await expect(booked).toContainText('Open day')
  const plan = (await (await page.request.get(`${first}/api/plan/fortnight`)).json()) as FortnightPage
  expect(plan.visits.filter(({ day, printer }) => day === '2026-11-24' && printer.name === 'Limpet')).toEqual([])
  await booked.getByRole('button', { name: 'Take back the booking of Limpet' }).click()
  await expect(page.getByText('None in these days.')).toBeVisible()

  const member = await signedIn(browser, 'member', { path: '/plan' })
  await member.getByRole('region', { name: 'The plan by days and people' }).getByRole('button').first().click()
  await expect(member.getByRole('dialog')).toContainText('due')
  await expect(member.getByRole('dialog').getByRole('combobox')).toHaveCount(0)
  await member.getByRole('dialog').getByRole('button', { name: 'Close', exact: true }).last().click()
  await expect(member.getByRole('button', { name: 'Book a printer' })).toHaveCount(0)
})

test('on the phone the round begins with today, and a visit opens its work right there', async ({ browser }) => {
  const page = await signedIn(browser, 'lead', { path: '/round', ...phone })
  const today = page.getByRole('region', { name: 'Today' })
  await expect(today).toContainText('min of yours')
  // A visit may be for swaps alone: the first of them that has a check.
  const check = today.getByRole('button', { name: /^(Do|Go on with) / }).first()
  const visits = today.getByRole('button', { name: /min/ })
  for (let index = 0; index < (await visits.count()) && !(await check.isVisible()); index++) {
    await visits.nth(index).click()
    await expect(today.getByRole('link', { name: /^Open / })).toBeVisible()
  }
  await check.click()
  await expect(page).toHaveURL(/\/check\//)
  await page.goto('/plan')
  await expect(page.getByRole('heading', { level: 1, name: 'Plan' })).toBeVisible()
  await accessible(page, 'Plan on the phone')
})
