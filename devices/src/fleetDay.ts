import { hourMs } from '@diatribon/core'
import { randomLcg } from 'd3-random'

export interface FleetOptions {
  /** The day ends here; nothing is reported beyond it. */
  until: Date
  hours?: number
  seed?: number
  /** Share of reports that never arrive, that arrive twice, and that arrive out of their order. */
  lost?: number
  repeated?: number
  late?: number
  /** Makes the key of a report; the same report keeps its key however often it is sent. */
  key: () => string
}

/**
 * A day of a simulated fleet as it would be reported: for each printer jobs that start and finish, and now and then its
 * meter. The same seed gives the same day.
 * @param printers with what their meters show at the beginning of the day
 * @returns actions in the order in which they are sent
 */
export function fleetDay(printers: { id: string; meterHours: number }[], options: FleetOptions): object[] {
  const { until, hours = 24, seed = 0.3, lost = 0, repeated = 0, late = 0, key } = options
  const random = randomLcg(seed)
  const begin = until.getTime() - hours * hourMs
  const reports: { at: number; action: object }[] = []
  for (const { id: printerId, meterHours } of printers) {
    let clock = begin + (0.2 + 2 * random()) * hourMs
    let meter = meterHours
    const tell = (at: number, action: object) =>
      reports.push({ at, action: { key: key(), printerId, at: new Date(at).toISOString(), ...action } })
    for (let n = 0; ; n++) {
      const length = 0.4 + 4 * random()
      const end = clock + length * hourMs
      if (end > until.getTime()) break
      const jobId = key()
      const plannedHours = Math.round(length * 100) / 100
      tell(clock, { kind: 'start-job', jobId, name: `Job ${n + 1}`, plannedHours })
      tell(end, {
        kind: 'finish-job',
        jobId,
        startedAt: new Date(clock).toISOString(),
        metres: Math.round(length * 70) / 10,
        outcome: random() < 0.95 ? 'good' : 'failed',
      })
      meter += length
      clock = end + (0.1 + random()) * hourMs
      // A controller that knows its meter tells it after every third job.
      if (n % 3 === 2 && clock < until.getTime())
        tell(clock - 60_000, { kind: 'count-hours', meterHours: Math.round(meter * 100) / 100 })
    }
  }
  reports.sort((a, b) => a.at - b.at)
  const sent: { at: number; action: object }[] = []
  for (const report of reports) {
    if (random() < lost) continue
    const delay = random() < late ? (1 + 5 * random()) * hourMs : 0
    sent.push({ ...report, at: report.at + delay })
    if (random() < repeated) sent.push({ ...report, at: report.at + delay + hourMs / 2 })
  }
  return sent.sort((a, b) => a.at - b.at).map(({ action }) => action)
}
