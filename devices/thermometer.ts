import { randomUUID } from 'node:crypto'
import { FeedDoor } from './src/door.ts'
import { thermometerLog } from './src/thermometer.ts'

/** npx tsx devices/thermometer.ts URL TOKEN PRINTER-NAME END-TEMPERATURE [minutes] */
const [url, token, name, endC, minutes = '60'] = process.argv.slice(2)
if (!url || !token || !name || !endC) {
  console.error('Say where and what: npx tsx devices/thermometer.ts URL TOKEN PRINTER-NAME END-TEMPERATURE [minutes]')
  process.exit(1)
}
const door = new FeedDoor(url, token)
const printer = (await door.printers()).find((p) => p.name === name)
if (!printer) {
  console.error(`There is no printer called ${name}.`)
  process.exit(1)
}
const now = new Date()
const log = { until: now, minutes: Number(minutes), stepMinutes: 5, roomC: 22, endC: Number(endC) }
const [result] = await door.report([
  {
    kind: 'log-enclosure',
    key: randomUUID(),
    at: now.toISOString(),
    printerId: printer.id,
    samples: thermometerLog(log, Math.random),
  },
])
console.log(result?.ok ? 'logged' : `refused: ${result?.error.message}`)
