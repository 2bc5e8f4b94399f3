import { dayMs } from '@diatribon/core'
import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import type pg from 'pg'
import { and, eq, inArray, lt, ne, or, sql } from 'drizzle-orm'
import { easyPin, type Session, type SignIn } from '@diatribon/contract'
import type { WallClock } from '../platform/wallClock.ts'
import { transaction, type Database, type Db } from '../platform/database.ts'
import { gather } from '../platform/gather.ts'
import { boundedQueue } from '../platform/queue.ts'
import { badInput, Refusal } from '../platform/refusal.ts'
import {
  credential,
  deviceToken,
  knownDevice as knownDeviceTable,
  person,
  session,
  signInBrake,
} from '../platform/tables.ts'

export type SignedIn = Omit<Session, 'now'>

const sessionDays = 14
/** A device that nobody has signed in from for so long is a stranger's again. */
const deviceDays = 180
/** Tries before a name slows down, and how long it then waits: twice as long each time, to a quarter hour. */
const freeTries = 5
/** Of a name from all addresses together that nobody signed in from before: many guessers share these. */
const freeTriesFromAnywhere = 40
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
      'closedWeekdays', i.closed_weekdays, 'closedDays', i.closed_days, 'weekBegins', i.week_begins, 'relaxed', i.relaxed, 'address', i.address, 'mainsVolts', i.mains_volts)) AS signed_in`
const lookUpSql = `
  SELECT s.token_hash, ${signedInSql}
  FROM session s JOIN person p ON p.id = s.person_id JOIN site i ON i.id = p.site_id
  WHERE s.token_hash = ANY($1) AND s.expires_at > $2 AND p.locked_reason IS NULL AND p.left_at IS NULL`

/** When a device was last heard of is kept to the minute. */
const deviceSql = `
  SELECT ${signedInSql}, (d.last_seen_at IS NULL OR d.last_seen_at < $2::timestamptz - interval '1 minute') AS stale
  FROM device_token d JOIN person p ON p.id = d.person_id JOIN site i ON i.id = p.site_id
  WHERE d.token_hash = $1 AND d.revoked_at IS NULL`

interface Tries {
  nameHash: string
  /** Wrong ones before it slows down. */
  free: number
}

export interface SignInFrom {
  address: string
  /** The mark of the device; undefined: none was sent. */
  device: string | undefined
}

const triesAs = (who: string) => ({ nameHash: nameHashOf(who) })

/**
 * What a try is counted under. A stranger who guesses slows down himself and whoever else has no known device, never somebody who has signed
 * in from his own device before: so nobody can be kept out by others’ wrong PINs.
 */
function triesOf(name: string, address: string, device: string | null): Tries[] {
  if (device !== null) return [{ ...triesAs(`${name}\ndevice ${device}`), free: freeTries }]
  return [
    { ...triesAs(`${name}\nfrom ${address}`), free: freeTries },
    { ...triesAs(name), free: freeTriesFromAnywhere },
  ]
}

export const wrongNameOrPin = () =>
  new Refusal(401, 'wrong-name-or-pin', 'Name and PIN do not belong together. Check both and try again.')

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

    /**
     * @param from where the request comes from, and the mark of the device that somebody signed in from before
     * @returns a new session's token, and the mark to keep on the device
     * @throws Refusal 401 for a wrong name or PIN, 429 while too many wrong ones come
     */
    async signIn({ name, pin }: SignIn, from: SignInFrom): Promise<{ token: string; deviceToken: string }> {
      const now = clock()
      const device = await knownDevice(name, from.device)
      const tries = triesOf(name, from.address, device)
      for (const one of tries) await countTry(one, now)
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
      if (!known || !right) throw wrongNameOrPin()
      await forgetTries(tries)
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
      // Only while the PIN that was checked still holds: one that is being changed at this moment is waited for.
      const { rowCount } = await pool.query(
        `INSERT INTO session (token_hash, person_id, expires_at)
         SELECT $1, person_id, $3 FROM credential WHERE person_id = $2 AND pin_hash = $4 FOR SHARE`,
        [tokenHashOf(token), known.id, expiresAt, known.pinHash],
      )
      if (!rowCount) throw wrongNameOrPin()
      return { token, deviceToken: await rememberDevice(known.id, from.device, now) }
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
      const tries = [{ ...triesAs(`${of.name}\nsigned in`), free: freeTries }]
      for (const one of tries) await countTry(one, clock())
      const [known] = await db.select().from(credential).where(eq(credential.personId, of.id))
      if (!known || !(await isPin(known.pinHash, pin)))
        throw new Refusal(401, 'wrong-name-or-pin', 'That is not your PIN as it is now. Nothing was changed.')
      await forgetTries(tries)
      await changeCredential(pool, of.id, newPin, token)
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
  async function countTry({ nameHash, free }: Tries, now: Date): Promise<void> {
    const { rowCount } = await pool.query(
      `INSERT INTO sign_in_brake AS b (name_hash, tries, last_at) VALUES ($1, 1, $2)
       ON CONFLICT (name_hash) DO UPDATE SET
         tries = CASE WHEN b.last_at < $2::timestamptz - interval '1 day' THEN 1 ELSE b.tries + 1 END,
         blocked_until = CASE WHEN b.tries + 1 >= $3 AND b.last_at >= $2::timestamptz - interval '1 day'
           THEN $2::timestamptz + least($5, $4 * power(2, least(b.tries + 1 - $3, 10))) * interval '1 second' END,
         last_at = $2
       WHERE b.blocked_until IS NULL OR b.blocked_until <= $2`,
      [nameHash, now, free, firstWaitSeconds, longestWaitSeconds],
    )
    if (rowCount) return
    const [row] = await db.select().from(signInBrake).where(eq(signInBrake.nameHash, nameHash))
    throw slowedDown(row?.blockedUntil ?? now, now)
  }

  /** The right PIN: the count begins anew. What nobody has tried for a day is let go with it. */
  async function forgetTries(tries: Tries[]): Promise<void> {
    await db.delete(signInBrake).where(
      or(
        inArray(
          signInBrake.nameHash,
          tries.map(({ nameHash }) => nameHash),
        ),
        lt(signInBrake.lastAt, new Date(clock().getTime() - dayMs)),
      ),
    )
  }

  /** The mark of the device, when it has signed in under this name before. */
  async function knownDevice(name: string, token: string | undefined): Promise<string | null> {
    if (!token) return null
    const [row] = await db
      .select({ hash: knownDeviceTable.tokenHash })
      .from(knownDeviceTable)
      .innerJoin(person, eq(person.id, knownDeviceTable.personId))
      .where(and(eq(knownDeviceTable.tokenHash, tokenHashOf(token)), sql`lower(${person.name}) = lower(${name})`))
    return row ? token : null
  }

  /** @returns the mark of this device: the one that it has, or a new one */
  async function rememberDevice(personId: string, sent: string | undefined, now: Date): Promise<string> {
    const [ours] = sent
      ? await db
          .select()
          .from(knownDeviceTable)
          .where(eq(knownDeviceTable.tokenHash, tokenHashOf(sent)))
          .limit(1)
      : []
    const token = ours && sent ? sent : randomBytes(32).toString('base64url')
    await db
      .insert(knownDeviceTable)
      .values({ tokenHash: tokenHashOf(token), personId, lastAt: now })
      .onConflictDoUpdate({ target: [knownDeviceTable.tokenHash, knownDeviceTable.personId], set: { lastAt: now } })
    await db.delete(knownDeviceTable).where(lt(knownDeviceTable.lastAt, new Date(now.getTime() - deviceDays * dayMs)))
    return token
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

/**
 * A new PIN, and the end of all sessions but that of one token, in one: whoever signs in with the old PIN at this very moment is either ended
 * with the others or finds it changed.
 */
export async function changeCredential(pool: pg.Pool, personId: string, pin: string, token?: string): Promise<void> {
  const pinHash = await hashPin(pin)
  await transaction(pool, async (client) => {
    await client.query(
      'INSERT INTO credential (person_id, pin_hash) VALUES ($1, $2) ON CONFLICT (person_id) DO UPDATE SET pin_hash = excluded.pin_hash',
      [personId, pinHash],
    )
    await client.query('DELETE FROM session WHERE person_id = $1 AND token_hash <> $2', [
      personId,
      token === undefined ? '' : tokenHashOf(token),
    ])
    // Whoever may have known the old PIN is a stranger again.
    if (token === undefined) await client.query('DELETE FROM known_device WHERE person_id = $1', [personId])
  })
}

/** Gives a person a PIN, or a new one. */
export async function setPin(db: Db, personId: string, pin: string): Promise<void> {
  const pinHash = await hashPin(pin)
  await db
    .insert(credential)
    .values({ personId, pinHash })
    .onConflictDoUpdate({ target: credential.personId, set: { pinHash } })
}
