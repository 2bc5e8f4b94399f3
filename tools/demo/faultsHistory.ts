import { randomLcg, randomUniform } from 'd3-random'
import { usualTopic, type BroughtAbout, type CheckStep, type SetUpset } from '@diatribon/contract'
import { inSections, libraryActions, type LibraryAction } from '@diatribon/contract/library'
import { returnList, type UpsetRule } from '@diatribon/core'
import type { Told } from './simulate.ts'
import { models, parts, printers } from './workshop.ts'

const hourMs = 3600_000
const dayMs = 24 * hourMs

interface Tools {
  idOf(what: string): string
  personId(name: string): string
  printerIdOf(name: string): string
  slotIdOf(printer: string, slot: string): string
  begun: number
  starter: LibraryAction[]
  tell(at: number, who: string, action: Record<string, unknown>): void
  sheet(at: number, who: string, printer: string, key: string, found?: (step: CheckStep) => object | null): void
}

/** What a broken part looks like, what it was, and which tests told. */
const stories: Record<
  string,
  { symptom: string; cause: string; tests: [name: string, outcome: string][]; says: string[] }
> = {
  nozzle: {
    symptom: 'Extrusion stops or thins, extruder clicks',
    cause: 'nozzle',
    tests: [['Push filament by hand, hot', 'hardly moves']],
    says: ['Lines get thin, then nothing', 'Clicks and prints air', 'Top layers full of beads'],
  },
  'extruder lever': {
    symptom: 'Extrusion stops or thins, extruder clicks',
    cause: 'lever',
    tests: [
      ['Push filament by hand, hot', 'runs out freely'],
      ['Look at the lever with a torch', 'cracked'],
    ],
    says: ['Thin lines, no grip on the filament', 'Clicks, the lever looks odd'],
  },
  'heat-break fan': {
    symptom: 'Extrusion stops or thins, extruder clicks',
    cause: 'breakFan',
    tests: [['Heat-break fan: does it spin, are the fins warm?', 'stands or labours']],
    says: ['Stops after an hour, good again when cold', 'Long prints thin out, short ones are fine'],
  },
  'guide tube': {
    symptom: 'Extrusion stops or thins, extruder clicks',
    cause: 'tubeGap',
    tests: [['Look at the end of the guide tube', 'short of home or narrowed']],
    says: ['Clogs again and again near the nozzle'],
  },
  'drive gear': {
    symptom: 'Too much or too little plastic everywhere',
    cause: 'gearSlips',
    tests: [['Brush and look at the drive gear', 'clogged or slipping']],
    says: ['Walls full of holes everywhere'],
  },
  'electronics fan': {
    symptom: 'Layers shifted along one axis',
    cause: 'driverHot',
    tests: [['Feel the air at the vents', 'hot or no air']],
    says: ['Everything above 3 cm is moved to the left'],
  },
  'part-cooling fan': {
    symptom: 'Fan loud or rattling',
    cause: 'fanBroken',
    tests: [],
    says: ['Rattles like a moped'],
  },
}

const mishaps: [symptom: string, cause: string, by: BroughtAbout, says: string, what: string, hoursDown: number][] = [
  [
    'Lump of plastic around the hot end',
    'cameLoose',
    'unattended',
    'A big lump on the hot end this morning',
    'Heated it and let it fall; wires whole',
    19,
  ],
  [
    'Part lifts or comes loose',
    'plateDirty',
    'unattended',
    'Spaghetti all over the plate',
    'Cleaned the sheet with alcohol, cold',
    2,
  ],
  [
    'Extrusion stops or thins, extruder clicks',
    'preheat',
    'preheat',
    'Heated since yesterday evening, nothing comes out',
    'Heated, pushed, pulled',
    4,
  ],
  [
    'Jam after changing the material',
    'plug',
    'outside filament',
    'Visitor’s own filament is stuck in it',
    'Pushed it out at the hotter temperature',
    5,
  ],
  [
    'First moves miss the plate, print offset',
    'badModel',
    'slicing',
    'Starts to print beside the plate',
    'Sliced again with the right profile',
    1,
  ],
  ['Strings between walls', 'damp', 'wear', 'Hairs everywhere since the rain', 'Dried the spool', 6],
]

/**
 * Faults of the made-up workshop, laid over the parts that failed: reported, found, mended and released, with what a repair
 * upsets done again. A stream of chance of its own leaves everything else as it is.
 */
export function faultsHistory(told: readonly Told[], now: number, tools: Tools, seed: number): void {
  const { idOf, personId, printerIdOf, slotIdOf, begun, starter, tell, sheet } = tools
  const uniform = randomUniform.source(randomLcg(seed))(0, 1)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(list.length * uniform())]!
  const known = libraryActions({
    idOf: (what) => idOf(`known ${what}`),
    wants: inSections('symptoms', 'causes', 'tests'),
  })
  known.forEach((action, i) => tell(begun + 600_000 + i * 500, 'lead', action as unknown as Record<string, unknown>))
  const symptomId = (name: string) => idOf(`known symptom ${name}`)
  const causeId = (key: string) => idOf(`known cause ${key}`)
  const testId = (name: string) => idOf(`known test ${name}`)
  const mechanismOf = (key: string) =>
    (known.find((action) => action.kind === 'set-cause' && action.causeId === causeId(key)) as { mechanism: string })
      .mechanism
  const rules: UpsetRule[] = starter
    .filter((action) => action.kind === 'set-upset')
    .map((action) => {
      const { upsetId: id, waitHours = 0, waitFor = null, ...rest } = action as unknown as SetUpset
      return { id, waitHours, waitFor, ...rest }
    })
  const checkKeys = new Map(
    ['first layer', 'level after a change', 'level by knobs', 'gantry', 'electrical'].map((key) => [
      idOf(`starter check ${key}`),
      key,
    ]),
  )
  const slotKinds = new Map(
    printers.flatMap(({ name, model }) =>
      models[model].slots.map(([slot, part]): [string, string] => [slotIdOf(name, slot), parts[part].slotKind]),
    ),
  )
  const ofPrinter = byPrinter(told)
  /** When each printer is free of stories again. */
  const freeAt = new Map<string, number>()
  const nextHold = (printerId: string, from: number) =>
    ofPrinter.get(printerId)?.find(({ at, action }) => action.kind === 'hold-printer' && at > from)?.at ?? Infinity

  /** Everything that was told of a printer between two moments and is a change. */
  function changesBetween(printerId: string, since: number, until: number) {
    const own = ofPrinter.get(printerId) ?? []
    const swapped = own.filter(({ at, action }) => action.kind === 'swap-part' && at >= since && at <= until)
    const jobs = own.filter(({ action }) => action.kind === 'finish-job')
    const material = jobs.some(
      ({ at, action }, i) => i > 0 && at >= since && at <= until && action.material !== jobs[i - 1]!.action.material,
    )
    return {
      last: Math.max(0, ...swapped.map(({ at }) => at)),
      what: [
        ...swapped.map(({ action }) => ({ slotKind: slotKinds.get(action.slotId as string)! })),
        ...(material ? [{ event: 'material changed' }] : []),
      ],
    }
  }

  /** What was changed since the printer came down is put right, and it is released. */
  function release(from: number, name: string, who: string, since: number, withFault: boolean) {
    const printerId = printerIdOf(name)
    // Whoever changes something else meanwhile puts the release off.
    let at = from
    for (let i = 0; i < 5; i++) at = Math.max(at, changesBetween(printerId, since, at + 3 * hourMs).last + 600_000)
    const facts = {
      changes: [
        ...changesBetween(printerId, since, at + 3 * hourMs).what.map((what) => ({ what, atMs: 0 })),
        ...(withFault ? [{ what: { event: 'fault' }, atMs: 0 }] : []),
      ],
      checksDoneMs: {},
      settled: [],
      testPrints: [],
      closedMs: [],
    }
    let when = at
    for (const { kind, item, words, checkTypeId } of returnList(rules, facts, 0)) {
      when += 240_000
      if (kind === 'also') tell(when, who, { kind: 'settle-return', printerId, item, words })
      if (kind === 'check') {
        sheet(when, who, name, checkKeys.get(checkTypeId!)!, ({ kind: step, title, unit }) =>
          step === 'measure'
            ? { value: title === 'Mesh range' ? 0.22 : title === 'Nozzle height' ? -1.6 : 0.1, unit }
            : null,
        )
        when += 900_000
      }
      if (kind === 'test print') tell((when += 1500_000), who, { kind: 'record-test-print', printerId, passed: true })
    }
    tell(when + 300_000, who, { kind: 'release-printer', printerId })
    return when + 300_000
  }

  const swaps = told.filter(
    ({ at, action }) => action.kind === 'swap-part' && at > begun + dayMs && at < now - 3 * hourMs,
  )
  for (const { at, action, personId: by } of swaps) {
    const { name } = printers.find((one) => printerIdOf(one.name) === action.printerId)!
    const printerId = action.printerId as string
    const slotKind = slotKinds.get(action.slotId as string)!
    const who = ['technician', 'oskar', 'leandra'].find((one) => personId(one) === by) ?? 'technician'
    const story = stories[slotKind]
    // Here loose bearings are glued into their wheels, and the printer is held until morning.
    const waits = slotKind === 'wheels' || slotKind === 'bearings'
    const isFree = at > (freeAt.get(name) ?? 0) + 6 * hourMs && nextHold(printerId, at - 6 * hourMs) > at + 2 * dayMs
    if (waits) {
      // Glue cures over night; the next morning it is put right and released.
      tell(at - 1000, who, {
        kind: 'hold-printer',
        printerId,
        reason: 'A loose bearing was glued in: it cures until the morning',
      })
      const morning = Math.floor(at / dayMs) * dayMs + dayMs + 8 * hourMs
      if (morning < now - 3 * hourMs) freeAt.set(name, release(morning, name, who, at, false))
      else freeAt.set(name, now)
      continue
    }
    if (!story || action.removalReason !== 'failed' || !isFree) continue
    const faultId = idOf(`fault ${name} ${at}`)
    const says = pick(story.says)
    const saw = pick(['member', 'sefa', 'pim', 'juna', 'corin'])
    const reported = at - (0.6 + 3 * uniform()) * hourMs
    tell(reported, saw, {
      kind: 'report-fault',
      printerId,
      faultId,
      symptom: says,
      symptomId: symptomId(story.symptom),
      mayGoOn: false,
    })
    tell(reported + 300_000, saw === 'member' || saw === 'sefa' ? 'pim' : saw, {
      kind: 'hold-printer',
      printerId,
      reason: says,
    })
    tell(at - 0.45 * hourMs, who, { kind: 'begin-work', printerId, faultId })
    story.tests.forEach(([test, outcome], i) =>
      tell(at - 0.4 * hourMs + i * 200_000, who, {
        kind: 'record-test',
        printerId,
        faultId,
        testId: testId(test),
        outcome,
        confirmed: true,
      }),
    )
    action.faultId = faultId
    const changeId = idOf(`step of ${name} ${at}`)
    action.key = changeId
    tell(at + 0.35 * hourMs, who, {
      kind: 'close-fault',
      printerId,
      faultId,
      causeId: causeId(story.cause),
      mechanism: mechanismOf(story.cause),
      broughtAbout: 'wear',
      topic: null,
      what: 'Changed it for a new one',
      minutes: Math.round(20 + 30 * uniform()),
      permanence: 'permanent',
    })
    freeAt.set(name, release(at + 0.4 * hourMs, name, who, reported, true))
  }

  // What was brought about by how a printer was used.
  for (let i = 0; i < 16; i++) {
    const { name } = pick(printers)
    const at = Math.floor((begun + (0.05 + 0.9 * uniform()) * (now - begun)) / dayMs) * dayMs + 9.2 * hourMs
    const [symptom, cause, by, says, what, hoursDown] = mishaps[i % mishaps.length]!
    const printerId = printerIdOf(name)
    const near = told.some(
      (one) =>
        one.action.printerId === printerId &&
        (one.action.kind === 'swap-part' || one.action.kind === 'hold-printer') &&
        Math.abs(one.at - at) < 2 * dayMs,
    )
    if (near || name === 'Whelk' || at > now - 4 * dayMs) continue
    const faultId = idOf(`mishap ${i}`)
    tell(at, pick(['member', 'sefa', 'juna']), {
      kind: 'report-fault',
      printerId,
      faultId,
      symptom: says,
      symptomId: symptomId(symptom),
      mayGoOn: false,
    })
    const end = at + hoursDown * hourMs
    tell(end - 0.5 * hourMs, 'oskar', { kind: 'begin-work', printerId, faultId })
    tell(end, 'oskar', {
      kind: 'close-fault',
      printerId,
      faultId,
      causeId: causeId(cause),
      mechanism: mechanismOf(cause),
      broughtAbout: by,
      topic: usualTopic[by],
      what,
      minutes: 30,
      permanence: 'permanent',
    })
  }
  today()

  /** What is open at this moment. */
  function today() {
    const fault = (name: string, at: number, who: string, symptom: string, says: string, mayGoOn: boolean) => {
      const faultId = idOf(`fault ${name}`)
      tell(at, who, {
        kind: 'report-fault',
        printerId: printerIdOf(name),
        faultId,
        symptom: says,
        symptomId: symptomId(symptom),
        mayGoOn,
      })
      return faultId
    }
    fault(
      'Whelk',
      now - 2 * dayMs - 3.4 * hourMs,
      'juna',
      'Heater slow, wandering or tripping',
      'Heater tripped twice, the wire at the back looks rubbed',
      false,
    )
    // Mended for now, with a promise.
    const duct = fault(
      'Anemone',
      now - 9 * dayMs,
      'juna',
      'Overhangs clean on one side, ragged on the other',
      'Bridges hang on the left side',
      true,
    )
    tell(now - 9 * dayMs + hourMs, 'oskar', {
      kind: 'close-fault',
      printerId: printerIdOf('Anemone'),
      faultId: duct,
      causeId: causeId('duct'),
      mechanism: mechanismOf('duct'),
      broughtAbout: 'wear',
      topic: null,
      what: 'Fan duct tied on with wire; the new one is ordered',
      minutes: 15,
      permanence: 'temporary',
      promise: {
        dutyId: idOf('duty Anemone'),
        what: 'Fit the new fan duct; it is tied on with wire',
        dueDate: new Date(now + 10 * dayMs).toISOString().slice(0, 10),
      },
    })
    // A fault that has come back a few hours after it was closed as a loose pulley.
    const first = idOf('fault Periwinkle, the first')
    const ripples = 'Ripples on walls, one axis only'
    const printerId = printerIdOf('Periwinkle')
    tell(now - 47 * hourMs, 'member', {
      kind: 'report-fault',
      printerId,
      faultId: first,
      symptom: 'Ripples on the left and right walls',
      symptomId: symptomId(ripples),
      mayGoOn: false,
    })
    tell(now - 44 * hourMs, 'technician', {
      kind: 'close-fault',
      printerId,
      faultId: first,
      causeId: causeId('pulleyLoose'),
      mechanism: mechanismOf('pulleyLoose'),
      broughtAbout: 'wear',
      topic: null,
      what: 'Grub screw of the X pulley tightened on its flat',
      minutes: 25,
      permanence: 'permanent',
    })
    fault('Periwinkle', now - 2.5 * hourMs, 'sefa', ripples, 'Ripples again, on the left walls only', false)
  }
}

function byPrinter(told: readonly Told[]): Map<string, Told[]> {
  const groups = new Map<string, Told[]>()
  for (const one of told) {
    const { printerId, kind } = one.action
    if (typeof printerId !== 'string' || !['swap-part', 'finish-job', 'hold-printer'].includes(String(kind))) continue
    const group = groups.get(printerId)
    if (group) group.push(one)
    else groups.set(printerId, [one])
  }
  return groups
}
