import { randomUUID } from 'node:crypto'
import { FeedDoor } from './src/door.ts'
import { fleetDay } from './src/fleetDay.ts'
import { scaleShows } from './src/scale.ts'

/**
 * npx tsx devices/fleet.ts URL TOKEN [last hours]
 * npx tsx devices/fleet.ts URL TOKEN weigh SPOOL-ID GRAMS
 */
const [url, token, what = '12', spoolId, grams] = process.argv.slice(2)
if (!url || !token) {
  console.error('Say the address of the server and the token of the device: npx tsx devices/fleet.ts URL TOKEN [hours]')
  process.exit(1)
}
const door = new FeedDoor(url, token)
const now = new Date()
const actions =
  what === 'weigh'
    ? [
        {
          kind: 'weigh-spool',
          key: randomUUID(),
          at: now.toISOString(),
          spoolId,
          grossGrams: scaleShows(Number(grams), Math.random),
        },
      ]
    : fleetDay(await door.printers(), {
        until: now,
        hours: Number(what),
        seed: Math.random(),
        lost: 0.01,
        repeated: 0.05,
        late: 0.03,
        key: randomUUID,
      })
const results = await door.report(actions)
const refused = results.filter((result) => !result.ok)
console.log(`${results.length} reports, ${refused.length} refused`)
for (const result of refused.slice(0, 10)) if (!result.ok) console.log(`  ${result.error.message}`)
