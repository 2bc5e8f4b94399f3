import { JobReader, InputProblem, type JobFigures, type Motion } from '@diatribon/core'

export type ToReader = { file: File; motion: Motion }
export type FromReader = { progress: number } | { figures: JobFigures } | { problem: string }

/** Reads a job file beside the page, block by block, so that even 500 MB need little memory and the page stays quick. */
self.onmessage = async ({ data: { file, motion } }: MessageEvent<ToReader>) => {
  const tell = (message: FromReader) => self.postMessage(message)
  try {
    const job = new JobReader(motion)
    const stream = file.stream().getReader()
    let read = 0
    let told = 0
    for (;;) {
      const { done, value } = await stream.read()
      if (done) break
      job.push(value)
      read += value.length
      if (read - told > file.size / 100) {
        told = read
        tell({ progress: read / Math.max(1, file.size) })
      }
    }
    tell({ figures: job.finish() })
  } catch (error) {
    tell({ problem: error instanceof InputProblem ? error.message : 'The file cannot be read. Is it still there?' })
  }
}
