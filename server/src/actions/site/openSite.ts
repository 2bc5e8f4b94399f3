import type { OpenSite } from '@diatribon/contract'
import { isTimeZone } from '../../platform/wallClock.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { site } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'

export const openSite: ActionKind<OpenSite> = {
  right: 'set up the site',
  async apply(facts, { action }) {
    const { siteId, name, timeZone, currency, labourCostMinorPerHour } = action
    if (!isTimeZone(timeZone))
      throw badInput('timeZone', `There is no time zone called ${timeZone}. Choose one such as Europe/Lisbon.`)
    const there = await facts.db.select({ name: site.name }).from(site).limit(1)
    if (there[0]) throw new Refusal(409, 'site-open', `This database already holds the book of ${there[0].name}.`)
    facts.put('site', {
      id: siteId,
      name,
      timeZone,
      currency,
      labourCostMinorPerHour,
      closedWeekdays: [],
      closedDays: [],
      weekBegins: 1,
      address: null,
      mainsVolts: null,
      relaxed: [],
    })
  },
  words: ({ name }) => `The book of ${name} begins`,
}
