import { areas, type Area } from '@diatribon/contract'
import { concerns } from './concerns.ts'

const limpet = '11111111-1111-4111-8111-111111111111'
const whelk = '22222222-2222-4222-8222-222222222222'
const notice = (some: Area[], printerIds: string[] | null = [limpet]) => ({ areas: some, printerIds })

it.each<[string, Area[], boolean]>([
  ['/api/printers', ['printers'], true],
  ['/api/printers', ['plan'], false],
  ['/api/printers/names', ['printers'], true],
  ['/api/plan/round', ['plan', 'logbook'], true],
  ['/api/enclosures', ['enclosure'], true],
  ['/api/printers', ['enclosure'], false],
  [`/api/printers/${limpet}`, ['enclosure'], false],
  [`/api/printers/${limpet}`, ['logbook'], false],
  [`/api/printers/${limpet}`, ['printers'], true],
  [`/api/printers/${limpet}/readings`, ['readings'], true],
  [`/api/printers/${limpet}/counts?before=1.2`, ['hours'], true],
  [`/api/printers/${whelk}`, ['printers', 'hours', 'plan'], false],
  ['/api/session', ['people'], true],
])('whether %s shows %j of another printer’s', (address, some, expected) =>
  expect(concerns(notice(some), address)).toBe(expected),
)

it('is about any printer when too many were touched to be named', () =>
  expect(concerns(notice(['printers'], null), `/api/printers/${whelk}`)).toBe(true))

it('knows every area', () => {
  const addresses = ['/api/printers', `/api/printers/${limpet}/counts`, '/api/parts', '/api/lives', '/api/plan/round']
  addresses.push('/api/logbook', '/api/people', '/api/stores/spools', '/api/readings/kinds', '/api/checks/types')
  addresses.push(
    '/api/faults',
    '/api/notices',
    '/api/presence',
    '/api/enclosures',
    '/api/upgrades',
    '/api/jobs/materials',
  )
  for (const area of areas)
    expect([area, addresses.some((address) => concerns(notice([area]), address))]).toEqual([area, true])
})
