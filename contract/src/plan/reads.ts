import { read } from '../read.ts'
import type { Round } from './duty.ts'
import type { ForecastPage } from './forecast.ts'
import type { CalendarFeed, FortnightPage, TodayPage } from './fortnight.ts'
import type { LongJobPage } from './longJob.ts'

export const forecast = read<ForecastPage>()({
  path: '/printers/:id/forecast',
  summary: 'Hours to expect by day of the week',
  right: 'read',
  about: 'printer',
  shows: [],
  restsOn: ['forecast'],
})

export const round = read<Round>()({
  path: '/plan/round',
  summary: 'What is due: overdue, this week, later',
  right: 'read',
  shows: ['checks', 'faults', 'hours', 'parts', 'people', 'printers', 'readings', 'upgrades'],
  restsOn: ['due', 'drift'],
  query: { where: 'A room, or “room / rack”' },
})

export const fortnight = read<FortnightPage>()({
  path: '/plan/fortnight',
  summary: 'The plan: visits by day and person, what is left and why, bound and gap',
  right: 'read',
  shows: [
    'book',
    'checks',
    'drift',
    'due',
    'faults',
    'hours',
    'parts',
    'people',
    'plan',
    'printers',
    'readings',
    'stores',
    'upgrades',
  ],
})

export const today = read<TodayPage>()({
  path: '/plan/today',
  summary: 'What is planned for today',
  right: 'read',
  shows: ['book', 'drift', 'due', 'people', 'plan', 'printers'],
})

export const longJob = read<LongJobPage>()({
  path: '/plan/long-job',
  summary: 'How likely each printer gets through so many hours',
  right: 'read',
  shows: ['drift', 'faults', 'hours', 'parts', 'people', 'printers'],
  restsOn: ['judgement', 'due'],
  query: { hours: 'Length of the job in hours, above 0, at most 1,000' },
})

export const calendarFeed = read<CalendarFeed>()({
  path: '/plan/calendar',
  summary: 'Whether the own calendar has an address',
  right: 'read',
  shows: ['plan'],
})
