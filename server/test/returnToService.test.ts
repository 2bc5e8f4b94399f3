import type { SetUpset } from '@diatribon/contract'
import { returnList, type ReturnFacts, type UpsetRule } from '@diatribon/core'
import { checksAndUpsets } from './starter.ts'

const starter = checksAndUpsets((what) => what)
const rules: (UpsetRule & { redo: string[] })[] = starter
  .filter((action) => action.kind === 'set-upset')
  .map((action) => {
    const { upsetId, waitHours = 0, waitFor = null, ...rest } = action as unknown as SetUpset
    return { id: upsetId, waitHours, waitFor, ...rest }
  })
const hourMs = 3600_000
const facts = (some: Partial<ReturnFacts>): ReturnFacts => ({
  changes: [],
  checksDoneMs: {},
  settled: [],
  testPrints: [],
  closedMs: [],
  ...some,
})
const listFor = (what: { slotKind: string } | { event: string }, some: Partial<ReturnFacts> = {}, nowMs = 1000) =>
  returnList(rules, facts({ changes: [{ what, atMs: 0 }], ...some }), nowMs)
const asked = (what: { slotKind: string } | { event: string }) =>
  listFor(what).map(({ kind, words, item }) => (kind === 'check' ? item.replace(/^check check /, 'check: ') : words))

/** What experienced people redo after a change. Common practice, no source. */
const table: [string, { slotKind: string } | { event: string }, string[]][] = [
  ['nozzle', { slotKind: 'nozzle' }, ['check: first layer', 'hot final tightening', 'nozzle height', 'sock']],
  [
    'hot end',
    { slotKind: 'hot end' },
    [
      'check: first layer',
      'check: level after a change',
      'check: level by knobs',
      'temperature control tuning',
      'temperature limit of the machine record',
      'feeder calibration',
    ],
  ],
  ['heater', { slotKind: 'heater' }, ['temperature tuning', 'thermal-protection test']],
  ['lever', { slotKind: 'extruder lever' }, ['feed 100 mm and measure', 'retraction']],
  [
    'guided feed made direct',
    { event: 'feed made direct' },
    [
      'check: level after a change',
      'check: level by knobs',
      'retraction: much less than with a guide tube, found by a string tower',
      'height',
      'acceleration',
      'ringing test',
    ],
  ],
  ['belt', { slotKind: 'belt' }, ['tension', 'ringing test', 'cube', 'squareness']],
  [
    'wheels',
    { slotKind: 'wheels' },
    // Nothing cures where nothing was glued.
    ['check: level after a change', 'check: level by knobs', 'play test', 'tram'],
  ],
  ['lead screw', { slotKind: 'lead screw' }, ['check: gantry', 'column test', 'motor current']],
  ['sheet', { slotKind: 'build sheet' }, ['check: first layer', 'tram', 'mesh', 'nozzle height']],
  [
    'probe',
    { slotKind: 'probe' },
    ['check: level after a change', 'check: level by knobs', 'tighten', 'repeatability: the same point ten times'],
  ],
  [
    'firmware',
    { event: 'firmware flashed' },
    [
      'check: level after a change',
      'check: level by knobs',
      'note the meter reset',
      'steps, height and tuning restored',
      'thermal-protection test',
      'directions and end stops',
    ],
  ],
  ['power supply', { slotKind: 'power supply' }, ['check: electrical', 'a qualified person; local rules']],
  ['kind of filament', { event: 'material changed' }, ['height and mesh at the new temperatures']],
]

describe('what a change asks for before the printer is used again', () => {
  it.each(table)('%s', (_, what, redo) => {
    expect(asked(what)).toEqual([...redo, 'Test print'])
  })

  it('has a row for everything that the table names, and nothing for a part that upsets nothing', () => {
    const named = new Set(
      table.flatMap(([, what]) =>
        rules
          .filter((rule) =>
            'slotKind' in what ? rule.slotKinds.includes(what.slotKind) : rule.events.includes(what.event as never),
          )
          .map(({ id }) => id),
      ),
    )
    const others = rules.filter(({ id }) => !named.has(id)).map(({ changed }) => changed)
    expect(others).toEqual(['A pause', 'Knocked or moved', 'A fault'])
    expect(asked({ slotKind: 'silicone sock' })).toEqual(['Test print'])
    expect(returnList(rules, facts({}), 0)).toEqual([])
  })

  it('a mains line carries its sign-off', () => {
    const row = rules.find(({ changed }) => changed.startsWith('Bed wiring'))!
    expect((row as unknown as SetUpset).signOff).toBe('mains')
  })

  it('a check done after the change settles its line, one before does not', () => {
    const state = (at: number) =>
      listFor({ slotKind: 'nozzle' }, { checksDoneMs: { 'check first layer': at } })[0]!.state
    expect([state(-1), state(0), state(500)]).toEqual(['open', 'done', 'done'])
  })

  it('a tick settles until the next change, and waiving is told apart', () => {
    const belt = rules.find(({ changed }) => changed.startsWith('Belt'))!
    const item = `${belt.id} tension`
    const of = (waived: boolean, changes: number[]) =>
      returnList(
        rules,
        facts({
          changes: changes.map((atMs) => ({ what: { slotKind: 'belt' }, atMs })),
          settled: [{ item, atMs: 100, waived }],
        }),
        1000,
      ).find((line) => line.item === item)!.state
    expect([of(false, [50]), of(true, [50]), of(false, [50, 200])]).toEqual(['done', 'waived', 'open'])
  })

  it('a wait is over when its hour has come', () => {
    // A rule of a workshop that glues.
    const own = rules.map((rule) => (rule.slotKinds.includes('wheels') ? { ...rule, waitHours: 6 } : rule))
    const change = { what: { slotKind: 'wheels' }, atMs: 0 }
    const wait = (now: number) =>
      returnList(own, facts({ changes: [change] }), now).find(({ kind }) => kind === 'wait')!
    expect(wait(5.9 * hourMs)).toMatchObject({ state: 'open', untilMs: 6 * hourMs })
    expect(wait(6 * hourMs).state).toBe('done')
  })

  it('the test print counts only after the last change, and only when it has passed', () => {
    const print = (testPrints: ReturnFacts['testPrints']) =>
      listFor({ slotKind: 'belt' }, { testPrints }).find(({ kind }) => kind === 'test print')!.state
    expect(print([])).toBe('open')
    expect(print([{ atMs: -5, passed: true }])).toBe('open')
    expect(print([{ atMs: 5, passed: false }])).toBe('open')
    expect(
      print([
        { atMs: 5, passed: true },
        { atMs: 9, passed: false },
      ]),
    ).toBe('open')
    expect(
      print([
        { atMs: 5, passed: false },
        { atMs: 9, passed: true },
      ]),
    ).toBe('done')
  })

  it('two changes that ask for the same check ask for it once, after the later one', () => {
    const lines = returnList(
      rules,
      facts({
        changes: [
          { what: { slotKind: 'nozzle' }, atMs: 10 },
          { what: { slotKind: 'build sheet' }, atMs: 20 },
        ],
        checksDoneMs: { 'check first layer': 15 },
      }),
      1000,
    ).filter(({ item }) => item === 'check check first layer')
    expect(lines).toMatchObject([{ sinceMs: 20, state: 'open' }])
  })
})
