import { waitFor } from '@testing-library/react'
import { addressOf, reads, type CheckSheet, type CheckStep, type CheckType, type UpsetLine } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf, limpet, partTypes } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { Finding } from './Finding.tsx'
import { UpsetForm } from './UpsetForm.tsx'

const sheet = { id: idOf(61), printer: limpet, mayDo: { may: true }, outcome: null } as unknown as CheckSheet
const step = (more: Partial<CheckStep>) => ({ id: idOf(62), title: 'Belt', ...more }) as CheckStep

/** What a hand finds at a step: what is sent, and whether it was told to be out of limits. */
async function found(at: CheckStep, hand: () => Promise<void>) {
  const told: boolean[] = []
  const { sent, unmount } = inWorkshop(
    <Finding sheet={sheet} step={at} onKept={(isOut) => told.push(isOut)} onSkip={null} />,
  )
  await hand()
  await waitFor(() => expect(told).toHaveLength(1))
  unmount()
  const [{ key: _key, at: _at, ...action }] = sent as [(typeof sent)[number]]
  return { action, isOut: told[0] }
}
const result = { kind: 'record-step', printerId: limpet.id, sheetId: sheet.id, stepId: idOf(62) }

describe('what was found at a step', () => {
  it.each([
    ['In order', true, false],
    ['Not in order', false, true],
  ])('%s', async (button, done, isOut) =>
    expect(await found(step({ kind: 'tick' }), () => press(button))).toEqual({ action: { ...result, done }, isOut }),
  )

  it('a choice is bad where the check says so', async () => {
    const choices = [
      { words: 'clean', isBad: false },
      { words: 'frayed', isBad: true },
    ]
    expect(await found(step({ kind: 'choose', choices }), () => press('frayed'))).toEqual({
      action: { ...result, choice: 'frayed' },
      isOut: true,
    })
  })

  it('a figure is held against the limits of its step, and goes with its unit and a note', async () => {
    const measure = step({ kind: 'measure', unit: 'mm', upper: 0.3 })
    const hand = (figure: string) => async () => {
      await press('Add a note')
      await type('Note, kept with the result', ' at the left end ')
      await type('Belt, in mm', figure)
      await press('Keep')
    }
    expect(await found(measure, hand('0,31'))).toEqual({
      action: { ...result, value: 0.31, unit: 'mm', note: 'at the left end' },
      isOut: true,
    })
    expect((await found(measure, hand('0.3'))).isOut).toBe(false)
  })

  it('words are kept without spaces around them', async () =>
    expect(
      await found(step({ kind: 'text' }), async () => {
        await type('Belt', ' quiet ')
        await press('Keep')
      }),
    ).toEqual({ action: { ...result, text: 'quiet' }, isOut: false }))
})

describe('what a change upsets', () => {
  const answers = {
    [addressOf(reads.partTypes, {})]: partTypes,
    [addressOf(reads.readingKinds, {})]: [{ id: idOf(601), name: 'gantry difference' }],
    [addressOf(reads.versions, {})]: {},
  }
  const types = [{ id: idOf(81), retired: false, content: { name: 'First layer' } }] as unknown as CheckType[]
  const upset = (from: UpsetLine | null, hand: () => Promise<void>) =>
    sends((onClose) => <UpsetForm from={from} types={types} onClose={onClose} />, hand, { answers })

  it('is said of what happens, with the checks and readings that begin anew and how long to wait', async () => {
    const sent = await upset(null, async () => {
      await type('What is changed', 'Plate glued')
      await choose('Or what happens', 'knocked')
      await choose('Checks that are due then', 'First layer')
      await choose('Readings that begin anew', 'gantry difference')
      await type('Hours to wait before it is used', '6')
      await type('What for', 'the glue')
      await press('Set')
    })
    expect(sent).toMatchObject([
      {
        kind: 'set-upset',
        changed: 'Plate glued',
        slotKinds: [],
        events: ['knocked'],
        redo: [idOf(81)],
        restarts: ['gantry difference'],
        also: [],
        caution: null,
        waitHours: 6,
        waitFor: 'the glue',
        signOff: null,
      },
    ])
  })

  it('waits for nothing without hours, and is dropped as it stands', async () => {
    const line: UpsetLine = {
      id: idOf(91),
      changed: 'Plate glued',
      slotKinds: [],
      events: ['knocked'],
      redo: [],
      restarts: [],
      also: ['Level the bed'],
      caution: 'Fumes',
      waitHours: 6,
      waitFor: 'the glue',
      signOff: null,
    }
    const changed = await upset(line, async () => {
      await type('Hours to wait before it is used', '0')
      await press('Set')
    })
    expect(changed).toMatchObject([{ upsetId: line.id, caution: 'Fumes', waitHours: 0, waitFor: null }])
    const dropped = await upset(line, () => press('Drop this line'))
    expect(dropped).toMatchObject([{ upsetId: line.id, waitFor: 'the glue', dropped: true }])
  })
})
