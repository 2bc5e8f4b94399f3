import { describe, expect, test } from '@jest/globals'
import { printerNamed } from './printerNamed.ts'
import { readCalendarFile } from './readCalendarFile.ts'

const file = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//made up//EN', ...events, 'END:VCALENDAR'].join('\r\n')
const event = (...lines: string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'].join('\r\n')
const lisbon = new Intl.DateTimeFormat('en-CA', { timeZone: 'Europe/Lisbon' })
const span = { fromDay: '2026-11-20', untilDay: '2026-12-31', dayOf: (moment: Date) => lisbon.format(moment) }
const days = (text: string) => readCalendarFile(text, span).map(({ fromDay, untilDay }) => [fromDay, untilDay])

describe('events of a calendar file', () => {
  // RFC 5545, 3.6.1: DTEND is the day after the last one.
  test('whole days, their end not included', () => {
    const text = file(
      event('UID:1', 'SUMMARY:Open days on Limpet', 'DTSTART;VALUE=DATE:20261124', 'DTEND;VALUE=DATE:20261127'),
    )
    expect(readCalendarFile(text, span)).toEqual([
      {
        id: '1 2026-11-24 2026-11-26',
        summary: 'Open days on Limpet',
        location: '',
        fromDay: '2026-11-24',
        untilDay: '2026-11-26',
      },
    ])
  })
  test('one day without an end, and one by its duration', () => {
    expect(days(file(event('UID:1', 'DTSTART;VALUE=DATE:20261124')))).toEqual([['2026-11-24', '2026-11-24']])
    expect(days(file(event('UID:2', 'DTSTART;VALUE=DATE:20261124', 'DURATION:P2D')))).toEqual([
      ['2026-11-24', '2026-11-25'],
    ])
  })
  test('times on the workshop’s day: in UTC, by the clock on the wall, to midnight', () => {
    // In summer time 23:30 UTC is half past midnight in Lisbon, in winter it is not.
    expect(days(file(event('UID:1', 'DTSTART:20261124T233000Z', 'DTEND:20261125T003000Z')))).toEqual([
      ['2026-11-24', '2026-11-25'],
    ])
    expect(days(file(event('UID:2', 'DTSTART:20261124T233000', 'DTEND:20261125T000000')))).toEqual([
      ['2026-11-24', '2026-11-24'],
    ])
  })
  test('a time in a zone of its own', () => {
    const zone = [
      'BEGIN:VTIMEZONE',
      'TZID:Far East',
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      'TZOFFSETFROM:+0900',
      'TZOFFSETTO:+0900',
      'END:STANDARD',
      'END:VTIMEZONE',
    ].join('\r\n')
    expect(
      days(file(zone, event('UID:1', 'DTSTART;TZID=Far East:20261125T080000', 'DTEND;TZID=Far East:20261125T083000'))),
    ).toEqual([['2026-11-24', '2026-11-24']])
  })
  test('those that come again, but for the one that was left out and the one that was moved', () => {
    const weekly = event(
      'UID:1',
      'SUMMARY:Course',
      'DTSTART;VALUE=DATE:20261103',
      'RRULE:FREQ=WEEKLY',
      'EXDATE;VALUE=DATE:20261201',
    )
    const moved = event('UID:1', 'SUMMARY:Course', 'RECURRENCE-ID;VALUE=DATE:20261208', 'DTSTART;VALUE=DATE:20261209')
    expect(days(file(weekly, moved)).map(([from]) => from)).toEqual([
      '2026-11-24',
      '2026-12-09',
      '2026-12-15',
      '2026-12-22',
      '2026-12-29',
    ])
  })
  test('what is cancelled, over or far ahead is left out; one that goes on is cut at today', () => {
    expect(
      days(
        file(
          event('UID:1', 'STATUS:CANCELLED', 'DTSTART;VALUE=DATE:20261124'),
          event('UID:2', 'DTSTART;VALUE=DATE:20261101'),
          event('UID:3', 'DTSTART;VALUE=DATE:20270301'),
          event('UID:4', 'DTSTART;VALUE=DATE:20261118', 'DTEND;VALUE=DATE:20261122'),
        ),
      ),
    ).toEqual([['2026-11-20', '2026-11-21']])
  })
  test.each(['', 'printer;from;until', 'BEGIN:VCARD\r\nEND:VCARD'])('%j is no calendar file', (text) =>
    expect(() => readCalendarFile(text, span)).toThrow('This is no calendar file'),
  )
})

describe('the printer that an event names', () => {
  const printers = [{ name: 'Limpet' }, { name: 'Limpet 2' }, { name: 'Sea Hare' }]
  test.each([
    [{ summary: 'Open day (Limpet)', location: '' }, 'Limpet'],
    [{ summary: 'Open day on limpet 2', location: '' }, 'Limpet 2'],
    [{ summary: 'Course', location: 'Print room, sea-hare' }, 'Sea Hare'],
    [{ summary: 'Limpets of the coast', location: '' }, undefined],
  ])('%j', (text, name) => expect(printerNamed(text, printers)?.name).toBe(name))
})

describe('a file whose rules are many', () => {
  test('a daily series since 2010 has its days, on its own turns', () => {
    expect(days(file(event('UID:1', 'DTSTART;VALUE=DATE:20100101', 'RRULE:FREQ=DAILY')))).toHaveLength(42)
    // 1 January 2010 and every third day: 20 November 2026 is 6,167 days on, two past a turn.
    const third = days(file(event('UID:2', 'DTSTART;VALUE=DATE:20100101', 'RRULE:FREQ=DAILY;INTERVAL=3')))
    expect(third[0]).toEqual(['2026-11-21', '2026-11-21'])
    // A Friday, every other week.
    const fridays = days(file(event('UID:3', 'DTSTART;VALUE=DATE:20100101', 'RRULE:FREQ=WEEKLY;INTERVAL=2')))
    expect(fridays.map(([day]) => (Date.parse(day!) - Date.parse('2010-01-01')) / 86_400_000 / 14)).toEqual(
      fridays.map(([day]) => Math.round((Date.parse(day!) - Date.parse('2010-01-01')) / 86_400_000 / 14)),
    )
  })
  test('one turn a second, and three thousand rules, come to an end', () => {
    const second = event('UID:s', 'DTSTART:20150101T080000Z', 'DTEND:20150101T080001Z', 'RRULE:FREQ=SECONDLY')
    expect(days(file(second)).length).toBeGreaterThan(0)
    const many = Array.from({ length: 3000 }, (_, i) =>
      event(`UID:${i}`, 'DTSTART:20260101T080000Z', 'DTEND:20260101T090000Z', 'RRULE:FREQ=MINUTELY'),
    )
    expect(days(file(...many)).length).toBeLessThanOrEqual(500)
  })
})
