import { jest } from '@jest/globals'
import { addressOf, areas, readAt, reads, type Changed, type ReadDeclaration, type Topic } from '@diatribon/contract'
import { whatIsOld } from './whatIsOld.ts'

const limpet = '11111111-1111-4111-8111-111111111111'
const whelk = '22222222-2222-4222-8222-222222222222'
const { isOld } = whatIsOld(() => undefined)

it.each<[string, Changed, boolean]>([
  [addressOf(reads.floor, {}), { printers: [whelk] }, true],
  [addressOf(reads.floor, {}), { enclosure: [whelk] }, false],
  [addressOf(reads.floor, {}), { due: [whelk] }, true],
  [addressOf(reads.enclosures, {}), { printers: [limpet] }, true],
  [addressOf(reads.enclosures, {}), { enclosure: [limpet] }, true],
  [addressOf(reads.printer, { id: limpet }), { printers: [whelk], due: [whelk] }, false],
  [addressOf(reads.printer, { id: limpet }), { printers: [limpet] }, true],
  [addressOf(reads.printer, { id: limpet }), { printers: null }, true],
  [addressOf(reads.series, { id: limpet }), { scatter: [whelk] }, true],
  [addressOf(reads.counts, { id: limpet, before: '1.2' }), { hours: [limpet] }, true],
  [addressOf(reads.score, {}), { judgement: null }, false],
  [addressOf(reads.life, { id: limpet }), { judgement: null }, true],
  ['/api/no-such-read', { printers: null }, false],
])('whether %s is old after %j', (address, changed, expected) => expect(isOld(changed, address)).toBe(expected))

it('finds every read by its address, and none by another’s', () => {
  for (const of of Object.values(reads) as ReadDeclaration[]) {
    const address = addressOf(of, { id: limpet, code: 'abc' } as never).replace(/\?.*/, '')
    expect(readAt(address)?.of).toBe(of)
  }
})

it('has a read that shows it, for every area', () => {
  const shown = new Set(Object.values(reads).flatMap(({ shows }): readonly Topic[] => shows))
  expect(areas.filter((area) => !shown.has(area))).toEqual([])
})

it('fetches what is dear at most so often, and once more for what came meanwhile', () => {
  jest.useFakeTimers()
  const fetched: string[] = []
  const { isOld, stop } = whatIsOld((address) => fetched.push(address))
  const costs = addressOf(reads.costs, { from: '2026-01-01', until: '2026-02-01', by: 'printer' })
  expect(isOld({ hours: null }, costs)).toBe(true)
  for (let i = 0; i < 5; i++) expect(isOld({ hours: null }, costs)).toBe(false)
  jest.advanceTimersByTime(14_000)
  expect(fetched).toEqual([])
  jest.advanceTimersByTime(1_000)
  expect(fetched).toEqual([costs])
  expect(isOld({ hours: null }, costs)).toBe(false)
  stop()
  jest.advanceTimersByTime(60_000)
  expect(fetched).toEqual([costs])
  jest.useRealTimers()
})
