import type { AdoptablePolicy } from '@diatribon/contract'

/** What each rule says, as it stands on the screens. */
export const policySays: Record<AdoptablePolicy, string> = {
  'trade interval': "Keep the catalogue's interval",
  'learned age': 'Replace at the learned age',
  'wait for the failure': 'Wait for the failure, a spare at hand',
  'look and replace on condition': 'Look, and replace on condition',
}
