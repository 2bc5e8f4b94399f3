import { screen, within } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import { addressOf, reads, type Floor, type FloorPrinter, type PartLine, type Role } from '@diatribon/contract'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf } from '../testing/made.ts'
import { FloorPage } from './FloorPage.tsx'

const part = (slotKind: string, urgency: PartLine['urgency']) =>
  ({
    slot: { id: idOf(301), name: `The ${slotKind}` },
    partType: { id: idOf(201), name: slotKind, slotKind },
    clock: 'hours',
    age: 900,
    ageIsKnown: true,
    interval: 1000,
    left: 100,
    also: null,
    dueDate: '2026-11-25',
    urgency,
    waits: false,
    goesWith: null,
  }) as unknown as PartLine
const printer = (n: number, name: string, more: Partial<FloorPrinter> = {}) =>
  ({
    id: idOf(n),
    name,
    make: 'Dunlin',
    model: 'D2',
    modelId: idOf(501),
    room: 'Shed',
    rack: 'A',
    place: n - 100,
    state: 'in service',
    holdReason: null,
    stop: null,
    runHours: 1200,
    countedAt: '2026-11-19T10:00:00.000Z',
    isKnown: true,
    worst: null,
    next: null,
    overdueCount: 0,
    checksDue: 0,
    openFaults: 0,
    ...more,
  }) as unknown as FloorPrinter
const me = { id: '00000000-0000-4000-8000-000000000001', signOffs: [{ signOff: 'motion', until: null, modelId: null }] }

function open(printers: FloorPrinter[], { role = 'technician' as Role, more = {} } = {}) {
  const racks: Floor['racks'] = printers.length > 0 ? [{ room: 'Shed', rack: 'A', printers }] : []
  return inWorkshop(<FloorPage />, {
    role,
    answers: {
      [addressOf(reads.floor, {})]: { fresh: { asOf: null, waiting: 0 }, racks },
      [addressOf(reads.enclosures, {})]: {},
      [addressOf(reads.noticeBoard, {})]: { notices: [], fromOutside: null },
      [addressOf(reads.people, {})]: [me],
      ...more,
    },
  })
}
const rowOf = async (name: string) => within((await screen.findByRole('link', { name })).closest('li')!)
const named = () => screen.queryAllByRole('listitem').map((row) => within(row).getByRole('link').textContent)

it('says of each printer whether it may be used, and why not', async () => {
  open([
    printer(101, 'Limpet'),
    printer(102, 'Whelk', { state: 'on hold', holdReason: 'Heater wire chafed', openFaults: 1 }),
    printer(103, 'Cockle', {
      state: 'stopped',
      stop: { symptom: 'Smells burnt' } as FloorPrinter['stop'],
      openFaults: 2,
    }),
  ])
  expect((await rowOf('Limpet')).getByText('In service')).toBeTruthy()
  const held = await rowOf('Whelk')
  expect(held.getByText('On hold')).toBeTruthy()
  expect(held.getByText('Heater wire chafed')).toBeTruthy()
  const stopped = await rowOf('Cockle')
  expect(stopped.getByText('Stopped')).toBeTruthy()
  expect(stopped.getByText('Reported: Smells burnt')).toBeTruthy()
  expect(stopped.getByText('2 faults not closed')).toBeTruthy()
})

it('says what is not known yet instead of nothing, and how old the count is', async () => {
  open([printer(101, 'Limpet', { isKnown: false, countedAt: '2026-11-01T10:00:00.000Z' })])
  const row = await rowOf('Limpet')
  expect(row.getByText('Being worked out …')).toBeTruthy()
  expect(row.getByText(/^counted 19 days ago|^counted 3 weeks ago/)).toBeTruthy()
})

it('tells of an enclosure that is too warm', async () => {
  const hot = { celsius: 61.2, at: '2026-11-20T09:55:00.000Z', limitC: 45, hotHours: 3, isTooHot: true }
  open([printer(101, 'Limpet')], { more: { [addressOf(reads.enclosures, {})]: { [idOf(101)]: hot } } })
  expect(await screen.findByText('Enclosure 61.2 °C, limit 45 °C')).toBeTruthy()
})

it('has a way in for a workshop without printers', async () => {
  open([])
  expect(await screen.findByRole('link', { name: 'Take the first one in' })).toBeTruthy()
})

describe('only what I may do', () => {
  const printers = [
    printer(101, 'Hot', { next: part('nozzle', 'overdue') }),
    printer(102, 'Belt', { next: part('belt', 'this week') }),
    printer(103, 'Later', { next: part('belt', 'later') }),
    printer(104, 'Check', { checksDue: 1 }),
    printer(105, 'Faulty', { openFaults: 1 }),
  ]
  const mine = async () => userEvent.click(await screen.findByRole('switch', { name: 'Only what I may do' }))

  it('leaves the printers with work that somebody is signed off for', async () => {
    open(printers)
    await mine()
    await rowOf('Belt')
    expect(named()).toEqual(['Belt', 'Check', 'Faulty'])
  })

  it('leaves a member the checks, and says so where there are none', async () => {
    const { unmount } = open(printers, { role: 'member' })
    await mine()
    await rowOf('Check')
    expect(named()).toEqual(['Check'])
    unmount()
    open(printers.slice(0, 3), { role: 'member' })
    await mine()
    expect(await screen.findByText('No printer here has anything due that you may do.')).toBeTruthy()
  })
})
