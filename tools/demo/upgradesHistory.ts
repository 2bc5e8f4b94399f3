import type { UpgradeContent } from '@diatribon/contract'
import type { Told } from './simulate.ts'
import type { PartKey } from './workshop.ts'

const hourMs = 3600_000
const dayMs = 24 * hourMs

interface Names {
  idOf(what: string): string
  personId(name: string): string
  printerIdOf(name: string): string
  modelId(key: string): string
  partTypeId(key: PartKey): string
}

/** Printers with a fan duct of the clipped kind, and the days (ago) on which it had slipped; the bracket came 100 days ago. */
const ductSlips: Record<string, number[]> = {
  Nautilus: [193, 171, 140, 112, 37],
  Urchin: [188, 160, 131, 105],
  Piddock: [179, 148, 120],
  Scallop: [166, 129, 84, 33],
}
const bracketOn = ['Nautilus', 'Urchin', 'Piddock']

/** Upgrades of the made-up workshop: one that helped, two of which nothing is to be seen, and some that nobody has installed. */
export function upgradesHistory(now: number, names: Names): Told[] {
  const { idOf, personId, printerIdOf, modelId, partTypeId } = names
  const out: Told[] = []
  const tell = (daysAgo: number, who: string, action: Record<string, unknown>, minutes = 0) =>
    out.push({ at: now - daysAgo * dayMs + minutes * 60_000, personId: personId(who), action })
  const cause = (key: string) => idOf(`known cause ${key}`)
  const design = (
    key: string,
    content: Partial<UpgradeContent> & Pick<UpgradeContent, 'name' | 'what'>,
    version = 0,
  ) => ({
    kind: 'set-upgrade',
    upgradeId: idOf(`upgrade ${key}`),
    version,
    content: { ...plain, ...content },
  })
  const [dunlin, turnstone] = [modelId('dunlin'), modelId('turnstone')]

  // Before the knowledge was written down: what a design cures is told later.
  const gears = {
    name: 'Hardened drive gears',
    what: 'A hardened gear in the place of the brass one, for printers that run wood-filled spools.',
    steps: [{ kind: 'fit part', slot: 'Drive gear', partTypeId: partTypeId('hardGear') }] as UpgradeContent['steps'],
    parts: [{ name: 'Drive gear, hardened', pieces: 1, made: 'bought', priceMinor: 2100 }] as UpgradeContent['parts'],
    tools: ['hex key 2 mm'],
    wayBack: 'The brass gear goes on the same shaft.',
    school: 'harder' as const,
    against: 'worn drive gears',
  }
  const tube = {
    name: 'Guide tube for high heat',
    what: 'A dearer guide tube that does not narrow at 260 °C.',
    models: [dunlin],
    steps: [{ kind: 'fit part', slot: 'Guide tube', partTypeId: partTypeId('heatTube') }] as UpgradeContent['steps'],
    parts: [{ name: 'Guide tube, high heat', pieces: 1, made: 'bought', priceMinor: 1500 }] as UpgradeContent['parts'],
    tools: ['tube cutter'],
    wayBack: 'Any guide tube of the same length.',
    school: 'harder' as const,
    against: 'clogs at the end of the tube',
  }
  tell(345, 'leandra', design('dear tube', tube))
  tell(310, 'leandra', design('hard gears', gears))
  const cures = (key: string, share: number) => ({ cures: { causeIds: [cause(key)], symptomIds: [], share } })
  tell(195, 'leandra', design('dear tube', { ...tube, ...cures('tubeGap', 0.7) }, 1))
  tell(195, 'leandra', design('hard gears', { ...gears, ...cures('gearSlips', 0.8) }, 1), 5)

  const bracket = {
    name: 'Screwed bracket for the fan duct',
    what: 'A printed bracket with one screw holds the duct that used to be clipped on and slipped off.',
    ...cures('duct', 0.9),
    models: [turnstone],
    steps: [{ kind: 'add slot', slot: 'Duct bracket', slotKind: 'spacer' }] as UpgradeContent['steps'],
    parts: [
      {
        name: 'Duct bracket',
        pieces: 1,
        made: 'printed here',
        priceMinor: 60,
        hours: 1.2,
        grams: 14,
        file: 'duct-bracket-3, on the share',
      },
      { name: 'Screw M3 x 8', pieces: 1, made: 'bought', priceMinor: 4, itemId: idOf('item screws') },
    ] as UpgradeContent['parts'],
    tools: ['hex key 2.5 mm'],
    minutes: 15,
    cautions: ['Head cold and power off: the bracket sits beside the hot end.'],
    wayBack: 'One screw out, clip the duct back on.',
    foundIn: 'Drawn by Juna after the third slip.',
    against: 'fan duct off its place',
    footprint: '4 mm more at the left of the head',
  }
  tell(104, 'juna', { ...itemScrews(idOf), kind: 'set-item' })
  tell(104, 'juna', { kind: 'count-items', lines: [{ itemId: idOf('item screws'), pieces: 60 }] }, 10)
  tell(103, 'juna', design('duct bracket', bracket))
  tell(102, 'leandra', {
    kind: 'open-campaign',
    campaignId: idOf('campaign duct bracket'),
    upgradeId: idOf('upgrade duct bracket'),
    name: 'Brackets on three',
    printerIds: bracketOn.map(printerIdOf),
  })
  bracketOn.forEach((name, i) =>
    tell(
      100,
      'oskar',
      {
        kind: 'install-upgrade',
        printerId: printerIdOf(name),
        changeId: idOf(`change duct bracket ${name}`),
        upgradeId: idOf('upgrade duct bracket'),
        version: 1,
        alreadyBack: true,
        minutes: 14 + i,
      },
      30 * i,
    ),
  )
  tell(98, 'leandra', { kind: 'end-campaign', campaignId: idOf('campaign duct bracket'), reason: 'All three have it.' })
  for (const [name, days] of Object.entries(ductSlips))
    for (const [i, daysAgo] of days.entries()) {
      const faultId = idOf(`duct ${name} ${i}`)
      tell(daysAgo, ['member', 'sefa', 'juna'][i % 3]!, {
        kind: 'report-fault',
        printerId: printerIdOf(name),
        faultId,
        symptom: ['Overhangs ragged on the left', 'Bridges sag on one side', 'The duct hangs loose'][i % 3],
        symptomId: idOf('known symptom Overhangs clean on one side, ragged on the other'),
        mayGoOn: true,
      })
      tell(
        daysAgo,
        'oskar',
        {
          kind: 'close-fault',
          printerId: printerIdOf(name),
          faultId,
          causeId: cause('duct'),
          mechanism: 'It blows from one side only.',
          broughtAbout: 'maker',
          topic: null,
          what: 'Clipped the duct back on',
          minutes: 12,
          permanence: 'permanent',
        },
        150,
      )
    }

  tell(
    60,
    'leandra',
    design('lever brace', {
      name: 'Printed brace for the lever',
      what: 'A brace over the plastic lever takes the bending where it cracks.',
      ...cures('lever', 0.5),
      models: [dunlin],
      steps: [{ kind: 'add slot', slot: 'Lever brace', slotKind: 'spacer' }],
      parts: [{ name: 'Lever brace', pieces: 1, made: 'printed here', priceMinor: 40, hours: 0.8, grams: 9 }],
      minutes: 10,
      wayBack: 'Two screws out.',
      school: 'lined',
      against: 'cracked extruder levers',
      postponesOnly: true,
    }),
  )
  tell(
    59,
    'leandra',
    design('metal lever', {
      name: 'Metal extruder lever',
      what: 'A machined lever that does not crack.',
      ...cures('lever', 0.95),
      models: [dunlin],
      parts: [{ name: 'Extruder lever, metal', pieces: 1, made: 'bought', priceMinor: 900 }],
      minutes: 25,
      wayBack: 'The plastic lever fits the same pivot.',
      school: 'harder',
      against: 'cracked extruder levers',
    }),
  )
  tell(
    58,
    'leandra',
    design('vent grille', {
      name: 'Grille over the electronics vent',
      what: 'Keeps strings out of the electronics fan.',
      ...cures('driverHot', 0.8),
      parts: [{ name: 'Grille', pieces: 1, made: 'printed here', priceMinor: 80, hours: 2, grams: 22 }],
      minutes: 20,
      cautions: ['Switch off and unplug before the cover is opened.'],
      signOffs: ['electronics'],
      wayBack: 'Four screws out.',
      against: 'strings in the electronics',
    }),
  )
  tell(40, 'lead', {
    kind: 'set-standing-rule',
    partTypeId: partTypeId('driveGear'),
    replacementPartTypeId: partTypeId('hardGear'),
    reason: 'By attrition: those that run wood-filled spools wear the brass ones smooth.',
  })
  return out
}

const itemScrews = (idOf: (what: string) => string) => ({
  itemId: idOf('item screws'),
  content: {
    name: 'Screws M3 x 8',
    partTypeId: null,
    place: 'Cabinet 2, tray 4',
    supplier: 'Harbour Supply',
    leadDays: 7,
    packOf: 50,
    code: null,
    madeHere: false,
    least: 20,
  },
})

const plain: UpgradeContent = {
  name: '',
  what: '',
  cures: { causeIds: [], symptomIds: [], share: 0.8 },
  models: [],
  parts: [],
  tools: [],
  minutes: 30,
  signOffs: [],
  cautions: [],
  events: [],
  steps: [],
  guard: null,
  footprint: null,
  wayBack: '',
  foundIn: null,
  against: null,
  school: 'something added',
  postponesOnly: false,
  photos: [],
}
