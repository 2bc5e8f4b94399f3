import { screen } from '@testing-library/react'
import { addressOf, reads, type FortnightPage, type Visit } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { BookForm } from './BookForm.tsx'
import { VisitDialog } from './VisitDialog.tsx'

it('a printer is booked for one day, unless a later one is said', async () => {
  const answers = { [addressOf(reads.printerNames, {})]: [{ id: idOf(101), name: 'Limpet' }] }
  const booked = (hand: () => Promise<void>) => sends((onClose) => <BookForm onClose={onClose} />, hand, { answers })
  const oneDay = async () => {
    await choose('Printer', 'Limpet')
    await type('From', '24 Nov 2026')
    await type('For what?', 'Open day')
  }
  const [one] = await booked(async () => {
    await oneDay()
    await press('Book')
  })
  expect(one).toMatchObject({ printerId: idOf(101), fromDay: '2026-11-24', untilDay: '2026-11-24', words: 'Open day' })
  const [more] = await booked(async () => {
    await oneDay()
    await type(/^Until/, '26 Nov 2026')
    await press('Book')
  })
  expect(more).toMatchObject({ fromDay: '2026-11-24', untilDay: '2026-11-26' })
})

describe('a visit', () => {
  const task = {
    id: `replace ${idOf(901)}`,
    words: 'Replace the nozzle',
    minutes: 15,
    due: '2026-11-24',
    riskPerDayMinor: 120,
    cautions: ['Hot: let it cool.'],
    signOff: 'hot work',
    partType: null,
    choice: null,
    stock: null,
  }
  const visit = {
    printer: { id: idOf(101), name: 'Limpet' },
    day: '2026-11-24',
    personId: idOf(2),
    minutes: 25,
    tasks: [task],
  } as unknown as Visit
  const there = (n: number, name: string) => ({ id: idOf(n), name, planned: 25, minutes: 144 })
  const page = {
    days: [
      { day: '2026-11-24', people: [there(2, 'Tess'), there(3, 'Nils')] },
      { day: '2026-11-25', people: [there(3, 'Nils')] },
    ],
  } as unknown as FortnightPage
  const answers = { '/api/plan/price': { problem: null, costMinor: 140, moves: [] } }
  const moved = (hand: () => Promise<void>) =>
    sends((onClose) => <VisitDialog page={page} visit={visit} target={null} onClose={onClose} />, hand, { answers })

  it('goes to whoever is there on the other day', async () => {
    const sent = await moved(async () => {
      expect(await screen.findByText('Hot: let it cool.')).toBeTruthy()
      await choose('Day', /25 Nov/)
      // Tess is not there that day.
      expect(await screen.findByDisplayValue('Whoever suits best')).toBeTruthy()
      expect(await screen.findByText(/^That costs about €1.40 more/)).toBeTruthy()
      await choose('Who', /^Nils/)
      await type('Why?', 'Tess is away')
      await press('Move')
    })
    expect(sent).toMatchObject([
      { kind: 'place-task', task: task.id, choice: 'pinned', day: '2026-11-25', forPersonId: idOf(3) },
    ])
  })

  it('is left out until a day, with a reason', async () => {
    const sent = await moved(async () => {
      await choose('What to do with it', /^Leave it out/)
      await type('It counts again from', '1 Dec 2026')
      await type('Why?', 'No nozzle here')
      await press('Leave out')
    })
    expect(sent).toMatchObject([{ choice: 'left out', day: '2026-12-01', reason: 'No nozzle here' }])
  })

  it('is shown, not moved, to whoever does not plan', async () => {
    inWorkshop(<VisitDialog page={page} visit={visit} target={null} onClose={() => undefined} />, {
      role: 'member',
    })
    expect(await screen.findByText('Replace the nozzle')).toBeTruthy()
    expect(screen.queryByRole('combobox')).toBeNull()
    expect(screen.queryByRole('button', { name: 'Move' })).toBeNull()
  })
})
