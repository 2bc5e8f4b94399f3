import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import type { PracticeFleet } from '@diatribon/contract'
import { trained } from '@diatribon/core'
import { factsDigest } from '../src/index.ts'
import { dayMs, scratchWorkshop, type Workshop } from './scratch.ts'

const now = Date.parse('2026-11-20T06:00:00Z')
let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop(() => new Date(now))
})
afterAll(() => shop.close())

const practice = () => shop.lead.get<PracticeFleet>('/api/trainer/fleet')
const choices = {
  seed: 1,
  days: 60,
  minutesPerDay: 60,
  spares: 2,
  leadDays: 3,
  trade: 'nobody knows',
  law: 'Weibull',
} as const

describe('a workshop to practise on', () => {
  it('has the printers and parts of this one, by how much they run, and leaves the book as it is', async () => {
    const before = await factsDigest(shop.server.services.database.pool)
    const { fleet, isOwn, notes } = await practice()
    expect(isOwn).toBe(true)
    expect(notes).toEqual([])
    expect(fleet.printers.length).toBeGreaterThan(0)
    // Never counted: taken for what is usual.
    expect(fleet.printers[0]).toMatchObject({
      hoursPerDay: 8,
      slots: [{ name: 'Nozzle', partId: shop.ids.nozzle }, { name: 'X belt' }],
    })
    expect(fleet.parts.find(({ id }) => id === shop.ids.nozzle)).toEqual({
      id: shop.ids.nozzle,
      name: 'Nozzle',
      tradeInterval: 300,
      priceMinor: 100,
      minutes: 10,
      failureExtraMinor: 2000,
    })
    expect(trained(fleet, choices, 'the advice').figures.hoursRun).toBeGreaterThan(0)
    expect(await factsDigest(shop.server.services.database.pool)).toEqual(before)
  })

  it('takes a printer for as busy as it has been', async () => {
    for (let day = 60; day >= 0; day -= 2)
      await shop.lead.act({
        kind: 'count-hours',
        printerId: shop.ids.printer,
        at: new Date(now - day * dayMs).toISOString(),
        meterHours: (60 - day) * 5,
      })
    const { fleet } = await practice()
    expect(fleet.printers.find(({ id }) => id === shop.ids.printer)?.hoursPerDay).toBeCloseTo(5, 0)
  })

  it('says which prices are guessed and what does not age by hours', async () => {
    const same = { minutes: 10, failureExtraMinor: 2000, tradeInterval: 300 }
    const change = (partTypeId: string, more: object) =>
      shop.lead.act({ kind: 'change-part-type', partTypeId, ...same, ...more })
    await change(shop.ids.nozzle, { name: 'Nozzle', slotKind: 'nozzle', priceMinor: null })
    await change(shop.ids.belt, { name: 'Belt', slotKind: 'belt', priceMinor: 100, agesBy: 'days' })
    const { fleet, notes } = await practice()
    expect(notes).toEqual([
      'Without a price, guessed: Nozzle.',
      'Left out, since they do not age by running hours: Belt.',
    ])
    expect(fleet.parts.map(({ name }) => name)).toEqual(['Nozzle'])
  })

  it('of a workshop without printers is made up from the starter library, and runs', async () => {
    for (const { id } of (await practice()).fleet.printers)
      await shop.lead.act({ kind: 'retire-printer', printerId: id, reason: 'Sold' })
    const { fleet, isOwn, notes } = await practice()
    expect(isOwn).toBe(false)
    expect(notes).toEqual(['Prices are guesses: none is known yet.'])
    expect(fleet.printers).toHaveLength(6)
    expect(trained(fleet, choices, 'wait for the failure').figures.hoursRun).toBeGreaterThan(0)
  })

  it('is for whoever may read', async () => {
    expect((await fetch(new URL('/api/trainer/fleet', shop.server.url))).status).toBe(401)
    expect((await (await shop.as('member')).call('GET', '/api/trainer/fleet')).status).toBe(200)
  })
})
