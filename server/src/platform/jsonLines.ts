import { once } from 'node:events'
import type { Response } from 'express'

/**
 * An answer that comes line by line (JSON Lines) while long work goes on. The first line decides the status; from then on
 * refusals come as lines. Compression would hold progress back, hence `no-transform`.
 */
export function jsonLines<Line>(response: Response): (line: Line) => Promise<void> {
  return async (line) => {
    if (!response.headersSent)
      response.writeHead(200, {
        'content-type': 'application/x-ndjson',
        'cache-control': 'no-cache, no-transform',
      })
    if (response.writableEnded) return
    if (!response.write(`${JSON.stringify(line)}\n`) && !response.destroyed)
      await Promise.race([once(response, 'drain'), once(response, 'close')])
  }
}
