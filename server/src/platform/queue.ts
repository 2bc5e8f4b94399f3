import { Refusal } from './refusal.ts'

/**
 * Heavy work that only so many do at once; some may wait, the rest is asked to come back. Without a limit a burst of it takes
 * the memory and the processors from everybody.
 * @param atOnce how many run side by side
 * @param waiting how many may wait for their turn
 * @param seconds after which the one who is turned away may ask again
 * @param what is being done, as in "Many ... at this moment"
 * @throws Refusal 429 when the queue is full
 */
export function boundedQueue({
  atOnce,
  waiting,
  seconds,
  what,
}: {
  atOnce: number
  waiting: number
  seconds: number
  what: string
}): <T>(work: () => Promise<T>) => Promise<T> {
  let running = 0
  const queue: (() => void)[] = []
  return async (work) => {
    if (running < atOnce) running++
    else {
      if (queue.length >= waiting)
        throw new Refusal(
          429,
          'busy',
          `Many ${what} at this moment. Wait ${seconds} seconds, then try again.`,
          undefined,
          seconds,
        )
      // Whoever is done hands the place on, so that nobody slips in between.
      await new Promise<void>((turn) => queue.push(turn))
    }
    try {
      return await work()
    } finally {
      const next = queue.shift()
      if (next) next()
      else running--
    }
  }
}
