import type { MachineBuild } from '@diatribon/core'
import type { Clock, Kit, MachineLimits, ModelBed, RemovalReason, Role, SignOff } from '@diatribon/contract'

/** The made-up workshop of the demo. All names are invented. */
export const workshop = {
  name: 'Saltmarsh Museum Works',
  timeZone: 'Europe/Lisbon',
  currency: 'EUR',
  labourCostMinorPerHour: 3000,
}

export const demoPin = '314159'
export const demoSignIns = ['lead', 'technician', 'member']

export const people: { name: string; displayName: string; role: Role }[] = [
  { name: 'lead', displayName: 'Maren Holt', role: 'lead' },
  { name: 'technician', displayName: 'Iwo Brandsma', role: 'technician' },
  { name: 'member', displayName: 'Tilda Quist', role: 'member' },
  { name: 'oskar', displayName: 'Oskar Fenn', role: 'technician' },
  { name: 'leandra', displayName: 'Leandra Moss', role: 'technician' },
  { name: 'pim', displayName: 'Pim Adair', role: 'operator' },
  { name: 'juna', displayName: 'Juna Vale', role: 'operator' },
  { name: 'corin', displayName: 'Corin Thatch', role: 'operator' },
  { name: 'sefa', displayName: 'Sefa Lund', role: 'member' },
]

/** Who is signed off for what; Leandra Moss is the qualified electrical person. */
export const signedOff: Record<string, SignOff[]> = {
  lead: ['hot work', 'motion'],
  technician: ['hot work', 'motion', 'electronics'],
  oskar: ['hot work', 'motion'],
  leandra: ['hot work', 'motion', 'electronics', 'mains'],
  pim: ['motion'],
}

/** Who is here when: days (0 Sunday), from, until. The museum is closed on Mondays. */
export const shifts: Record<string, [days: number[], from: string, until: string][]> = {
  lead: [[[2, 3, 4, 5], '08:30', '16:30']],
  technician: [[[2, 4, 6], '08:00', '16:00']],
  oskar: [[[3, 5, 0], '08:00', '16:00']],
  leandra: [[[5], '09:00', '13:00']],
  pim: [[[2, 3, 4, 5, 6], '12:00', '20:00']],
  juna: [[[3, 6], '08:00', '14:00']],
  corin: [[[2, 4, 5], '08:00', '18:00']],
}

export const trainings: [name: string, topic: string, daysAgo: number][] = [
  ['member', 'staying for the first layer', 160],
  ['member', 'taking parts off the plate', 110],
  ['sefa', 'staying for the first layer', 40],
  ['pim', 'changing parts', 75],
  ['juna', 'heating and leaving', 33],
]

export interface DemoPart {
  name: string
  slotKind: string
  /** The life that the simulation draws from: Weibull shape and scale in running hours. */
  trueLife: { shape: number; scale: number }
  priceMinor: number
  minutes: number
  failureExtraMinor: number
  tradeInterval: number
  agesBy?: Clock
  maxNozzleC?: number
  toleratesAbrasive?: boolean
  /** How its end shows, and which share is replaced before that, at about which age. */
  endsAs: Extract<RemovalReason, 'failed' | 'worn at check'>
  inTime?: { share: number; age: number }
}

const part = (
  name: string,
  slotKind: string,
  [shape, scale]: [number, number],
  [priceMinor, minutes, failureExtraMinor, tradeInterval]: [number, number, number, number],
  rest: Partial<DemoPart> = {},
): DemoPart => ({
  name,
  slotKind,
  trueLife: { shape, scale },
  priceMinor,
  minutes,
  failureExtraMinor,
  tradeInterval,
  endsAs: 'failed',
  ...rest,
})

export const parts = {
  brassNozzle: part('Brass nozzle 0.4', 'nozzle', [2.2, 420], [120, 10, 1400, 300], {
    inTime: { share: 0.45, age: 300 },
    toleratesAbrasive: false,
  }),
  hardNozzle: part('Hardened nozzle 0.4', 'nozzle', [2.6, 1500], [900, 12, 1800, 1200], { toleratesAbrasive: true }),
  sock: part('Silicone sock', 'silicone sock', [2, 700], [250, 3, 300, 300]),
  heatBreakFan: part('Heat-break fan 40 mm', 'heat-break fan', [2.8, 1900], [900, 25, 3200, 1500], {
    inTime: { share: 0.15, age: 1500 },
  }),
  partFan: part('Part-cooling fan', 'part-cooling fan', [1.6, 32000], [700, 20, 1200, 8000]),
  electronicsFan: part('Electronics fan', 'electronics fan', [0.7, 4200], [650, 25, 4200, 8000]),
  plasticLever: part('Extruder lever, plastic', 'extruder lever', [3.4, 1600], [400, 20, 1900, 1200]),
  driveGear: part('Drive gear', 'drive gear', [3, 2100], [800, 25, 1500, 2000]),
  hardGear: part('Drive gear, hardened', 'drive gear', [2.5, 30000], [2100, 25, 1500, 9000], {
    toleratesAbrasive: true,
  }),
  guideTube: part('Guide tube', 'guide tube', [2.4, 1150], [600, 15, 1600, 900], {
    inTime: { share: 0.25, age: 900 },
    maxNozzleC: 240,
  }),
  heatTube: part('Guide tube, high heat', 'guide tube', [2.4, 1150], [1500, 15, 1600, 900], { maxNozzleC: 260 }),
  belt: part('Timing belt 6 mm', 'belt', [3, 3600], [500, 40, 4200, 3500], {
    endsAs: 'worn at check',
    inTime: { share: 0.4, age: 2700 },
  }),
  wheels: part('Guide wheel set', 'wheels', [2.2, 2600], [1200, 45, 1800, 2500], { endsAs: 'worn at check' }),
  bearings: part('Linear bearing set', 'bearings', [2.6, 4200], [2200, 70, 6500, 4000], { endsAs: 'worn at check' }),
  nut: part('Lead-screw nut', 'lead-screw nut', [3, 3800], [600, 50, 4500, 3500], { endsAs: 'worn at check' }),
  // None has ever failed here.
  probe: part('Height probe', 'probe', [1, Infinity], [1600, 30, 1500, 20000]),
  plate: part('Spring-steel sheet', 'build sheet', [1.8, 1400], [1800, 4, 900, 1200], { endsAs: 'worn at check' }),
  // The calendar, not use, clogs a filter: replaced twice a year, it has never failed here.
  filter: part('Enclosure filter', 'enclosure filter', [4, 90000], [1400, 10, 2500, 180], {
    agesBy: 'days',
    inTime: { share: 1, age: 1500 },
  }),
} satisfies Record<string, DemoPart>
export type PartKey = keyof typeof parts

export interface DemoModel {
  make: string
  name: string
  build: string
  slots: [slot: string, part: PartKey][]
  limits: MachineLimits
  kits: Kit[]
  bed: ModelBed
}

/** Four screws, so far outside or inside the plate's corners. */
const fourScrews = ([x, y]: [number, number], inset: number, pitchMm: number): ModelBed => ({
  screws: [
    { name: 'front left', xMm: inset, yMm: inset },
    { name: 'front right', xMm: x - inset, yMm: inset },
    { name: 'back left', xMm: inset, yMm: y - inset },
    { name: 'back right', xMm: x - inset, yMm: y - inset },
  ],
  pitchMm,
  raisedBy: 'anticlockwise',
})

const nozzleKit: Kit = { name: 'Nozzle and sock', slots: ['Nozzle', 'Sock'] }

const head: DemoModel['slots'] = [
  ['Nozzle', 'brassNozzle'],
  ['Sock', 'sock'],
  ['Heat-break fan', 'heatBreakFan'],
  ['Part-cooling fan', 'partFan'],
  ['Electronics fan', 'electronicsFan'],
  ['Drive gear', 'driveGear'],
]
const frame: DemoModel['slots'] = [
  ['X belt', 'belt'],
  ['Y belt', 'belt'],
  ['Lead-screw nut', 'nut'],
  ['Build sheet', 'plate'],
]

const limits = (
  [plateXMm, plateYMm, heightMm]: [number, number, number],
  nozzleMaxC: number,
  bedMaxC: number,
  more: Partial<MachineLimits> = {},
): MachineLimits => ({
  plateXMm,
  plateYMm,
  heightMm,
  nozzleMaxC,
  bedMaxC,
  chamberMaxC: null,
  enclosed: false,
  filamentMm: 1.75,
  tools: 1,
  accelerationMmPerS2: 1000,
  maxSpeedMmPerS: 150,
  ...more,
})

export const models: Record<'dunlin' | 'turnstone' | 'whimbrel', DemoModel> = {
  dunlin: {
    make: 'Dunlin',
    name: 'D2',
    build: 'Guided feed, carriage on wheels',
    slots: [
      ...head,
      ['Extruder lever', 'plasticLever'],
      ['Guide tube', 'guideTube'],
      ...frame,
      ['Carriage wheels', 'wheels'],
    ],
    kits: [nozzleKit],
    limits: limits([260, 240, 270], 260, 100),
    bed: fourScrews([260, 240], 28, 0.7),
  },
  turnstone: {
    make: 'Turnstone',
    name: 'R1',
    build: 'Direct feed, carriage on rails',
    slots: [...head, ...frame, ['X bearings', 'bearings'], ['Probe', 'probe']],
    kits: [nozzleKit],
    limits: limits([280, 230, 240], 290, 110, { accelerationMmPerS2: 2000, maxSpeedMmPerS: 200 }),
    bed: fourScrews([280, 230], 18, 0.5),
  },
  whimbrel: {
    make: 'Whimbrel',
    name: 'H330',
    build: 'Direct feed, rails, enclosed for hot materials',
    slots: [
      ['Nozzle', 'hardNozzle'],
      ...head.slice(1),
      ...frame,
      ['X bearings', 'bearings'],
      ['Enclosure filter', 'filter'],
      ['Probe', 'probe'],
    ],
    kits: [nozzleKit],
    limits: limits([330, 310, 340], 320, 120, {
      enclosed: true,
      chamberMaxC: 60,
      accelerationMmPerS2: 3000,
      maxSpeedMmPerS: 250,
    }),
    bed: {
      screws: [
        { name: 'left', xMm: -10, yMm: 155 },
        { name: 'right front', xMm: 340, yMm: 35 },
        { name: 'right back', xMm: 340, yMm: 275 },
      ],
      pitchMm: 0.7,
      raisedBy: 'clockwise',
    },
  },
}

export interface DemoPrinter {
  name: string
  model: keyof typeof models
  room: string
  rack: string
  place: number
  /** Months in the workshop. */
  months: number
  /** Mean running hours on an open day. */
  hoursPerDay: number
  meterHours: number
}

const printer = (
  name: string,
  model: keyof typeof models,
  [room, rack, place]: [string, string, number],
  [months, hoursPerDay, meterHours = 0]: [number, number, number?],
): DemoPrinter => ({ name, model, room, rack, place, months, hoursPerDay, meterHours })

export const printers: DemoPrinter[] = [
  printer('Limpet', 'dunlin', ['Main workshop', 'A', 1], [26, 7.5]),
  printer('Cowrie', 'dunlin', ['Main workshop', 'A', 2], [26, 6.8]),
  printer('Whelk', 'dunlin', ['Main workshop', 'A', 3], [26, 6.2]),
  printer('Cockle', 'dunlin', ['Main workshop', 'A', 4], [26, 7.9]),
  printer('Periwinkle', 'dunlin', ['Main workshop', 'B', 1], [22, 5.5]),
  printer('Mussel', 'dunlin', ['Main workshop', 'B', 2], [22, 6.9]),
  printer('Nautilus', 'turnstone', ['Main workshop', 'B', 3], [26, 8.4]),
  printer('Urchin', 'turnstone', ['Main workshop', 'B', 4], [26, 8.8]),
  printer('Anemone', 'turnstone', ['Main workshop', 'C', 1], [24, 7.2]),
  printer('Piddock', 'turnstone', ['Main workshop', 'C', 2], [18, 9.1]),
  printer('Scallop', 'turnstone', ['Main workshop', 'C', 3], [7, 8.2]),
  printer('Seahorse', 'whimbrel', ['Hot room', 'D', 1], [26, 8.6, 640]),
  printer('Starfish', 'whimbrel', ['Hot room', 'D', 2], [26, 7.4]),
  printer('Lobster', 'whimbrel', ['Hot room', 'D', 3], [20, 9.3]),
]

export const notes = [
  'First layer a little thin at the back left; cleaned the sheet, better.',
  'Spool was tangled; print saved by pausing in time.',
  'Ran a tactile map in grey, no trouble.',
  'Squeak at the right end of travel, a strand of filament was lodged in the rail. Gone.',
  'Belt plucked: sounds as it did last month.',
  'Plastic strings pulled out of the electronics vent with tweezers, power off.',
  'Filament felt damp, moved the spool to the dry box.',
  'Gantry gauge blocks: both ends the same.',
  'Small ooze on the nozzle tip wiped off while hot (gloves).',
  'Display mounts for the tide room finished, 14 pieces.',
  'Was still hot when I came in, nobody near; switched it off. Please do not leave it hot unattended.',
  'Noticed faint bands at a regular pitch; cleaned and oiled the lead screw.',
]

export interface DemoSpool {
  name: string
  material: string
  abrasive: boolean
  densityGPerCm3: number
  /** Put on the scale a few days ago. */
  weighedGrams?: number
}

export const spools: DemoSpool[] = [
  { name: 'Spool 31', material: 'plain grey', abrasive: false, densityGPerCm3: 1.24, weighedGrams: 842 },
  { name: 'Spool 32', material: 'plain white', abrasive: false, densityGPerCm3: 1.24 },
  { name: 'Spool 33', material: 'wood-filled', abrasive: true, densityGPerCm3: 1.15, weighedGrams: 391 },
  { name: 'Spool 34', material: 'carbon-filled', abrasive: true, densityGPerCm3: 1.3 },
  { name: 'Spool 35', material: 'tough, heat-proof', abrasive: false, densityGPerCm3: 1.05, weighedGrams: 268 },
]

/** What the hot room prints, with what share of its jobs. */
export const hotJobs = [
  { name: 'Tide table frame', material: 'tough, heat-proof', abrasive: false },
  { name: 'Tactile map, harbour', material: 'tough, heat-proof', abrasive: false },
  { name: 'Gear for the tide machine', material: 'carbon-filled', abrasive: true },
  { name: 'Display mount, large', material: 'tough, heat-proof', abrasive: false },
]

/** What a printer of the workshop is, as far as the steps of checks ask about it. */
export function machineOf(name: string): MachineBuild {
  const { model } = printers.find((one) => one.name === name)!
  const { slots, limits } = models[model]
  return { slotKinds: slots.map(([, key]) => parts[key].slotKind), limits, bedScrews: true }
}
