import { and, eq, inArray, sql } from 'drizzle-orm'
import { type CauseIncidence, cumulativeIncidence, endOf, InputProblem, isMisused } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { cause, fault, logEntry } from '../platform/tables.ts'
import type { PartLife } from './partLives.ts'

/** Share of a part type that fails of each cause, as closed faults have told them; user damage is a risk of its own. */
export async function causesOf(
  db: Db,
  lives: readonly PartLife[],
): Promise<{ times: number[]; causes: Record<string, CauseIncidence>; words: string } | null> {
  const named = await causeNames(
    db,
    lives.flatMap(({ removedSeq, removalReason }) =>
      removedSeq !== null && endOf(removalReason) === 'seen' ? [removedSeq] : [],
    ),
  )
  if (named.size === 0 && !lives.some(({ removalReason }) => isMisused(removalReason))) return null
  const records = lives
    .filter(({ ageIsKnown }) => ageIsKnown)
    .map(({ age, removalReason, removedSeq }) => ({
      age: Math.max(0, age),
      cause: causeOf(removalReason, removedSeq, named),
    }))
  try {
    const found = cumulativeIncidence(records)
    return { ...found, words: wordsOf(records) }
  } catch (error) {
    if (error instanceof InputProblem) return null // nothing failed, or too many causes: the page does without
    throw error
  }
}

function causeOf(reason: PartLife['removalReason'], seq: number | null, named: Map<number, string>): string | null {
  if (isMisused(reason)) return 'user damage'
  if (endOf(reason) === 'at a look') return 'found worn'
  if (endOf(reason) === 'seen') return (seq !== null && named.get(seq)) || 'cause not told'
  return null
}

/** Names of the causes of those faults that these entries changed a part for. */
async function causeNames(db: Db, seqs: number[]): Promise<Map<number, string>> {
  if (seqs.length === 0) return new Map()
  const rows = await db
    .select({ seq: logEntry.seq, name: sql<string>`${cause.content}->>'name'` })
    .from(logEntry)
    .innerJoin(fault, sql`${fault.id} = (${logEntry.payload}->>'faultId')::uuid`)
    .innerJoin(cause, eq(cause.id, fault.causeId))
    .where(and(inArray(logEntry.seq, seqs), sql`${logEntry.payload} ? 'faultId'`))
  return new Map(rows.map(({ seq, name }) => [seq, name]))
}

function wordsOf(records: readonly { cause: string | null }[]): string {
  const counts = new Map<string, number>()
  for (const { cause: name } of records) if (name !== null) counts.set(name, (counts.get(name) ?? 0) + 1)
  const ended = [...counts.values()].reduce((sum, n) => sum + n, 0)
  const order = [...counts].sort((a, b) => b[1] - a[1])
  const [most] = order
  if (!most) return ''
  const list = order.map(([name, n]) => `${name} ${n}`).join(', ')
  const isPlain = most[1] >= 3 && most[1] / ended > 0.5 && most[0] !== 'cause not told' && most[0] !== 'found worn'
  const advice = isPlain
    ? ` Most end by ${most[0]}: what cures that helps more than replacing earlier, as far as age has nothing to do with it.`
    : ''
  return `Of ${ended} that ended: ${list}.${advice}`
}
