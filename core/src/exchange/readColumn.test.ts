import fc from 'fast-check'
import { readCell, understandColumn, type ColumnType } from './readColumn.ts'
import { readDuration } from './readDuration.ts'
import { readFigure } from './readFigure.ts'
import { dayOrderOf, readMomentText } from './readMoment.ts'
import { decodeTable, tableOf } from './readTable.ts'

const wall = (text: string, order?: 'day first' | 'month first') => {
  const read = readMomentText(text, order)
  if (read.kind !== 'wall') return read.kind
  const { year, month, day, hour, minute, second } = read.wall
  return [year, month, day, hour, minute, second].join(' ')
}

describe('a moment', () => {
  it('is read as spreadsheets write it', () => {
    expect(
      [
        '2025-04-03',
        '2025/4/3',
        '03.04.2025',
        '3.4.25',
        '03.04.2025 14:30',
        '03.04.2025, 14.30',
        '2025-04-03T14:30:05',
        '13/4/2025',
        '4/13/2025',
        '4/4/2025 2:30 PM',
        '4/4/2025 12:05 am',
      ].map((text) => wall(text)),
    ).toEqual([
      '2025 4 3 0 0 0',
      '2025 4 3 0 0 0',
      '2025 4 3 0 0 0',
      '2025 4 3 0 0 0',
      '2025 4 3 14 30 0',
      '2025 4 3 14 30 0',
      '2025 4 3 14 30 5',
      '2025 4 13 0 0 0',
      '2025 4 13 0 0 0',
      '2025 4 4 14 30 0',
      '2025 4 4 0 5 0',
    ])
  })

  it('may be either way round with slashes, and is what was said then', () => {
    expect(wall('3/4/2025')).toBe('either')
    expect(wall('3/4/2025', 'day first')).toBe('2025 4 3 0 0 0')
    expect(wall('3/4/2025', 'month first')).toBe('2025 3 4 0 0 0')
    // Points have the day first, whatever was said of dates with slashes.
    expect(wall('03.04.2025', 'month first')).toBe('2025 4 3 0 0 0')
  })

  it('that the calendar does not have is none', () => {
    for (const text of ['2025-02-30', '31.04.2025', '13/13/2025', '2025-04-03 24:00', '1.2', 'yesterday', '45000'])
      expect(readMomentText(text).kind).toBe('none')
  })

  it('says its own zone', () =>
    expect(readMomentText('2026-03-01T14:30:00+01:00')).toEqual({ kind: 'instant', ms: Date.UTC(2026, 2, 1, 13, 30) }))

  it('is decided for its column by one that can be read in one way only', () => {
    expect(dayOrderOf(['3/4/2025', '14/4/2025'])).toBe('day first')
    expect(dayOrderOf(['3/4/2025', '4/14/2025'])).toBe('month first')
    expect(dayOrderOf(['3/4/2025', '5/5/2025'])).toEqual(expect.objectContaining({ text: '3/4/2025' }))
    expect(dayOrderOf(['3/4/2025', '14/4/2025', '4/14/2025'])).toEqual(expect.objectContaining({ text: '3/4/2025' }))
    expect(dayOrderOf(['03.04.2025', '2025-04-03'])).toBeNull()
  })

  it('written in any of the ways is the same day again', () => {
    const day = fc.date({ min: new Date('1971-01-01'), max: new Date('2069-12-31'), noInvalidDate: true })
    fc.assert(
      fc.property(day, (date) => {
        const [y, m, d] = [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate()]
        const said = `${y} ${m} ${d} 0 0 0`
        expect([
          wall(`${y}-${m}-${d}`),
          wall(`${d}.${m}.${y}`),
          wall(`${d}.${m}.${String(y).slice(2)}`),
          wall(`${d}/${m}/${y}`, 'day first'),
          wall(`${m}/${d}/${y}`, 'month first'),
        ]).toEqual([said, said, said, said, said])
      }),
    )
  })
})

it('reads durations', () => {
  expect(['2:45', '2:45:36', '100:30', '2 h 45 min', '2h', '45m', '1 d 3 h', '90 min'].map(readDuration)).toEqual([
    2.75, 2.76, 100.5, 2.75, 2, 0.75, 27, 1.5,
  ])
  expect(['2.75', '2,5', '', '2:75', 'x', '1:2:3'].map(readDuration)).toEqual([null, null, null, null, null, null])
})

describe('a column', () => {
  const understand = (type: ColumnType, texts: string[], said = {}) => understandColumn(type, texts, said)
  it('of figures asks when a figure could be two and nothing decides', () => {
    expect(understand('figure', ['1.830', '7'])).toMatchObject({ question: { asks: 'mark', asThousands: 1830 } })
    expect(understand('figure', ['1.830', '12,5'])).toEqual({ answer: { mark: ',' } })
    expect(understand('figure', ['1.830'], { mark: '.' })).toEqual({ answer: { mark: '.' } })
    // A duration by the clock tells nothing of marks.
    expect(understand('hours', ['2:45', '1.830'])).toMatchObject({ question: { asks: 'mark' } })
  })

  it('of words asks what those mean that are not ours', () => {
    const reasons = ['failed', 'replaced in time']
    expect(understand(reasons, ['failed', 'Kaputt', 'kaputt', '', 'Vorsorge'])).toEqual({
      question: { asks: 'words', words: ['kaputt', 'Vorsorge'], choices: reasons },
    })
    const words = { kaputt: 'failed', vorsorge: 'replaced in time' }
    expect(understand(reasons, ['Kaputt', 'Vorsorge'], { words })).toEqual({ answer: { words } })
    expect(readCell(reasons, ' Kaputt', { words })).toEqual({ kind: 'words', words: 'failed' })
    expect(readCell(reasons, 'tired', {})).toEqual({ kind: 'none', allowed: 'one of failed, replaced in time' })
    expect(understand('yes', ['x', '', 'ja'])).toMatchObject({ question: { words: ['ja'], choices: ['yes', 'no'] } })
    expect(readCell('yes', 'ja', { words: { ja: 'yes' } })).toEqual({ kind: 'yes', yes: true })
  })

  it('of many different words is told row by row', () => {
    const texts = Array.from({ length: 60 }, (_, i) => `word ${i}`)
    expect(understand(['failed'], texts)).toEqual({ answer: {} })
  })

  it('reads a cell that was made safe for spreadsheets as it was', () =>
    expect(readCell('words', `'=1+1`, {})).toEqual({ kind: 'words', words: '=1+1' }))
})

describe('a file', () => {
  it('is read in the encodings that spreadsheets write', () => {
    const text = 'Gerät;Grund\r\nFink;ölig\r\n'
    const latin = Uint8Array.from([...text].map((c) => c.codePointAt(0)!))
    const utf8 = new TextEncoder().encode(text)
    expect(decodeTable(utf8)).toEqual({ text, encoding: 'UTF-8' })
    expect(decodeTable(Uint8Array.from([0xef, 0xbb, 0xbf, ...utf8]))).toEqual({ text, encoding: 'UTF-8' })
    expect(decodeTable(latin)).toEqual({ text, encoding: 'Windows-1252' })
    const wide = Uint8Array.from([0xff, 0xfe, ...[...text].flatMap((c) => [c.codePointAt(0)! & 255, 0])])
    expect(decodeTable(wide)).toEqual({ text, encoding: 'UTF-16' })
    expect(() => decodeTable(Uint8Array.from([80, 75, 3, 4, 0, 0, 8]))).toThrow('no table')
  })

  it('keeps the numbers that the spreadsheet shows', () => {
    const table = tableOf([
      ['', ''],
      ['Name', '', 'Name'],
      ['a', '1', '2'],
      [''],
      ['b', '', '', ''],
      ['c', '', '', 'x'],
    ])
    expect(table).toEqual({
      headers: ['Name', 'Column B', 'Name (C)'],
      rows: [
        { row: 3, cells: ['a', '1', '2'], tooMany: false },
        { row: 5, cells: ['b', '', '', ''], tooMany: false },
        { row: 6, cells: ['c', '', '', 'x'], tooMany: true },
      ],
    })
    expect(tableOf([])).toEqual({ headers: [], rows: [] })
  })
})

it('reads what is long in a time that grows with its length alone', () => {
  const long = 300_000
  expect(readDuration(`1d${'1'.repeat(long)}`)).toBeNull()
  expect(readFigure(`1${'.123'.repeat(long)}x`)).toEqual({ kind: 'none' })
  expect(readMomentText(`1/1/2026${' '.repeat(long)}x`)).toEqual({ kind: 'none' })
  const { headers } = tableOf([Array.from({ length: long }, () => 'a'), ['1']])
  expect(headers.slice(0, 2)).toEqual(['a', 'a (B)'])
  // That they end is what is tried: read with backtracking, the first of them takes hours.
})

it('a duration has each unit once, the larger first', () =>
  expect(['2 h 3 h', '5 min 2 h', '2h30', '2.5 min', '1 d 2.5 h', '3 hours 5 minutes'].map(readDuration)).toEqual([
    null,
    null,
    null,
    null,
    26.5,
    3 + 5 / 60,
  ]))
