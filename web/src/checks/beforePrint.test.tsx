import { screen, waitFor } from '@testing-library/react'
import { addressOf, reads, type CheckSheet, type CheckType } from '@diatribon/contract'
import { pick, press } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf, limpet } from '../testing/made.ts'
import { BeforePrintOffline, canWaitWhole } from './BeforePrintOffline.tsx'
import { QuickCheck } from './QuickCheck.tsx'

const step = (n: number, title: string) => ({ id: idOf(n), kind: 'tick' as const, title, state: 'any' as const })
const content = { name: 'Before a print', steps: [step(71, 'Plate clean'), step(72, 'Nozzle clean')] }
const type = { id: idOf(81), version: 3, retired: false, content } as unknown as CheckType
const answers = { [addressOf(reads.knowledge, {})]: { symptoms: [], causes: [] } }

describe('the look before a print without a line', () => {
  const open = () => {
    let isClosed = false
    const shown = inWorkshop(<BeforePrintOffline printer={limpet} type={type} onClose={() => (isClosed = true)} />, {
      answers,
    })
    return { ...shown, isClosed: () => isClosed }
  }

  it('goes out as one, from its beginning to its end, when all is well', async () => {
    const { sent, isClosed } = open()
    await press('All is well')
    await waitFor(() => expect(isClosed()).toBe(true))
    expect(sent.map(({ kind }) => kind)).toEqual(['begin-check', 'record-step', 'record-step', 'finish-check'])
    expect(sent[0]).toMatchObject({ checkTypeId: type.id, version: 3, printerId: limpet.id })
    const sheets = new Set(sent.map((action) => (action as { sheetId: string }).sheetId))
    expect(sheets.size).toBe(1)
  })

  it('stays open where something is not good, and the fault begins with what was seen', async () => {
    const { sent, isClosed } = open()
    await pick('Nozzle clean', /not good$/)
    expect(await screen.findByText('Do not print.')).toBeTruthy()
    await press('Keep: 1 not good')
    expect(await screen.findByRole('dialog', { name: /^Report a fault/ })).toBeTruthy()
    expect(screen.getByRole('textbox', { name: 'What do you see?' })).toHaveProperty('value', 'Not good: Nozzle clean')
    expect(sent.map(({ kind }) => kind)).toEqual(['begin-check', 'record-step', 'record-step'])
    expect(sent.slice(1)).toMatchObject([{ done: true }, { done: false }])
    expect(isClosed()).toBe(false)
  })

  it('can be done so only where nothing but ticks is asked for, in any state of the printer', () => {
    const of = (more: object) =>
      canWaitWhole({ ...type, content: { ...type.content, steps: [{ ...content.steps[0]!, ...more }] } })
    expect(of({})).toBe(true)
    expect(of({ kind: 'measure' })).toBe(false)
    expect(of({ state: 'cold' })).toBe(false)
  })
})

describe('the look before a print', () => {
  const sheet = (results: object[], may = true) =>
    ({ id: idOf(61), printer: limpet, content, results, mayDo: { may }, outcome: null }) as unknown as CheckSheet

  it('is one press when all is well', async () => {
    const { sent } = inWorkshop(<QuickCheck sheet={sheet([])} />)
    await press('All is well')
    await waitFor(() => expect(sent.map(({ kind }) => kind)).toEqual(['record-step', 'record-step', 'finish-check']))
  })

  it('keeps what is not good without finishing, and of what stands only what is seen otherwise now', async () => {
    const stands = { stepId: idOf(71), done: true, isOut: false, photos: [] }
    const { sent } = inWorkshop(<QuickCheck sheet={sheet([stands])} />)
    await pick('Nozzle clean', /not good$/)
    await press('Keep: 1 not good')
    await waitFor(() => expect(sent).toMatchObject([{ kind: 'record-step', stepId: idOf(72), done: false }]))
  })

  it('is not for whoever may not do it', async () => {
    inWorkshop(<QuickCheck sheet={sheet([], false)} />)
    expect(await screen.findByRole('button', { name: 'All is well' })).toHaveProperty('disabled', true)
  })
})
