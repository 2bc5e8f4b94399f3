import { once } from 'node:events'
import type { MessagePort } from 'node:worker_threads'
import { JobReader, InputProblem, type JobFigures, type Motion } from '@diatribon/core'

/** What comes through the port: blocks of the file, then null. Each block is answered, so that no more come than are read. */
export type Block = Uint8Array | null
export type ReadAnswer = { figures: JobFigures } | { problem: { code: string; message: string } }

/** Reads one job file, block by block, beside the threads that answer requests. */
export default async function readJobFile({
  port,
  motion,
}: {
  port: MessagePort
  motion: Motion
}): Promise<ReadAnswer> {
  const reader = new JobReader(motion)
  try {
    for (;;) {
      const [block] = (await once(port, 'message')) as [Block]
      if (block === null) return { figures: reader.finish() }
      reader.push(block)
      port.postMessage('more')
    }
  } catch (error) {
    if (!(error instanceof InputProblem)) throw error
    return { problem: { code: error.code, message: error.message } }
  } finally {
    port.close()
  }
}
