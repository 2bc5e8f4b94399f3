import { addressOf, reads, type FaultPage, type OfferedTest } from '@diatribon/contract'
import { choose, pick, press, tick, type } from '../testing/hand.ts'
import { idOf, limpet } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { ChangeForm } from './ChangeForm.tsx'
import { DutyForm } from '../forms/DutyForm.tsx'
import { FaultForm } from '../forms/FaultForm.tsx'
import { GuardForm } from './GuardForm.tsx'
import { TestForm } from './TestForm.tsx'
import { TestPrintForm } from './TestPrintForm.tsx'

const printerId = limpet.id
const page = { printer: limpet, fault: { id: idOf(11) }, sisters: [] } as unknown as FaultPage

it('a duty is for a week from now, unless another day is said', async () => {
  const sent = await sends(
    (onClose) => <DutyForm printer={limpet} what="Oil the rails" onClose={onClose} />,
    () => press('Make it a duty'),
  )
  expect(sent).toMatchObject([{ kind: 'make-duty', printerId, what: 'Oil the rails', dueDate: '2026-11-27' }])
})

describe('a fault that is reported', () => {
  const answers = {
    [addressOf(reads.knowledge, {})]: {
      symptoms: [{ id: idOf(21), name: 'Plug brown', stop: true, dropped: false, caution: 'Unplug it.' }],
    },
  }
  it('may let printing go on, and is like nothing in particular', async () => {
    const sent = await sends(
      (onClose) => <FaultForm printer={limpet} onClose={onClose} />,
      async () => {
        await type('What do you see?', 'Squeaks')
        await pick('May printing go on?', 'Yes, for now')
        await press('Report')
      },
      { answers },
    )
    expect(sent).toEqual([
      { kind: 'report-fault', printerId, faultId: expect.any(String) as string, symptom: 'Squeaks', mayGoOn: true },
    ])
  })

  it('of a symptom that stops goes with that symptom', async () => {
    const sent = await sends(
      (onClose) => <FaultForm printer={limpet} onClose={onClose} />,
      async () => {
        await type('What do you see?', 'Brown')
        await choose(/What is it most like/, 'Plug brown')
        await pick('May printing go on?', /^No\./)
        await press('Report')
      },
      { answers },
    )
    expect(sent).toMatchObject([{ symptomId: idOf(21), mayGoOn: false }])
  })
})

it('a guard comes off only once its caution is confirmed', async () => {
  const sent = await sends(
    (onClose) => <GuardForm printer={limpet} onClose={onClose} />,
    async () => {
      await type('Which guard?', 'Fan shroud')
      await type(/What can happen without it/, 'Fingers; power is off')
      await tick(/I have read the caution/)
      await press('Write it down')
    },
  )
  expect(sent).toMatchObject([{ kind: 'remove-guard', printerId, guard: 'Fan shroud', confirmed: true }])
})

it('a test near heat is written down with its cautions confirmed', async () => {
  const test = { id: idOf(31), name: 'Pull by hand', how: 'Pull.', state: 'hot', signOff: null, caution: null }
  const offered = { test: { ...test, onSister: false, outcomes: [{ words: 'holds' }, { words: 'slips' }] } }
  const sent = await sends(
    (onClose) => <TestForm page={page} offered={offered as unknown as OfferedTest} outcome="slips" onClose={onClose} />,
    async () => {
      await tick(/I have read the cautions, and the printer was hot/)
      await press('Write it down')
    },
  )
  expect(sent).toEqual([
    { kind: 'record-test', printerId, faultId: idOf(11), testId: idOf(31), outcome: 'slips', confirmed: true },
  ])
})

it('a change that nobody had ranked has no cause and no confirmation', async () => {
  const sent = await sends(
    (onClose) => <ChangeForm page={page} ranked={null} onClose={onClose} />,
    async () => {
      await type('What was changed?', 'Belt tightened')
      await press('Write it down')
    },
  )
  expect(sent).toMatchObject([{ kind: 'try-change', faultId: idOf(11), causeId: null, what: 'Belt tightened' }])
  expect(sent[0]).not.toHaveProperty('confirmed')
})

it('a test print passed or did not', async () => {
  const sent = await sends(
    (onClose) => <TestPrintForm printer={limpet} onClose={onClose} />,
    async () => {
      await pick('How did it come out?', 'Not passed')
      await type(/^Note/, 'A ridge at 12 mm')
      await press('Write')
    },
  )
  expect(sent).toEqual([{ kind: 'record-test-print', printerId, passed: false, note: 'A ridge at 12 mm' }])
})
