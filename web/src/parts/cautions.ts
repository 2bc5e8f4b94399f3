/**
 * Cautions to show where the work is, by kind of slot. They advise; the maker's manual, local codes and licensed practice
 * come first. Common practice, no source.
 */
const cautions: { slots: RegExp; words: string }[] = [
  {
    slots: /nozzle|sock|heat.?break|hot end|guide tube|thermistor|heater/i,
    words:
      'Hot: the nozzle is at 200 °C and more. Wear gloves, tighten a nozzle finally while hot, never lever a cold one: most snapped heat breaks come from that. Never leave a machine preheating.',
  },
  {
    slots: /fan|drive gear|lever/i,
    words:
      'Switch off and unplug before you open a cover or touch a connector. The mains side is for a qualified electrical person only.',
  },
  {
    slots: /belt|wheels|bearings|lead-screw|coupler/i,
    words:
      'Moving parts: power off first. Move axes slowly by hand; a motor driven by hand is a generator and can damage the board.',
  },
  {
    slots: /filter/i,
    words:
      'Fumes and dust: cold machine, ventilate, gloves, and bag the old filter. Removing a factory guard needs a recorded risk note.',
  },
  {
    slots: /sheet|plate/i,
    words:
      'Let the bed cool (60 to 110 °C in use). Solvents are flammable: cold plate only, ventilate. No sprays or oils on the bed. Magnets pinch.',
  },
]

export function cautionsFor(slotKind: string): string[] {
  return cautions.filter(({ slots }) => slots.test(slotKind)).map(({ words }) => words)
}
