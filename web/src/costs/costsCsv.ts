import Papa from 'papaparse'
import { costKinds, fromMinor, type CostsPage } from '@diatribon/contract'

/** Costs as plain columns, in the currency's unit; the last row is all together. */
export function costsCsv({ lines, all, by }: Pick<CostsPage, 'lines' | 'all' | 'by'>, currency: string): string {
  const unit = (minor: number) => fromMinor(minor, currency)
  return Papa.unparse(
    [
      [by, 'running hours', 'failed', 'days down', ...costKinds, 'together', 'for 1,000 hours'],
      ...[...lines, all].map(({ name, runHours, failures, daysDown, minor, sumMinor, perHourMinor }) => [
        name,
        Number(runHours.toFixed(1)),
        failures,
        Number(daysDown.toFixed(2)),
        ...costKinds.map((kind) => unit(minor[kind])),
        unit(sumMinor),
        perHourMinor === null ? '' : unit(Math.round(1000 * perHourMinor)),
      ]),
    ],
    { escapeFormulae: true },
  )
}
