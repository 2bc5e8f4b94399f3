import type { AdoptablePolicy, PolicyChoice } from '@diatribon/contract'

/** What each rule says, as it stands on the screens. */
export const policySays: Record<AdoptablePolicy, string> = {
  'trade interval': "Keep the catalogue's interval",
  'learned age': 'Replace at the learned age',
  'wait for the failure': 'Wait for the failure, a spare at hand',
  'change together': 'Change it with its neighbour',
  'look and replace on condition': 'Look, and replace on condition',
}

/** Age at which it is replaced on a clock; null: at its failure, with its neighbour, or when a look finds it worn. */
export const replacedAt = ({ policy, interval }: PolicyChoice): number | null =>
  policy === 'look and replace on condition' || policy === 'change together' ? null : interval

/** When a rule has a part replaced, as it stands beside the rule. @param age how ages are written */
export function whenReplaced(choice: PolicyChoice, age: (value: number) => string): string {
  const { policy, interval } = choice
  if (interval === null) return 'at its failure'
  if (policy === 'look and replace on condition') return `look every ${age(interval)}`
  return policy === 'change together' ? `with its neighbour from ${age(interval)} on` : age(interval)
}
