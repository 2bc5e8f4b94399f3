import { once } from 'node:events'
import { MessageChannel } from 'node:worker_threads'
import type { Response } from 'express'
import type { ImportLine, LiveNotice } from '@diatribon/contract'
import { jsonLines } from '../platform/jsonLines.ts'
import { boundedQueue } from '../platform/queue.ts'
import { Refusal } from '../platform/refusal.ts'
import { openWorker } from '../platform/worker.ts'
import type { ImportEnd, ImportNews, ImportTask } from './importWorker.ts'

/** A table that takes longer than this is ended, so that the next one gets its turn; one whose sender is gone has so long to stop by itself. */
const longestMs = 15 * 60_000
const stopMs = 5_000

const bringing = boundedQueue({ atOnce: 1, waiting: 2, seconds: 30, what: 'tables are being brought in' })

/** Brings a table in in a thread, and tells line by line how far it is; stops when the sender goes away. */
export async function streamImport(
  task: Omit<ImportTask, 'port'>,
  response: Response,
  announce: (notice: LiveNotice) => void,
  limits = { longestMs, stopMs },
): Promise<void> {
  await bringing(async () => {
    const worker = openWorker(import.meta.url, 'importWorker')
    const { port1, port2 } = new MessageChannel()
    const tell = jsonLines<ImportLine>(response)
    port1.on('message', (news: ImportNews) => ('line' in news ? void tell(news.line) : announce(news.notice)))
    const end = new AbortController()
    const tooLong = setTimeout(() => end.abort(), limits.longestMs)
    let gone: NodeJS.Timeout | undefined
    const stop = () => {
      port1.postMessage('stop')
      // It is asked first; a thread that is deep in a sum does not hear.
      gone = setTimeout(() => end.abort(), limits.stopMs)
    }
    response.once('close', stop)
    try {
      const ended = once(port1, 'close')
      const { refusal } = (await worker.run(
        { ...task, port: port2 },
        { transferList: [port2], signal: end.signal },
      )) as ImportEnd
      await ended // whatever it told has arrived
      if (refusal)
        throw new Refusal(
          refusal.status,
          refusal.body.error.code,
          refusal.body.error.message,
          refusal.body.error.fields,
        )
      response.end()
    } catch (error) {
      if (!end.signal.aborted) throw error
      if (response.destroyed) return
      throw new Refusal(
        408,
        'too-slow',
        'Reading this table took too long and was ended. What was written by then stays, once. Bring it in in smaller pieces.',
      )
    } finally {
      clearTimeout(tooLong)
      clearTimeout(gone)
      response.off('close', stop)
      port1.close()
      await worker.destroy()
    }
  })
}
