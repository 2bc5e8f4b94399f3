import { given } from '@diatribon/core'
import type { MessagePort } from 'node:worker_threads'
import type { BookCheck } from '@diatribon/contract'
import { forLongWork, openDatabase } from '../platform/database.ts'
import { checkBook } from './chain.ts'

/** One going-through at a time, whichever process it was asked of. */
export const checkLock = 4310_0003

/** Goes through the book beside the threads that answer requests, on a connection of its own. @returns null when another is at it */
export default async function checkWholeBook({
  databaseUrl,
  port,
}: {
  databaseUrl: string
  port: MessagePort
}): Promise<BookCheck | null> {
  const { db, pool } = openDatabase(databaseUrl, 2, forLongWork)
  const holder = await pool.connect()
  try {
    const { rows } = await holder.query<{ mine: boolean }>('SELECT pg_try_advisory_lock($1) AS mine', [checkLock])
    if (!given(rows[0]).mine) return null
    return await checkBook(db, (done, of) => port.postMessage({ done, of }))
  } finally {
    holder.release(true) // with its connection the lock goes
    await pool.end()
    port.close()
  }
}
