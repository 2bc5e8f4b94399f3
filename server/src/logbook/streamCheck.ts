import { once } from 'node:events'
import { MessageChannel } from 'node:worker_threads'
import type { Response } from 'express'
import type { BookCheck, BookCheckLine } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import { jsonLines } from '../platform/jsonLines.ts'
import { boundedQueue } from '../platform/queue.ts'
import { openWorker } from '../platform/worker.ts'

/** The database lets one go through the book at a time; more threads than two would only wait to be told so. */
const going = boundedQueue({ atOnce: 2, waiting: 4, seconds: 30, what: 'people want the book gone through' })

/** Goes through the book in a thread and tells line by line how far it is; stops when the reader goes away. */
export async function streamCheck(databaseUrl: string, response: Response): Promise<void> {
  await going(() => checkInThread(databaseUrl, response))
}

async function checkInThread(databaseUrl: string, response: Response): Promise<void> {
  const worker = openWorker(import.meta.url, 'checkWorker')
  const { port1, port2 } = new MessageChannel()
  const tell = jsonLines<BookCheckLine>(response)
  port1.on('message', (progress: { done: number; of: number }) => void tell({ progress }))
  const gone = once(response, 'close').then(() => 'gone' as const)
  try {
    const answer = worker.run({ databaseUrl, port: port2 }, { transferList: [port2] }) as Promise<BookCheck | null>
    const result = await Promise.race([answer, gone])
    if (result === 'gone') return void answer.catch(() => undefined) // its thread is being stopped
    if (!result)
      throw new Refusal(
        409,
        'under-way',
        'Somebody is going through the book at this moment. Ask again when that is done, in a minute or two.',
      )
    await tell({ result })
    response.end()
  } finally {
    port1.close()
    await worker.destroy()
  }
}
