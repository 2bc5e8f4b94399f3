import { dayMs } from '@diatribon/core'
import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { and, eq, lt, ne, or, sql } from 'drizzle-orm'
import { easyPin, type Session, type SignIn } from '@diatribon/contract'
import type { WallClock } from '../platform/wallClock.ts'
import type { Database, Db } from '../platform/database.ts'
import { gather } from '../platform/gather.ts'
import { boundedQueue } from '../platform/queue.ts'
import { badInput, Refusal } from '../platform/refusal.ts'
import { credential, deviceToken, person, session, signInBrake } from '../platform/tables.ts'

export type SignedIn = Omit<Session, 'now'>

const sessionDays = 14
/** Tries before a name slows down, and how long it then waits: twice as long each time, to a quarter hour. */
const freeTries = 5
const firstWaitSeconds = 30
const longestWaitSeconds = 900
/** Session look-ups that share one query. */
const mostPerQuery = 500

/** argon2id with the parameters of the OWASP Password Storage Cheat Sheet (19 MiB, 2 passes, 1 lane). Algorithm 2 is argon2id. */
const argon2id = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 }

/** Two at once, beside what else waits for the process's few threads: a crowd at the door must not stop the page. */
const hashing = boundedQueue({ atOnce: 2, waiting: 60, seconds: 5, what: 'people are signing in' })

/** @returns the PIN's argon2id hash, for the credential table */
export function hashPin(pin: string): Promise<string> {
  return hashing(() => hash(pin, argon2id))
}

const isPin = (pinHash: string, pin: string) => hashing(() => verify(pinHash, pin))

/** Asked with every request, so it is prepared once per connection instead of being built each time. */
const signedInSql = `json_build_object(
    'person', json_build_object('id', p.id, 'name', p.name, 'displayName', p.display_name, 'role', p.role),
    'site', json_build_object('id', i.id, 'name', i.name, 'timeZone', i.time_zone, 'currency', i.currency,
      'closedWeekdays', i.closed_weekdays, 'closedDays', i.closed_days, 'weekBegins', i.week_begins, 'relaxed', i.relaxed, 'address', i.address)) AS signed_in`
const lookUpSql = `
  SELECT s.token_hash, ${signedInSql}
  FROM session s JOIN person p ON p.id = s.person_id JOIN site i ON i.id = p.site_id
  WHERE s.token_hash = ANY($1) AND s.expires_at > $2 AND p.locked_reason IS NULL AND p.left_at IS NULL`

/** When a device was last heard of is kept to the minute. */
const deviceSql = `
  SELECT ${signedInSql}, (d.last_seen_at IS NULL OR d.last_seen_at < $2::timestamptz - interval '1 minute') AS stale
  FROM device_token d JOIN person p ON p.id = d.person_id JOIN site i ON i.id = p.site_id
  WHERE d.token_hash = $1 AND d.revoked_at IS NULL`

export const nameHashOf = (name: string) => createHash('sha256').update(name.trim().toLowerCase()).digest('hex')
const tokenHashOf = (token: string) => createHash('sha256').update(token).digest('hex')

/** Sign-in, sign-out, and who a request comes from. Everything lives in the database: any process can answer. */
export function openSessions({ db, pool }: Database, clock: WallClock) {
  // Somebody unknown is answered as slowly as somebody with a wrong PIN.
  const nobodysHash = hashPin(randomBytes(16).toString('hex'))

  const lookUp = gather<string, SignedIn | null>(
    async (tokens) => {
      const hashes = tokens.map(tokenHashOf)
      const { rows } = await pool.query<{ token_hash: string; signed_in: SignedIn }>({
        name: 'session-look-up',
        text: lookUpSql,
        values: [[...new Set(hashes)], clock()],
      })
      const found = new Map(rows.map((row) => [row.token_hash, row.signed_in]))
      return hashes.map((tokenHash) => found.get(tokenHash) ?? null)
    },
    { most: mostPerQuery },
  )

  return {
    lookUp,

    /** @returns a new session's token. @throws Refusal 401 for a wrong name or PIN, 429 while the name is slowed down */
    async signIn({ name, pin }: SignIn): Promise<string> {
      const now = clock()
      await countTry(name, now)
      const [known] = await db
        .select({
          id: person.id,
          pinHash: credential.pinHash,
          lockedReason: person.lockedReason,
          leftAt: person.leftAt,
        })
        .from(person)
        .innerJoin(credential, eq(credential.personId, person.id))
        .where(sql`lower(${person.name}) = lower(${name})`)
      const right = await isPin(known?.pinHash ?? (await nobodysHash), pin)
      if (!known || !right)
        throw new Refusal(401, 'wrong-name-or-pin', 'Name and PIN do not belong together. Check both and try again.')
      await forgetTries(name)
      if (known.leftAt || known.lockedReason !== null)
        throw new Refusal(
          403,
          'locked-out',
          known.leftAt
            ? 'You have left the staff of this workshop.'
            : `You are locked out: ${known.lockedReason}. Ask a lead.`,
        )
      await db.delete(session).where(lt(session.expiresAt, now))
      const token = randomBytes(32).toString('base64url')
      const expiresAt = new Date(now.getTime() + sessionDays * dayMs)
      await db.insert(session).values({ tokenHash: tokenHashOf(token), personId: known.id, expiresAt })
      return token
    },

    /**
     * A new PIN for somebody who knows the old one; their other sessions end.
     * @param token of the session that stays
     * @throws Refusal 401 for a wrong one, 429 while the name is slowed down, 400 for one that is guessed at once
     */
    async changePin(
      of: { id: string; name: string; displayName: string },
      pin: string,
      newPin: string,
      token?: string,
    ) {
      const easy = easyPin(newPin, [of.name, of.displayName])
      if (easy) throw badInput('newPin', easy)
      await countTry(of.name, clock())
      const [known] = await db.select().from(credential).where(eq(credential.personId, of.id))
      if (!known || !(await isPin(known.pinHash, pin)))
        throw new Refusal(401, 'wrong-name-or-pin', 'That is not your PIN as it is now. Nothing was changed.')
      await forgetTries(of.name)
      await setPin(db, of.id, newPin)
      await this.endAll(of.id, token)
    },

    /** Ends every session of a person, but for the one with this token. */
    async endAll(personId: string, token?: string): Promise<void> {
      await db
        .delete(session)
        .where(
          and(
            eq(session.personId, personId),
            token === undefined ? undefined : ne(session.tokenHash, tokenHashOf(token)),
          ),
        )
    },

    /** Who a device token stands for; null when it is unknown or revoked. */
    async device(token: string): Promise<SignedIn | null> {
      const now = clock()
      const { rows } = await pool.query<{ signed_in: SignedIn; stale: boolean }>({
        name: 'device-look-up',
        text: deviceSql,
        values: [tokenHashOf(token), now],
      })
      const [found] = rows
      if (!found) return null
      if (found.stale)
        await db.update(deviceToken).set({ lastSeenAt: now }).where(eq(deviceToken.personId, found.signed_in.person.id))
      return found.signed_in
    },

    async signOut(token: string): Promise<void> {
      await db.delete(session).where(eq(session.tokenHash, tokenHashOf(token)))
    },
  }

  /**
   * Counts a try before it is looked at, in one statement: however many guesses come at once and over however many
   * processes, no more are looked at than are free. Names that nobody has are slowed down like the others.
   * @throws Refusal 429
   */
  async function countTry(name: string, now: Date): Promise<void> {
    const nameHash = nameHashOf(name)
    const { rowCount } = await pool.query(
      `INSERT INTO sign_in_brake AS b (name_hash, tries, last_at) VALUES ($1, 1, $2)
       ON CONFLICT (name_hash) DO UPDATE SET
         tries = CASE WHEN b.last_at < $2::timestamptz - interval '1 day' THEN 1 ELSE b.tries + 1 END,
         blocked_until = CASE WHEN b.tries + 1 >= $3 AND b.last_at >= $2::timestamptz - interval '1 day'
           THEN $2::timestamptz + least($5, $4 * power(2, least(b.tries + 1 - $3, 10))) * interval '1 second' END,
         last_at = $2
       WHERE b.blocked_until IS NULL OR b.blocked_until <= $2`,
      [nameHash, now, freeTries, firstWaitSeconds, longestWaitSeconds],
    )
    if (rowCount) return
    const [row] = await db.select().from(signInBrake).where(eq(signInBrake.nameHash, nameHash))
    throw slowedDown(row?.blockedUntil ?? now, now)
  }

  /** The right PIN: the count begins anew. What nobody has tried for a day is let go with it. */
  async function forgetTries(name: string): Promise<void> {
    await db
      .delete(signInBrake)
      .where(
        or(eq(signInBrake.nameHash, nameHashOf(name)), lt(signInBrake.lastAt, new Date(clock().getTime() - dayMs))),
      )
  }
}

export type Sessions = ReturnType<typeof openSessions>

function slowedDown(until: Date, now: Date): Refusal {
  const seconds = Math.max(1, Math.ceil((until.getTime() - now.getTime()) / 1000))
  return new Refusal(
    429,
    'slowed-down',
    `Too many wrong PINs. Wait ${seconds} seconds, then try again.`,
    undefined,
    seconds,
  )
}

/** Gives a person a PIN, or a new one. */
export async function setPin(db: Db, personId: string, pin: string): Promise<void> {
  const pinHash = await hashPin(pin)
  await db
    .insert(credential)
    .values({ personId, pinHash })
    .onConflictDoUpdate({ target: credential.personId, set: { pinHash } })
}
