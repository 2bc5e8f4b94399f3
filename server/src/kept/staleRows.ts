import { isDeepStrictEqual } from 'node:util'
import type pg from 'pg'
import { figureNames, type ChangedTopics, type FigureName } from '@diatribon/contract'
import { areaOfTable } from '../platform/areaOfTable.ts'
import { followedByNone, inTime, settings } from './settings.ts'

/** A row that a commit writes, and as it was; undefined: it is new. */
export interface Change {
  table: string
  row: object
  was: object | undefined
}

/** Figures that no longer hold: of these printers or part types, or of all. */
export interface Stale {
  of: { figure: FigureName; about: string }[]
  everyones: FigureName[]
}

/** What changed rows make stale. */
export function staleBy(changes: readonly Change[]): Stale {
  const of = new Map<string, Stale['of'][number]>()
  const everyones = new Set<FigureName>()
  for (const { table, row, was } of changes) {
    const following = figureNames.filter((name) => settings[name].follows[table])
    if (following.length === 0 || (was && onlyIn(row, was, followedByNone[table]))) continue
    for (const figure of following) {
      if (settings[figure].unless?.[table]?.({ ...row }, was && { ...was })) continue
      const whose = settings[figure].follows[table]!
      if (whose === 'everyone') everyones.add(figure)
      else if (whose === 'everyone, in time') of.set(`${figure} ${inTime}`, { figure, about: inTime })
      else
        for (const about of [row, was].flatMap((one) => (one ? (one as Record<string, string>)[whose]! : [])))
          of.set(`${figure} ${about}`, { figure, about })
    }
  }
  return { of: [...of.values()], everyones: [...everyones] }
}

/** Says what pages show of changed rows, and of the figures that they make stale. */
export function sayChanged(
  to: ChangedTopics,
  changes: readonly (Change & { name: string })[],
  { of, everyones }: Stale,
): void {
  for (const { table, name, row, was } of changes) {
    const area = was && onlyIn(row, was, enclosureColumns[table]) ? 'enclosure' : areaOfTable(name)
    const { id, printerId } = row as { id?: string; printerId?: string | null }
    if (area) to.add(area, (table === 'printer' ? id : printerId) ?? null)
  }
  for (const { figure, about } of of)
    if (about !== inTime) to.add(figure, settings[figure].about === 'printer' ? about : null)
  for (const figure of everyones) to.add(figure, null)
}

/** A thermometer tells them every minute: what they are is no other printer. */
const enclosureColumns = { printer: followedByNone.printer } as Partial<Record<string, readonly string[]>>

/** Whether two rows differ in these columns only. */
function onlyIn(row: object, was: object, columns: readonly string[] | undefined): boolean {
  if (!columns) return false
  const [now, before] = [row, was] as Record<string, unknown>[]
  return Object.keys(now!).every((name) => columns.includes(name) || isDeepStrictEqual(now![name], before![name]))
}

/** Says in this very transaction which figures no longer hold. Rows are added only, so that no two commits wait for each other. */
export async function writeStale(client: pg.ClientBase, { of, everyones }: Stale): Promise<void> {
  const own = of.filter(({ figure }) => !everyones.includes(figure))
  const sent: Promise<unknown>[] = []
  if (own.length > 0)
    sent.push(
      client.query({
        name: 'kept-stale',
        text: 'INSERT INTO kept_stale (figure, about) SELECT * FROM unnest($1::text[], $2::uuid[])',
        values: [own.map(({ figure }) => figure), own.map(({ about }) => about)],
      }),
    )
  for (const figure of everyones)
    sent.push(
      client.query(`INSERT INTO kept_stale (figure, about) SELECT $1, id FROM ${tableOf[settings[figure].about]}`, [
        figure,
      ]),
    )
  await Promise.all(sent)
}

export const tableOf = { printer: 'printer', 'part type': 'part_type', upgrade: 'upgrade' }
