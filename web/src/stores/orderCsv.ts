import Papa from 'papaparse'
import { fromMinor, type StockLine } from '@diatribon/contract'

/** What to order as plain columns; prices in the currency’s unit. */
export function orderCsv(lines: readonly StockLine[], currency: string): string {
  return Papa.unparse(
    [
      [
        'item',
        'supplier',
        'order',
        'price each',
        'there are',
        'keep',
        'days until it is here',
        'last one goes',
        'place',
      ],
      ...lines.flatMap(({ content, keep, onHand, paidMinor, priceMinor }) => {
        if (!keep || keep.order === 0) return []
        const each = paidMinor ?? priceMinor
        return [
          [
            content.name,
            content.supplier ?? '',
            keep.order,
            each === null ? '' : fromMinor(each, currency),
            onHand,
            keep.keep,
            content.leadDays,
            keep.runsOut ?? '',
            content.place ?? '',
          ],
        ]
      }),
    ],
    { escapeFormulae: true },
  )
}
