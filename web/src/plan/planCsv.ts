import Papa from 'papaparse'
import { fromMinor, type FortnightPage } from '@diatribon/contract'

/** The plan as plain columns, a row for each task: those that are planned, then those that are left with the reason. */
export function planCsv({ visits, left, days }: FortnightPage, currency: string): string {
  const names = new Map(days.flatMap(({ people }) => people.map(({ id, name }) => [id, name] as const)))
  const row = (task: FortnightPage['left'][number]['task']) => [
    task.printer.name,
    task.printer.place,
    task.kind,
    task.words,
    task.partType?.name ?? '',
    task.minutes,
    task.due,
    fromMinor(task.riskPerDayMinor, currency),
  ]
  return Papa.unparse(
    [
      [
        'day',
        'who',
        'printer',
        'place',
        'kind',
        'what',
        'part type',
        'minutes',
        'due',
        'waiting costs a day',
        'why left',
      ],
      ...visits.flatMap(({ day, personId, tasks }) =>
        tasks.map((task) => [day, names.get(personId) ?? '', ...row(task), '']),
      ),
      ...left.map(({ task, why }) => ['', '', ...row(task), why]),
    ],
    { escapeFormulae: true },
  )
}
