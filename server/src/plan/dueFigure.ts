import { dayMs } from '@diatribon/core'
import { createHash } from 'node:crypto'
import {
  isHere,
  type CheckTurn,
  type PartLine,
  type PrinterHead,
  type PrinterLine,
  type ReplacementDuty,
} from '@diatribon/contract'
import { turnsOf } from './turns.ts'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { rulesInForce } from '../rules/adopted.ts'
import { keptJudgements } from '../lives/judgementFigure.ts'
import { groupBy } from '../platform/groupBy.ts'
import { lentOut } from '../rules/lentOut.ts'
import { printerHeads } from '../rules/printerHeads.ts'
import { calendarHere, nextMidnight } from '../platform/calendar.ts'
import { dutiesOf, type Timed } from '../rules/partDuties.ts'
import { byUse, nextOf, shareOf } from './byUrgency.ts'
import { whenReachedOf } from '../rules/whenReached.ts'

/** A printer's line on the Floor, with a mark that is another when anything that falls due there is. */
type KeptLine = PrinterLine & { mark: string }

interface DueRow {
  what: 'replace' | 'check'
  itemId: string
  position: number
  urgency: string | null
  dueDate: string | null
  leftShare: number
  item: ReplacementDuty | CheckTurn
}

/** What falls due on each printer, and the line that sums it up. */
export const dueFigure: Figure<KeptLine, DueRow[]> = {
  name: 'due',
  restsOn: ['forecast'],
  needs: ['judgement'],
  async reckon({ db, now }, ids) {
    const calendar = await calendarHere(db)
    const all = await printerHeads(db, ids)
    const lent = await lentOut(db, ids)
    const heads = all.filter((head) => isHere(head) && !lent.has(head.id))
    const from = { db, now, calendar, heads, reached: await whenReachedOf(db, heads, { calendar, now }) }
    const duties = heads.length > 0 ? await dutiesOf(from, await keptJudgements(db), await rulesInForce(db)) : []
    const turns = await turnsOf(from)
    const midnight = nextMidnight(calendar, now).getTime()
    const dutiesOn = groupBy(duties, ({ item }) => item.printer.id)
    const turnsOn = groupBy(turns, ({ item }) => item.printer.id)
    return new Map(
      all.map((head): [string, Reckoned<KeptLine, DueRow[]>] => {
        const own = dutiesOn.get(head.id) ?? []
        const checks = turnsOn.get(head.id) ?? []
        const flips = [...own, ...checks].flatMap(({ flipsInDays }) =>
          flipsInDays.flatMap((days) => (days > 0 ? now.getTime() + days * dayMs : [])),
        )
        const rows = rowsOf(own, checks)
        const mark = createHash('sha1').update(JSON.stringify(rows)).digest('base64url')
        return [
          head.id,
          {
            result: { ...lineOf(head, own, checks), mark },
            more: rows,
            holdsUntil: new Date(Math.min(midnight, ...flips)),
          },
        ]
      }),
    )
  },
  async store({ client }, results) {
    await client.query('DELETE FROM due_item WHERE printer_id = ANY($1::uuid[])', [[...results.keys()]])
    const rows = [...results].flatMap(([printerId, { more = [] }]) =>
      more.map(({ itemId, dueDate, leftShare, ...row }) => ({
        ...row,
        printer_id: printerId,
        item_id: itemId,
        due_date: dueDate,
        left_share: leftShare,
      })),
    )
    await client.query('INSERT INTO due_item SELECT * FROM jsonb_populate_recordset(NULL::due_item, $1::jsonb)', [
      JSON.stringify(rows),
    ])
  },
}

/** What a printer's line tells of a part. */
const shownOfPart: readonly (keyof PartLine)[] = [
  'slot',
  'partType',
  'clock',
  'age',
  'ageIsKnown',
  'interval',
  'left',
  'dueDate',
  'urgency',
  'failureChance',
  'failureRange',
  'waits',
  'also',
]

function lineOf(
  { hoursPerDay, perDay }: PrinterHead,
  own: Timed<ReplacementDuty>[],
  checks: Timed<CheckTurn>[],
): PrinterLine {
  const duties = own.map(({ item }) => item).filter(({ waits }) => !waits)
  const short = (duty: ReplacementDuty | null | undefined): PrinterLine['next'] =>
    duty ? (Object.fromEntries(shownOfPart.map((name) => [name, duty[name]])) as unknown as PartLine) : null
  return {
    hoursPerDay,
    perDay,
    worst: short([...duties].sort(byUse)[0]),
    next: short(nextOf(duties)),
    overdueCount: duties.filter(({ urgency }) => urgency === 'overdue').length,
    checksDue: checks.filter(({ item }) => item.urgency === 'overdue').length,
  }
}

function rowsOf(duties: Timed<ReplacementDuty>[], checks: Timed<CheckTurn>[]): DueRow[] {
  return [
    ...duties.map(({ item }, position) => ({
      what: 'replace' as const,
      itemId: item.fittingId,
      position,
      // What waits for its failure falls due in no heap.
      urgency: item.waits ? null : item.urgency,
      dueDate: item.dueDate,
      leftShare: shareOf(item, 'left'),
      item,
    })),
    ...checks.map(({ item }, position) => ({
      what: 'check' as const,
      itemId: item.checkType.id,
      position,
      urgency: item.urgency,
      dueDate: item.dueDate,
      leftShare: 0,
      item,
    })),
  ]
}
