import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { eq, lt, sql } from 'drizzle-orm'
import type { Person, Session, SignIn } from '@diatribon/contract'
import type { Clock } from '../platform/clock.ts'
import type { Database, Db } from '../platform/database.ts'
import { gather } from '../platform/gather.ts'
import { Refusal } from '../platform/refusal.ts'
import { credential, deviceToken, person, session } from '../platform/tables.ts'

export type SignedIn = Omit<Session, 'now'>

const sessionDays = 14
const dayMs = 24 * 3600 * 1000
/** Wrong PINs before the account slows down, and how long it then waits: twice as long each time, to a quarter hour. */
const freeTries = 5
const firstWaitSeconds = 30
const longestWaitSeconds = 900
/** Session look-ups that share one query. */
const mostPerQuery = 500

/** argon2id with the parameters of the OWASP Password Storage Cheat Sheet (19 MiB, 2 passes, 1 lane). Algorithm 2 is argon2id. */
const argon2id = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 }

/** @returns the PIN's argon2id hash, for the credential table */
export function hashPin(pin: string): Promise<string> {
  return hash(pin, argon2id)
}

/** Asked with every request, so it is prepared once per connection instead of being built each time. */
const signedInSql = `json_build_object(
    'person', json_build_object('id', p.id, 'name', p.name, 'displayName', p.display_name, 'role', p.role),
    'site', json_build_object('id', i.id, 'name', i.name, 'timeZone', i.time_zone, 'currency', i.currency,
      'closedWeekdays', i.closed_weekdays, 'closedDays', i.closed_days, 'relaxed', i.relaxed)) AS signed_in`
const lookUpSql = `
  SELECT s.token_hash, ${signedInSql}
  FROM session s JOIN person p ON p.id = s.person_id JOIN site i ON i.id = p.site_id
  WHERE s.token_hash = ANY($1) AND s.expires_at > $2 AND p.locked_reason IS NULL AND p.left_at IS NULL`

/** When a device was last heard of is kept to the minute. */
const deviceSql = `
  SELECT ${signedInSql}, (d.last_seen_at IS NULL OR d.last_seen_at < $2::timestamptz - interval '1 minute') AS stale
  FROM device_token d JOIN person p ON p.id = d.person_id JOIN site i ON i.id = p.site_id
  WHERE d.token_hash = $1 AND d.revoked_at IS NULL`

const tokenHashOf = (token: string) => createHash('sha256').update(token).digest('hex')

/** Sign-in, sign-out, and who a request comes from. Everything lives in the database: any process can answer. */
export function openSessions({ db, pool }: Database, clock: Clock) {
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

    /** @returns a new session's token. @throws Refusal 401 for a wrong name or PIN, 429 while the account is slowed down */
    async signIn({ name, pin }: SignIn): Promise<string> {
      const now = clock()
      const [known] = await db
        .select({
          id: person.id,
          pinHash: credential.pinHash,
          blockedUntil: credential.blockedUntil,
          lockedReason: person.lockedReason,
          leftAt: person.leftAt,
        })
        .from(person)
        .innerJoin(credential, eq(credential.personId, person.id))
        .where(sql`lower(${person.name}) = lower(${name})`)
      if (known?.blockedUntil && known.blockedUntil > now) throw slowedDown(known.blockedUntil, now)
      const right = await verify(known?.pinHash ?? (await nobodysHash), pin)
      if (!known || !right) {
        if (known) await countWrongPin(known.id, now)
        throw new Refusal(401, 'wrong-name-or-pin', 'Name and PIN do not belong together. Check both and try again.')
      }
      if (known.leftAt || known.lockedReason !== null)
        throw new Refusal(
          403,
          'locked-out',
          known.leftAt
            ? 'You have left the staff of this workshop.'
            : `You are locked out: ${known.lockedReason}. Ask a lead.`,
        )
      await db.update(credential).set({ wrongPins: 0, blockedUntil: null }).where(eq(credential.personId, known.id))
      await db.delete(session).where(lt(session.expiresAt, now))
      const token = randomBytes(32).toString('base64url')
      const expiresAt = new Date(now.getTime() + sessionDays * dayMs)
      await db.insert(session).values({ tokenHash: tokenHashOf(token), personId: known.id, expiresAt })
      return token
    },

    /** A new PIN for somebody who knows the old one. @throws Refusal 401 for a wrong one, 429 while the account is slowed down */
    async changePin(personId: string, pin: string, newPin: string): Promise<void> {
      const now = clock()
      const [known] = await db.select().from(credential).where(eq(credential.personId, personId))
      if (known?.blockedUntil && known.blockedUntil > now) throw slowedDown(known.blockedUntil, now)
      if (!known || !(await verify(known.pinHash, pin))) {
        if (known) await countWrongPin(personId, now)
        throw new Refusal(401, 'wrong-name-or-pin', 'That is not your PIN as it is now. Nothing was changed.')
      }
      await setPin(db, personId, newPin)
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

  /** Counted in the database in one statement, so that tries at several processes at once all count. */
  async function countWrongPin(personId: string, now: Date): Promise<void> {
    const [row] = await db
      .update(credential)
      .set({ wrongPins: sql`${credential.wrongPins} + 1` })
      .where(eq(credential.personId, personId))
      .returning({ wrongPins: credential.wrongPins })
    const over = row!.wrongPins - freeTries
    if (over < 0) return
    const wait = Math.min(longestWaitSeconds, firstWaitSeconds * 2 ** over)
    await db
      .update(credential)
      .set({ blockedUntil: new Date(now.getTime() + wait * 1000) })
      .where(eq(credential.personId, personId))
  }
}

export type Sessions = ReturnType<typeof openSessions>

function slowedDown(until: Date, now: Date): Refusal {
  const seconds = Math.ceil((until.getTime() - now.getTime()) / 1000)
  return new Refusal(429, 'slowed-down', `Too many wrong PINs. Wait ${seconds} seconds, then try again.`)
}

/** Gives a person a PIN, or a new one. */
export async function setPin(db: Db, personId: string, pin: string): Promise<void> {
  const pinHash = await hashPin(pin)
  await db
    .insert(credential)
    .values({ personId, pinHash })
    .onConflictDoUpdate({ target: credential.personId, set: { pinHash, wrongPins: 0, blockedUntil: null } })
}

export type { Person }
