import { screen, waitFor, within } from '@testing-library/react'
import { addressOf, reads, type PrinterHead, type ReturnLine, type Role } from '@diatribon/contract'
import { press, tick, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf, limpet } from '../testing/made.ts'
import { ReturnToService } from './ReturnToService.tsx'

const held = { ...limpet, state: 'on hold', holdReason: 'Heater wire chafed' } as PrinterHead
const line = (kind: ReturnLine['kind'], words: string, more: Partial<ReturnLine> = {}): ReturnLine => ({
  item: `${kind} ${idOf(words.length)}`,
  kind,
  words,
  after: 'Wheels',
  until: null,
  checkTypeId: idOf(81),
  openSheetId: null,
  state: 'open',
  by: null,
  signOff: null,
  caution: null,
  mayDo: { may: true, needs: { role: 'operator', signOff: null }, askOneOf: [] } as unknown as ReturnLine['mayDo'],
  ...more,
})
const check = line('check', 'first layer')
const also = line('also', 'level the bed', { caution: 'Hot bed: keep hands off.' })
const guard = line('guard', 'the guard of the fan')
const fault = line('fault', 'plug brown')
const print = line('test print', 'test print')
const waived = line('also', 'oil the rails', {
  state: 'waived',
  by: { who: 'Lea', at: '2026-11-19T10:00:00.000Z', reason: 'Rails are dry by design' },
})

function open(lines: ReturnLine[], { role = 'lead' as Role, isClear = false } = {}) {
  return inWorkshop(<ReturnToService printer={held} />, {
    role,
    answers: {
      [addressOf(reads.returnToService, { id: held.id })]: { lines, isClear },
      [addressOf(reads.people, {})]: [],
    },
  })
}
const lineOf = async (words: RegExp) => within((await screen.findByText(words)).closest('li')!)
const buttonsOf = async (words: RegExp) =>
  (await lineOf(words)).queryAllByRole('button').map(({ textContent }) => textContent)

it('a printer is released only when nothing stands in the way', async () => {
  const { unmount } = open([check, waived])
  expect(await screen.findByText(/^1 of 2 still to be done. Until then it stays on hold/)).toBeTruthy()
  expect(screen.getByRole('button', { name: 'Release' })).toHaveProperty('disabled', true)
  expect((await lineOf(/^Oil the rails/)).getByText(/waived by Lea, .*: Rails are dry by design/)).toBeTruthy()
  unmount()
  open([waived], { isClear: true })
  expect(await screen.findByText('Everything is done or waived. It can be released.')).toBeTruthy()
  expect(screen.getByRole('button', { name: 'Release' })).toHaveProperty('disabled', false)
})

it('what heats or moves it comes after the fault that stops it', async () => {
  open([check, print, fault, also])
  expect(await screen.findAllByText('once its fault is closed')).toHaveLength(2)
  expect(await buttonsOf(/^First layer/)).toEqual([])
  expect(await buttonsOf(/^Test print/)).toEqual([])
  expect((await lineOf(/^Plug brown/)).getByRole('link', { name: 'To the fault' })).toBeTruthy()
  // Cold work goes on, with the caution in sight.
  expect(await buttonsOf(/^Level the bed/)).toEqual(['Done', 'Waive'])
  expect(screen.getByText('Hot bed: keep hands off.')).toBeTruthy()
})

it('a guard and a fault cannot be waived, nor mains work by whoever may not do it', async () => {
  const mains = line('also', 'check the earth', { signOff: 'mains', mayDo: { ...check.mayDo, may: false } })
  open([guard, fault, mains])
  expect(await buttonsOf(/^The guard/)).toEqual(['It is back on'])
  expect(await buttonsOf(/^Plug brown/)).toEqual([])
  expect(await buttonsOf(/^Check the earth/)).toEqual([])
})

it('a line is ticked as it stands, or waived by a lead who answers for it', async () => {
  const { sent } = open([also, check])
  await press('Done: level the bed')
  await waitFor(() =>
    expect(sent).toMatchObject([{ kind: 'settle-return', printerId: held.id, item: also.item, words: also.words }]),
  )
  await press('Waive: first layer')
  await type(/^Why need it not be done/, 'It prints nothing')
  await tick(/^I have looked at it/)
  await press('Waive')
  await waitFor(() => expect(sent[1]).toMatchObject({ item: check.item, waived: 'It prints nothing' }))
})

it('whoever may not release or waive sees what is left, and the tag', async () => {
  open([check, also], { role: 'member' })
  expect(await screen.findByRole('link', { name: /^Tag to hang on it/ })).toBeTruthy()
  for (const name of [/^Release/, /^Waive/, /^Done/]) expect(screen.queryByRole('button', { name })).toBeNull()
})
