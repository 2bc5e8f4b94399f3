import type { Action } from '../actions/index.ts'
import type { NeededState } from '../checks/checkType.ts'
import type { SignOff } from '../people/signOffs.ts'
import type { Drawing } from './knowledge.ts'

/*
 * Symptoms, causes and tests to begin with; a workshop changes them as it learns. The order of the causes is what experienced
 * people try first (common practice of the trade, no source); the chances of the outcomes are from memory, and meant to be
 * edited. The maker's manual, local codes and licensed practice come first.
 */

const hot = 'Hot: nozzle 200 °C and more, bed 60 to 110 °C. Stay with it while it heats.'
const moving = 'Moving parts: power off before hands go in. Move axes slowly by hand; a driven motor is a generator.'
const powerOff = 'Power off and unplug before a connector is touched: a loose one can destroy a motor driver.'
const mains =
  'Mains: power off, unplug, wait, do not use. A qualified electrical person decides; local electrical rules apply.'
const solvent = 'Alcohol is flammable: cold plate, ventilate, nothing that glows nearby.'

interface StarterCause {
  name: string
  mechanism: string
  fix: string
  minutes: number
  drawing?: Drawing
  /** Only on printers with such a slot. */
  on?: string[]
  changes?: string[]
  caution?: string
  signOff?: SignOff
}

const causes = {
  nozzle: {
    name: 'Nozzle blocked',
    mechanism: 'Burnt or foreign plastic narrows the bore.',
    fix: 'Change it: a cheap nozzle is swapped, not cleaned. Final tightening hot, block held.',
    minutes: 10,
    changes: ['nozzle'],
    caution: hot,
    signOff: 'hot work',
  },
  lever: {
    name: 'Extruder lever cracked',
    mechanism: 'The lever gives way, so the gear has no grip.',
    fix: 'Change the lever; a metal one does not crack.',
    minutes: 20,
    drawing: 'cracked lever',
    on: ['extruder lever'],
    changes: ['extruder lever'],
  },
  gearClogged: {
    name: 'Teeth of the drive gear clogged',
    mechanism: 'Ground filament fills the teeth and they slip.',
    fix: 'Brush the teeth out; look why it ground.',
    minutes: 10,
  },
  gearSlips: {
    name: 'Drive gear slips on its shaft',
    mechanism: 'The grub screw has worked loose; the shaft turns in the gear.',
    fix: 'Set the gear, tighten its grub screw on the flat.',
    minutes: 15,
  },
  bore: {
    name: 'Bore of the hot end fouled',
    mechanism: 'Charred plastic above the nozzle brakes the filament.',
    fix: 'Pull hot, look at the tip, repeat until it comes clean.',
    minutes: 25,
    caution: hot,
    signOff: 'hot work',
  },
  breakFan: {
    name: 'Heat-break fan stopped or weak',
    mechanism: 'Heat creeps up, filament swells into a plug above the melt.',
    fix: 'Change the fan; clear the plug first.',
    minutes: 25,
    changes: ['heat-break fan'],
    caution: hot,
  },
  tubeGap: {
    name: 'Guide tube backed out, leaving a gap',
    mechanism: 'Melt collects in the gap between tube and nozzle and sets there.',
    fix: 'Cut the end square, push it home, renew the fitting.',
    minutes: 15,
    drawing: 'guide tube gap',
    on: ['guide tube'],
    changes: ['guide tube'],
    caution: hot,
    signOff: 'hot work',
  },
  tubeShrunk: {
    name: 'End of the guide tube shrunk by heat',
    mechanism: 'Above about 240 °C the end of a plain tube narrows.',
    fix: 'Cut or change the tube; hotter materials need a better one.',
    minutes: 15,
    on: ['guide tube'],
    changes: ['guide tube'],
    caution: hot,
    signOff: 'hot work',
  },
  preheat: {
    name: 'Left preheating too long',
    mechanism: 'Filament cooks in the hot end and swells above it.',
    fix: 'Heat, push, then pull; never leave it heating.',
    minutes: 10,
    caution: hot,
  },
  plug: {
    name: 'Plug after a change of material',
    mechanism: 'The old material sits where the throat is narrower than the tube.',
    fix: 'Heat for the hotter of the two, push a little, then pull. Purge at that temperature next time.',
    minutes: 15,
    caution: hot,
    signOff: 'hot work',
  },
  tangled: {
    name: 'Spool tangled',
    mechanism: 'A crossed winding pulls tight.',
    fix: 'Free the winding, never let the end go.',
    minutes: 5,
  },
  oversize: {
    name: 'Filament too thick',
    mechanism: 'Outside filament with a wandering diameter jams in the tube.',
    fix: 'Measure at five places; another spool.',
    minutes: 5,
  },
  damp: {
    name: 'Filament damp',
    mechanism: 'Water boils in the nozzle; the strand foams and strings.',
    fix: 'Dry the spool, keep it dry.',
    minutes: 10,
  },
  driverHot: {
    name: 'Motor driver overheats',
    mechanism: 'A stopped fan, covered vents or a warm enclosure let the driver shut off for a moment.',
    fix: 'Free the vents and the fan, take away what it stands on; clean out strings, power off.',
    minutes: 15,
    changes: ['electronics fan'],
    caution: powerOff,
    signOff: 'electronics',
  },
  connector: {
    name: 'Connector loose',
    mechanism: 'Poor contact drops steps; under current it can destroy the driver.',
    fix: 'Power off, seat it, secure it.',
    minutes: 10,
    caution: powerOff,
    signOff: 'electronics',
  },
  beltSlack: {
    name: 'Belt slack',
    mechanism: 'Teeth jump, or the axis lags behind at each turn.',
    fix: 'Tighten to its pitch; change a stretched one.',
    minutes: 15,
    drawing: 'backlash',
    changes: ['belt'],
    caution: moving,
    signOff: 'motion',
  },
  pulleyLoose: {
    name: 'Grub screw of a pulley loose',
    mechanism: 'The shaft turns a little in the pulley at each reversal.',
    fix: 'Tighten on the flat; a pen mark shows whether it moves again.',
    minutes: 15,
    caution: moving,
    signOff: 'motion',
  },
  pulleyBad: {
    name: 'Pulley faulty',
    mechanism: 'It runs out of true, even when it looks like a good one.',
    fix: 'Change it for one from a sister machine and compare.',
    minutes: 40,
    changes: ['pulley'],
    caution: moving,
    signOff: 'motion',
  },
  snag: {
    name: 'Cable or tube snags',
    mechanism: 'Something holds the head back at one end of the travel.',
    fix: 'Lead it free over the whole travel.',
    minutes: 5,
  },
  curled: {
    name: 'Collision with a curled corner',
    mechanism: 'The nozzle strikes what has lifted.',
    fix: 'Cure the lifting; more lift over travel moves.',
    minutes: 10,
  },
  tooFast: {
    name: 'Plate too heavy or acceleration too high',
    mechanism: 'The motor cannot follow.',
    fix: 'Lower the acceleration in the slicer.',
    minutes: 5,
  },
  wheelsLoose: {
    name: 'Eccentric nut too loose',
    mechanism: 'The wheels have play, multiplied by the lever arm to the plate’s edge.',
    fix: 'Turn the nut until a wheel just slips under a firm push.',
    minutes: 15,
    drawing: 'eccentric nut',
    on: ['wheels'],
    caution: moving,
    signOff: 'motion',
  },
  wheelsTight: {
    name: 'Eccentric nut too tight',
    mechanism: 'The wheels are ground off against the rail.',
    fix: 'Ease the nut; change shredded wheels.',
    minutes: 20,
    drawing: 'eccentric nut',
    on: ['wheels'],
    changes: ['wheels'],
    caution: moving,
    signOff: 'motion',
  },
  wheelsWorn: {
    name: 'Wheels worn, or a bearing loose in its wheel',
    mechanism: 'Flats and play that no nut takes up.',
    fix: 'Change the set; bearings are glued in and need 4 to 6 h to cure.',
    minutes: 45,
    on: ['wheels'],
    changes: ['wheels'],
    caution: moving,
    signOff: 'motion',
  },
  bearingsDry: {
    name: 'Bearing dry or worn',
    mechanism: 'Steel on steel; filings come out.',
    fix: 'Flush over a tray, draw a magnet through it: filings mean wear. Grease again, or change.',
    minutes: 60,
    on: ['bearings'],
    changes: ['bearings'],
    caution: moving,
    signOff: 'motion',
  },
  debris: {
    name: 'Something lodged in the rails',
    mechanism: 'A scrap of filament rubs or blocks.',
    fix: 'Power off, take it out with tweezers.',
    minutes: 5,
    caution: moving,
  },
  resonance: {
    name: 'Shelf shakes with other machines',
    mechanism: 'The frame rings with what stands beside it.',
    fix: 'Part them, or set it on something heavy.',
    minutes: 20,
  },
  screwDirty: {
    name: 'Lead screw dry or dirty',
    mechanism: 'The nut sticks and jumps once each turn.',
    fix: 'Clean, then oil or grease; never a water-thin spray.',
    minutes: 20,
    drawing: 'regular bands',
    caution: moving,
  },
  coupler: {
    name: 'Coupler clamped wrongly',
    mechanism: 'It pushes the screw to and fro.',
    fix: 'Open it, set a gap between the shafts, clamp again.',
    minutes: 25,
    caution: moving,
    signOff: 'motion',
  },
  screwBent: {
    name: 'Lead screw bent',
    mechanism: 'It carries the gantry round with it.',
    fix: 'Roll it on glass to be sure; change it.',
    minutes: 60,
    changes: ['lead screw'],
    caution: moving,
    signOff: 'motion',
  },
  nutWorn: {
    name: 'Lead-screw nut worn',
    mechanism: 'The gantry sinks into the play of the nut.',
    fix: 'Change the nut.',
    minutes: 50,
    changes: ['lead-screw nut'],
    caution: moving,
    signOff: 'motion',
  },
  oneSideFree: {
    name: 'Gantry free on one side',
    mechanism: 'Only one side is driven, the other lags.',
    fix: 'Take up the play; level on gauge blocks.',
    minutes: 30,
    drawing: 'leaning',
    caution: moving,
    signOff: 'motion',
  },
  tooClose: {
    name: 'Nozzle too close',
    mechanism: 'The strand has no room and is ploughed up.',
    fix: 'Raise it in small steps.',
    minutes: 5,
    drawing: 'ridges',
    caution: hot,
  },
  tooFar: {
    name: 'Nozzle too far',
    mechanism: 'The strands lie beside each other without joining.',
    fix: 'Lower it in small steps.',
    minutes: 5,
    drawing: 'gaps',
    caution: hot,
  },
  plateDirty: {
    name: 'Plate greasy or dirty',
    mechanism: 'Fingers leave grease, and nothing holds on it.',
    fix: 'Clean with alcohol, cold; do not pile up adhesives.',
    minutes: 5,
    caution: solvent,
  },
  plateWorn: {
    name: 'Plate worn, gouged or warped',
    mechanism: 'The surface no longer holds, or no longer lies flat.',
    fix: 'Turn or change it.',
    minutes: 5,
    changes: ['build sheet', 'plate'],
  },
  tilted: {
    name: 'Bed tilted',
    mechanism: 'One side is nearer to the nozzle.',
    fix: 'Tram it: heights, then turns of the knobs.',
    minutes: 15,
  },
  probeLoose: {
    name: 'Probe loose',
    mechanism: 'It measures another height each time.',
    fix: 'Tighten it; the same point ten times must agree.',
    minutes: 10,
  },
  springs: {
    name: 'Bed screw turns in its hole, or spring too weak',
    mechanism: 'The corner does not follow the knob, or does not stay.',
    fix: 'Hold the screw, turn the knob; stiffer springs.',
    minutes: 15,
    changes: ['spring'],
  },
  wrongHeat: {
    name: 'Temperature wrong for the filament',
    mechanism: 'Too cold does not hold, too hot runs and strings.',
    fix: 'Set it for this spool; write it on the spool.',
    minutes: 10,
  },
  draught: {
    name: 'Draught, or the room too cold',
    mechanism: 'The edge shrinks faster than the middle.',
    fix: 'Close the window, put it in an enclosure.',
    minutes: 5,
  },
  retraction: {
    name: 'Retraction wrong for this material',
    mechanism: 'Melt runs on while the head travels.',
    fix: 'Tune it on the string test piece.',
    minutes: 20,
  },
  overExtruded: {
    name: 'Too much plastic: steps, flow or diameter in the slicer wrong',
    mechanism: 'More goes in than the volume has room for, or less.',
    fix: 'Feed 100 mm and measure; then diameter and flow in the slicer.',
    minutes: 10,
  },
  boreWide: {
    name: 'Nozzle bore enlarged',
    mechanism: 'Filled filament has ground it out.',
    fix: 'Compare with a new one and change it; a hard nozzle for filled filament.',
    minutes: 12,
    changes: ['nozzle'],
    caution: hot,
    signOff: 'hot work',
  },
  endStop: {
    name: 'End stop out of place, or homing without one too touchy',
    mechanism: 'Home is another place each time.',
    fix: 'Home twice and look; set the stop or the threshold.',
    minutes: 15,
  },
  cameLoose: {
    name: 'Part came loose unattended',
    mechanism: 'Plastic wraps the hot end and takes its wires along.',
    fix: 'Heat it and let it fall; never lever it cold. Look at thermistor, heater, fan and nozzle.',
    minutes: 60,
    caution: `${hot} Never lever it off cold: thermistor, heater, fan and nozzle come off with it.`,
    signOff: 'hot work',
  },
  thermistor: {
    name: 'Thermistor failing',
    mechanism: 'It reads wrong or breaks off in the heat.',
    fix: 'Change it, tune the temperature, test the thermal protection.',
    minutes: 40,
    changes: ['thermistor'],
    caution: hot,
    signOff: 'hot work',
  },
  heaterWire: {
    name: 'Heater or its wire failing',
    mechanism: 'The wire breaks where it bends; heat comes and goes.',
    fix: 'Change it, tune the temperature, test the thermal protection.',
    minutes: 40,
    changes: ['heater'],
    caution: hot,
    signOff: 'hot work',
  },
  overloaded: {
    name: 'Plug or connector overloaded by the bed current',
    mechanism: 'Contact resistance heats the contact, and the heat makes it worse.',
    fix: 'Out of use; a qualified person fits a connector rated for the current.',
    minutes: 60,
    changes: ['bed connector', 'bed wiring'],
    caution: mains,
    signOff: 'mains',
  },
  feedAngle: {
    name: 'Filament comes in too steep',
    mechanism: 'It saws into the guide; a new one of the same kind only postpones it.',
    fix: 'Move the spool in line, line the hole, a harder arm.',
    minutes: 20,
  },
  fanBroken: {
    name: 'Fan blade broken or bearing worn',
    mechanism: 'It shakes the head, and the walls show it.',
    fix: 'Change the fan.',
    minutes: 20,
    changes: ['part-cooling fan', 'heat-break fan', 'electronics fan'],
    caution: moving,
  },
  duct: {
    name: 'Fan duct off its place, or the fan too weak',
    mechanism: 'It blows from one side only.',
    fix: 'Seat the duct; slower, or a stronger fan.',
    minutes: 10,
  },
  carriageLoose: {
    name: 'Carriage loose, or a bearing without preload',
    mechanism: 'The head trembles as it moves.',
    fix: 'Take up the play.',
    minutes: 30,
    caution: moving,
    signOff: 'motion',
  },
  magnetWeak: {
    name: 'Magnetic sheet weakened by heat, or dust under it',
    mechanism: 'It slips when the nozzle drags.',
    fix: 'Clean under it; compare its pull after a hot job; change it.',
    minutes: 10,
    changes: ['build sheet'],
  },
  tooWarm: {
    name: 'Enclosure above the rated air temperature of the machine',
    mechanism: 'Drivers and motors lose their margin; 30 °C is a common limit.',
    fix: 'Log the temperature inside; open it, or let air in.',
    minutes: 15,
    caution: 'Fumes: ventilate, or filter the air of the enclosure.',
  },
  badModel: {
    name: 'Sliced wrong for this printer',
    mechanism: 'The file asks for what the machine cannot do.',
    fix: 'Slice again with the profile of this printer.',
    minutes: 15,
  },
} satisfies Record<string, StarterCause>
type CauseKey = keyof typeof causes

interface StarterSymptom {
  looks: string
  drawing?: Drawing
  on?: string[]
  caution?: string
  stop?: true
  /** In the usual order. */
  causes: CauseKey[]
}

const symptoms: Record<string, StarterSymptom> = {
  'Extrusion stops or thins, extruder clicks': {
    looks: 'Lines thin out or end; rough beads on top; a click from the extruder.',
    drawing: 'thin extrusion',
    caution: hot,
    causes: [
      'nozzle',
      'lever',
      'gearClogged',
      'bore',
      'breakFan',
      'tubeGap',
      'tubeShrunk',
      'preheat',
      'plug',
      'tangled',
      'oversize',
      'damp',
    ],
  },
  'Layers shifted along one axis': {
    looks: 'From one height on everything is moved sideways by some millimetres.',
    drawing: 'shifted layers',
    caution: powerOff,
    causes: ['driverHot', 'connector', 'beltSlack', 'pulleyLoose', 'snag', 'curled', 'tooFast'],
  },
  'Ripples on walls, one axis only': {
    looks: 'Waves on the walls that face one way; the others are smooth.',
    caution: moving,
    causes: ['pulleyLoose', 'beltSlack', 'wheelsLoose', 'bearingsDry', 'pulleyBad', 'resonance'],
  },
  'Bed or carriage rocks': {
    looks: 'Held at opposite corners it tips a little and knocks.',
    drawing: 'eccentric nut',
    caution: moving,
    causes: ['wheelsLoose', 'wheelsWorn', 'bearingsDry', 'carriageLoose'],
  },
  'Wheels shed dust': {
    looks: 'Fine dust along the rail and a groove in the wheels.',
    drawing: 'eccentric nut',
    on: ['wheels'],
    caution: moving,
    causes: ['wheelsTight', 'wheelsWorn'],
  },
  'Squeaks when moving': {
    looks: 'A squeak at the same place or in the same direction.',
    caution: moving,
    causes: ['debris', 'wheelsTight', 'bearingsDry', 'screwDirty'],
  },
  'Bands at a regular pitch': {
    looks: 'Rings on tall walls, always the same distance apart.',
    drawing: 'regular bands',
    causes: ['screwDirty', 'coupler', 'screwBent', 'nutWorn', 'debris'],
  },
  'Leans or looser the higher it gets': {
    looks: 'Walls lean to one side, or get coarse towards the top.',
    drawing: 'leaning',
    causes: ['oneSideFree', 'wheelsLoose', 'bearingsDry', 'nutWorn'],
  },
  'First layer: ridges between the lines': {
    looks: 'Rough ploughed ridges where line meets line; it scrapes.',
    drawing: 'ridges',
    caution: hot,
    causes: ['tooClose', 'plateDirty', 'overExtruded'],
  },
  'First layer: gaps between the lines': {
    looks: 'The plate shows between the lines; they come off one by one.',
    drawing: 'gaps',
    caution: hot,
    causes: ['tooFar', 'nozzle', 'overExtruded'],
  },
  'First layer good on one side only': {
    looks: 'Pressed flat on one side, loose on the other.',
    causes: ['plateDirty', 'tilted', 'probeLoose', 'oneSideFree', 'plateWorn'],
  },
  'One corner cannot be trammed': {
    looks: 'The knob turns and the corner does not come.',
    causes: ['springs', 'plateWorn', 'endStop'],
  },
  'Part lifts or comes loose': {
    looks: 'Corners curl up, or the whole part moves with the nozzle.',
    drawing: 'lifted corner',
    caution: solvent,
    causes: ['plateDirty', 'plateWorn', 'wrongHeat', 'tooFar', 'draught'],
  },
  'Strings between walls': {
    looks: 'Fine hairs where the head crossed open space.',
    drawing: 'strings',
    causes: ['damp', 'retraction', 'wrongHeat'],
  },
  'First layers bulge': {
    looks: 'The lowest layers stand out like a foot.',
    causes: ['tooClose', 'nutWorn', 'oneSideFree'],
  },
  'Round holes come out square or oval': {
    looks: 'Flats on circles where an axis turns round.',
    drawing: 'backlash',
    caution: moving,
    causes: ['beltSlack', 'pulleyLoose', 'carriageLoose'],
  },
  'Too much or too little plastic everywhere': {
    looks: 'Walls too thick or full of holes, on the whole piece.',
    causes: ['overExtruded', 'boreWide', 'gearSlips', 'oversize'],
  },
  'First moves miss the plate, print offset': {
    looks: 'It begins beside the plate, or the print sits off its place.',
    causes: ['endStop', 'probeLoose', 'badModel'],
  },
  'Lump of plastic around the hot end': {
    looks: 'The sock and the wires are buried in plastic.',
    caution: `${hot} Never lever it off cold.`,
    stop: true,
    causes: ['cameLoose', 'nozzle', 'curled'],
  },
  'Heater slow, wandering or tripping': {
    looks: 'It takes longer than it did, swings, or stops with a heating error.',
    caution: 'Fire: stop using the machine until it is found. Never leave it heating.',
    stop: true,
    causes: ['thermistor', 'heaterWire', 'connector'],
  },
  'Plug, socket or wire brown, soft or smelling': {
    looks: 'Discoloured, soft or smelling plastic at a plug or along a wire.',
    caution: mains,
    stop: true,
    causes: ['overloaded', 'connector'],
  },
  'Filament saws into its guide': {
    looks: 'A groove or slot where the filament runs over the arm.',
    causes: ['feedAngle'],
  },
  'Fan loud or rattling': {
    looks: 'A rattle or hum that comes with the fan.',
    caution: moving,
    causes: ['fanBroken', 'debris'],
  },
  'Overhangs clean on one side, ragged on the other': {
    looks: 'The same overhang is good facing one way and bad the other; worse at speed.',
    causes: ['duct', 'fanBroken', 'tooFast'],
  },
  'Jam after changing the material': {
    looks: 'The old filament does not come out, or the new does not go in.',
    caution: hot,
    causes: ['plug', 'bore', 'nozzle', 'tubeShrunk'],
  },
  'Top surface dull or rippled everywhere': {
    looks: 'No shine, a fine ripple over every top surface.',
    caution: moving,
    causes: ['fanBroken', 'carriageLoose', 'bearingsDry', 'resonance'],
  },
  'Removable sheet slips or lifts': {
    looks: 'The sheet moves under the print or stands off at a corner.',
    causes: ['magnetWeak', 'plateWorn'],
  },
  'Fails only when it is warm': {
    looks: 'Good in the morning, bad after hours or on a hot day.',
    causes: ['tooWarm', 'driverHot', 'breakFan'],
  },
}

interface StarterTest {
  how: string
  minutes: number
  state?: NeededState
  caution?: string
  signOff?: SignOff
  onSister?: true
  on?: string[]
  /** What it shows when something is wrong, and how likely that is under the causes it speaks of, and under others. */
  bad: string
  good: string
  likely: Partial<Record<CauseKey, number>>
  otherwise: number
}

const tests: Record<string, StarterTest> = {
  'Push filament by hand, hot': {
    how: 'Open the lever, push gently: does it run out straight and thin?',
    minutes: 1,
    state: 'hot',
    caution: hot,
    bad: 'hardly moves',
    good: 'runs out freely',
    likely: {
      nozzle: 0.9,
      bore: 0.85,
      breakFan: 0.7,
      tubeGap: 0.75,
      tubeShrunk: 0.75,
      preheat: 0.8,
      plug: 0.9,
      lever: 0.08,
      gearClogged: 0.08,
      gearSlips: 0.05,
      tangled: 0.05,
      oversize: 0.5,
      damp: 0.1,
    },
    otherwise: 0.1,
  },
  'Look at the lever with a torch': {
    how: 'A hair crack at the pivot is enough. Press the lever and watch it.',
    minutes: 1,
    on: ['extruder lever'],
    bad: 'cracked',
    good: 'whole',
    likely: { lever: 0.92 },
    otherwise: 0.03,
  },
  'Heat-break fan: does it spin, are the fins warm?': {
    how: 'It must turn whenever the nozzle is above 50 °C. Feel near the fins, do not touch.',
    minutes: 1,
    state: 'hot',
    caution: hot,
    bad: 'stands or labours',
    good: 'turns freely',
    likely: { breakFan: 0.9, tooWarm: 0.1 },
    otherwise: 0.04,
  },
  'Feed 100 mm and measure what went in': {
    how: 'Mark the filament 120 mm above the feeder, feed 100 mm, hot, measure what is left.',
    minutes: 5,
    state: 'hot',
    caution: hot,
    bad: 'less than 97 mm',
    good: '97 to 103 mm',
    likely: {
      nozzle: 0.85,
      lever: 0.9,
      gearClogged: 0.85,
      gearSlips: 0.9,
      bore: 0.8,
      breakFan: 0.6,
      tubeGap: 0.6,
      tubeShrunk: 0.7,
      preheat: 0.6,
      plug: 0.9,
      tangled: 0.5,
      oversize: 0.6,
      overExtruded: 0.5,
      boreWide: 0.05,
    },
    otherwise: 0.08,
  },
  'Hot pull, look at the tip': {
    how: 'Heat, push, cool to the soft point, pull in one go. Char or grit on the tip means the bore; a ring means the gap.',
    minutes: 10,
    state: 'hot',
    caution: hot,
    signOff: 'hot work',
    bad: 'char, grit or a ring on the tip',
    good: 'clean tip',
    likely: { nozzle: 0.75, bore: 0.85, tubeGap: 0.7, plug: 0.7, preheat: 0.6, tubeShrunk: 0.4 },
    otherwise: 0.08,
  },
  'Look at the end of the guide tube': {
    how: 'Pull it out cold: is the end square, of full width, and was it home?',
    minutes: 10,
    state: 'cold',
    on: ['guide tube'],
    bad: 'short of home or narrowed',
    good: 'square and home',
    likely: { tubeGap: 0.9, tubeShrunk: 0.9 },
    otherwise: 0.05,
  },
  'Is the spool running free?': {
    how: 'Turn it by hand and look at the winding.',
    minutes: 1,
    bad: 'caught or tangled',
    good: 'free',
    likely: { tangled: 0.95 },
    otherwise: 0.02,
  },
  'Brush and look at the drive gear': {
    how: 'Teeth full of dust? Turn it by hand against the shaft: does it slip?',
    minutes: 3,
    state: 'cold',
    bad: 'clogged or slipping',
    good: 'clean and firm',
    likely: { gearClogged: 0.9, gearSlips: 0.85, lever: 0.3 },
    otherwise: 0.1,
  },
  'Measure the filament at five places': {
    how: 'With a calliper; also whether it crackles when it is bent or fed.',
    minutes: 3,
    bad: 'thick, or it crackles',
    good: 'even and quiet',
    likely: { oversize: 0.9, damp: 0.6 },
    otherwise: 0.04,
  },
  'Feel the air at the vents': {
    how: 'Is it hot, is there any? What does the machine stand on?',
    minutes: 1,
    bad: 'hot or no air',
    good: 'cool and moving',
    likely: { driverHot: 0.85, tooWarm: 0.75 },
    otherwise: 0.08,
  },
  'Wiggle the connectors, power off': {
    how: 'Each plug of the axis at the board and at the motor.',
    minutes: 3,
    state: 'unplugged',
    caution: powerOff,
    bad: 'one is loose',
    good: 'all sit firm',
    likely: { connector: 0.85, overloaded: 0.4 },
    otherwise: 0.05,
  },
  'Pluck the belt': {
    how: 'For a usual span about the low E of a bass guitar; compare with its own past.',
    minutes: 2,
    state: 'cold',
    caution: moving,
    bad: 'dull or much lower',
    good: 'as it was',
    likely: { beltSlack: 0.9 },
    otherwise: 0.08,
  },
  'Mark pulley and shaft with a pen': {
    how: 'One line over both, run a print, see whether the marks part.',
    minutes: 2,
    state: 'cold',
    caution: moving,
    bad: 'marks have parted',
    good: 'still in line',
    likely: { pulleyLoose: 0.9 },
    otherwise: 0.02,
  },
  'Move the axis slowly by hand, power off': {
    how: 'Over the whole travel, slowly.',
    minutes: 1,
    state: 'cold',
    caution: moving,
    bad: 'catches or grates somewhere',
    good: 'even all the way',
    likely: { snag: 0.8, debris: 0.85, wheelsTight: 0.6, bearingsDry: 0.7, wheelsWorn: 0.4, screwBent: 0.3 },
    otherwise: 0.07,
  },
  'Hold opposite corners and rock': {
    how: 'Plate and carriage, with two fingers.',
    minutes: 1,
    state: 'cold',
    caution: moving,
    bad: 'it knocks',
    good: 'no play',
    likely: { wheelsLoose: 0.9, wheelsWorn: 0.75, carriageLoose: 0.8, bearingsDry: 0.4, oneSideFree: 0.4 },
    otherwise: 0.05,
  },
  'Turn each wheel against the rail': {
    how: 'It should just slip under a firm push.',
    minutes: 2,
    state: 'cold',
    on: ['wheels'],
    bad: 'cannot be turned',
    good: 'just slips',
    likely: { wheelsTight: 0.9 },
    otherwise: 0.06,
  },
  'Same job on a sister machine': {
    how: 'The same file and the same spool on another printer of this model.',
    minutes: 45,
    onSister: true,
    bad: 'bad on this one only',
    good: 'bad on both',
    likely: {
      badModel: 0.05,
      damp: 0.06,
      oversize: 0.08,
      wrongHeat: 0.15,
      retraction: 0.2,
      tooFast: 0.2,
      draught: 0.4,
    },
    otherwise: 0.92,
  },
  'Tall column, slowly': {
    how: 'A plain tall column; compare before and after cleaning and oiling the screw.',
    minutes: 30,
    bad: 'bands at a regular pitch',
    good: 'even',
    likely: { screwDirty: 0.85, coupler: 0.85, screwBent: 0.9, nutWorn: 0.5 },
    otherwise: 0.1,
  },
  'Push the gantry ends by hand': {
    how: 'Gauge blocks under both ends; then push each end up and down.',
    minutes: 3,
    state: 'cold',
    caution: moving,
    bad: 'one end moves or sits lower',
    good: 'firm and level',
    likely: { oneSideFree: 0.9, nutWorn: 0.75, wheelsLoose: 0.4 },
    otherwise: 0.06,
  },
  'Clean the plate and print the first layer again': {
    how: 'Alcohol on the cold plate, a fresh cloth, then one layer square.',
    minutes: 8,
    state: 'cold',
    caution: solvent,
    bad: 'no better',
    good: 'good now',
    likely: { plateDirty: 0.1 },
    otherwise: 0.88,
  },
  'Measure the mesh twice': {
    how: 'Without touching anything between. The two must agree to some hundredths.',
    minutes: 6,
    bad: 'they differ',
    good: 'they agree',
    likely: { probeLoose: 0.9 },
    otherwise: 0.07,
  },
  'Home twice and look': {
    how: 'Mark where it stops, home again.',
    minutes: 2,
    bad: 'another place',
    good: 'the same place',
    likely: { endStop: 0.85, probeLoose: 0.4 },
    otherwise: 0.04,
  },
  'Measure a 20 mm cube and a cylinder': {
    how: 'Each axis with a calliper; feel the flats on the cylinder.',
    minutes: 25,
    bad: 'flats, or an axis short',
    good: 'true',
    likely: { beltSlack: 0.85, pulleyLoose: 0.85, carriageLoose: 0.7 },
    otherwise: 0.08,
  },
  'Log the temperature inside': {
    how: 'A thermometer at the height of the electronics, through one long job.',
    minutes: 5,
    bad: 'above the rated air temperature',
    good: 'below it',
    likely: { tooWarm: 0.92, driverHot: 0.5 },
    otherwise: 0.1,
  },
  'Turn the piece by 90° and print again': {
    how: 'Does the ragged side turn with the piece or stay with the machine?',
    minutes: 25,
    bad: 'stays with the machine',
    good: 'turns with the piece',
    likely: { duct: 0.9, fanBroken: 0.8 },
    otherwise: 0.2,
  },
  'Rest a finger lightly on the head for a few lines': {
    how: 'On the plastic of the carriage, for some lines: smoother there means vibration.',
    minutes: 2,
    state: 'hot',
    caution: `${hot} It moves: keep the hand away from nozzle and belts.`,
    bad: 'smoother there',
    good: 'no difference',
    likely: { fanBroken: 0.7, carriageLoose: 0.85, bearingsDry: 0.6, resonance: 0.5 },
    otherwise: 0.05,
  },
  'Look at plug, socket and wires, unplugged': {
    how: 'Colour, smell, softness. Look only; do not open anything.',
    minutes: 3,
    state: 'unplugged',
    caution: mains,
    bad: 'brown, soft or smelling',
    good: 'sound',
    likely: { overloaded: 0.95, connector: 0.3 },
    otherwise: 0.03,
  },
}

type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> : never
type KnowledgeAction = WithoutHeader<Extract<Action, { kind: 'set-symptom' | 'set-cause' | 'set-test' }>>

/** The first of twelve causes weighs twelve times the last: the usual order as weights. From memory. */
const weightAt = (i: number, of: number) => of - i

/**
 * The starter knowledge as actions in their order, without keys and moments.
 * @param idOf gives the same id for the same words, and another for others
 */
export function knowledgeActions(idOf: (what: string) => string): KnowledgeAction[] {
  const causeId = (key: string) => idOf(`cause ${key}`)
  const about = (slotKinds: string[] = []) => ({ slotKinds, models: [] })
  return [
    ...(Object.entries(causes) as [CauseKey, StarterCause][]).map(([key, cause]): KnowledgeAction => {
      const { on, changes = [], caution = null, signOff = null, drawing = null, ...rest } = cause
      return {
        kind: 'set-cause',
        causeId: causeId(key),
        ...rest,
        about: about(on),
        changes,
        caution,
        signOff,
        drawing,
        dropped: false,
      }
    }),
    ...Object.entries(symptoms).map(
      ([name, { looks, drawing = null, on, caution = null, stop = false, causes: of }]) => ({
        kind: 'set-symptom' as const,
        symptomId: idOf(`symptom ${name}`),
        name,
        looks,
        drawing,
        about: about(on),
        caution,
        stop,
        causes: of.map((key, i) => ({ causeId: causeId(key), weight: weightAt(i, of.length) })),
        dropped: false,
      }),
    ),
    ...Object.entries(tests).map(([name, test]): KnowledgeAction => {
      const { how, minutes, state = 'any', caution = null, signOff = null, onSister = false } = test
      const likely = (of: (p: number) => number) =>
        Object.fromEntries(Object.entries(test.likely).map(([key, p]) => [causeId(key), Math.round(of(p) * 100) / 100]))
      return {
        kind: 'set-test',
        testId: idOf(`test ${name}`),
        name,
        how,
        minutes,
        state,
        caution,
        signOff,
        onSister,
        about: about(test.on),
        outcomes: [
          { words: test.bad, likely: likely((p) => p), otherwise: test.otherwise },
          { words: test.good, likely: likely((p) => 1 - p), otherwise: Math.round((1 - test.otherwise) * 100) / 100 },
        ],
        dropped: false,
      }
    }),
  ]
}
