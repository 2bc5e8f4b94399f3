import { and, eq, inArray, isNull } from 'drizzle-orm'
import type { Duty, PreflightAnswer, PreflightRequest } from '@diatribon/contract'
import { builtLimits, preflight, type FittedPart } from '@diatribon/core'
import { dutiesOf, printerHeads, type Planning } from '../plan/duties.ts'
import { Refusal } from '../platform/refusal.ts'
import { fitting, partType, printer, printerModel, slot, spool } from '../platform/tables.ts'

/** Which of our printers can take this job, each as it stands now; those with the least against them first. */
export async function preflightAll(planning: Planning, request: PreflightRequest): Promise<PreflightAnswer> {
  const { db } = planning
  const { job, filling, spoolId } = request
  const heads = (await printerHeads(planning)).filter(({ state }) => state !== 'retired')
  const ids = heads.map(({ id }) => id)
  const limits = new Map(
    (
      await db
        .select({ id: printer.id, limits: printerModel.limits })
        .from(printer)
        .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    ).map((row) => [row.id, row.limits]),
  )
  const parts = await partsInPlace(planning, ids)
  const duties = await dutiesOf(planning, heads)
  const left = spoolId === null ? null : await leftOn(planning, spoolId)
  const printers = heads.map((head) => {
    const own = limits.get(head.id)
    return {
      id: head.id,
      name: head.name,
      place: `${head.rack}${head.place}`,
      model: `${head.make} ${head.model}`,
      findings: preflight(job, filling, {
        name: head.name,
        outOfUse: head.state === 'in service' ? null : (head.holdReason ?? 'it is still being taken in.'),
        built: own ? builtLimits(own, parts.get(head.id) ?? []) : null,
        leftOnSpoolM: left,
        partsDue: duties.filter((d) => d.printer.id === head.id && d.clock === 'hours').map(dueIn),
      }),
    }
  })
  const weight = ({ findings }: { findings: { grade: string }[] }) =>
    findings.reduce((sum, { grade }) => sum + (grade === 'stop' ? 1000 : grade === 'warn' ? 1 : 0), 0)
  return { printers: printers.sort((a, b) => weight(a) - weight(b)) }
}

const dueIn = ({ slot, left }: Duty) => ({ slot: slot.name, hoursLeft: left })

async function partsInPlace({ db }: Planning, ids: string[]): Promise<Map<string, FittedPart[]>> {
  const rows = await db
    .select({
      printerId: fitting.printerId,
      slot: slot.name,
      partType: partType.name,
      maxNozzleC: partType.maxNozzleC,
      toleratesAbrasive: partType.toleratesAbrasive,
    })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(inArray(fitting.printerId, ids), isNull(fitting.removedAt), isNull(fitting.takenBackSeq)))
  const parts = new Map<string, FittedPart[]>()
  for (const { printerId, ...part } of rows) parts.set(printerId, [...(parts.get(printerId) ?? []), part])
  return parts
}

async function leftOn({ db }: Planning, spoolId: string): Promise<number> {
  const [row] = await db
    .select({ left: spool.leftMetres, finishedAt: spool.finishedAt })
    .from(spool)
    .where(eq(spool.id, spoolId))
  if (!row) throw new Refusal(404, 'not-there', 'There is no spool with this id.')
  return row.finishedAt ? 0 : row.left
}
