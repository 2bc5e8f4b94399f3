import { and, desc, eq, inArray, isNull } from 'drizzle-orm'
import type { AdoptedPolicy } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { person, policy, printer, printerModel } from '../platform/tables.ts'

type PolicyRow = typeof policy.$inferSelect

/** The rules in force for parts: for each type the newest of each group. */
export async function rulesInForce(db: Db, partTypeIds?: readonly string[]): Promise<RulesInForce> {
  const rows = await db
    .select()
    .from(policy)
    .where(and(isNull(policy.takenBackSeq), partTypeIds && inArray(policy.partTypeId, [...partTypeIds])))
    .orderBy(policy.seq)
  return new RulesInForce(rows)
}

export class RulesInForce {
  private readonly byGroup = new Map<string, PolicyRow>()

  /** @param rows oldest first */
  constructor(rows: readonly PolicyRow[]) {
    for (const row of rows) {
      const key = groupOf(row.partTypeId, row.printerId ?? row.modelId)
      if (row.policy === null) this.byGroup.delete(key)
      else this.byGroup.set(key, row)
    }
  }

  /** The rule for a part: that of its printer, else of its model, else of all; null: none was chosen. */
  of(partTypeId: string, modelId: string, printerId: string): PolicyRow | null {
    return (
      this.byGroup.get(groupOf(partTypeId, printerId)) ??
      this.byGroup.get(groupOf(partTypeId, modelId)) ??
      this.ofAll(partTypeId)
    )
  }

  /** The rule for all printers. */
  ofAll(partTypeId: string): PolicyRow | null {
    return this.byGroup.get(groupOf(partTypeId, null)) ?? null
  }

  isInForce(row: PolicyRow): boolean {
    return this.byGroup.get(groupOf(row.partTypeId, row.printerId ?? row.modelId))?.seq === row.seq
  }
}

const groupOf = (partTypeId: string, id: string | null) => `${partTypeId} ${id ?? ''}`

/** Who chose what when for a part type, newest first. */
export async function adoptedOf(db: Db, partTypeId: string): Promise<AdoptedPolicy[]> {
  const inForce = await rulesInForce(db, [partTypeId])
  const rows = await db
    .select({
      row: policy,
      who: person.displayName,
      model: printerModel.name,
      make: printerModel.make,
      printer: printer.name,
    })
    .from(policy)
    .innerJoin(person, eq(person.id, policy.personId))
    .leftJoin(printerModel, eq(printerModel.id, policy.modelId))
    .leftJoin(printer, eq(printer.id, policy.printerId))
    .where(and(eq(policy.partTypeId, partTypeId), isNull(policy.takenBackSeq)))
    .orderBy(desc(policy.seq))
  return rows.map(({ row, who, model, make, printer: name }) => ({
    seq: row.seq,
    group: row.printerId
      ? { kind: 'printer', id: row.printerId, name: name ?? '' }
      : row.modelId
        ? { kind: 'model', id: row.modelId, name: `${make ?? ''} ${model ?? ''}`.trim() }
        : null,
    policy: row.policy,
    interval: row.interval,
    reason: row.reason,
    who,
    at: row.at.toISOString(),
    isReplaced: !inForce.isInForce(row),
  }))
}
