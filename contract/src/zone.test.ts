import fc from 'fast-check'
import { momentAt, wallOf, zonedMoment } from './zone.ts'

// IANA time zone database: Lisbon is at UTC in winter and one hour ahead in summer, from 29 March 2026 on.
it('tells moments by the clock of the workshop, in summer and winter', () => {
  expect(momentAt('2026-01-15', '08:30', 'Europe/Lisbon')).toBe('2026-01-15T08:30:00.000Z')
  expect(momentAt('2026-07-15', '08:30', 'Europe/Lisbon')).toBe('2026-07-15T07:30:00.000Z')
  expect(wallOf('2026-07-15T23:30:00.000Z', 'Europe/Lisbon')).toEqual({ day: '2026-07-16', time: '00:30' })
})

// IANA time zone database: on 29 March 2026 the clocks of Berlin go from 2:00 to 3:00, on 25 October from 3:00 to 2:00.
it('begins days at their midnight, also when the clocks change in between', () => {
  expect(new Date(zonedMoment('Europe/Berlin', Date.UTC(2026, 2, 29))).toISOString()).toBe('2026-03-28T23:00:00.000Z')
  expect(new Date(zonedMoment('Europe/Berlin', Date.UTC(2026, 2, 30))).toISOString()).toBe('2026-03-29T22:00:00.000Z')
  expect(new Date(zonedMoment('Europe/Berlin', Date.UTC(2026, 9, 26))).toISOString()).toBe('2026-10-25T23:00:00.000Z')
})

// A midnight that the clocks leave out (Santiago, 6 September 2026) is the next moment that there is.
it('takes what the clocks leave out for an hour on', () => {
  expect(new Date(zonedMoment('America/Santiago', Date.UTC(2026, 8, 6))).toISOString()).toBe('2026-09-06T04:00:00.000Z')
})

it('is the way back of what the wall shows, wherever there is one', () => {
  const zones = ['Europe/Berlin', 'America/New_York', 'Asia/Kathmandu', 'Australia/Lord_Howe', 'UTC']
  const minutes = fc.integer({ min: Date.UTC(2020, 0, 1) / 60_000, max: Date.UTC(2030, 0, 1) / 60_000 })
  fc.assert(
    fc.property(fc.constantFrom(...zones), minutes, (zone, minute) => {
      const { day, time } = wallOf(new Date(minute * 60_000), zone)
      const back = momentAt(day, time, zone)
      // An hour that comes twice may be told as the other of the two: the wall shows the same.
      expect(wallOf(back, zone)).toEqual({ day, time })
      expect(zonedMoment(zone, Date.parse(`${day}T${time}Z`))).toBe(Date.parse(back))
    }),
  )
})
