import { v5 as derivedId } from 'uuid'
import type { Counts, NewDevice } from '@diatribon/contract'
import { scratchWorkshop, type Workshop } from '../../server/test/scratch.ts'
import { FeedDoor } from '../src/door.ts'
import { fleetDay, type FleetOptions } from '../src/fleetDay.ts'
import { findPitch, pluckedBelt } from '@diatribon/core'
import { scaleShows } from '../src/scale.ts'
import { thermometerLog } from '../src/thermometer.ts'
import { wavOf } from '../src/wav.ts'

let shop: Workshop
let door: FeedDoor
beforeAll(async () => {
  shop = await scratchWorkshop()
  const { body } = await shop.lead.call<NewDevice>('POST', '/api/devices', { name: 'Fleet' })
  door = new FeedDoor(shop.server.url, body.token)
})
afterAll(() => shop.close())

const numbered = (space: string) => {
  let n = 0
  return () => derivedId(`${space} ${++n}`, '6ba7b810-9dad-11d1-80b4-00c04fd430c8')
}
const totals = async (id: string) => (await shop.lead.get<Counts>(`/api/printers/${id}/counts`)).totals

it('reports the same day for the same seed', () => {
  const printers = [{ id: 'a', meterHours: 10 }]
  const options = (): FleetOptions => ({ until: new Date('2026-03-02T00:00:00Z'), key: numbered('x') })
  expect(fleetDay(printers, options())).toEqual(fleetDay(printers, options()))
})

it('counts a day of reports, also when they come twice, late and out of order', async () => {
  const ids = [1, 2, 3].map((n) => derivedId(`printer ${n}`, '6ba7b810-9dad-11d1-80b4-00c04fd430c8'))
  for (const [i, id] of ids.entries()) await shop.takeIn(id, `Fleet ${i}`, i + 1)
  const until = new Date(Date.now() - 60_000)
  const fleet = (await door.printers()).filter(({ id }) => ids.includes(id))
  const clean = fleetDay(fleet, { until, key: numbered('report') })
  const messy = fleetDay(fleet, { until, key: numbered('report'), repeated: 0.4, late: 0.3 })
  expect(messy.length).toBeGreaterThan(clean.length)
  const results = await door.report(messy)
  // A start that comes after its own end, or while an earlier job still stands open, is refused and does no harm.
  for (const result of results)
    if (!result.ok)
      expect(['job-running', 'already-started', 'already-finished', 'key-used']).toContain(result.error.code)
  const finished = clean.filter((action) => (action as { kind: string }).kind === 'finish-job')
  const hours = finished.reduce<number>((sum, action) => {
    const { at, startedAt } = action as { at: string; startedAt: string }
    return sum + (Date.parse(at) - Date.parse(startedAt)) / 3600_000
  }, 0)
  const counted = (await Promise.all(ids.map(totals))).reduce(
    (sum, { hours, prints }) => ({ hours: sum.hours + hours, prints: sum.prints + prints }),
    { hours: 0, prints: 0 },
  )
  expect(counted.prints).toBeCloseTo(finished.length, 6)
  expect(counted.hours).toBeGreaterThan(hours - 0.5)
  expect(counted.hours).toBeLessThan(hours + 0.5)
})

it('the scale shows whole grams, near the truth', () => {
  for (const random of [() => 0, () => 0.5, () => 0.999]) {
    const shown = scaleShows(640.3, random)
    expect(Number.isInteger(shown)).toBe(true)
    expect(Math.abs(shown - 640.3)).toBeLessThanOrEqual(1.5)
  }
  expect(scaleShows(0, () => 0)).toBe(0)
})

it('the thermometer nears its end and is taken by the door', async () => {
  const log = { until: new Date(Date.now() - 1000), minutes: 60, stepMinutes: 5, roomC: 22, endC: 58 }
  const samples = thermometerLog(log, () => 0.5)
  expect(samples).toHaveLength(13)
  expect(samples[0]!.celsius).toBe(22)
  expect(samples[12]!.celsius).toBeCloseTo(58 - 36 * Math.exp(-3), 1)
  const [result] = await door.report([
    {
      kind: 'log-enclosure',
      key: numbered('temperature')(),
      at: new Date().toISOString(),
      printerId: shop.ids.printer,
      samples,
    },
  ])
  expect(result).toMatchObject({ ok: true })
})

it('the microphone writes a sound file that holds its pluck', () => {
  const wav = wavOf(pluckedBelt({ hz: 62, seconds: 1, sampleRate: 16_000, noise: 0.1, seed: 3 }), 16_000)
  expect(wav.subarray(0, 4).toString()).toBe('RIFF')
  expect(wav.readUInt32LE(40)).toBe(wav.length - 44)
  const samples = Float32Array.from({ length: 16_000 }, (_, i) => wav.readInt16LE(44 + 2 * i) / 32767)
  expect(findPitch(samples, wav.readUInt32LE(24)).hz).toBeCloseTo(62, 0)
})
