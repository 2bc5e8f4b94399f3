import type { MessagePort } from 'node:worker_threads'
import type { ImportLine, LiveNotice, RefusalBody } from '@diatribon/contract'
import { openDatabase } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { importCsv, type ImportOptions } from './importCsv.ts'

/** What the thread tells while it works. */
export type ImportNews = { line: ImportLine } | { notice: LiveNotice }
export type ImportTask = Omit<ImportOptions, 'stopped' | 'tell' | 'announce'> & {
  databaseUrl: string
  port: MessagePort
}
/** A refusal does not survive the way between threads; its parts do. */
export type ImportEnd = { refusal: { status: Refusal['status']; body: RefusalBody } | null }

/** Reads, tries and writes a table beside the threads that answer requests. Any message stops it. */
export default async function importInThread({ databaseUrl, port, ...options }: ImportTask): Promise<ImportEnd> {
  const database = openDatabase(databaseUrl, 2)
  let stopped = false
  port.on('message', () => (stopped = true))
  const send = (news: ImportNews) => port.postMessage(news)
  try {
    await importCsv(database, {
      ...options,
      stopped: () => stopped,
      tell: (line) => send({ line }),
      announce: (notice) => send({ notice }),
    })
    return { refusal: null }
  } catch (error) {
    if (error instanceof Refusal) return { refusal: { status: error.status, body: error.body } }
    throw error
  } finally {
    await database.pool.end()
    port.close()
  }
}
