import type { StockLine } from '@diatribon/contract'
import { linesOf } from './linesOf.ts'
import { orderWanted } from './orderWanted.ts'

const line = (id: string, order: number | null, content: Partial<StockLine['content']> = {}) =>
  ({
    id,
    keep: order === null ? null : { order },
    content: { supplier: 'Tern', madeHere: false, ...content },
  }) as StockLine
const items = [
  line('glue', null),
  line('nozzle', 10),
  line('belt', 4, { supplier: 'Curlew' }),
  line('duct', 7, { madeHere: true }),
  line('fan', 0),
]

it('an order begins with what is to be ordered, of what is bought, the most first', () => {
  const { shown, suppliers, wanted } = orderWanted(items)
  expect(shown.map(({ id }) => id)).toEqual(['nozzle', 'belt', 'glue', 'fan'])
  expect(suppliers).toEqual(['Curlew', 'Tern'])
  expect(linesOf(shown, wanted(null))).toEqual([
    { itemId: 'nozzle', pieces: 10 },
    { itemId: 'belt', pieces: 4 },
  ])
})

it('goes to one supplier, once one is named', () => {
  expect(orderWanted(items).wanted('Curlew')).toEqual({ belt: 4 })
  expect(orderWanted(items).wanted('Avocet')).toEqual({})
})
