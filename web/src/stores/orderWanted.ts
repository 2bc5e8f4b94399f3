import type { StockLine } from '@diatribon/contract'

/**
 * What an order may hold: bought items, those that are to be ordered first, with the pieces that are wanted filled in; somebody who orders
 * less says so.
 */
export function orderWanted(items: readonly StockLine[]) {
  const pieces = ({ keep }: StockLine) => keep?.order ?? 0
  const shown = items.filter(({ content }) => !content.madeHere).toSorted((a, b) => pieces(b) - pieces(a))
  return {
    shown,
    suppliers: [...new Set(shown.flatMap(({ content }) => content.supplier ?? []))].sort(),
    /** By item; of one supplier only, where one is named. */
    wanted: (supplier: string | null): Record<string, number | undefined> =>
      Object.fromEntries(
        shown
          .filter((line) => pieces(line) > 0 && (supplier === null || line.content.supplier === supplier))
          .map((line) => [line.id, pieces(line)]),
      ),
  }
}
