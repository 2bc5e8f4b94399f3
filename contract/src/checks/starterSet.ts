import type { Action } from '../actions/index.ts'
import type { ReadingKind } from '../readings/readingKind.ts'
import type { CheckContent, CheckStep, TurnClock, Turns } from './checkType.ts'
import type { SignOff } from '../people/signOffs.ts'
import type { PrinterEvent } from './upset.ts'

/*
 * A set of checks, kinds of readings and upsets to begin with; a workshop changes them as it learns. Common practice of the
 * trade, no source. The maker's manual, local codes and licensed practice come first.
 */

type Step = Omit<CheckStep, 'id'>

const tick = (title: string, how: string, more: Partial<Step> = {}): Step => ({
  kind: 'tick',
  title,
  how,
  state: 'any',
  ...more,
})
const choose = (title: string, how: string, good: string[], bad: string[], more: Partial<Step> = {}): Step => ({
  kind: 'choose',
  title,
  how,
  state: 'any',
  choices: [...good.map((words) => ({ words, isBad: false })), ...bad.map((words) => ({ words, isBad: true }))],
  ...more,
})
const measure = (title: string, how: string, reading: string, more: Partial<Step> = {}): Step => ({
  kind: 'measure',
  title,
  how,
  state: 'any',
  reading,
  unit: starterReadings.find(({ name }) => name === reading)!.unit,
  ...more,
})
const photo = (title: string, how: string, more: Partial<Step> = {}): Step => ({
  kind: 'photo',
  title,
  how,
  state: 'any',
  optional: true,
  ...more,
})

const every = (...turns: [TurnClock, number][]): Turns => ({
  every: turns.map(([clock, amount]) => ({ clock, amount })),
  firstAfter: null,
  countFrom: 'done',
  window: 0.2,
})
const onlyWhenCalled: Turns = every()

const hotCaution = 'Hot: nozzle 200 °C and more, bed 60 to 110 °C. Never leave a machine heating unattended.'
const movingCaution =
  'Moving parts: power off before hands go in. Move axes slowly by hand; a motor driven by hand is a generator and can damage the board.'
const solventCaution = 'Solvents are flammable: cold plate only, ventilate, nothing that glows nearby.'
const oilCaution = 'Compressed sprays and oils stay off the bed.'

type StarterReading = Pick<ReadingKind, 'name' | 'unit'> & Partial<ReadingKind>

export const starterReadings: StarterReading[] = [
  { name: 'nozzle height', unit: 'mm', corrections: 'go on' },
  { name: 'X belt pitch', unit: 'Hz' },
  { name: 'Y belt pitch', unit: 'Hz' },
  { name: 'mesh range', unit: 'mm', upper: 0.6 },
  { name: 'mesh warp', unit: 'mm', upper: 0.4 },
  { name: 'bed warm-up time', unit: 's' },
  { name: 'feeder fed of 100', unit: 'mm', lower: 97, upper: 103 },
  { name: 'cube X', unit: 'mm', lower: 19.8, upper: 20.2 },
  { name: 'cube Y', unit: 'mm', lower: 19.8, upper: 20.2 },
  { name: 'cube Z', unit: 'mm', lower: 19.8, upper: 20.2 },
  { name: 'skew', unit: '°', upper: 0.25 },
  { name: 'play at the plate', unit: 'mm', upper: 0.8 },
  { name: 'gantry difference', unit: 'mm', upper: 0.3 },
  { name: 'sound level', unit: 'dB' },
  { name: 'enclosure temperature', unit: '°C', upper: 30 },
  { name: 'motor reference', unit: 'V' },
  { name: 'probe repeatability', unit: 'mm', upper: 0.02 },
  { name: 'soak time', unit: 'min' },
  { name: 'bed current', unit: 'A' },
  { name: 'room humidity', unit: '%', upper: 60 },
]

export const starterChecks: Record<string, Omit<CheckContent, 'steps' | 'models'> & { steps: Step[] }> = {
  'before a print': {
    name: 'Before a print',
    purpose: 'Half a minute that saves a print: what most often goes wrong shows before it begins.',
    minutes: 2,
    tools: [],
    parts: [],
    cautions: ['The nozzle may still be hot: look, do not touch.'],
    role: 'member',
    signOff: null,
    beforePrint: true,
    turns: onlyWhenCalled,
    steps: [
      tick('Nozzle clean', 'No lump, no burnt plastic at the tip or the sock.'),
      tick('Plate clear, clean and whole', 'Nothing left on it, no grease where fingers were, no gouges. Fitted flat.'),
      tick('Nothing lodged', 'No strings or scraps in belts, rails or drive gear.'),
      tick('Wires in place', 'Not frayed, and nothing they could catch on.'),
      tick(
        'Right filament, running free, enough of it',
        'The kind that was sliced for, not tangled, enough for the job.',
      ),
    ],
  },
  'first layer': {
    name: 'First layer',
    purpose: 'Watch it down; stopping early costs minutes, a lump on the hot end costs a day.',
    minutes: 10,
    tools: ['a light from the side'],
    parts: [],
    cautions: [hotCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: onlyWhenCalled,
    steps: [
      ...(['front left', 'front right', 'middle', 'back left', 'back right'] as const).map((place) =>
        choose(
          `First layer ${place}`,
          'One layer square in grey. Ridges between the lines: too close. Gaps: too far.',
          ['good'],
          ['too close: ridges', 'too far: gaps', 'does not hold'],
          { state: 'hot' },
        ),
      ),
      photo('Photo of the test piece', 'Lit from the side, with date and hours written on it.'),
    ],
  },
  'by the spool': {
    name: 'By the spool',
    purpose: 'The regular service: with each finished spool, about every 100 h.',
    minutes: 25,
    tools: ['hex keys', 'torch', 'something to pluck with'],
    parts: [],
    cautions: [movingCaution, hotCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: { ...every(['spools', 1], ['hours', 100]), firstAfter: { clock: 'hours', amount: 50 } },
    steps: [
      tick('Power off', 'At the switch. The plug stays in reach.', { state: 'cold' }),
      tick('Screws into plastic', 'Snug, not forced: they work loose, and plastic gives way.', { state: 'cold' }),
      tick('Grub screws', 'Of the pulleys and the drive gear: tight on the flat of the shaft.', { state: 'cold' }),
      measure('X belt', 'Pluck the free span and read its pitch on the Bench, or with a tuner.', 'X belt pitch', {
        lower: 35,
        upper: 130,
      }),
      measure('Y belt', 'The same for the other axis.', 'Y belt pitch', { lower: 35, upper: 130 }),
      choose(
        'Bearings or wheels',
        'Move slowly over the whole travel. Hold opposite corners and rock.',
        ['smooth, no play'],
        ['play', 'rough or noisy'],
        { state: 'cold' },
      ),
      tick('No leak at the hot end', 'No plastic creeping out above the block.'),
      choose('Nozzle bore', 'Against a new nozzle, with a torch.', ['as new', 'a little worn'], ['enlarged or oval']),
      choose('Fans', 'Power on, listen and look.', ['all turn quietly'], ['loud or rattling', 'one stands still']),
      tick('Electronics vents', 'No strings in them, the machine does not stand on paper.'),
      photo('Photo of what looks odd', 'Only if something does.'),
    ],
  },
  'first service': {
    name: 'First service',
    purpose: 'A new machine beds in: belts stretch most in the first weeks, factory settings are often wrong.',
    minutes: 60,
    tools: ['hex keys', 'gauge blocks', 'torch'],
    parts: [],
    cautions: [movingCaution],
    role: 'technician',
    signOff: null,
    beforePrint: false,
    turns: { ...every(), firstAfter: { clock: 'hours', amount: 100 } },
    steps: [
      tick('All screws of the frame', 'One by one.', { state: 'cold' }),
      tick(
        'Eccentric nuts or bearings',
        'A wheel should just slip under a firm finger. Too tight shreds it within weeks.',
        {
          state: 'cold',
        },
      ),
      measure('X belt', 'After tightening, if it needed it.', 'X belt pitch', { lower: 35, upper: 130 }),
      measure('Y belt', 'After tightening, if it needed it.', 'Y belt pitch', { lower: 35, upper: 130 }),
      measure('Gantry', 'Gauge blocks under both ends; write down the difference.', 'gantry difference', {
        target: 0,
        upper: 0.3,
      }),
      tick('Connectors', 'Power off and unplugged: each one sits, none is brown.', { state: 'unplugged' }),
      photo('Photo of the machine as it is now', 'For later comparison.'),
    ],
  },
  gantry: {
    name: 'Gantry',
    purpose: 'Parallel to the bed; when only one screw drives it, the other end sags.',
    minutes: 10,
    tools: ['two equal gauge blocks'],
    parts: [],
    cautions: [movingCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: { ...every(['days', 14]), countFrom: 'grid' },
    steps: [
      measure('Difference of both ends', 'Blocks under both ends, lower until one touches.', 'gantry difference', {
        target: 0,
        upper: 0.3,
        state: 'cold',
      }),
      tick('Both ends give the same way', 'Push each end gently by hand.', { state: 'cold' }),
    ],
  },
  'oil the screw': {
    name: 'Lubrication: lead screw, thin oil',
    purpose: 'Oil creeps in by itself and must be repeated more often than grease.',
    minutes: 15,
    tools: ['lint-free cloth'],
    parts: ['thin machine oil'],
    cautions: [movingCaution, oilCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: every(['hours', 250], ['days', 90]),
    steps: [
      tick('Screw wiped clean', 'Old oil and dust off, over the whole length.', { state: 'cold' }),
      tick('A thin film of oil', 'No water-thin penetrating spray: that is no lubricant.', { state: 'cold' }),
      tick('Run up and down once', 'Evenly, without bands of noise.'),
    ],
  },
  'grease the rails': {
    name: 'Lubrication: rails and bearings, grease',
    purpose: 'Grease (NLGI 2) lasts, but the bearings must come off their shafts for it.',
    minutes: 60,
    tools: ['tray', 'magnet', 'syringe'],
    parts: ['grease, NLGI 2'],
    cautions: [movingCaution, solventCaution, oilCaution],
    role: 'technician',
    signOff: null,
    beforePrint: false,
    turns: every(['hours', 1000]),
    steps: [
      tick('Flushed over a tray', 'Until what runs out is clear.', { state: 'cold' }),
      choose('Magnet through what came out', 'Filings mean wear.', ['nothing sticks'], ['filings'], { state: 'cold' }),
      tick('Greased again', 'A little in each bearing, wiped where it comes out.', { state: 'cold' }),
    ],
  },
  'dry bushings': {
    name: 'Lubrication: polymer bushings, dry',
    purpose: 'One school runs them dry: clean only. Another greases lightly: then use that check instead.',
    minutes: 10,
    tools: ['lint-free cloth'],
    parts: [],
    cautions: [movingCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: every(['hours', 500]),
    steps: [
      tick('Shafts wiped dry', 'No oil, no grease, no dust.', { state: 'cold' }),
      choose('Movement', 'Slowly over the whole travel.', ['smooth'], ['sticks', 'play'], { state: 'cold' }),
    ],
  },
  'before a pause': {
    name: 'Before a pause of a week or more',
    purpose: 'Leave it in working order, so that the next one can begin.',
    minutes: 10,
    tools: [],
    parts: [],
    cautions: [hotCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: onlyWhenCalled,
    steps: [
      tick('Filament out and dry', 'Heat, push a little, then pull; into the dry box.', { state: 'hot' }),
      tick('Plate clean', 'Nothing left on it.'),
      tick('Everything in working order', 'What is not is written down as a duty or a fault.'),
      tick('Switched off', 'At the switch, and unplugged if nobody is here.'),
    ],
  },
  'after a pause': {
    name: 'After a pause',
    purpose: 'Dust has settled and filament has taken up water.',
    minutes: 15,
    tools: ['cloth'],
    parts: [],
    cautions: [hotCaution, solventCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: onlyWhenCalled,
    steps: [
      tick('Dust off', 'Screws, rails, fans, vents.', { state: 'cold' }),
      tick('Plate cleaned', 'Alcohol on the cold plate, or as its maker says.', {
        state: 'cold',
        caution: solventCaution,
      }),
      choose(
        'Test first layer',
        'In the middle of the plate.',
        ['good'],
        ['too close: ridges', 'too far: gaps', 'does not hold'],
        {
          state: 'hot',
        },
      ),
    ],
  },
  'level each print': {
    name: 'Levelling, the school of every print',
    purpose: 'Set the height before each print and write it down: a height that keeps needing correction is a symptom.',
    minutes: 5,
    tools: ['paper'],
    parts: [],
    cautions: [hotCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: { ...every(['prints', 1]), window: 0 },
    steps: [
      measure('Nozzle height', 'Nozzle and bed hot, paper just drags; the offset on the display.', 'nozzle height', {
        state: 'hot',
      }),
    ],
  },
  'level by the clock': {
    name: 'Levelling, the school of the clock',
    purpose: 'At a fixed turn, whether it seems to need it or not.',
    minutes: 45,
    tools: ['paper'],
    parts: [],
    cautions: [hotCaution],
    role: 'operator',
    signOff: null,
    beforePrint: false,
    turns: { ...every(['hours', 100], ['days', 30]), countFrom: 'grid' },
    steps: [
      tick(
        'Soaked',
        'Bed at printing temperature for 30 to 45 min: a thick one reads its number long before it is flat.',
        {
          state: 'hot',
        },
      ),
      measure('Mesh range', 'Probe; highest minus lowest point. The Bench gives the knob turns.', 'mesh range', {
        state: 'hot',
        upper: 0.6,
      }),
      measure('Nozzle height', 'Set with paper, then probe again.', 'nozzle height', { state: 'hot' }),
    ],
  },
  'level after a change': {
    name: 'Levelling, the school of once and after a change',
    purpose: 'Set once; again only when something was changed that moves it.',
    minutes: 45,
    tools: ['paper'],
    parts: [],
    cautions: [hotCaution],
    role: 'technician',
    signOff: null,
    beforePrint: false,
    turns: onlyWhenCalled,
    steps: [
      tick('Trammed', 'Corners with the knobs, hot and soaked.', { state: 'hot' }),
      measure('Mesh range', 'Highest minus lowest point.', 'mesh range', { state: 'hot', upper: 0.6 }),
      measure('Nozzle height', 'Paper just drags; the offset on the display.', 'nozzle height', { state: 'hot' }),
    ],
  },
  plate: {
    name: 'Plate',
    purpose: 'Grease and wear lift parts; gouges print themselves.',
    minutes: 5,
    tools: ['cloth'],
    parts: ['alcohol, or as the plate’s maker says'],
    cautions: [solventCaution],
    role: 'member',
    signOff: null,
    beforePrint: false,
    turns: every(['prints', 25], ['days', 14]),
    steps: [
      tick('Cleaned cold', 'Do not pile up adhesives.', { state: 'cold', caution: solventCaution }),
      choose('Surface', 'Against the light.', ['whole'], ['worn smooth', 'gouged', 'warped']),
      tick('Nothing under it', 'A removable sheet lies flat and holds; dust under it lifts it.', { state: 'cold' }),
    ],
  },
  electrical: {
    name: 'Electrical look',
    purpose: 'Plugs and wires brown before they burn. Looking is all that this check does.',
    minutes: 20,
    tools: ['torch'],
    parts: [],
    cautions: [
      'Mains: unplug, wait, and then look. A qualified electrical person decides; local electrical rules apply.',
      'Do not open the power supply. Removing a factory guard needs a recorded risk note.',
    ],
    role: 'technician',
    signOff: 'mains',
    beforePrint: false,
    turns: { ...every(['hours', 2000], ['days', 365]), window: 0.1 },
    steps: [
      tick('Unplugged', 'Plug in your hand, five minutes waited.', { state: 'unplugged' }),
      choose('Mains plug, socket and cable', 'Colour, smell, softness.', ['sound'], ['brown, soft or smelling'], {
        state: 'unplugged',
      }),
      choose('Bed connector and wires', 'At the board and at the bed.', ['sound'], ['brown, soft or loose'], {
        state: 'unplugged',
      }),
      choose('Strain reliefs', 'Pull gently.', ['hold'], ['loose'], { state: 'unplugged' }),
      tick('Thermal protection tested', 'As the maker of the firmware says, within reach of the switch.', {
        caution: 'Fire: stay with it, smoke detector above it.',
      }),
    ],
  },
}

interface StarterUpset {
  changed: string
  slotKinds?: string[]
  events?: PrinterEvent[]
  /** Names of starter checks. */
  redo: string[]
  restarts: string[]
  also: string[]
  caution?: string
  waitHours?: number
  waitFor?: string
  signOff?: SignOff
}

/** What a change upsets. */
export const starterUpsets: StarterUpset[] = [
  {
    changed: 'Nozzle',
    slotKinds: ['nozzle'],
    redo: ['first layer'],
    restarts: ['nozzle height'],
    also: ['hot final tightening', 'nozzle height', 'sock'],
    caution: 'Hot work: the final tightening is done hot, with the block held. Not for unskilled hands.',
    signOff: 'hot work',
  },
  {
    changed: 'Hot end, heat break',
    slotKinds: ['hot end', 'heat break'],
    redo: ['first layer', 'level after a change'],
    restarts: ['nozzle height', 'feeder fed of 100'],
    also: ['temperature control tuning', 'temperature limit of the machine record', 'feeder calibration'],
    caution: 'A different length drives the nozzle into the plate: set the height before anything moves down.',
    signOff: 'hot work',
  },
  {
    changed: 'Thermistor, heater',
    slotKinds: ['thermistor', 'heater'],
    redo: [],
    restarts: ['bed warm-up time'],
    also: ['temperature tuning', 'thermal-protection test'],
    caution: hotCaution,
  },
  {
    changed: 'Drive gear, lever, feeder',
    slotKinds: ['drive gear', 'extruder lever', 'feeder', 'guide tube'],
    redo: [],
    restarts: ['feeder fed of 100'],
    also: ['feed 100 mm and measure', 'retraction'],
  },
  {
    changed: 'Guided feed made direct',
    events: ['feed made direct'],
    redo: ['level after a change'],
    restarts: ['nozzle height', 'feeder fed of 100'],
    also: ['retraction: about 6 mm becomes about 1 mm', 'height', 'acceleration', 'ringing test'],
  },
  {
    changed: 'Belt, pulley, idler',
    slotKinds: ['belt', 'pulley', 'idler'],
    redo: [],
    restarts: ['X belt pitch', 'Y belt pitch', 'cube X', 'cube Y', 'skew'],
    also: ['tension', 'ringing test', 'cube', 'squareness'],
  },
  {
    changed: 'Wheels, bearings',
    slotKinds: ['wheels', 'bearings'],
    redo: ['level after a change'],
    restarts: ['play at the plate', 'mesh range', 'mesh warp'],
    also: ['play test', 'tram'],
    waitHours: 6,
    waitFor: 'Adhesive of bearings and wheels cures: 4 to 6 h',
  },
  {
    changed: 'Lead screw, nut, coupler, second screw',
    slotKinds: ['lead screw', 'lead-screw nut', 'coupler'],
    redo: ['gantry'],
    restarts: ['gantry difference', 'cube Z', 'motor reference'],
    also: ['column test', 'motor current'],
  },
  {
    changed: 'Plate, sheet, spring, spacer',
    slotKinds: ['build sheet', 'plate', 'spring', 'spacer'],
    redo: ['first layer'],
    restarts: ['mesh range', 'mesh warp', 'nozzle height', 'soak time'],
    also: ['tram', 'mesh', 'nozzle height'],
  },
  {
    changed: 'Probe',
    slotKinds: ['probe'],
    redo: ['level after a change'],
    restarts: ['probe repeatability', 'nozzle height', 'mesh range'],
    also: ['tighten', 'repeatability: the same point ten times'],
  },
  {
    changed: 'Firmware, board',
    slotKinds: ['board', 'motor driver'],
    events: ['firmware flashed', 'board changed'],
    redo: ['level after a change'],
    restarts: ['nozzle height', 'feeder fed of 100', 'motor reference', 'bed warm-up time'],
    also: [
      'note the meter reset',
      'steps, height and tuning restored',
      'thermal-protection test',
      'directions and end stops',
    ],
  },
  {
    changed: 'Bed wiring, power supply, mains inlet',
    slotKinds: ['bed wiring', 'bed connector', 'power supply', 'mains inlet'],
    events: ['wiring or supply changed'],
    redo: ['electrical'],
    restarts: ['bed warm-up time', 'bed current'],
    also: ['a qualified person; local rules'],
    caution: 'Mains: a qualified electrical person, local electrical rules.',
    signOff: 'mains',
  },
  {
    changed: 'Another kind of filament',
    events: ['material changed'],
    redo: [],
    restarts: [],
    also: ['height and mesh at the new temperatures'],
  },
  {
    changed: 'A pause',
    events: ['pause over'],
    redo: ['after a pause'],
    restarts: [],
    also: ['dust', 'plate', 'test first layer'],
  },
  {
    changed: 'Knocked or moved',
    events: ['knocked', 'moved'],
    redo: ['gantry', 'level after a change'],
    restarts: ['gantry difference', 'skew', 'mesh range', 'nozzle height'],
    also: ['frame square', 'end stops'],
  },
  {
    changed: 'A fault',
    events: ['fault'],
    redo: ['first layer'],
    restarts: [],
    also: ['the same test piece before and after'],
  },
]

type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> : never
type StarterAction = WithoutHeader<
  Extract<Action, { kind: 'add-reading-kind' | 'add-check-type' | 'set-upset' | 'retire-check-type' }>
>

/** Three schools of levelling stand beside each other; the ones that are not chosen are retired at once. */
const otherSchools = ['level each print', 'level by the clock', 'dry bushings']

/**
 * The starter set as actions in their order, without keys and moments.
 * @param idOf gives the same id for the same words, and another for others
 */
export function starterActions(idOf: (what: string) => string): StarterAction[] {
  return [
    ...starterReadings.map((reading): StarterAction => ({
      kind: 'add-reading-kind',
      readingKindId: idOf(`reading ${reading.name}`),
      lower: null,
      upper: null,
      models: [],
      corrections: 'restart',
      ...reading,
    })),
    ...Object.entries(starterChecks).map(([key, { steps, ...content }]): StarterAction => ({
      kind: 'add-check-type',
      checkTypeId: idOf(`check ${key}`),
      content: {
        ...content,
        models: [],
        steps: steps.map((step, i) => ({ id: idOf(`step ${i} of ${key}`), ...step })),
      },
    })),
    ...starterUpsets.map(
      ({
        changed,
        slotKinds = [],
        events = [],
        redo,
        restarts,
        also,
        caution = null,
        waitHours = 0,
        waitFor = null,
        signOff = null,
      }): StarterAction => ({
        kind: 'set-upset',
        upsetId: idOf(`upset ${changed}`),
        changed,
        slotKinds,
        events,
        redo: redo.map((key) => idOf(`check ${key}`)),
        restarts,
        also,
        caution,
        waitHours,
        waitFor,
        signOff,
      }),
    ),
    ...otherSchools.map((key): StarterAction => ({
      kind: 'retire-check-type',
      checkTypeId: idOf(`check ${key}`),
      retired: true,
      reason: 'Another school is in force here; bring it back to change schools.',
    })),
  ]
}
