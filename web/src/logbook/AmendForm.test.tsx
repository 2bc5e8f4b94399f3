import { screen } from '@testing-library/react'
import { addressOf, reads, type LogEntry } from '@diatribon/contract'
import { choose, pick, press, type } from '../testing/hand.ts'
import { idOf, partTypes } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { AmendForm } from './AmendForm.tsx'

const answers = {
  [addressOf(reads.partTypes, {})]: partTypes,
  [addressOf(reads.knowledge, {})]: {
    symptoms: [],
    causes: [
      { id: idOf(31), name: 'Dry rail', mechanism: 'No oil', dropped: false },
      { id: idOf(32), name: 'Loose pulley', mechanism: 'The grub screw', dropped: false },
      { id: idOf(33), name: 'Of old', mechanism: '', dropped: true },
    ],
  },
}
const entry = (kind: LogEntry['kind'], correctable: LogEntry['correctable']) =>
  ({ key: idOf(9), seq: 9, kind, summary: 'As it was', mayTakeBack: true, correctable }) as unknown as LogEntry
const amended = (of: LogEntry, hand: () => Promise<void>) =>
  sends((onClose) => <AmendForm entry={of} onClose={onClose} />, hand, { answers })
const why = () => type('Why? Everybody sees this.', 'Read wrong')
const amend = { kind: 'amend', entryKey: idOf(9), reason: 'Read wrong' }

it('only what differs is sent, and nothing that differs is nothing', async () => {
  const sent = await amended(entry('count-hours', { meterHours: 120, meterWasReset: false }), async () => {
    await why()
    await press('Amend')
    expect(await screen.findByText('Nothing has been changed yet.')).toBeTruthy()
    await type('Meter, in hours', '112,5')
    await press('Amend')
  })
  expect(sent).toEqual([{ ...amend, correction: { meterHours: 112.5 } }])
})

it('another part may have gone in that fits the slot', async () => {
  const swap = entry('swap-part', { removalReason: 'failed', partTypeId: idOf(201) })
  const sent = await amended(swap, async () => {
    await choose('Why the old part came out', 'replaced in time')
    await choose('What went in', 'Steel belt')
    await why()
    await press('Amend')
  })
  expect(sent).toEqual([{ ...amend, correction: { removalReason: 'replaced in time', partTypeId: idOf(202) } }])
})

describe('a closed fault', () => {
  const closed = entry('close-fault', { causeId: idOf(31), mechanism: 'No oil', minutes: 20 })

  it('takes the mechanism of the other cause', async () =>
    expect(
      await amended(closed, async () => {
        await choose('What was it?', 'Loose pulley')
        await why()
        await press('Amend')
      }),
    ).toEqual([{ ...amend, correction: { causeId: idOf(32), mechanism: 'The grub screw' } }]))

  it('keeps its words where the cause is in own words', async () =>
    expect(
      await amended(closed, async () => {
        await choose('What was it?', 'Another cause, in own words')
        await why()
        await press('Amend')
      }),
    ).toEqual([{ ...amend, correction: { causeId: null } }]))
})

it('of a take-in, only the ages that were put right', async () => {
  const takenIn = entry('take-in-printer', {
    name: 'Limpet',
    room: 'Shed',
    rack: 'A',
    place: 1,
    takenInAt: '2026-11-01T10:00:00.000Z',
    partHours: { Nozzle: null, 'X belt': 300 },
  })
  const sent = await amended(takenIn, async () => {
    await choose('Age of the part in Nozzle then', 'known')
    await type('Hours it had run, in Nozzle', '40')
    await type('Rack', 'B')
    await why()
    await press('Amend')
  })
  expect(sent).toEqual([{ ...amend, correction: { rack: 'B', partHours: { Nozzle: 40 } } }])
})

it('what never happened is taken back, whatever else was typed', async () => {
  const sent = await amended(entry('finish-job', { hours: 4, metres: 30 }), async () => {
    await type('Running hours', '5')
    await pick('What should happen?', /^Take it back/)
    await why()
    await press('Amend')
  })
  expect(sent).toEqual([{ ...amend, takeBack: true }])
})
