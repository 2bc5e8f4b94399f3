import { randomLcg, randomLogNormal, randomUniform, randomWeibull } from 'd3-random'
import { v5 as derivedId } from 'uuid'
import type { CheckContent, ExportedEntry, RemovalReason, Role } from '@diatribon/contract'
import { storesHistory } from './storesHistory.ts'
import { upgradesHistory } from './upgradesHistory.ts'
import { checksHistory } from './checksHistory.ts'
import {
  models,
  hotJobs,
  notes,
  parts,
  people,
  printers,
  spools,
  workshop,
  type DemoPart,
  type DemoPrinter,
  type PartKey,
} from './workshop.ts'

const namespace = 'c5f0a0f6-3c3b-5f0e-9a53-0d1f2e3b4a59'
const ids = new Map<string, string>()
/** The same words always give the same id. */
const idOf = (what: string): string => {
  let id = ids.get(what)
  if (!id) ids.set(what, (id = derivedId(what, namespace)))
  return id
}

const hourMs = 3600_000
const dayMs = 24 * hourMs
const monthDays = 30.4
/** By day of the week, Sunday first: the museum is closed on Mondays. */
const openness = [0.6, 0, 1.1, 1.1, 1.1, 1.15, 1.3]

export interface Told {
  at: number
  personId: string
  action: Record<string, unknown>
}

interface Fitted {
  part: PartKey
  fittedAt: number
  /** Hour of the printer at which the drawn life ends. */
  endsAt: number
  /** Hour at which somebody means to replace it in time. */
  replaceAt: number
}

/**
 * 26 months of the made-up workshop as a book that can be played: the same seed and moment give the same book.
 * Lives are drawn from the parts' true lives, so that a test may ask whether the analysis finds them.
 * @param now the moment of loading; the history ends there
 */
export function simulateBook(now: Date, seed = 0.9): ExportedEntry[] {
  const random = randomLcg(seed)
  const told: Told[] = [...openBook(now.getTime())]
  for (const printer of printers) told.push(...new PrinterHistory(printer, now.getTime(), random).run())
  told.push(...workshopNotes(now.getTime()), ...weighings(now.getTime()))
  told.sort((a, b) => a.at - b.at)
  told.push(
    ...checksHistory(
      told,
      now.getTime(),
      { idOf, personId, printerIdOf, slotIdOf, modelId: (key) => idOf(`model ${key}`) },
      seed,
    ),
  )
  told.push(
    ...upgradesHistory(now.getTime(), {
      idOf,
      personId,
      printerIdOf,
      modelId: (key) => idOf(`model ${key}`),
      partTypeId,
    }),
  )
  told.sort((a, b) => a.at - b.at)
  told.push(...storesHistory(told, now.getTime(), { idOf, personId, printerIdOf, slotIdOf, partTypeId }))
  told.sort((a, b) => a.at - b.at)
  return told.map(({ at, personId, action }, i) => ({
    seq: i + 1,
    recordedAt: new Date(Math.min(now.getTime(), at + 60_000)).toISOString(),
    personId,
    action: {
      key: (action.key as string | undefined) ?? idOf(`action ${i}`),
      at: new Date(at).toISOString(),
      ...action,
    },
  }))
}

const personId = (name: string) => idOf(`person ${name}`)
export const partTypeId = (key: PartKey) => idOf(`part ${key}`)
export const spoolIdOf = (name: string) => idOf(`spool ${name}`)
export const printerIdOf = (name: string) => idOf(`printer ${name}`)
const slotIdOf = (printer: string, slot: string) => derivedId(`slot ${slot}`, printerIdOf(printer))

function openBook(now: number): Told[] {
  const start = now - 27 * monthDays * dayMs
  const lead = personId('lead')
  const entries = [
    { kind: 'open-site', siteId: idOf('site'), ...workshop },
    ...people.map((person) => ({ kind: 'admit-person', personId: personId(person.name), ...person })),
    ...(Object.entries(parts) as [PartKey, DemoPart][]).map(([key, part]) => {
      const { trueLife: _, inTime: __, endsAs: ___, ...shown } = part
      return {
        kind: 'add-part-type',
        partTypeId: partTypeId(key),
        ...shown,
      }
    }),
    ...Object.entries(models).map(([key, { make, name, build, slots, limits, kits, bed }]) => ({
      kind: 'add-model',
      modelId: idOf(`model ${key}`),
      make,
      name,
      build,
      slots: slots.map(([slot, part]) => ({ name: slot, kind: parts[part].slotKind, partTypeId: partTypeId(part) })),
      limits,
      kits,
      bed,
    })),
    { kind: 'set-calendar', closedWeekdays: [1], closedDays: [] },
    { kind: 'set-site-mains', mainsVolts: 230 },
    { kind: 'add-check-type', checkTypeId: idOf('wear look'), content: wearLook },
    ...spools.map(({ weighedGrams: _, ...spool }) => ({
      kind: 'add-spool',
      spoolId: spoolIdOf(spool.name),
      ...spool,
      diameterMm: 1.75,
      netGrams: 1000,
      tareGrams: 220,
    })),
  ]
  return entries.map((action, i) => ({ at: start + i * 60_000, personId: lead, action }))
}

function workshopNotes(now: number): Told[] {
  const note = (daysAgo: number, who: string, text: string): Told => ({
    at: now - daysAgo * dayMs,
    personId: personId(who),
    action: { kind: 'note', text },
  })
  return [
    note(
      205,
      'lead',
      'New house rule: stay for the first layer, every time. Most of our lumps on the hot end came from walking away.',
    ),
    note(
      34,
      'lead',
      'The key for the nozzle drawer hangs in the office now. Nozzle changes are hot work: technicians only, final tightening hot.',
    ),
    note(6, 'technician', 'Alcohol for the sheets is in the yellow cabinet. Flammable: cold plate only, window open.'),
  ]
}

function weighings(now: number): Told[] {
  return spools.flatMap(({ name, weighedGrams }, i): Told[] =>
    weighedGrams === undefined
      ? []
      : [
          {
            at: now - (2 + i) * dayMs,
            personId: personId('pim'),
            action: { kind: 'weigh-spool', spoolId: spoolIdOf(name), grossGrams: weighedGrams },
          },
        ],
  )
}

/** Every fortnight somebody looks at what wears slowly: that is how a part is found worn before it fails. */
const wearLook: CheckContent = {
  name: 'Wear look',
  purpose: 'Finds what is worn before it fails: belts, wheels or bearings, lead-screw nut, sheet.',
  minutes: 4,
  tools: ['torch'],
  parts: [],
  cautions: ['Moving parts: power off first. Move axes slowly by hand; a motor driven by hand is a generator.'],
  role: 'operator',
  signOff: null,
  models: [],
  beforePrint: false,
  turns: { every: [], firstAfter: null, countFrom: 'done', window: 0 },
  steps: [
    {
      id: idOf('wear look step'),
      kind: 'choose',
      title: 'Belts, wheels or bearings, nut, sheet',
      how: 'Torch along the belts, rock the bed and the carriage, turn the nut by hand, hold the sheet against the light.',
      state: 'any',
      looksAt: ['belt', 'wheels', 'bearings', 'lead-screw nut', 'build sheet'],
      choices: [
        { words: 'nothing worn', isBad: false },
        { words: 'something worn', isBad: true },
      ],
    },
  ],
}
const lookEveryDays = 14

/** One printer's months, day by day. */
class PrinterHistory {
  private readonly told: Told[] = []
  private readonly fitted = new Map<string, Fitted>()
  private readonly noise: () => number
  private readonly uniform: () => number
  private runHours: number
  private meterOffset = 0
  /** When the printer is free again after a repair. */
  private freeAt = 0

  constructor(
    private readonly printer: DemoPrinter,
    private readonly now: number,
    private readonly random: () => number,
  ) {
    this.noise = randomLogNormal.source(random)(-0.08, 0.4)
    this.uniform = randomUniform.source(random)(0, 1)
    this.runHours = printer.meterHours
  }

  run(): Told[] {
    const { months } = this.printer
    const midnight = Math.floor(this.now / dayMs) * dayMs
    const first = midnight - Math.round(months * monthDays) * dayMs
    this.takeIn(first + 10 * hourMs)
    for (let day = first + dayMs; day <= midnight; day += dayMs) this.day(day, (day - first) / dayMs)
    this.endings()
    return this.told.filter(({ at }) => at <= this.now)
  }

  private takeIn(at: number): void {
    const { name, model, room, rack, place, meterHours } = this.printer
    const { slots } = models[model]
    // The only second-hand one: nobody knows how old its belts are.
    const partHours = meterHours > 0 ? { 'X belt': null, 'Y belt': null, 'Lead-screw nut': meterHours } : undefined
    this.tell(at, 'lead', {
      kind: 'take-in-printer',
      ...(partHours ? { partHours } : {}),
      modelId: idOf(`model ${model}`),
      name,
      room,
      rack,
      place,
      meterHours,
      parts: Object.fromEntries(slots.map(([slot, part]) => [slot, partTypeId(part)])),
    })
    for (const [slot, part] of slots) this.fit(slot, part)
    if (meterHours === 0 || name === 'Seahorse') this.baseline(at)
  }

  /** What was measured when the printer came. */
  private baseline(at: number): void {
    const about = (value: number, by: number, digits = 2) =>
      Math.round((value + by * (2 * this.uniform() - 1)) * 10 ** digits) / 10 ** digits
    const steps: [step: string, values: Record<string, unknown>[]][] = [
      ['mains', [{ name: 'mains selector', choice: '230 V' }]],
      ['frame', [{ name: 'skew', value: about(0.04, 0.03), unit: '°' }]],
      [
        'belts',
        [
          { name: 'X belt pitch', value: about(84, 5, 0), unit: 'Hz' },
          { name: 'Y belt pitch', value: about(71, 5, 0), unit: 'Hz' },
        ],
      ],
      ['gantry', [{ name: 'gantry difference', value: about(0.1, 0.1), unit: 'mm' }]],
      ['mesh', [{ name: 'mesh range', value: about(0.22, 0.1), unit: 'mm' }]],
      ['nozzle height', [{ name: 'nozzle height', value: about(-1.62, 0.1), unit: 'mm' }]],
      ['warm-up', [{ name: 'bed warm-up time', value: about(268, 12, 0), unit: 's' }]],
    ]
    steps.forEach(([step, values], i) =>
      this.tell(at + (i + 1) * 12 * 60_000, 'technician', { kind: 'record-baseline', step, values }),
    )
  }

  private fit(slot: string, key: PartKey): void {
    const { trueLife, inTime } = parts[key] as DemoPart
    const fails = Number.isFinite(trueLife.scale)
    const life = fails ? randomWeibull.source(this.random)(trueLife.shape, 0, trueLife.scale)() : Infinity
    const planned = inTime && this.uniform() < inTime.share ? inTime.age * (0.85 + 0.3 * this.uniform()) : Infinity
    const fittedAt = this.runHours
    this.fitted.set(slot, { part: key, fittedAt, endsAt: fittedAt + life, replaceAt: fittedAt + planned })
  }

  private day(day: number, age: number): void {
    const weekday = new Date(day).getUTCDay()
    const morning = Math.max(day + 8.5 * hourMs, this.freeAt)
    if (morning > this.now) return
    if ((weekday === 3 || weekday === 6) && this.uniform() < 0.93)
      this.count(day + 8.2 * hourMs, ['pim', 'juna', 'corin'][Math.floor(this.uniform() * 3)]!)
    this.planned(day, age, morning)
    const wanted = Math.min(19, this.printer.hoursPerDay * openness[weekday]! * this.noise())
    const start = Math.max(day + 9 * hourMs, this.freeAt)
    let left = Math.max(0, Math.min(wanted, (this.now - start) / hourMs, (day + dayMs - start) / hourMs))
    let clock = start
    for (;;) {
      const [slot, next] = [...this.fitted].reduce((a, b) => (b[1].endsAt < a[1].endsAt ? b : a))
      if (next.endsAt >= this.runHours + left) break
      const ran = Math.max(0, next.endsAt - this.runHours)
      clock += ran * hourMs
      left -= ran
      this.runHours = Math.max(this.runHours, next.endsAt)
      clock += (0.3 + this.uniform()) * hourMs
      this.swap(clock, slot, (parts[next.part] as DemoPart).endsAs)
      this.freeAt = clock + 0.2 * hourMs
      left = Math.max(0, Math.min(left, (day + dayMs - clock) / hourMs - 0.3)) * (this.uniform() < 0.5 ? 0 : 1)
    }
    if (left > 0.5) this.job(day, clock, left)
    this.runHours += left
    if (this.uniform() < 0.055) this.note(day + 15 * hourMs, notes[Math.floor(this.uniform() * notes.length)]!)
  }

  /** The hot room writes its jobs down, and has done so for the last weeks. */
  private job(day: number, start: number, ran: number): void {
    if (this.printer.rack !== 'D' || this.now - day > 45 * dayMs) return
    if (this.printer.name === 'Lobster' && this.now - day < dayMs) return // today's is still running
    const mark = Math.floor(ran * 1000)
    if (mark % 9 === 0) return // nobody wrote it down: the meter will tell of a gap
    const { name, material, abrasive } = hotJobs[Math.floor(this.uniform() * hotJobs.length)]!
    const hours = Math.round(ran * 100) / 100
    this.tell(start + ran * hourMs, 'corin', {
      kind: 'finish-job',
      name,
      startedAt: new Date(start).toISOString(),
      hours: Math.min(hours, Math.floor(ran * 100) / 100),
      metres: Math.round(ran * 7.2 * 10) / 10,
      material,
      abrasive,
      outcome: mark % 13 === 0 ? 'failed' : 'good',
    })
  }

  /** What happens on a morning before the first print. */
  private planned(day: number, age: number, morning: number): void {
    for (const [slot, { replaceAt }] of [...this.fitted])
      if (replaceAt <= this.runHours) this.swap(morning, slot, 'replaced in time')
    const daysAgo = Math.round((this.now - day) / dayMs)
    if ((daysAgo + this.printer.place) % lookEveryDays === 0 && age > 1) this.look(morning)
    if (daysAgo <= 28 && daysAgo >= 5) this.autumnService(morning)
    const { name } = this.printer
    if (name === 'Nautilus' && age === 270) this.resetMeter(morning)
    if (name === 'Cowrie' && [151, 144, 136, 128, 119].includes(daysAgo)) {
      this.note(
        morning - 0.4 * hourMs,
        'Sheet gouged by a scraper again. Whoever used it yesterday evening: please ask for the induction on part removal.',
      )
      this.swap(morning, 'Build sheet', 'user damage')
    }
    if (['Cowrie', 'Nautilus', 'Anemone', 'Lobster'].includes(name) && daysAgo === 297)
      this.upgrade(
        morning,
        'hard gears',
        ['Drive gear', 'hardGear'],
        'The wood-filled spools wear the gears smooth; hardened ones on four printers to see if it helps.',
      )
    if (['Limpet', 'Whelk', 'Mussel'].includes(name) && daysAgo === 330)
      this.upgrade(morning, 'dear tube', ['Guide tube', 'heatTube'], 'Trying the dearer tube.')
    if (name === 'Urchin' && daysAgo === 75) this.deadOnArrival(morning)
    if (name === 'Mussel' && daysAgo === 48) this.wrongReason(morning)
    if (name === 'Piddock' && daysAgo === 200)
      this.swap(morning, 'Part-cooling fan', 'borrowed for another printer', undefined, 'Anemone needed one today.')
  }

  /** What was worn by then came out by then: whatever is in place is looked at and found good. */
  private look(at: number): void {
    const sheetId = idOf(`wear look ${this.printer.name} ${at}`)
    const who = this.printer.place % 2 === 0 ? 'pim' : 'juna'
    this.tell(at - 20 * 60_000, who, { kind: 'begin-check', sheetId, checkTypeId: idOf('wear look'), version: 1 })
    this.tell(at - 18 * 60_000, who, {
      kind: 'record-step',
      sheetId,
      stepId: idOf('wear look step'),
      choice: 'nothing worn',
    })
    this.tell(at - 17 * 60_000, who, { kind: 'finish-check', sheetId })
  }

  /** In the last weeks two technicians went round and changed most of what was old. */
  private autumnService(morning: number): void {
    for (const [slot, { part, fittedAt }] of [...this.fitted]) {
      // The belt that everybody listens to stays until its reading says so.
      if (this.printer.name === 'Urchin' && slot === 'X belt') continue
      const { trueLife, tradeInterval } = parts[part] as DemoPart
      const old = 0.85 * Math.min(tradeInterval, 0.8 * trueLife.scale)
      if (this.runHours - fittedAt > old && this.uniform() < 0.12) this.swap(morning, slot, 'replaced in time')
    }
  }

  private endings(): void {
    const { name } = this.printer
    if (name === 'Whelk')
      this.tell(this.now - 2 * dayMs - 3 * hourMs, 'technician', {
        kind: 'hold-printer',
        reason:
          'Heater wire chafed to the copper at the back of the carriage. Off and unplugged; do not use until it is renewed.',
      })
    if (name === 'Lobster')
      this.tell(this.now - 2 * hourMs, 'corin', {
        kind: 'start-job',
        jobId: idOf('job that runs'),
        name: 'Case for the sea-level gauge',
        plannedHours: 5.4,
        plannedMetres: 38,
        spoolId: spoolIdOf('Spool 35'),
      })
  }

  /** One part becomes another by a design; it has been told when it was in service again. */
  private upgrade(at: number, design: string, [slot, part]: [string, PartKey], note: string): void {
    const who = ['technician', 'oskar', 'leandra'][Math.floor(this.uniform() * 3)]!
    this.count(at - 60_000, who)
    this.tell(at, who, {
      kind: 'install-upgrade',
      changeId: idOf(`change ${design} ${this.printer.name}`),
      upgradeId: idOf(`upgrade ${design}`),
      version: 1,
      alreadyBack: true,
      note,
    })
    this.fit(slot, part)
  }

  private swap(at: number, slot: string, removalReason: RemovalReason, into?: PartKey, note?: string): void {
    const old = this.fitted.get(slot)!
    const part = into ?? old.part
    const who = ['technician', 'oskar', 'leandra'][Math.floor(this.uniform() * 3)]!
    this.count(at - 60_000, who)
    this.tell(at, who, {
      kind: 'swap-part',
      slotId: slotIdOf(this.printer.name, slot),
      removalReason,
      partTypeId: partTypeId(part),
      ...(note ? { note } : {}),
    })
    this.fit(slot, part)
    if (slot === 'Nozzle' && this.uniform() < 0.8) {
      this.tell(at + 30_000, who, {
        kind: 'swap-part',
        slotId: slotIdOf(this.printer.name, 'Sock'),
        removalReason: 'replaced in time',
        partTypeId: partTypeId('sock'),
        note: 'With the nozzle.',
      })
      this.fit('Sock', 'sock')
    }
  }

  private deadOnArrival(at: number): void {
    this.swap(at, 'Heat-break fan', 'replaced in time')
    this.swap(
      at + 5 * 60_000,
      'Heat-break fan',
      'failed',
      undefined,
      'The new one never turned. Dead out of the box; second one is fine.',
    )
  }

  /** A swap entered with the wrong reason, put right the same day. */
  private wrongReason(at: number): void {
    this.swap(at, 'Sock', 'failed')
    const entryKey = idOf('swap with the wrong reason')
    this.told[this.told.length - 1]!.action.key = entryKey
    this.told.push({
      at: at + 2 * hourMs,
      personId: personId('lead'),
      action: {
        kind: 'amend',
        entryKey,
        correction: { removalReason: 'replaced in time' },
        reason: 'It was still good; it was changed because the nozzle was.',
      },
    })
  }

  private resetMeter(at: number): void {
    this.count(at - 600_000, 'technician')
    this.meterOffset = this.runHours
    this.tell(at, 'technician', {
      kind: 'count-hours',
      meterHours: 0,
      meterWasReset: true,
      note: 'New firmware flashed; the meter starts again at 0.',
    })
  }

  private lastCountAt = 0
  private count(at: number, who: string): void {
    if (at <= this.lastCountAt) return
    this.lastCountAt = at
    const meterHours = Math.round((this.runHours - this.meterOffset) * 100) / 100
    this.tell(at, who, { kind: 'count-hours', meterHours })
  }

  private note(at: number, text: string, who?: string): void {
    const writers: [string, Role][] = people.map(({ name, role }) => [name, role])
    this.tell(at, who ?? writers[Math.floor(this.uniform() * writers.length)]![0], { kind: 'note', text })
  }

  private tell(at: number, who: string, action: Record<string, unknown>): void {
    this.told.push({ at, personId: personId(who), action: { ...action, printerId: printerIdOf(this.printer.name) } })
  }
}
