import { and, eq, inArray, isNull } from 'drizzle-orm'
import type { PreflightAnswer, PreflightRequest, PrinterName } from '@diatribon/contract'
import { builtLimits, given, preflight, type Filling, type FittedPart } from '@diatribon/core'
import { partsOverWithin } from '../plan/dueItems.ts'
import type { Db } from '../platform/database.ts'
import { machinesOf } from '../rules/machines.ts'
import { printerNames } from '../printers/floor.ts'
import { groupBy } from '../platform/groupBy.ts'
import { Refusal } from '../platform/refusal.ts'
import { fitting, material, partType, printer, printerModel, slot, spool } from '../platform/tables.ts'

/** Which of our printers can take this job, each as it stands now; those with the least against them first. */
export async function preflightAll(db: Db, request: PreflightRequest, now: Date): Promise<PreflightAnswer> {
  const { job, filling: said, spoolId, materialId = null } = request
  const filling = materialId === null ? said : await fillingOf(db, materialId, said)
  const heads = await printerNames(db, false)
  const ids = heads.map(({ id }) => id)
  const confirmed = new Map(
    (
      await db
        .select({ id: printer.id, confirmed: printerModel.limitsConfirmed })
        .from(printer)
        .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    ).map((row) => [row.id, row.confirmed]),
  )
  const machines = await machinesOf(db, ids, now)
  const parts = await partsInPlace(db, ids)
  const partsDue = await partsOverWithin(db, job.seconds / 3600)
  const left = spoolId === null ? null : await leftOn(db, spoolId)
  const printers = heads.map((head) => {
    const machine = given(machines.get(head.id))
    return {
      id: head.id,
      name: head.name,
      place: `${head.rack}${head.place}`,
      model: `${head.make} ${head.model}`.trim(),
      findings: preflight(job, filling, {
        name: head.name,
        model: `${head.make} ${head.model}`.trim(),
        // A slot that stands empty probes nothing.
        hasProbe: machine.limits ? (parts.get(head.id) ?? []).some(({ kind }) => kind === 'probe') : undefined,
        outOfUse: outInWordsOf(head),
        built: machine.limits && builtLimits(machine.limits, parts.get(head.id) ?? []),
        limitsToConfirm: confirmed.get(head.id) === false,
        leftOnSpoolM: left,
        partsDue: partsDue.get(head.id) ?? [],
      }),
    }
  })
  const weight = ({ findings }: { findings: { grade: string }[] }) =>
    findings.reduce((sum, { grade }) => sum + (grade === 'stop' ? 1000 : grade === 'warn' ? 1 : 0), 0)
  return { printers: printers.sort((a, b) => weight(a) - weight(b)) }
}

/** Why no job may be started on it; null: it is in service. */
const outInWordsOf = ({ state, stop, holdReason }: PrinterName): string | null =>
  ({
    'in service': null,
    stopped: `it is stopped: “${stop?.symptom ?? ''}” was reported. Somebody must look at it first.`,
    'on hold': `it is on hold: ${holdReason ?? ''}`,
    'being taken in': 'it is still being taken in.',
    retired: 'it is retired.',
  })[state]

async function partsInPlace(db: Db, ids: string[]): Promise<Map<string, (FittedPart & { kind: string })[]>> {
  const rows = await db
    .select({
      printerId: fitting.printerId,
      slot: slot.name,
      partType: partType.name,
      maxNozzleC: partType.maxNozzleC,
      nozzleMm: partType.nozzleMm,
      kind: slot.kind,
      toleratesAbrasive: partType.toleratesAbrasive,
    })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(inArray(fitting.printerId, ids), isNull(fitting.removedAt), isNull(fitting.takenBackSeq)))
  return groupBy(rows, ({ printerId }) => printerId)
}

/** What is to be printed, with what is usual for its material. */
async function fillingOf(db: Db, materialId: string, said: PreflightRequest['filling']): Promise<Filling> {
  const [row] = await db.select().from(material).where(eq(material.id, materialId))
  if (!row) throw new Refusal(404, 'not-there', 'There is no material with this id.')
  const { name, nozzleFromC, nozzleToC, bedFromC, bedToC, enclosure, abrasive } = row.content
  return {
    name,
    abrasive: abrasive || (said?.abrasive ?? false),
    needsEnclosure: enclosure === 'needed',
    shunsEnclosure: enclosure === 'not wanted',
    nozzleC: [nozzleFromC, nozzleToC],
    bedC: [bedFromC, bedToC],
  }
}

async function leftOn(db: Db, spoolId: string): Promise<number> {
  const [row] = await db
    .select({ left: spool.leftMetres, finishedAt: spool.finishedAt })
    .from(spool)
    .where(eq(spool.id, spoolId))
  if (!row) throw new Refusal(404, 'not-there', 'There is no spool with this id.')
  return row.finishedAt ? 0 : row.left
}
