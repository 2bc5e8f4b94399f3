import type { SignOff } from '../people/signOffs.ts'

/** A kind of slot: which parts fit, what work it is to change them, and the caution that stands beside that work. */
export interface SlotKind {
  name: string
  /** The sign-off that the work needs; null: none. */
  work: SignOff | null
  caution: string | null
  /** Made by the workshop. */
  own: boolean
}

/** They advise; the maker's manual, local codes and licensed practice come first. Common practice, no source. */
const hot =
  'Hot: the nozzle is at 200 °C and more. Wear gloves, tighten a nozzle finally while hot, never lever a cold one: most snapped heat breaks come from that. Never leave a machine preheating.'
const covers =
  'Switch off and unplug before you open a cover or touch a connector. The mains side is for a qualified electrical person only.'
const moving =
  'Moving parts: power off first. Move axes slowly by hand; a motor driven by hand is a generator and can damage the board.'
const filters =
  'Fumes and dust: cold machine, ventilate, gloves, and bag the old filter. Removing a factory guard needs a recorded risk note.'
const enclosures =
  'Fire and heat: a box around an open machine keeps its heat in, above what its plugs, drivers and supply may stand. Set the warmest air that it may have, as its maker says; keep the supply outside, nothing that burns for walls, a smoke detector above, and ventilate: fumes gather in it.'
const plates =
  'Let the bed cool (60 to 110 °C in use). Solvents are flammable: cold plate only, ventilate. No sprays or oils on the bed. Magnets pinch.'
const mains =
  'Mains: power off, unplug, wait. For a qualified electrical person only, by the local electrical rules; nobody else opens a power supply.'

/**
 * The kinds of slot, with the work on each. A workshop adds its own and says what work they are.
 * Common practice, no source: changing a nozzle is hot work, most snapped heat breaks come from a cold wrench in unskilled hands.
 */
const table: [name: string, work: SignOff | null, caution: string | null][] = [
  ['nozzle', 'hot work', hot],
  ['silicone sock', null, hot],
  ['hot end', 'hot work', hot],
  ['heat break', 'hot work', hot],
  ['thermistor', 'hot work', hot],
  ['heater', 'hot work', hot],
  ['heat-break fan', null, `${hot} ${covers}`],
  ['part-cooling fan', null, covers],
  ['electronics fan', 'electronics', covers],
  ['extruder lever', null, covers],
  ['drive gear', null, covers],
  ['feeder', null, covers],
  ['guide tube', null, hot],
  ['tube fitting', null, hot],
  ['runout sensor', null, covers],
  ['belt', 'motion', moving],
  ['pulley', 'motion', moving],
  ['idler', 'motion', moving],
  ['wheels', 'motion', moving],
  ['bearings', 'motion', moving],
  ['lead screw', 'motion', moving],
  ['lead-screw nut', 'motion', moving],
  ['coupler', 'motion', moving],
  ['motor', 'electronics', `${covers} ${moving}`],
  ['end stop', 'electronics', covers],
  ['probe', null, moving],
  ['build sheet', null, plates],
  ['plate', null, plates],
  ['spring', null, plates],
  ['spacer', null, plates],
  ['bed belt', 'motion', `${plates} ${moving}`],
  ['bed roller', 'motion', moving],
  ['enclosure', null, enclosures],
  ['enclosure filter', null, filters],
  ['guard', null, filters],
  ['board', 'electronics', covers],
  ['motor driver', 'electronics', covers],
  ['cable', 'electronics', covers],
  ['bed wiring', 'mains', mains],
  ['bed connector', 'mains', mains],
  ['power supply', 'mains', mains],
  ['mains inlet', 'mains', mains],
]

/**
 * What the failure of such a part can do beyond a lost print: whoever is told to wait for it is told this too. The maker's manual, local codes
 * and licensed practice come first. Common practice, no source.
 */
const harms: Record<string, string> = {
  'electronics fan':
    'When it stops, motor drivers overheat, layers shift and a driver burns out. If it is left to fail, listen for it and feel its air at each look before a print.',
  'heat-break fan':
    'When it stops, heat creeps up, the throat plugs and a lump can grow around the hot end. If it is left to fail, see that it spins before each print, and never print without it.',
  heater:
    'Fire: a heater that comes loose or fails closed heats without end. It is left to fail only where thermal protection was tested, a smoke detector hangs above, and nobody leaves it heating.',
  thermistor:
    'Fire: one that comes loose tells too little, and the heater goes on. It is left to fail only where thermal protection was tested, a smoke detector hangs above, and nobody leaves it heating.',
  'bed wiring':
    'Fire: chafed or loose wires of the bed burn. They are looked at by a qualified person, and not left to fail.',
  'bed connector':
    'Fire: a connector that carries the bed current browns and burns. It is looked at by a qualified person, and not left to fail.',
  'power supply': 'Mains and fire: it is for a qualified electrical person, and not left to fail.',
  'mains inlet': 'Mains and fire: it is for a qualified electrical person, and not left to fail.',
  'extruder lever': 'A cracked lever slips and the head prints air for hours; look at it with a torch at each service.',
}
export const harmOfFailure = (slotKindName: string): string | null => harms[slotKindName.toLowerCase()] ?? null

/** Beside work on a kind of the workshop's own that says nothing else. */
export const cautionOfWork: Record<SignOff, string> = { 'hot work': hot, motion: moving, electronics: covers, mains }

export const slotKinds: readonly SlotKind[] = table.map(([name, work, caution]) => ({
  name,
  work,
  caution,
  own: false,
}))

const byName = new Map(slotKinds.map((kind) => [kind.name, kind]))

/** A kind of the table by its name, whatever its case; own kinds of a workshop are not in it. */
export const slotKind = (name: string): SlotKind | null => byName.get(name.toLowerCase()) ?? null
