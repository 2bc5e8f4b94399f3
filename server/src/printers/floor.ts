import type { Duty, Floor, FloorPrinter } from '@diatribon/contract'
import { turnsOf } from '../checks/turns.ts'
import { openFaultCounts } from '../faults/open.ts'
import { byUse, dutiesOf, nextOf, printerHeads, type Planning } from '../plan/duties.ts'

/** All printers by room and rack, each with the part that has used most of its interval. */
export async function floor(planning: Planning, withRetired = false): Promise<Floor> {
  const heads = (await printerHeads(planning)).filter(({ state }) => withRetired || state !== 'retired')
  const duties = new Map<string, Duty[]>()
  for (const duty of await dutiesOf(planning, heads)) {
    const list = duties.get(duty.printer.id)
    if (list) list.push(duty)
    else duties.set(duty.printer.id, [duty])
  }
  const checksDue = new Map<string, number>()
  for (const { printer, urgency } of await turnsOf(planning, heads))
    if (urgency === 'overdue') checksDue.set(printer.id, (checksDue.get(printer.id) ?? 0) + 1)
  const faults = await openFaultCounts(planning.db)
  const racks = new Map<string, Floor['racks'][number]>()
  for (const head of heads) {
    const own = (duties.get(head.id) ?? []).sort(byUse)
    const printer: FloorPrinter = {
      ...head,
      worst: own[0] ?? null,
      next: nextOf(own),
      overdueCount: own.filter(({ urgency }) => urgency === 'overdue').length,
      checksDue: checksDue.get(head.id) ?? 0,
      openFaults: faults.get(head.id)?.open ?? 0,
      saysStop: faults.get(head.id)?.saysStop ?? false,
    }
    const key = `${head.room}\n${head.rack}`
    const rack = racks.get(key) ?? { room: head.room, rack: head.rack, printers: [] }
    racks.set(key, rack)
    rack.printers.push(printer)
  }
  return { racks: [...racks.values()] }
}
