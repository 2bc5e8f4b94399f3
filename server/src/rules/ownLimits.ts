import { and, asc, gt, inArray, isNull, lte, or } from 'drizzle-orm'
import type { OwnLimits } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { limitChange } from '../platform/tables.ts'

export interface OwnLimit {
  limits: OwnLimits
  reason: string
  at: string
}

/** What printers can do other than their models, as it was at a moment: the newest word on each limit comes last. */
export async function ownLimits(db: Db, printerIds: readonly string[], at: Date): Promise<Map<string, OwnLimit[]>> {
  if (printerIds.length === 0) return new Map()
  const rows = await db
    .select()
    .from(limitChange)
    .where(
      and(
        inArray(limitChange.printerId, [...printerIds]),
        isNull(limitChange.takenBackSeq),
        lte(limitChange.at, at),
        or(isNull(limitChange.untilAt), gt(limitChange.untilAt, at)),
      ),
    )
    .orderBy(asc(limitChange.at), asc(limitChange.seq))
  return groupBy(
    rows.map(({ printerId, limits, reason, at: since }) => ({ printerId, limits, reason, at: since.toISOString() })),
    ({ printerId }) => printerId,
  )
}

/** The model's limits with the printer's own laid over them. */
export const withOwn = <Limits extends object>(limits: Limits, own: readonly OwnLimit[] = []): Limits =>
  Object.assign({}, limits, ...own.map((one) => one.limits)) as Limits

/** The same as the machine stands: a box around it makes it enclosed. */
export function limitsAsBuilt<Limits extends { enclosed: boolean }>(
  limits: Limits,
  own: readonly OwnLimit[] | undefined,
  slotKinds: readonly string[],
): Limits {
  const laid = withOwn(limits, own)
  return { ...laid, enclosed: laid.enclosed || slotKinds.includes('enclosure') }
}
