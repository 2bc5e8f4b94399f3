import { screen } from '@testing-library/react'
import { addressOf, reads, type PrinterHead } from '@diatribon/contract'
import { choose, pick, press, tick, type } from '../testing/hand.ts'
import { idOf, limpet } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { CountForm } from './CountForm.tsx'

const printer = { ...limpet, meterHours: 1200, countedAt: '2026-11-19T10:00:00.000Z' } as PrinterHead
const answers = {
  [addressOf(reads.spools, {})]: [
    { id: idOf(71), name: 'Grey', material: 'PLA', leftMetres: 120, finishedAt: null },
    { id: idOf(72), name: 'Old', material: 'PLA', leftMetres: 0, finishedAt: '2026-11-01T10:00:00.000Z' },
  ],
}
const counted = (hand: () => Promise<void>) =>
  sends((onClose) => <CountForm printer={printer} onClose={onClose} />, hand, { answers })

describe('the meter', () => {
  it('says how much more it is, and warns of more than can have passed and of less than before', async () => {
    const sent = await counted(async () => {
      await type('Meter of the printer, in hours', '1230')
      expect(await screen.findByText(/^That is 30 h more/)).toBeTruthy()
      expect(screen.getByText(/^Only 24 h have passed/)).toBeTruthy()
      await type('Meter of the printer, in hours', '12')
      expect(await screen.findByText(/^That is less than before/)).toBeTruthy()
      await pick('The meter', /^was replaced/)
      await type(/^The new meter began at/, '2')
      expect(await screen.findByText('That is 10 h more.')).toBeTruthy()
      await type(/^The old meter ended at/, '1210,5')
      await press('Count')
    })
    expect(sent).toEqual([
      { kind: 'count-hours', printerId: printer.id, meterHours: 12, newMeterBeganAt: 2, oldMeterEndedAt: 1210.5 },
    ])
  })
})

it('a job has its hours, its spool and how it ended', async () => {
  const sent = await counted(async () => {
    await choose('What do you know?', 'A finished job')
    await type('Running hours', '3')
    await choose(/^Spool/, 'Grey, PLA, 120 m left')
    await tick(/^Abrasive filament/)
    await pick('How did it end?', 'failed')
    await press('Count')
  })
  expect(sent).toEqual([
    { kind: 'finish-job', printerId: printer.id, hours: 3, outcome: 'failed', abrasive: true, spoolId: idOf(71) },
  ])
})

it('a tally says how long that is, since when', async () => {
  const sent = await counted(async () => {
    await choose('What do you know?', 'Paper tally')
    await type('Since when?: day', '18 Nov 2026')
    await type('Prints', '6')
    await type(/^Minutes of one print/, '50')
    expect(await screen.findByText(/^That is 5(\.0)? h of running/)).toBeTruthy()
    await press('Count')
  })
  expect(sent).toEqual([
    { kind: 'count-tally', printerId: printer.id, from: '2026-11-18T12:00:00.000Z', prints: 6, minutesEach: 50 },
  ])
})

it('a spool that is not in the stores is told by its weight, diameter and density', async () => {
  const sent = await counted(async () => {
    await choose('What do you know?', 'A spool used up')
    await press('Count')
    expect(await screen.findByText(/^Choose the spool, or type its weight/)).toBeTruthy()
    await type(/^Filament that was on it/, '750')
    await press('Count')
  })
  expect(sent).toEqual([
    {
      kind: 'finish-spool',
      printerId: printer.id,
      netGrams: 750,
      diameterMm: 1.75,
      densityGPerCm3: 1.24,
      abrasive: false,
    },
  ])
})
