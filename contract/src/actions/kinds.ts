import type { ActionKindName } from './index.ts'

/** What each kind is called on the screens. Kept apart from the schemas, so that the browser need not load them. */
export const kindNames: Record<ActionKindName, string> = {
  'open-site': 'Book opened',
  'admit-person': 'Person admitted',
  'add-part-type': 'Part type added',
  'add-model': 'Model added',
  'take-in-printer': 'Printer taken in',
  'count-hours': 'Hours counted',
  'swap-part': 'Part swapped',
  'hold-printer': 'Put on hold',
  'release-printer': 'Released',
  note: 'Note',
  amend: 'Amendment',
}
