import type { SetPlanRules } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

export const setPlanRules: ActionKind<SetPlanRules> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    const { days, shareOfShift, setUpMinutes, changeCostMinor, onHold } = action
    await facts.look('planRules', siteId)
    facts.put('planRules', { id: siteId, siteId, days, shareOfShift, setUpMinutes, changeCostMinor, onHold })
  },
  words: ({ days, shareOfShift }) => `${days} days, ${Math.round(100 * shareOfShift)} % of each shift`,
}
