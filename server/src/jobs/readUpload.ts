import { once } from 'node:events'
import type { Readable } from 'node:stream'
import { MessageChannel } from 'node:worker_threads'
import type { JobFigures, Motion } from '@diatribon/core'
import { boundedQueue } from '../platform/queue.ts'
import { Refusal } from '../platform/refusal.ts'
import { openWorker } from '../platform/worker.ts'
import type { Block, ReadAnswer } from './readWorker.ts'

export const mostUploadBytes = 50 * 1024 * 1024

/** Two at once, each in a thread of its own. */
const reading = boundedQueue({ atOnce: 2, waiting: 8, seconds: 15, what: 'job files are being read' })
/** A sender who stops sending must not keep a place. */
const usualSilenceMs = 20_000

/** Reads an uploaded job file as it comes in, in a thread of its own; nothing of it is kept. */
export async function readUpload(stream: Readable, motion: Motion, silenceMs = usualSilenceMs): Promise<JobFigures> {
  try {
    return await reading(() => readInThread(stream, motion, silenceMs))
  } finally {
    stream.resume() // what is left of a refused upload is let run out, so that the sender reads the answer
  }
}

async function readInThread(stream: Readable, motion: Motion, silenceMs: number): Promise<JobFigures> {
  const worker = openWorker(import.meta.url, 'readWorker')
  const { port1: port, port2 } = new MessageChannel()
  const send = (block: Block) => port.postMessage(block)
  const answer = worker.run({ port: port2, motion }, { transferList: [port2] }) as Promise<ReadAnswer>
  let over = false
  void answer.then(
    () => (over = true),
    () => (over = true),
  )
  try {
    let bytes = 0
    // Left as it is when the reading ends: on its line goes the answer.
    const blocks = stream.iterator({ destroyOnReturn: false }) as AsyncIterator<Buffer>
    for (;;) {
      const next = await unlessSilent(blocks.next(), silenceMs)
      if (next.done) break
      const block = next.value
      bytes += block.length
      if (bytes > mostUploadBytes)
        throw new Refusal(
          413,
          'too-large',
          'A job file sent to the server may have 50 MB. Drop it on the Job file screen instead, which reads up to 500 MB in the browser.',
        )
      send(new Uint8Array(block))
      // The next block waits until this one is read; a problem ends the reading early.
      await Promise.race([once(port, 'message'), answer])
      if (over) break
    }
    if (!over) send(null)
    const read = await answer
    if ('problem' in read) throw new Refusal(400, read.problem.code, read.problem.message)
    return read.figures
  } finally {
    port.close()
    await worker.destroy()
  }
}

/** @throws Refusal 408 when nothing comes for so long */
async function unlessSilent<T>(next: Promise<T>, silenceMs: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined
  const silence = new Promise<never>((_, fail) => {
    timer = setTimeout(
      () => fail(new Refusal(408, 'too-slow', 'The file stopped coming in. Send it again.')),
      silenceMs,
    )
  })
  try {
    return await Promise.race([next, silence])
  } finally {
    clearTimeout(timer)
  }
}
