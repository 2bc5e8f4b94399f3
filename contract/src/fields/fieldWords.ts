/** Fields whose code name, taken apart, would not be what people call them. */
const calledOtherwise: Record<string, string> = {
  at: 'when it happened',
  abrasiveForbiddenBy: 'what forbids abrasive material',
  agesBy: 'the clock it ages by',
  bed: 'the bed',
  bedMaxC: 'highest bed temperature',
  broughtAbout: 'what brought it about',
  build: 'kind of build',
  celsius: 'temperature',
  chamberMaxC: 'highest chamber temperature',
  clock: 'the clock it goes by',
  contents: 'the kit',
  densityGPerCm3: 'density',
  diameterMm: 'diameter',
  displayName: 'full name',
  due: 'what is due',
  dueRunHours: 'due at running hours',
  events: 'events',
  expectedOn: 'day it is expected',
  failureExtraMinor: 'extra cost of a failure',
  filamentMm: 'filament',
  forMe: 'for me',
  from: 'beginning',
  host: 'mail server',
  grossGrams: 'weight on the scale',
  kind: 'kind',
  leadDays: 'days until it is here',
  labourCostMinorPerHour: 'cost of an hour of work',
  least: 'pieces to keep at least',
  lower: 'lower limit',
  maxNozzleC: 'highest nozzle temperature',
  nozzleMm: 'opening of the nozzle',
  abrasiveMetresMost: 'metres of abrasive filament at most',
  mainsVolts: 'mains voltage',
  insideMaxC: 'warmest air inside',
  maxSpeedMmPerS: 'highest speed',
  mayGoOn: 'whether it may go on',
  meterHours: 'meter',
  minutesEach: 'minutes of each',
  netGrams: 'filament on the spool',
  newMeterBeganAt: 'first figure of the new meter',
  oldMeterEndedAt: 'last figure of the old meter',
  packOf: 'pieces in a pack',
  paidMinor: 'what was paid',
  partHours: 'age of the parts',
  pitchMm: 'pitch',
  plannedHours: 'planned hours',
  priceMinor: 'price',
  redo: 'what is to be done again',
  replaceEvery: 'own interval of the slot',
  sendAt: 'time of the morning mail',
  sender: 'sender’s address',
  samples: 'measured temperatures',
  steps: 'steps',
  sisterId: 'the other printer',
  takeBack: 'taking back',
  tareGrams: 'weight of the empty spool',
  toPrinterId: 'printer it goes to',
  toSlotId: 'slot it goes to',
  toleratesAbrasive: 'whether it stands abrasive material',
  tradeInterval: 'usual interval',
  until: 'end',
  upper: 'upper limit',
  waitHours: 'hours to wait',
  weekly: 'shifts of the week',
  xLast: 'last point across',
  xFirst: 'first point across',
  xMm: 'place across',
  yFirst: 'first point along',
  yLast: 'last point along',
  yMm: 'place along',
}

/**
 * What people call a field: "part type" for partTypeId, "meter" for meterHours.
 * @param name its name in an action, a query or a body; what holds a space or a capital first is somebody's own name
 */
export function fieldWords(name: string): string {
  if (Object.hasOwn(calledOtherwise, name)) return calledOtherwise[name]!
  if (/^[A-Z]|[^A-Za-z]/.test(name)) return `“${name}”`
  return name
    .replace(/Ids?$/, (id) => (id === 'Ids' ? 's' : ''))
    .replace(/Minor$|(?:Mm|C|H|G)$/, '')
    .replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
}

/** One of a list: "slots" is counted as Slot 1, Slot 2. */
const singular = (words: string) =>
  words
    .replace(/ies$/, 'y')
    .replace(/(ss|x|ch)es$/, '$1')
    .replace(/([^s])s$/, '$1')

export const capital = (words: string) => words.replace(/^“?./u, (start) => start.toUpperCase())

/**
 * Where in what was sent something is wrong: "Slot 1: kind" for slots, 0, kind.
 * @param path as a list of names and of places in lists, from 0
 */
export function placeWords(path: readonly (string | number)[]): { where: string; field: string } {
  const places: string[] = []
  for (const step of path) {
    if (typeof step === 'number') places.push(`${singular(places.pop() ?? 'entry')} ${step + 1}`)
    else places.push(fieldWords(step))
  }
  const field = places.pop() ?? ''
  return { where: capital(places.join(', ')), field }
}
