import { randomUUID } from 'node:crypto'
import type { CheckType, PersonHere, PrinterPage } from '@diatribon/contract'
import { design, itemOf } from './samples.ts'
import { dayMs, scratchWorkshop, type Client, type Workshop } from './scratch.ts'
import { checksAndUpsets } from './starter.ts'

/** A workshop of two printers that have run and been measured for seventy days. */
export interface InUse {
  shop: Workshop
  lead: Client
  technician: Client
  /** The second printer; the first is `shop.ids.printer`. */
  whelk: string
  /** The id of a thing by a name of the test's own, the same each time. */
  idOf(what: string): string
  now: number
}

export async function workshopInUse(clock: () => Date): Promise<InUse> {
  const now = clock().getTime()
  const at = (daysAgo: number) => new Date(now - daysAgo * dayMs).toISOString()
  const ids = new Map<string, string>()
  const idOf = (what: string) => {
    if (!ids.has(what)) ids.set(what, randomUUID())
    return ids.get(what)!
  }
  const whelk = randomUUID()
  const shop = await scratchWorkshop(clock)
  const { lead } = shop
  const technician = await shop.as('technician')
  await lead.list(
    checksAndUpsets(idOf).map((action) => ({ ...action, at: at(300) })),
    true,
  )
  await shop.takeIn(whelk, 'Whelk', 2)
  for (const printerId of [shop.ids.printer, whelk])
    for (let day = 70; day >= 1; day -= 3) {
      await lead.act({ kind: 'count-hours', printerId, at: at(day), meterHours: (70 - day) * 6 })
      await technician.act({
        kind: 'record-reading',
        printerId,
        at: at(day),
        values: [{ name: 'X belt pitch', value: 84 - (70 - day) * 0.2 + (day % 2) / 4, unit: 'Hz' }],
      })
    }
  return { shop, lead, technician, whelk, idOf, now }
}

async function slotOf(lead: Client, printerId: string, name: string) {
  const page = await lead.get<PrinterPage>(`/api/printers/${printerId}`)
  return page.slots.find((slot) => slot.name === name)!
}

async function personOf(lead: InUse['lead'], role: string): Promise<string> {
  return (await lead.get<PersonHere[]>('/api/people')).find((person) => person.role === role)!.id
}

/** What changes one fact or more of each table that a figure follows from; in this order. */
export const changes: [words: string, change: (of: InUse) => Promise<unknown>][] = [
  ['a count', ({ lead, whelk }) => lead.act({ kind: 'count-hours', printerId: whelk, meterHours: 424 })],
  [
    'a count that is taken back',
    async ({ shop, lead }) => {
      const { key } = await lead.act({ kind: 'count-hours', printerId: shop.ids.printer, meterHours: 430 })
      await lead.act({ kind: 'amend', entryKey: key, reason: 'Misread', takeBack: true })
    },
  ],
  [
    'a job of the past',
    ({ lead, whelk, now }) =>
      lead.act({
        kind: 'count-tally',
        printerId: whelk,
        from: new Date(now - 20 * dayMs).toISOString(),
        at: new Date(now - 19 * dayMs).toISOString(),
        prints: 3,
        minutesEach: 30,
      }),
  ],
  [
    'a part that failed',
    async ({ shop, lead, technician, whelk }) => {
      const { id } = await slotOf(lead, whelk, 'Nozzle')
      const { nozzle: partTypeId } = shop.ids
      await technician.act({ kind: 'swap-part', printerId: whelk, slotId: id, removalReason: 'failed', partTypeId })
    },
  ],
  [
    'a spool',
    ({ lead, idOf }) =>
      lead.act({
        kind: 'add-spool',
        spoolId: idOf('spool'),
        name: 'Grey',
        material: 'PLA',
        abrasive: false,
        diameterMm: 1.75,
        densityGPerCm3: 1.24,
        netGrams: 1000,
        tareGrams: 200,
      }),
  ],
  [
    'a job with it',
    ({ lead, whelk, idOf, now }) =>
      lead.act({
        kind: 'start-job',
        printerId: whelk,
        jobId: idOf('job of spool'),
        name: 'Hook',
        plannedHours: 1,
        spoolId: idOf('spool'),
        at: new Date(now - 30_000).toISOString(),
      }),
  ],
  [
    'its end',
    ({ lead, whelk, idOf }) =>
      lead.act({
        kind: 'finish-job',
        printerId: whelk,
        jobId: idOf('job of spool'),
        hours: 0.005,
        metres: 10,
        spoolId: idOf('spool'),
        outcome: 'failed',
      }),
  ],
  [
    'rates',
    ({ lead }) =>
      lead.act({
        kind: 'set-rates',
        labourMinorPerHour: 4000,
        roles: {},
        powerMinorPerKWh: null,
        watts: null,
        filamentMinorPerKg: 2000,
      }),
  ],
  [
    'an item',
    ({ lead, idOf, shop }) =>
      lead.act({
        kind: 'set-item',
        itemId: idOf('item'),
        version: 0,
        content: { ...itemOf('Nozzles'), partTypeId: shop.ids.nozzle },
      }),
  ],
  [
    'goods that came in',
    ({ lead, idOf }) =>
      lead.act({ kind: 'receive-items', lines: [{ itemId: idOf('item'), pieces: 5, paidMinor: 900 }] }),
  ],
  [
    'a look that finds a part good',
    async ({ shop, lead, idOf }) => {
      const types = await lead.get<CheckType[]>('/api/checks/types')
      const { version, content } = types.find((type) => type.id === idOf('check gantry'))!
      const sheetId = randomUUID()
      const of = { printerId: shop.ids.printer, sheetId }
      await lead.act({ kind: 'begin-check', ...of, checkTypeId: idOf('check gantry'), version })
      const tick = content.steps.find((step) => step.kind === 'tick' && step.state === 'any')
      const step = tick ?? content.steps[0]!
      if (step.state !== 'any') await lead.act({ kind: 'confirm-cautions', ...of, state: step.state })
      await lead.act({
        kind: 'record-step',
        ...of,
        stepId: step.id,
        ...(step.kind === 'measure' ? { value: 0, unit: step.unit } : { done: true }),
      })
    },
  ],
  [
    'a rule that a lead adopts',
    ({ shop, lead }) =>
      lead.act({
        kind: 'adopt-policy',
        partTypeId: shop.ids.nozzle,
        policy: 'learned age',
        interval: 222,
        reason: 'Seen often enough',
      }),
  ],
  [
    'lives of a neighbour',
    ({ shop, lead, idOf }) =>
      lead.act({
        kind: 'bring-neighbour-lives',
        livesId: idOf('neighbour'),
        partTypeId: shop.ids.nozzle,
        source: 'the school across the bay',
        records: [{ lower: 310, upper: 310, weight: 2 }],
      }),
  ],
  [
    'their weight',
    ({ lead, idOf }) =>
      lead.act({ kind: 'weigh-neighbour-lives', livesId: idOf('neighbour'), weight: 0.5, dropped: false }),
  ],
  [
    'a slot more',
    ({ technician, whelk }) => technician.act({ kind: 'add-slot', printerId: whelk, name: 'Y belt', slotKind: 'belt' }),
  ],
  [
    'a check that is done without',
    ({ technician, whelk, idOf }) =>
      technician.act({ kind: 'skip-check', printerId: whelk, checkTypeId: idOf('check gantry'), reason: 'Just moved' }),
  ],
  ['an event', ({ technician, whelk }) => technician.act({ kind: 'record-event', printerId: whelk, event: 'moved' })],
  [
    'a reading',
    ({ technician, whelk }) =>
      technician.act({
        kind: 'record-reading',
        printerId: whelk,
        values: [{ name: 'X belt pitch', value: 60, unit: 'Hz' }],
      }),
  ],
  [
    'an adjustment',
    ({ technician, whelk }) =>
      technician.act({ kind: 'adjust-printer', printerId: whelk, readings: ['X belt pitch'], what: 'tightened' }),
  ],
  [
    'a job',
    async ({ lead, whelk, idOf, now }) => {
      const of = { printerId: whelk, at: new Date(now - 60_000).toISOString() }
      await lead.act({ kind: 'start-job', ...of, jobId: idOf('job'), name: 'Mount', plannedHours: 1 })
    },
  ],
  [
    'a fault',
    ({ lead, whelk, idOf }) =>
      lead.act({ kind: 'report-fault', printerId: whelk, faultId: idOf('fault'), symptom: 'Squeaks', mayGoOn: true }),
  ],
  [
    'a fault that is closed',
    ({ technician, whelk, idOf }) =>
      technician.act({
        kind: 'close-fault',
        printerId: whelk,
        faultId: idOf('fault'),
        causeId: null,
        mechanism: 'Dry rail',
        broughtAbout: 'unknown',
        topic: null,
        what: 'Oiled',
        minutes: 5,
        permanence: 'permanent',
      }),
  ],
  [
    'a cause by another name',
    ({ technician, idOf }) =>
      technician.act({
        kind: 'set-cause',
        causeId: idOf('cause'),
        name: 'Rail without grease',
        mechanism: 'Dry rail',
        fix: 'Grease it',
        minutes: 5,
        drawing: null,
        about: { slotKinds: [], models: [] },
        changes: [],
        caution: null,
        signOff: null,
        dropped: false,
      }),
  ],
  [
    'a design of an upgrade',
    ({ shop, technician, idOf }) =>
      technician.act({
        kind: 'set-upgrade',
        upgradeId: idOf('upgrade'),
        version: 0,
        content: design({
          cures: { causeIds: [idOf('cause')], symptomIds: [], share: 0.8 },
          steps: [{ kind: 'fit part', slot: 'Nozzle', partTypeId: shop.ids.hardNozzle }],
        }),
      }),
  ],
  [
    'its installation',
    ({ technician, whelk, idOf }) =>
      technician.act({
        kind: 'install-upgrade',
        printerId: whelk,
        changeId: randomUUID(),
        upgradeId: idOf('upgrade'),
        version: 1,
        alreadyBack: true,
        confirmed: ['hot work'],
      }),
  ],
  [
    'a campaign',
    ({ shop, technician, idOf }) =>
      technician.act({
        kind: 'open-campaign',
        campaignId: idOf('campaign'),
        upgradeId: idOf('upgrade'),
        name: 'Hard nozzles',
        printerIds: [shop.ids.printer],
      }),
  ],
  [
    'a hold',
    ({ shop, technician }) =>
      technician.act({ kind: 'hold-printer', printerId: shop.ids.printer, reason: 'To be looked at' }),
  ],
  [
    'temperatures above the limit',
    async ({ shop, lead, technician, whelk, now }) => {
      const kinds = await lead.get<{ id: string; name: string }[]>('/api/readings/kinds')
      const { id: readingKindId, ...rest } = kinds.find(({ name }) => name === 'enclosure temperature')!
      const models = [{ modelId: shop.ids.model, lower: null, upper: 30 }]
      await technician.act({ kind: 'change-reading-kind', readingKindId, ...rest, models })
      const sample = (minutes: number) => ({ at: new Date(now - minutes * 60_000).toISOString(), celsius: 45 })
      await lead.act({ kind: 'log-enclosure', printerId: whelk, samples: [sample(50), sample(30), sample(10)] })
    },
  ],
  ['a calendar', ({ lead }) => lead.act({ kind: 'set-calendar', closedWeekdays: [0, 6], closedDays: ['2026-11-24'] })],
  [
    'a rule',
    async ({ lead, technician, idOf }) => {
      const types = await lead.get<CheckType[]>('/api/checks/types')
      const { id, version, content } = types.find((type) => type.id === idOf('check gantry'))!
      const turns = { ...content.turns, every: [{ clock: 'days', amount: 3 }], window: 0 }
      await technician.act({ kind: 'change-check-type', checkTypeId: id, version, content: { ...content, turns } })
    },
  ],
  [
    'what a change upsets',
    ({ technician, idOf }) =>
      technician.act({
        kind: 'set-upset',
        upsetId: randomUUID(),
        changed: 'Printer moved',
        slotKinds: [],
        events: ['moved'],
        redo: [idOf('check gantry')],
        restarts: ['X belt pitch'],
        also: [],
        caution: null,
      }),
  ],
  [
    'an interval of the catalogue',
    ({ shop, lead }) =>
      lead.act({
        kind: 'change-part-type',
        partTypeId: shop.ids.belt,
        name: 'Belt',
        slotKind: 'belt',
        priceMinor: 900,
        minutes: 40,
        failureExtraMinor: 5000,
        tradeInterval: 200,
      }),
  ],
  [
    'a name in the catalogue',
    ({ shop, lead }) =>
      lead.act({
        kind: 'change-part-type',
        partTypeId: shop.ids.belt,
        name: 'Toothed belt',
        slotKind: 'belt',
        priceMinor: 900,
        minutes: 40,
        failureExtraMinor: 5000,
        tradeInterval: 200,
      }),
  ],
  [
    'a limit',
    async ({ lead, technician }) => {
      const kinds = await lead.get<{ id: string; name: string }[]>('/api/readings/kinds')
      const { id: readingKindId, ...rest } = kinds.find(({ name }) => name === 'X belt pitch')!
      await technician.act({ kind: 'change-reading-kind', readingKindId, ...rest, lower: 68, upper: null })
    },
  ],
  [
    'limits of one printer',
    ({ shop, technician }) =>
      technician.act({
        kind: 'change-limits',
        printerId: shop.ids.printer,
        limits: { bedMaxC: 0 },
        reason: 'The bed heater is disconnected',
      }),
  ],
  [
    'a model',
    async ({ lead }) => {
      const [model] =
        await lead.get<{ id: string; make: string; name: string; build: string; slots: object[] }[]>(
          '/api/parts/models',
        )
      const { id: modelId, make, name, slots } = model!
      await lead.act({ kind: 'change-model', modelId, make, name, build: 'Direct feed', slots })
    },
  ],
  [
    'a material',
    ({ lead }) =>
      lead.act({
        kind: 'set-material',
        materialId: randomUUID(),
        name: 'PLA',
        alsoCalled: ['plain'],
        nozzleFromC: 190,
        nozzleToC: 220,
        bedFromC: 50,
        bedToC: 60,
        enclosure: 'not wanted',
        abrasive: false,
        note: null,
        dropped: false,
      }),
  ],
  [
    'another role',
    async ({ lead }) =>
      lead.act({
        kind: 'change-person',
        personId: await personOf(lead, 'operator'),
        displayName: 'Op',
        role: 'technician',
      }),
  ],
  [
    'a part that was mended',
    async ({ lead, technician, whelk }) => {
      const { id: slotId } = await slotOf(lead, whelk, 'X belt')
      const { fittings } = await lead.get<PrinterPage>(`/api/printers/${whelk}`)
      const fittingId = fittings.find((one) => one.slotId === slotId && one.removedAt === null)!.id
      await technician.act({
        kind: 'repair-part',
        printerId: whelk,
        slotId,
        fittingId,
        way: 'glued',
        what: 'Clamp glued',
        effect: 'as before',
        permanence: 'permanent',
        minutes: 12,
      })
    },
  ],
  [
    'a loan',
    ({ shop, technician }) =>
      technician.act({
        kind: 'lend-printer',
        printerId: shop.ids.printer,
        to: 'The lighthouse',
        untilDay: '2026-12-24',
        condition: 'Whole',
      }),
  ],
  [
    'its end',
    ({ shop, technician }) =>
      technician.act({ kind: 'take-printer-back', printerId: shop.ids.printer, condition: 'A scratch' }),
  ],
  [
    'a printer that leaves',
    ({ shop, lead }) => lead.act({ kind: 'retire-printer', printerId: shop.ids.printer, reason: 'Worn out' }),
  ],
]

/** What is done besides, of which no figure follows. */
const late: typeof changes = [
  [
    'a swap',
    async ({ lead, technician, whelk, shop }) => {
      const page = await lead.get<PrinterPage>(`/api/printers/${whelk}`)
      const slot = page.slots.find(({ name }) => name === 'Nozzle')!
      await technician.act({
        kind: 'swap-part',
        printerId: whelk,
        slotId: slot.id,
        removalReason: 'replaced in time',
        partTypeId: shop.ids.nozzle,
      })
    },
  ],
  [
    'an emptied slot',
    async ({ lead, technician, whelk }) => {
      const page = await lead.get<PrinterPage>(`/api/printers/${whelk}`)
      const fitted = page.fittings.find(
        ({ slotId, removedAt }) =>
          removedAt === null && page.slots.some(({ id, name }) => id === slotId && name === 'X belt'),
      )!
      await technician.act({
        kind: 'empty-slot',
        printerId: whelk,
        slotId: fitted.slotId,
        fittingId: fitted.id,
        removalReason: 'replaced in time',
      })
    },
  ],
  [
    'a check that is begun',
    ({ technician, whelk, idOf }) =>
      technician.act({
        kind: 'begin-check',
        printerId: whelk,
        sheetId: idOf('sheet'),
        checkTypeId: idOf('check gantry'),
        version: 2,
      }),
  ],
  [
    'shifts',
    async ({ lead }) =>
      lead.act({
        kind: 'set-shifts',
        personId: await personOf(lead, 'technician'),
        weekly: [{ weekday: 5, from: '09:00', until: '12:00' }],
        days: [],
      }),
  ],
  [
    'a sign-off',
    async ({ lead }) =>
      lead.act({ kind: 'give-sign-off', personId: await personOf(lead, 'member'), signOff: 'motion', until: null }),
  ],
  [
    'its end',
    async ({ lead }) =>
      lead.act({
        kind: 'withdraw-sign-off',
        personId: await personOf(lead, 'member'),
        signOff: 'motion',
        reason: 'Moved on',
      }),
  ],
  [
    'somebody who is locked',
    async ({ lead }) =>
      lead.act({ kind: 'lock-person', personId: await personOf(lead, 'member'), locked: true, reason: 'Lost card' }),
  ],
  [
    'somebody who leaves',
    async ({ lead }) => lead.act({ kind: 'leave-person', personId: await personOf(lead, 'member') }),
  ],
  [
    'a verdict',
    ({ lead, idOf }) =>
      lead.act({ kind: 'judge-upgrade', upgradeId: idOf('upgrade'), verdict: 'helped', reason: 'Seen' }),
  ],
  [
    'a notice',
    ({ lead }) => lead.act({ kind: 'pin-notice', noticeId: randomUUID(), text: 'Fire drill', until: '2026-12-01' }),
  ],
  [
    'a booking',
    ({ lead, whelk }) =>
      lead.act({
        kind: 'book-printer',
        bookingId: randomUUID(),
        printerId: whelk,
        fromDay: '2026-11-25',
        untilDay: '2026-11-26',
        words: 'Open day',
      }),
  ],
  [
    'rules of the plan',
    ({ lead }) =>
      lead.act({
        kind: 'set-plan-rules',
        days: 14,
        shareOfShift: 0.5,
        setUpMinutes: 10,
        changeCostMinor: 100,
        onHold: 'last',
      }),
  ],
  [
    'a box',
    ({ technician }) =>
      technician.act({
        kind: 'set-box',
        boxId: randomUUID(),
        name: 'Red box',
        holds: [{ what: 'Keys', pieces: 1 }],
        home: 'A',
        checkEveryDays: 30,
      }),
  ],
  ['the mains', ({ lead }) => lead.act({ kind: 'set-site-mains', mainsVolts: 230 })],
]

/** All of it; what makes a printer leave comes last. */
export const allDone: typeof changes = [...changes.slice(0, -1), ...late, ...changes.slice(-1)]
