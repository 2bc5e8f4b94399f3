import { builtLimits, type FittedPart, type MachineLimits } from './asBuilt.ts'
import { preflight, type FindingCode, type Grade, type JobDemand, type PrinterNow } from './preflight.ts'

const limits: MachineLimits = {
  plateXMm: 220,
  plateYMm: 220,
  heightMm: 250,
  nozzleMaxC: 260,
  bedMaxC: 100,
  chamberMaxC: null,
  enclosed: false,
  filamentMm: 1.75,
  tools: 1,
  accelerationMmPerS2: 1000,
  maxSpeedMmPerS: 150,
}
const nozzle: FittedPart = { slot: 'Nozzle', partType: 'Brass nozzle', maxNozzleC: null, toleratesAbrasive: false }
const liner: FittedPart = { slot: 'Guide tube', partType: 'Tube', maxNozzleC: 240, toleratesAbrasive: null }
const hard: FittedPart = { slot: 'Nozzle', partType: 'Hardened nozzle', maxNozzleC: null, toleratesAbrasive: true }
const box = { minX: 10, maxX: 100, minY: 10, maxY: 100, minZ: 0.2, maxZ: 40 }
const job: JobDemand = {
  seconds: 3600,
  filamentMm: [5000],
  nozzleC: 210,
  bedC: 60,
  chamberC: null,
  printed: box,
  reach: box,
  firstLayerMm: 0.2,
  filamentLooksLikeMm: 1.75,
  heatingWaits: 0,
  notUnderstood: 0,
  lines: 100,
}
const printer: PrinterNow = {
  name: 'Limpet',
  outOfUse: null,
  built: builtLimits(limits, [hard]),
  leftOnSpoolM: 100,
  partsDue: [],
}
const plain = { name: 'Plain grey', abrasive: false, needsEnclosure: false }
const wood = { name: 'Wood-filled', abrasive: true, needsEnclosure: false }

describe('builtLimits', () => {
  it('is lowered by what is fitted, and names it', () =>
    expect(builtLimits(limits, [nozzle, liner])).toMatchObject({
      nozzleMaxC: 240,
      nozzleLimitedBy: 'Guide tube (Tube)',
      abrasiveForbiddenBy: ['Nozzle (Brass nozzle)'],
    }))
  it('is the model’s where nothing lowers it', () =>
    expect(builtLimits(limits, [hard, { ...liner, maxNozzleC: 300 }])).toMatchObject({
      nozzleMaxC: 260,
      nozzleLimitedBy: null,
      abrasiveForbiddenBy: [],
    }))
})

it('finds nothing in a job that fits', () => expect(preflight(job, plain, printer)).toEqual([]))

it.each<[Grade, FindingCode, Partial<JobDemand>, Partial<PrinterNow>, typeof plain | null, string]>([
  ['stop', 'not-in-service', {}, { outOfUse: 'on hold, bed plug is brown' }, plain, 'bed plug'],
  ['warn', 'no-limits', {}, { built: null }, plain, 'cannot be checked'],
  ['stop', 'off-the-plate', { printed: { ...box, maxX: 231 } }, {}, plain, '11.0 mm over the right edge'],
  ['stop', 'off-the-plate', { printed: { ...box, minY: -3 } }, {}, plain, 'front'],
  ['stop', 'too-high', { printed: { ...box, maxZ: 251 } }, {}, plain, '250 mm'],
  [
    'stop',
    'nozzle-too-hot',
    { nozzleC: 250 },
    { built: builtLimits(limits, [liner]) },
    plain,
    'because of its Guide tube',
  ],
  ['stop', 'nozzle-too-hot', { nozzleC: 270 }, {}, plain, '260 °C at most'],
  ['stop', 'bed-too-hot', { bedC: 110 }, {}, plain, '100 °C'],
  ['stop', 'chamber', { chamberC: 50 }, {}, plain, 'no heated chamber'],
  ['stop', 'abrasive', {}, { built: builtLimits(limits, [nozzle]) }, wood, 'eats the Nozzle (Brass nozzle)'],
  ['stop', 'needs-enclosure', {}, {}, { ...plain, needsEnclosure: true }, 'warp'],
  ['note', 'enclosed-too-warm', {}, { built: builtLimits({ ...limits, enclosed: true }, []) }, plain, 'door open'],
  ['stop', 'wrong-diameter', { filamentLooksLikeMm: 2.85 }, {}, plain, '2.85 mm'],
  ['note', 'diameter-unknown', { filamentLooksLikeMm: null }, {}, plain, 'cannot be told'],
  ['stop', 'tool-missing', { filamentMm: [5, 5] }, {}, plain, 'tool 2'],
  ['warn', 'no-temperature', { nozzleC: null }, {}, plain, 'whatever was set before'],
  ['stop', 'no-temperature', { nozzleC: 60 }, {}, plain, 'grind'],
  ['stop', 'filament-short', {}, { leftOnSpoolM: 4 }, plain, '4.0 m left'],
  ['warn', 'filament-close', {}, { leftOnSpoolM: 6 }, plain, 'hardly anything to spare'],
  ['note', 'filament-close', {}, { leftOnSpoolM: null }, plain, '5.0 m'],
  [
    'warn',
    'part-due',
    {},
    { partsDue: [{ slot: 'X belt', hoursLeft: 0.5 }] },
    plain,
    'before this job of 1.0 h would end',
  ],
  ['warn', 'part-due', {}, { partsDue: [{ slot: 'X belt', hoursLeft: -3 }] }, plain, 'overdue'],
  ['warn', 'first-layer', { firstLayerMm: 1.2 }, {}, plain, '1.20 mm'],
  ['note', 'heating-not-counted', { heatingWaits: 2 }, {}, plain, 'on top'],
  ['note', 'words-not-understood', { notUnderstood: 3 }, {}, plain, '3 of 100'],
])('%s: %s', (grade, code, jobChange, printerChange, filling, words) => {
  const findings = preflight({ ...job, ...jobChange }, filling, { ...printer, ...printerChange })
  expect(findings).toContainEqual({ grade, code, words: expect.stringContaining(words) as string })
})

it('lists the gravest first', () => {
  const grades = preflight({ ...job, bedC: 120, heatingWaits: 1, firstLayerMm: 2 }, plain, printer).map((f) => f.grade)
  expect(grades).toEqual(['stop', 'warn', 'note'])
})

describe('what is said to be printed, against the file', () => {
  const warping = {
    name: 'ASA',
    abrasive: false,
    needsEnclosure: true,
    nozzleC: [235, 265] as const,
    bedC: [90, 115] as const,
  }
  const codes = (found: ReturnType<typeof preflight>) => found.map(({ grade, code }) => `${grade} ${code}`)

  it('200/50 °C for a filament that needs an enclosure is no job for an open printer', () =>
    expect(codes(preflight({ ...job, nozzleC: 200, bedC: 50 }, warping, printer))).toEqual([
      'stop unusual-temperature',
      'stop needs-enclosure',
      'warn unusual-temperature',
    ]))

  it('a little beside the usual range is worth a look', () =>
    expect(
      codes(preflight({ ...job, nozzleC: 230, bedC: 95 }, { ...warping, needsEnclosure: false }, printer)),
    ).toEqual(['warn unusual-temperature']))

  it('a material that wants more than the hot end stands', () => {
    const lined = { ...printer, built: builtLimits(limits, [liner]) }
    const hot = { ...warping, name: 'PC', needsEnclosure: false, nozzleC: [260, 310] as const }
    expect(codes(preflight({ ...job, nozzleC: 240, bedC: 100 }, hot, lined))).toContain('stop nozzle-too-hot')
  })

  it('one that shuns warmth in an enclosed printer', () => {
    const closed = { ...printer, built: builtLimits({ ...limits, enclosed: true }, [hard]) }
    expect(codes(preflight(job, { ...plain, shunsEnclosure: true }, closed))).toEqual(['warn enclosed-too-warm'])
  })
})

describe('what the file says that it was made for', () => {
  const told = { boreMm: null, filamentMm: null, material: null, madeFor: null }
  const fitted = {
    ...printer,
    built: builtLimits(limits, [{ ...hard, nozzleMm: 0.4 }]),
    model: 'Dunlin D2',
    hasProbe: true,
  }
  const found = (more: Partial<JobDemand>, on: PrinterNow = fitted) =>
    preflight({ ...job, ...more }, plain, on).map(({ grade, code }) => `${grade} ${code}`)

  it.each([
    ['another bore', { told: { ...told, boreMm: 0.8 } }, ['stop wrong-bore']],
    ['the same bore', { told: { ...told, boreMm: 0.4 } }, []],
    ['another diameter', { told: { ...told, filamentMm: 2.85 } }, ['stop wrong-diameter']],
    ['another machine', { told: { ...told, madeFor: 'Curlew X' } }, ['warn start-code']],
    ['this machine', { told: { ...told, madeFor: 'dunlin' } }, []],
    ['a faster machine', { fastestMmPerS: 300, accelerationMmPerS2: 8000 }, ['warn too-fast', 'warn too-fast']],
    ['its own speed', { fastestMmPerS: 150, accelerationMmPerS2: 1000 }, []],
    ['probing, with a probe', { probes: true }, []],
  ])('%s', (_, more, expected) => expect(found(more)).toEqual(expected))

  it('probing, without a probe', () =>
    expect(found({ probes: true }, { ...fitted, hasProbe: false })).toEqual(['warn start-code']))

  it('two nozzles of different bores say nothing', () =>
    expect(
      builtLimits(limits, [
        { ...hard, nozzleMm: 0.4 },
        { ...hard, nozzleMm: 0.6 },
      ]).boreMm,
    ).toBeNull())
})
