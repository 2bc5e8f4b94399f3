import { toMinor } from '@diatribon/contract'

/** What came of an item: pieces, and what was paid for all of them. */
export interface Got {
  pieces?: number | undefined
  paid?: number | undefined
}

/** What came in, as lines of a receipt; a price without pieces is none. */
export const gotLines = (
  items: readonly { id: string }[],
  got: Readonly<Record<string, Got>>,
  currency: string,
): { itemId: string; pieces: number; paidMinor: number | null }[] =>
  items.flatMap(({ id }) => {
    const { pieces, paid } = got[id] ?? {}
    return pieces === undefined
      ? []
      : [{ itemId: id, pieces, paidMinor: paid === undefined ? null : toMinor(paid, currency) }]
  })
