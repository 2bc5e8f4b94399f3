import { screen } from '@testing-library/react'
import { addressOf, reads, type PrinterHead, type PrinterPage } from '@diatribon/contract'
import { choose, pick, press, tick, type } from '../testing/hand.ts'
import { idOf, limpet, limpetPage, partTypes } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { AddSlotForm } from './AddSlotForm.tsx'
import { EmptySlotForm } from './EmptySlotForm.tsx'
import { HoldForm } from '../forms/HoldForm.tsx'
import { LeaveSlotForm } from './LeaveSlotForm.tsx'
import { LimitsForm } from './LimitsForm.tsx'
import { LoanForm } from './LoanForm.tsx'
import { MovePartForm } from './MovePartForm.tsx'
import { NoteForm } from '../forms/NoteForm.tsx'
import { RepairForm } from './RepairForm.tsx'
import { RetireForm } from './RetireForm.tsx'
import { SwapKitForm } from './SwapKitForm.tsx'

const printerId = limpet.id
const whelk = { ...limpetPage, printer: { ...limpet, id: idOf(102), name: 'Whelk' } } as PrinterPage
const me = idOf(1)
const answers = {
  [addressOf(reads.partTypes, {})]: partTypes,
  [addressOf(reads.slotKinds, {})]: [
    { name: 'belt', work: null, caution: 'Moving parts: power off first.', own: false },
    { name: 'nozzle', work: 'hot work', caution: 'Hot.', own: false },
  ],
  [addressOf(reads.people, {})]: [
    {
      id: me,
      displayName: 'Test lead',
      role: 'lead',
      left: false,
      lockedReason: null,
      onShift: true,
      signOffs: [{ signOff: 'hot work', modelId: null, until: null }],
    },
    {
      id: idOf(2),
      displayName: 'Tess',
      role: 'technician',
      left: false,
      lockedReason: null,
      onShift: false,
      signOffs: [],
    },
  ],
  [addressOf(reads.printerNames, { retired: null })]: [
    { id: printerId, name: 'Limpet', rack: 'A', place: 1 },
    { id: whelk.printer.id, name: 'Whelk', rack: 'A', place: 2 },
  ],
  [addressOf(reads.printer, { id: whelk.printer.id })]: whelk,
  [addressOf(reads.asBuilt, { id: printerId, at: null })]: { limits: { model: { bedMaxC: 110 } } },
  [addressOf(reads.loans, { id: printerId })]: [],
  [addressOf(reads.items, {})]: { items: [] },
}
const with_ = { answers }

it('a hold is sent with its reason', async () => {
  const sent = await sends(
    (onClose) => <HoldForm printer={limpet} onClose={onClose} />,
    async () => {
      await type(/Why must nobody use it/, 'Smells burnt')
      await press('Put on hold')
    },
  )
  expect(sent).toEqual([{ kind: 'hold-printer', printerId, reason: 'Smells burnt' }])
})

describe('a release', () => {
  const held = { ...limpet, state: 'on hold', holdReason: 'Squeaks', runHours: 400, hoursPerDay: 5 } as PrinterHead

  it('goes with a duty to look again, by the hours that it runs in a day', async () => {
    const sent = await sends(
      (onClose) => <HoldForm printer={held} onClose={onClose} />,
      async () => {
        await type(/Running hours until/, '12')
        await press('Release')
      },
    )
    expect(sent).toMatchObject([
      { kind: 'release-printer', printerId },
      { kind: 'make-duty', what: 'Look whether it holds: Squeaks', dueDate: '2026-11-23', dueRunHours: 412 },
    ])
    expect(sent[0]).not.toHaveProperty('note')
  })

  it('goes alone when nobody wants to look again', async () => {
    const sent = await sends(
      (onClose) => <HoldForm printer={held} onClose={onClose} />,
      async () => {
        await tick(/look again/)
        await press('Release')
      },
    )
    expect(sent).toMatchObject([{ kind: 'release-printer', printerId }])
    expect(sent).toHaveLength(1)
  })
})

it('a printer that leaves has a reason, one that is back perhaps a note', async () => {
  const leaves = await sends(
    (onClose) => <RetireForm printer={limpet} onClose={onClose} />,
    async () => {
      await type(/Why does it leave/, 'Worn out')
      await press('Retire')
    },
  )
  expect(leaves).toEqual([{ kind: 'retire-printer', printerId, reason: 'Worn out' }])
  const back = await sends(
    (onClose) => <RetireForm printer={{ ...limpet, state: 'retired' }} onClose={onClose} />,
    () => press('Bring back'),
  )
  expect(back).toEqual([{ kind: 'bring-back-printer', printerId }])
})

it('a note is for whom it names; photos and time that nobody gave are left out', async () => {
  const sent = await sends(
    (onClose) => <NoteForm printer={limpet} onClose={onClose} />,
    async () => {
      await type(/What should the others know/, 'Squeaks at the left')
      await choose(/For whom above all/, 'Tess')
      await press('Write')
    },
    with_,
  )
  expect(sent).toEqual([{ kind: 'note', text: 'Squeaks at the left', printerId, mentions: [idOf(2)] }])
})

it('a printer is lent to somebody until a day', async () => {
  const sent = await sends(
    (onClose) => <LoanForm printer={limpet} onClose={onClose} />,
    async () => {
      await type('To whom', 'The lighthouse')
      await type(/In which condition/, 'Whole')
      await type('Until', '24 Dec 2026')
      await press('Lend it')
    },
    with_,
  )
  expect(sent).toEqual([
    { kind: 'lend-printer', printerId, to: 'The lighthouse', untilDay: '2026-12-24', condition: 'Whole' },
  ])
})

it('of limits only those that were changed are sent, and none is refused', async () => {
  const sent = await sends(
    (onClose) => <LimitsForm page={limpetPage} onClose={onClose} />,
    async () => {
      await type('Why?', 'One heater wire is off')
      await press('Change')
      expect(await screen.findByText('Change at least one limit.')).toBeTruthy()
      await type(/bed/i, '60')
      await press('Change')
    },
    with_,
  )
  expect(sent).toEqual([
    { kind: 'change-limits', printerId, limits: { bedMaxC: 60 }, reason: 'One heater wire is off' },
  ])
})

describe('a part', () => {
  const [belt, nozzle, empty] = limpetPage.slots
  it('comes out of its slot with a reason', async () => {
    const sent = await sends(
      (onClose) => <EmptySlotForm page={limpetPage} onClose={onClose} />,
      async () => {
        await press('Take the part out')
        expect(await screen.findByText('Choose the slot.')).toBeTruthy()
        await choose('Slot', /X belt/)
        await choose('Why does it come out?', 'failed')
        await press('Take the part out')
      },
      with_,
    )
    expect(sent).toEqual([
      { kind: 'empty-slot', printerId, slotId: belt!.id, fittingId: idOf(401), removalReason: 'failed' },
    ])
  })

  it('leaves with its slot; of an empty one nobody asks why a part comes out', async () => {
    const sent = await sends(
      (onClose) => <LeaveSlotForm page={limpetPage} onClose={onClose} />,
      async () => {
        await choose('Slot', /Y belt/)
        expect(screen.queryByRole('combobox', { name: /come out/ })).toBeNull()
        await type(/Why has it no such slot/, 'One motor drives both')
        await press('Take it off')
      },
      with_,
    )
    expect(sent).toEqual([{ kind: 'leave-slot', printerId, slotId: empty!.id, reason: 'One motor drives both' }])
  })

  it('of hot work goes out only once the cautions are confirmed', async () => {
    const sent = await sends(
      (onClose) => <EmptySlotForm page={limpetPage} onClose={onClose} />,
      async () => {
        await choose('Slot', /Nozzle/)
        await choose('Why does it come out?', 'worn at check')
        await press('Take the part out')
        expect(await screen.findByText('Confirm first that you keep to the cautions.')).toBeTruthy()
        await tick(/I have read the cautions of hot work/)
        await press('Take the part out')
      },
      with_,
    )
    expect(sent).toMatchObject([{ kind: 'empty-slot', slotId: nozzle!.id, confirmed: ['hot work'] }])
  })

  it('goes to another printer, and what is there comes out for a reason', async () => {
    const sent = await sends(
      (onClose) => <MovePartForm page={limpetPage} onClose={onClose} />,
      async () => {
        await choose('Which part?', /X belt/)
        await choose('To which printer?', /Whelk/)
        await choose('Into which slot?', /Y belt: empty/)
        await choose(/What goes into Limpet instead/, 'Steel belt')
        await press('Move')
      },
      with_,
    )
    expect(sent).toEqual([
      {
        kind: 'move-part',
        printerId,
        fittingId: idOf(401),
        toPrinterId: whelk.printer.id,
        toSlotId: empty!.id,
        replacementPartTypeId: idOf(202),
      },
    ])
  })

  it('joins in a slot of its own, its age told or not known', async () => {
    const sent = await sends(
      (onClose) => <AddSlotForm page={limpetPage} onClose={onClose} />,
      async () => {
        await type('Name of the slot', 'Second belt')
        await choose('Takes a', 'belt')
        await choose('Part in it', 'Plain belt')
        await choose('Its age', 'not known')
        await press('Add')
      },
      with_,
    )
    expect(sent).toEqual([
      {
        kind: 'add-slot',
        printerId,
        name: 'Second belt',
        slotKind: 'belt',
        partTypeId: idOf(201),
        partHours: null,
      },
    ])
  })

  it('is mended for now with a day to come back, at what the material cost', async () => {
    const sent = await sends(
      (onClose) => <RepairForm page={limpetPage} slotId={belt!.id} onClose={onClose} />,
      async () => {
        await type('What was done', 'Clamp glued')
        await choose('How was it mended?', 'glued')
        await type('Minutes', '12')
        await type(/Materials cost/, '1.5')
        await pick(/For good, or for now/, /for now/)
        await type('Come back by', '27 Nov 2026')
        await type(/Hours until it has cured/, '5')
        await press('Mended')
      },
      with_,
    )
    expect(sent).toMatchObject([
      {
        kind: 'repair-part',
        slotId: belt!.id,
        fittingId: idOf(401),
        was: 'failed',
        way: 'glued',
        what: 'Clamp glued',
        effect: 'as before',
        permanence: 'temporary',
        comeBack: { dueDate: '2026-11-27' },
        minutes: 12,
        materialsMinor: 150,
        cureHours: 5,
      },
    ])
    expect(sent[0]).not.toHaveProperty('faultId')
  })

  it('goes with what belongs to it, each with its own reason', async () => {
    const sent = await sends(
      (onClose) => <SwapKitForm page={limpetPage} kitName="Both" onClose={onClose} />,
      async () => {
        await choose(/Why does the old X belt/, 'failed')
        await tick(/cautions of hot work/)
        await press('Swap all')
        expect(await screen.findByText('Say why the old part comes out of Nozzle, and what goes in.')).toBeTruthy()
        await choose(/Why does the old Nozzle/, 'replaced in time')
        await choose('New part in X belt', 'Steel belt')
        await press('Swap all')
      },
      with_,
    )
    expect(sent).toMatchObject([
      {
        kind: 'swap-kit',
        kit: 'Both',
        swaps: [
          { slotId: belt!.id, fittingId: idOf(401), removalReason: 'failed', partTypeId: idOf(202) },
          { slotId: nozzle!.id, fittingId: idOf(402), removalReason: 'replaced in time', partTypeId: idOf(203) },
        ],
        confirmed: ['hot work'],
      },
    ])
  })
})
