import { screen, within } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import {
  addressOf,
  reads,
  type CheckTurn,
  type OtherDuty,
  type ReplacementDuty,
  type Role,
  type Round,
} from '@diatribon/contract'
import { press } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf } from '../testing/made.ts'
import { RoundPage } from './RoundPage.tsx'

const spot = (n: number, name: string, rack: string) =>
  ({
    id: idOf(n),
    name,
    room: 'Shed',
    rack,
    place: `${rack}1`,
    modelId: idOf(501),
    out: null,
  }) as ReplacementDuty['printer']
const [limpet, whelk] = [spot(101, 'Limpet', 'A'), spot(102, 'Whelk', 'B')]

const duty = (n: number, printer: ReplacementDuty['printer'], slot: string, slotKind: string, dueDate: string) =>
  ({
    printer,
    slot: { id: idOf(n), name: slot },
    fittingId: idOf(n + 100),
    partType: { id: idOf(n + 200), name: slot, slotKind },
    clock: 'hours',
    age: 900,
    ageIsKnown: true,
    interval: 1000,
    intervalIsLearned: false,
    rule: null,
    waits: false,
    goesWith: null,
    left: 100,
    also: null,
    dueDate,
    dueRange: null,
    urgency: 'this week',
    failureChance: null,
    failureRange: null,
  }) as ReplacementDuty
const turn = (printer: CheckTurn['printer'], name: string, role: Role, dueDate: string) =>
  ({
    printer,
    checkType: {
      id: idOf(name.length),
      name,
      minutes: 5,
      beforePrint: false,
      steps: 3,
      needs: { role, signOff: null },
    },
    state: 'overdue',
    due: { clock: 'hours', interval: 100, left: -5, isFirst: false },
    after: null,
    dueDate,
    urgency: 'this week',
    lastAt: null,
    openSheetId: null,
  }) as CheckTurn
const signOff: OtherDuty = {
  id: 'sign-off 1',
  kind: 'sign-off',
  words: 'Sign Nils off again',
  why: 'It ends soon',
  printer: null,
  dueDate: '2026-11-22',
  dueRange: null,
  urgency: 'this week',
} as unknown as OtherDuty
const none = { overdue: [], 'this week': [], later: [] }
const round: Round = {
  fresh: { asOf: null, waiting: 0 } as unknown as Round['fresh'],
  checks: {
    ...none,
    'this week': [
      turn(limpet, 'Belts', 'operator', '2026-11-23'),
      turn(whelk, 'Electrics', 'technician', '2026-11-20'),
    ],
  },
  made: [],
  others: [signOff],
  overdue: [],
  thisWeek: [duty(301, limpet, 'Nozzle', 'nozzle', '2026-11-21'), duty(302, whelk, 'X belt', 'belt', '2026-11-24')],
  later: [duty(303, limpet, 'Fan', 'fan', '2027-01-10')],
  waiting: [{ printer: spot(103, 'Cockle', 'A'), parts: 2, checks: 1, others: 0 }],
  counts: {
    replace: { overdue: 0, 'this week': 2, later: 40 },
    check: { overdue: 0, 'this week': 2, later: 0 },
  },
}
const me = (until: string | null) => ({
  id: '00000000-0000-4000-8000-000000000001',
  signOffs: [{ signOff: 'motion', until, modelId: null }],
})
const open = (role: Role = 'technician', until: string | null = null) =>
  inWorkshop(<RoundPage />, {
    role,
    answers: {
      [addressOf(reads.round, { where: null })]: round,
      [addressOf(reads.round, { where: 'Shed / A' })]: round,
      [addressOf(reads.printerNames, { retired: null })]: [limpet, whelk],
      [addressOf(reads.today, {})]: { day: null, visits: [] },
      [addressOf(reads.people, {})]: [me(until)],
    },
  })
const rowsOf = async (section: string) =>
  within(await screen.findByRole('region', { name: section }))
    .queryAllByRole('listitem')
    .map(({ textContent }) => /Nozzle|X belt|Fan|Belts|Electrics|Nils/.exec(textContent)?.[0])

it('has all that is due in one order, whatever it is, and folds what comes later', async () => {
  open()
  expect(await rowsOf('this week')).toEqual(['Electrics', 'Nozzle', 'Nils', 'Belts', 'X belt'])
  expect(screen.getByRole('heading', { name: /This week 2 parts, 2 checks, 1 other/ })).toBeTruthy()
  expect(await rowsOf('later')).toEqual([])
  await press('Show what is due later')
  expect(await rowsOf('later')).toEqual(['Fan'])
  expect(screen.getByText('The soonest 1 of 40 parts.')).toBeTruthy()
})

it('tells what waits for a release, without a way to do it', async () => {
  open()
  const waiting = await screen.findByText(/^1 printer stopped or on hold/)
  expect(within(waiting.parentElement!).getByText('2 parts, 1 check')).toBeTruthy()
  expect(within(waiting.parentElement!).queryByRole('button')).toBeNull()
})

describe('only what I may do', () => {
  const mine = async () => userEvent.click(await screen.findByRole('switch', { name: 'Only what I may do' }))

  it('leaves out what somebody is not signed off for, and what is of another role', async () => {
    open()
    await mine()
    // The nozzle is hot work; signing off is a lead’s.
    expect(await rowsOf('this week')).toEqual(['Electrics', 'Belts', 'X belt'])
  })

  it('leaves out what a sign-off was for that has run out, from the day after its last', async () => {
    const { unmount } = open('technician', '2026-11-20')
    await mine()
    expect(await rowsOf('this week')).toEqual(['Electrics', 'Belts', 'X belt'])
    unmount()
    open('technician', '2026-11-19')
    await mine()
    expect(await rowsOf('this week')).toEqual(['Electrics', 'Belts'])
  })

  it('leaves an operator the checks of operators', async () => {
    open('operator')
    await mine()
    expect(await rowsOf('this week')).toEqual(['Belts'])
  })
})

it('of one rack shows that rack, and what is about people nowhere', async () => {
  open()
  await userEvent.click(await screen.findByRole('combobox', { name: 'Room or rack' }))
  await userEvent.click(await screen.findByRole('option', { name: 'Rack A' }))
  expect(await rowsOf('this week')).toEqual(['Nozzle', 'Belts'])
  expect(await screen.findByText('Nothing is overdue here.')).toBeTruthy()
})
