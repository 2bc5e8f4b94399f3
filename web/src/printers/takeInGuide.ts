import type { TakeInStepName } from '@diatribon/contract'

/** One value of a step: a figure with its unit, or a choice. */
export interface GuideValue {
  name: string
  unit?: string
  choices?: string[]
  hint?: string
}

export interface GuideStep {
  step: TakeInStepName
  title: string
  /** What to look at, in words. */
  look: string[]
  caution: string | null
  values: GuideValue[]
}

const layerChoices = ['good', 'too close: ridges', 'too far: gaps', 'does not hold']

/**
 * The measuring of a new printer, in the order in which people do it. Common practice, no source; the maker's manual,
 * local codes and licensed practice come first.
 */
export const takeInGuide: GuideStep[] = [
  {
    step: 'mains',
    title: 'Mains selector and plug',
    look: [
      'Unplugged: find the voltage selector, often a small red slide switch beside the mains inlet or behind a slot in the power supply.',
      'It must show the voltage of the country. Look at plug and cable: no brown, no soft, no loose parts.',
    ],
    caution:
      'Mains: unplug before you look. Inside the power supply nothing is yours to touch: a qualified electrical person, local rules.',
    values: [{ name: 'mains selector', choices: ['230 V', '115 V', 'automatic, no selector'] }],
  },
  {
    step: 'frame',
    title: 'Square frame',
    look: [
      'Measure both diagonals of the frame, corner to corner. Equal diagonals: a square frame.',
      'Loosen, square against a straight edge, tighten. Factory settings are often wrong.',
    ],
    caution: null,
    values: [
      { name: 'diagonal 1', unit: 'mm' },
      { name: 'diagonal 2', unit: 'mm' },
      { name: 'skew', unit: '°', hint: 'Makers draw the line at different places: 0.1° is 0.35 mm off over 200 mm.' },
    ],
  },
  {
    step: 'belts',
    title: 'Belts',
    look: [
      'Pluck the middle of the free span like a string. A typical span sounds about as low as the lowest string of a bass guitar, 41 Hz; short ones sound higher.',
      'Write down the pitch: later it tells whether the belt has stretched. Belts stretch most in the first weeks.',
    ],
    caution:
      'Moving parts: power off. Move axes slowly by hand; a motor driven by hand is a generator and can damage the board.',
    values: [
      { name: 'X belt pitch', unit: 'Hz' },
      { name: 'Y belt pitch', unit: 'Hz' },
    ],
  },
  {
    step: 'gantry',
    title: 'Gantry parallel',
    look: [
      'Put the same block under both ends of the gantry and lower it until it touches.',
      'The difference of both ends, in mm: 0 is parallel.',
    ],
    caution: 'Moving parts: keep fingers from under the gantry.',
    values: [{ name: 'gantry difference', unit: 'mm' }],
  },
  {
    step: 'mesh',
    title: 'Bed, trammed and probed',
    look: [
      'Heat the bed to printing temperature and wait: a thick or glass bed reads its number long before it is flat, 30 to 45 min.',
      'Tram the corners, then probe. The range is the highest point minus the lowest.',
    ],
    caution: 'Hot: bed 60 to 110 °C. Never leave a machine heating unattended.',
    values: [{ name: 'mesh range', unit: 'mm' }],
  },
  {
    step: 'nozzle height',
    title: 'Nozzle height',
    look: [
      'Nozzle and bed hot, paper between them: it should just drag.',
      'Write down the height offset from the display. What it is depends on where the probe hangs; it should not wander later, with the same kind of material.',
    ],
    caution: 'Hot: the nozzle is at 200 °C and more.',
    values: [{ name: 'nozzle height', unit: 'mm' }],
  },
  {
    step: 'first layer',
    title: 'First-layer test in five places',
    look: [
      'Print a square of one layer in each corner and in the middle, in grey filament, lit from the side.',
      'Ridges between the lines: too close. Gaps: too far. Watch it down; stop early if it is wrong.',
    ],
    caution: 'Hot and moving parts.',
    values: ['front left', 'front right', 'middle', 'back left', 'back right'].map((place) => ({
      name: `first layer ${place}`,
      choices: layerChoices,
    })),
  },
  {
    step: 'warm-up',
    title: 'Warm-up time of the bed',
    look: [
      'From room temperature: start a stopwatch and heat the bed.',
      'Write down the temperature and how long it took. Later, longer than this means a weak heater, wire or supply.',
    ],
    caution: 'Hot: bed. Stay with it; never leave a machine heating unattended.',
    values: [
      { name: 'bed warm-up temperature', unit: '°C' },
      {
        name: 'bed warm-up time',
        unit: 's',
        hint: 'From cold to its usual heat, as on the day it came. Much longer later on tells of heater, plug or insulation.',
      },
      { name: 'room temperature', unit: '°C' },
    ],
  },
]
