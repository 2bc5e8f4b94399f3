import { screen } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import { addressOf, reads, type PrinterPage } from '@diatribon/contract'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { SwapPartForm } from './SwapPartForm.tsx'

const [printerId, slotId, fittingId, nozzle, hard] = [1, 2, 3, 4, 5].map(
  (n) => `00000000-0000-4000-8000-00000000010${n}`,
) as [string, string, string, string, string]
const partType = (id: string, name: string) => ({ id, name, slotKind: 'belt', agesBy: 'hours' })
const page = {
  printer: { id: printerId, name: 'Limpet', modelId: 'model' },
  modelId: 'model',
  slots: [
    {
      id: slotId,
      name: 'X belt',
      kind: 'belt',
      duty: { partType: partType(nozzle, 'Plain belt'), fittingId, age: 320, clock: 'hours' },
    },
  ],
  fittings: [{ id: fittingId, slotId, fittedAt: '2026-06-01T10:00:00.000Z', removedAt: null }],
} as unknown as PrinterPage

const answers = {
  [addressOf(reads.partTypes, {})]: [partType(nozzle, 'Plain belt'), partType(hard, 'Steel belt')],
  [addressOf(reads.standingRules, {})]: [
    { partTypeId: nozzle, insteadId: hard, reason: 'It lasts', who: 'Test Lead', instead: 'Steel belt' },
  ],
  [addressOf(reads.slotKinds, {})]: [
    { name: 'belt', work: null, caution: 'Moving parts: power off first.', own: false },
  ],
  [addressOf(reads.onShelf, { id: nozzle })]: null,
  [addressOf(reads.onShelf, { id: hard })]: null,
  [addressOf(reads.usedParts, { id: nozzle })]: [],
  [addressOf(reads.usedParts, { id: hard })]: [],
  [addressOf(reads.people, {})]: [],
}
const open = () => inWorkshop(<SwapPartForm page={page} slotId={slotId} onClose={() => undefined} />, { answers })
const reason = (name: RegExp) => screen.findByRole('radio', { name })

describe('a part comes out', () => {
  it('that failed may have been found at a look; of no other reason that is asked', async () => {
    open()
    await userEvent.click(await reason(/^failed/i))
    expect(screen.getByRole('checkbox', { name: /Found failed at a look/ })).toBeTruthy()
    await userEvent.click(await reason(/^borrowed/i))
    expect(screen.queryByRole('checkbox', { name: /Found failed at a look/ })).toBeNull()
  })

  it('spoilt goes by the standing rule, whole it does not', async () => {
    open()
    await userEvent.click(await reason(/^user damage/i))
    expect(await screen.findByText(/Standing rule/)).toBeTruthy()
    await userEvent.click(await reason(/^upgraded/i))
    expect(screen.queryByText(/Standing rule/)).toBeNull()
  })

  it('is sent as it was said, what was unsaid left out', async () => {
    const { sent } = open()
    await userEvent.click(await reason(/^replaced in time/i))
    await userEvent.click(screen.getByRole('button', { name: 'Swap' }))
    expect(sent).toEqual([
      {
        key: expect.any(String) as string,
        at: expect.any(String) as string,
        kind: 'swap-part',
        printerId,
        slotId,
        fittingId,
        removalReason: 'replaced in time',
        partTypeId: nozzle,
      },
    ])
  })

  it('is not sent without a reason, and says what is missing', async () => {
    const { sent } = open()
    await userEvent.click(await screen.findByRole('button', { name: 'Swap' }))
    expect(await screen.findByText('Say why the old part comes out.')).toBeTruthy()
    expect(sent).toEqual([])
  })
})
