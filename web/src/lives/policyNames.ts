import type { AdoptablePolicy, PolicyChoice } from '@diatribon/contract'

/** What each rule says, as it stands on the screens. */
export const policySays: Record<AdoptablePolicy, string> = {
  'trade interval': "Keep the catalogue's interval",
  'learned age': 'Replace at the learned age',
  'wait for the failure': 'Wait for the failure, a spare at hand',
  'look and replace on condition': 'Look, and replace on condition',
}

/** Age at which it is replaced on a clock; null: at its failure, or when a look finds it worn. */
export const replacedAt = ({ policy, interval }: PolicyChoice): number | null =>
  policy === 'look and replace on condition' ? null : interval
