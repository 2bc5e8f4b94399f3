import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import fc from 'fast-check'
import { counterAt, type CounterPoint } from '@diatribon/core'
import { countersAtSql } from '../src/rules/countersAtSql.ts'
import { counterPoint } from '../src/platform/tables.ts'
import { scratchWorkshop, type Workshop } from './scratch.ts'

let shop: Workshop
beforeAll(async () => {
  shop = await scratchWorkshop()
})
afterAll(() => shop.close())

const t0 = Date.parse('2026-01-01T00:00:00Z')
/** Amounts as they are counted, to a millionth. */
const upTo = (most: number) => fc.integer({ min: 0, max: most * 1e6 }).map((millionths) => millionths / 1e6)
/** Points of a curve, a while apart, each a little more of everything. */
const curves = fc
  .array(
    fc.record({
      seconds: fc.integer({ min: 1, max: 40 * 86_400 }),
      hours: upTo(500),
      prints: upTo(40),
      metres: upTo(900),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((steps) => {
    let at: CounterPoint = { atMs: t0, hours: 0, prints: 0, metres: 0, abrasiveMetres: 0 }
    return steps.map(({ seconds, hours, prints, metres }) => {
      at = {
        ...at,
        atMs: at.atMs + seconds * 1000,
        hours: at.hours + hours,
        prints: at.prints + prints,
        metres: at.metres + metres,
      }
      return at
    })
  })

it('reads the same off a curve in the database as the sum does', async () => {
  const { db } = shop.server.services.database
  const [home] = (await db.execute<{ id: string }>(sql`SELECT id FROM site`)).rows
  await fc.assert(
    fc.asyncProperty(
      curves,
      fc.array(fc.double({ min: -0.2, max: 1.3, noNaN: true }), { minLength: 3 }),
      async (points, shares) => {
        const printerId = randomUUID()
        await shop.takeIn(printerId, `Curve ${printerId}`, 1, 0)
        await db.execute(sql`DELETE FROM counter_point WHERE printer_id = ${printerId}`)
        await db.insert(counterPoint).values(
          points.map(({ atMs, ...counters }) => ({
            ...counters,
            id: randomUUID(),
            siteId: home!.id,
            printerId,
            at: new Date(atMs),
          })),
        )
        const [first, last] = [points[0]!, points.at(-1)!]
        for (const share of shares) {
          const atMs = Math.round(first.atMs + share * (last.atMs - first.atMs + 1000))
          const read = countersAtSql(sql`${printerId}::uuid`, sql`${new Date(atMs).toISOString()}::timestamptz`)
          const { rows } = await db.execute<{ then: Record<string, number> | null }>(sql`SELECT ${read} AS then`)
          const before = points.findLast((point) => point.atMs <= atMs)
          if (!before) {
            expect(rows[0]!.then).toBeNull()
            continue
          }
          const after = points.find((point) => point.atMs > atMs) ?? null
          const { hours, prints, metres } = counterAt(before, after, atMs)
          for (const [name, value] of Object.entries({ hours, prints, metres }))
            expect(Math.abs(rows[0]!.then![name]! - value)).toBeLessThanOrEqual(1e-9 * Math.max(1, value))
        }
      },
    ),
    { numRuns: 25 },
  )
})
