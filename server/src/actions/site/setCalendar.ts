import { given } from '@diatribon/core'
import type { SetCalendar } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

const weekdays = ['Sundays', 'Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays']

export const setCalendar: ActionKind<SetCalendar> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    const site = await facts.site(siteId)
    const { closedWeekdays, closedDays, weekBegins = site.weekBegins } = action
    facts.put('site', {
      ...site,
      closedWeekdays: [...closedWeekdays].sort((a, b) => a - b),
      closedDays: [...closedDays].sort(),
      weekBegins,
    })
  },
  words: ({ closedWeekdays, closedDays, weekBegins }) =>
    `Closed on ${[...closedWeekdays.map((day) => given(weekdays[day])), ...(closedDays.length > 0 ? [`${closedDays.length} single days`] : [])].join(', ') || 'no day'}${weekBegins === undefined ? '' : `; the week begins on ${weekdays[weekBegins]}`}`,
}
