import { given } from '@diatribon/core'
import { openDB, type DBSchema } from 'idb'
import type { Action } from '@diatribon/contract'
import { isKnown, NoConnection, Refused, send, sendTogether } from '../ui/api.ts'
import { newKey } from '../ui/newKey.ts'

/** What somebody recorded while there was no connection; it keeps its keys, so it is recorded once however often it is sent. */
export interface Waiting {
  id: number
  personId: string
  actions: Action[]
  /** What it is, in words for the one who waits. */
  words: string
  state: 'waiting' | 'sent' | 'refused'
  /** The server's sentence when it was refused, or why it keeps failing. */
  reason: string | null
  /** How often the server has failed over it. */
  failures?: number
  /** When it was put here, and when it was settled. */
  at: string
  settledAt: string | null
}

interface Schema extends DBSchema {
  outbox: { key: number; value: Omit<Waiting, 'id'> & { id?: number } }
}

/** So often the server may fail over one before the others go past it. */
const patience = 3
export const keepsFailing = ({ state, failures = 0 }: Waiting) => state === 'waiting' && failures >= patience

/** Sent ones stay to be seen for a day. */
const shownMs = 24 * 3600_000
const lock = 'diatribon-outbox'

let opened: ReturnType<typeof open> | null = null
const open = () =>
  openDB<Schema>('diatribon', 1, {
    upgrade: (db) => void db.createObjectStore('outbox', { keyPath: 'id', autoIncrement: true }),
  })
const database = () => (opened ??= open())

const listeners = new Set<() => void>()
const changed = () => {
  for (const listener of listeners) listener()
}
export function onOutboxChange(listener: () => void): () => void {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** Keeps actions on this device until the line is back. They are kept when this returns. */
export async function putInOutbox(personId: string, actions: Action[], words: string): Promise<void> {
  const db = await database()
  await db.add('outbox', {
    personId,
    actions,
    words,
    state: 'waiting',
    reason: null,
    at: given(actions[0]).at,
    settledAt: null,
  })
  changed()
}

/** What this person has waiting, refused, or lately sent, oldest first. */
export async function outboxOf(personId: string): Promise<Waiting[]> {
  const db = await database()
  return ((await db.getAll('outbox')) as Waiting[]).filter((one) => one.personId === personId)
}

/**
 * Puts something right that was refused or keeps failing, and lets it wait again. The key stays while nobody knows whether it
 * was recorded; what was refused was not, and is a new entry.
 */
export async function correctInOutbox(one: Waiting, actions: Action[]): Promise<void> {
  const keyed = one.state === 'refused' ? actions.map((action) => ({ ...action, key: newKey() })) : actions
  await (
    await database()
  ).put('outbox', { ...one, actions: keyed, state: 'waiting', reason: null, failures: 0, settledAt: null })
  changed()
}

export async function dropFromOutbox(id: number): Promise<void> {
  await (await database()).delete('outbox', id)
  changed()
}

/**
 * Sends what waits, in its order, as far as the line holds. One tab does it at a time.
 * @returns how many were sent and how many were refused
 */
export async function sendOutbox(personId: string): Promise<{ sent: number; refused: number }> {
  const work = async () => {
    const done = { sent: 0, refused: 0 }
    const db = await database()
    for (const one of await outboxOf(personId)) {
      if (one.state === 'sent' && Date.now() - Date.parse(given(one.settledAt)) > shownMs)
        await db.delete('outbox', one.id)
      if (one.state !== 'waiting') continue
      try {
        await (one.actions.length === 1 ? send(given(one.actions[0])) : sendTogether(one.actions))
        await db.put('outbox', { ...one, state: 'sent', reason: null, settledAt: new Date().toISOString() })
        done.sent++
      } catch (error) {
        // No line, no session, or the server asks to wait: it stays where it is.
        if (error instanceof NoConnection || !(error instanceof Refused) || [401, 429].includes(error.status)) break
        if (!isKnown(error) || error.code === 'busy') {
          const failures = (one.failures ?? 0) + 1
          await db.put('outbox', { ...one, failures, reason: error.message })
          // One that keeps failing must not hold up the others; it is tried again after them.
          if (failures < patience) break
          changed()
          continue
        }
        await db.put('outbox', {
          ...one,
          state: 'refused',
          reason: error.message,
          settledAt: new Date().toISOString(),
        })
        done.refused++
      }
      changed()
    }
    return done
  }
  return 'locks' in navigator ? navigator.locks.request(lock, work) : work()
}
