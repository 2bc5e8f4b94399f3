import { screen } from '@testing-library/react'
import { addressOf, reads, type StockLine } from '@diatribon/contract'
import { choose, press, tick, type } from '../testing/hand.ts'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { CountForm } from './CountForm.tsx'
import { ItemForm } from './ItemForm.tsx'
import { OrderForm } from './OrderForm.tsx'
import { ReceiveForm } from './ReceiveForm.tsx'

const item = (n: number, name: string, order: number | null, supplier: string) =>
  ({
    id: idOf(n),
    content: {
      name,
      supplier,
      place: null,
      madeHere: false,
      partTypeId: null,
      leadDays: 14,
      packOf: 1,
      least: null,
      code: null,
    },
    keep: order === null ? null : { order },
    onHand: 2,
    ordered: [],
  }) as unknown as StockLine
const items = [item(1, 'Glue', null, 'Tern'), item(2, 'Nozzles', 10, 'Tern'), item(3, 'Belts', 4, 'Curlew')]
const printer = idOf(101)
const answers = {
  [addressOf(reads.printerNames, { retired: null })]: [{ id: printer, name: 'Limpet', rack: 'A', place: 1 }],
  [addressOf(reads.endedJobs, { id: printer })]: [
    { id: idOf(41), name: 'Ducts', hours: 2, finishedAt: '2026-11-19T10:00:00.000Z' },
  ],
  [addressOf(reads.versions, {})]: {},
}

it('what was counted is sent, what was not is left alone, and nothing at all is refused', async () => {
  const sent = await sends(
    (onClose) => <CountForm items={items} onClose={onClose} />,
    async () => {
      await press('Count')
      expect(await screen.findByText('Write down at least one figure.')).toBeTruthy()
      await type('Pieces of Belts', '0')
      await press('Count 1 item')
    },
  )
  expect(sent).toEqual([{ kind: 'count-items', lines: [{ itemId: idOf(3), pieces: 0 }] }])
})

it('an order goes to one supplier, with what is to come from there', async () => {
  const sent = await sends(
    (onClose) => <OrderForm items={items} onClose={onClose} />,
    async () => {
      await type('From', 'curlew', { role: 'combobox' })
      await press('Ordered: 1 item')
    },
  )
  expect(sent).toEqual([{ kind: 'place-order', lines: [{ itemId: idOf(3), pieces: 4 }], supplier: 'curlew' }])
})

describe('what came in', () => {
  it('has what was paid for all of it', async () => {
    const sent = await sends(
      (onClose) => <ReceiveForm items={items} onClose={onClose} />,
      async () => {
        await type('Pieces of Nozzles', '10')
        await type('Paid for Nozzles', '12.5')
        await press('Receive 1 item')
      },
      { answers },
    )
    expect(sent).toEqual([{ kind: 'receive-items', lines: [{ itemId: idOf(2), pieces: 10, paidMinor: 1250 }] }])
  })

  it('may have been printed here, by a job', async () => {
    const sent = await sends(
      (onClose) => <ReceiveForm items={items} onClose={onClose} />,
      async () => {
        await type('Pieces of Glue', '1')
        await choose(/Or printed here/, 'Limpet')
        await choose(/By which job/, /Ducts/)
        await press('Receive 1 item')
      },
      { answers },
    )
    expect(sent).toMatchObject([{ printedOn: printer, jobId: idOf(41) }])
  })
})

it('an item is kept with what was said of it; what is empty is told to be none', async () => {
  const sent = await sends(
    (onClose) => (
      <ItemForm item={null} notKept={[{ id: idOf(201), name: 'Plain belt' }]} items={items} onClose={onClose} />
    ),
    async () => {
      await choose(/Which part type/, 'Plain belt')
      await type('Place', ' Drawer 3 ')
      await tick('Printed here')
      await press('Keep')
    },
    { answers },
  )
  expect(sent).toMatchObject([
    {
      kind: 'set-item',
      version: 0,
      content: {
        name: 'Plain belt',
        partTypeId: idOf(201),
        place: 'Drawer 3',
        supplier: null,
        code: null,
        leadDays: 14,
        packOf: 1,
        least: null,
        madeHere: true,
      },
    },
  ])
})
