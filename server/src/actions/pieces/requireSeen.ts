import { eq } from 'drizzle-orm'
import { capital, fieldWords, type Action } from '@diatribon/contract'
import { validate as isUuid } from 'uuid'
import { isDeepStrictEqual } from 'node:util'
import { Refusal } from '../../platform/refusal.ts'
import { logEntry, person } from '../../platform/tables.ts'
import type { Facts, SetVersionRow } from '../facts.ts'

/** What is said of a field in a refusal is cut off here. */
const mostWords = 80

/**
 * Whoever sets something has seen what it replaces.
 * @param version that the sender saw; undefined: a program that does not say, or an older book
 * @returns its next version, to be put with what is set
 * @throws Refusal 409 with what is there now beside what was sent
 */
export async function requireSeen(
  facts: Facts,
  of: { thing: string; siteId: string; seq: number; action: Action; version: number | undefined },
): Promise<SetVersionRow> {
  const { thing, siteId, seq, action, version } = of
  const before = await facts.look('setVersion', thing)
  const now = before?.version ?? 0
  if (version !== undefined && version !== now) {
    await facts.flush()
    throw new Refusal(
      409,
      'changed-meanwhile',
      `${before ? await whatIsThere(facts, before.seq, action) : 'This is not there any more, or never was.'} You saw version ${version}, it is at version ${now} now. Look at the new one, then change that.`,
    )
  }
  return { id: thing, siteId, version: now + 1, seq }
}

/** Who has set it meanwhile, and in which fields it differs from what was sent. */
async function whatIsThere(facts: Facts, seq: number, action: Action): Promise<string> {
  const [found] = await facts.db
    .select({ payload: logEntry.payload, who: person.displayName })
    .from(logEntry)
    .innerJoin(person, eq(person.id, logEntry.personId))
    .where(eq(logEntry.seq, seq))
  if (!found) return 'Somebody has changed this meanwhile.'
  const sent = JSON.parse(JSON.stringify(action)) as Record<string, unknown>
  const differ = Object.entries(found.payload).filter(
    ([field, value]) => field !== 'version' && !isDeepStrictEqual(value, sent[field]),
  )
  const says = differ.map(
    ([field, value]) => `${capital(fieldWords(field))} is ${inWords(value)} now, you sent ${inWords(sent[field])}`,
  )
  return `${found.who} has changed this meanwhile: ${says.length > 0 ? says.slice(0, 4).join('; ') : 'nothing that you sent differs'}.`
}

function inWords(value: unknown): string {
  if (value === null || value === undefined) return 'nothing'
  const words = plain(value).join(', ')
  return `“${words.length > mostWords ? `${words.slice(0, mostWords)} …` : words}”`
}

/** What a person would read in a value: what stands in it, without keys and ids. */
function plain(value: unknown): string[] {
  if (value === null || value === undefined) return []
  if (typeof value === 'object') return Object.values(value).flatMap(plain)
  return typeof value === 'string' && isUuid(value) ? [] : [String(value)]
}
