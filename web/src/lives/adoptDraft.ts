import { adoptablePolicies, type AdoptablePolicy, type LifePage, type PrinterModel } from '@diatribon/contract'
import type { FormAction } from '../session/openSending.ts'
import { newKey } from '../ui/newKey.ts'
import { turnsFromLooks } from './turnsFromLooks.ts'

export const everyone = 'all printers'

/** The rule that a lead chooses. */
export interface AdoptDraft {
  policy: AdoptablePolicy
  /** `everyone`, or "model" or "printer" with its id. */
  group: string
  interval: number | undefined
  /** The check whose turns are set with it. */
  checkId: string | null
  /** Of that check's own, where a model gets one. */
  newCheckId: string
  reason: string
}

export const adoptBegun = (page: LifePage): AdoptDraft => ({
  policy: page.recommended.policy,
  group: everyone,
  interval: intervalOf(page, page.recommended.policy),
  checkId: null,
  newCheckId: newKey(),
  reason: '',
})

/** For whom a rule is chosen. */
export function groupOf(group: string): { modelId?: string; ofPrinterId?: string } {
  const [kind, id] = group.split(' ')
  return kind === 'model' && id ? { modelId: id } : kind === 'printer' && id ? { ofPrinterId: id } : {}
}

/** Rules that can be chosen: those that ask for more than a date only where there is something to go by. */
export function offered({ evidence, looks }: LifePage): AdoptablePolicy[] {
  return adoptablePolicies.filter(
    (policy) =>
      (policy !== 'change together' || evidence.together !== null) &&
      (policy !== 'look and replace on condition' || looks !== null),
  )
}

/** The interval of a rule as it is offered: that of the model where it has figures of its own, else that of all. */
export function intervalOf(page: LifePage, policy: AdoptablePolicy, modelId?: string): number | undefined {
  const { policies, byGroup, tradeInterval, looks } = page
  const own = byGroup.find(({ model }) => model !== null && model.id === modelId)?.choices ?? []
  const ownLooks = looks?.groups.find(({ group }) => group !== null && group.id === modelId)
  const found =
    (policy === 'look and replace on condition' ? (ownLooks?.interval ?? looks?.interval) : null) ??
    [...own, ...(policies ?? [])].find((one) => one.policy === policy)?.interval ??
    (policy === 'trade interval' ? tradeInterval : undefined)
  return found === undefined ? undefined : Number(found.toPrecision(3))
}

/** The rule as it is sent, and what is sent beside it so that the chosen check has its turns. */
export function adoptActions(
  page: LifePage,
  draft: AdoptDraft,
  models: PrinterModel[] | undefined,
): FormAction[] | string {
  const { policy, interval, checkId, newCheckId, reason } = draft
  const group = groupOf(draft.group)
  const rule: FormAction = {
    kind: 'adopt-policy',
    partTypeId: page.partType.id,
    policy,
    ...(policy === 'wait for the failure' || interval === undefined ? {} : { interval }),
    ...group,
    reason,
  }
  const check = page.looks?.checks.find(({ checkTypeId }) => checkTypeId === checkId)
  const looks = policy === 'look and replace on condition'
  // A printer alone has no checks of its own: they would be set for all.
  if (!looks || !check || interval === undefined || group.ofPrinterId) return [rule]
  // Without them the check would be set for all.
  if (!models) return 'The list of models is not here yet. Try again in a moment.'
  const model = page.models.find(({ id }) => id === group.modelId) ?? null
  const all = models.map(({ id }) => id)
  return [rule, ...turnsFromLooks(check, { clock: page.clock, interval, model, models: all, newId: newCheckId })]
}
