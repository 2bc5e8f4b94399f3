import { Refusal } from './refusal.ts'

/** Whose work it is, and whether somebody still waits for it. */
export interface Waiter {
  /** A person or an address; those who have many pieces of work wait behind those who have few. */
  who: string
  gone?: AbortSignal
}

interface Waiting {
  who: string
  turn: () => void
}

/**
 * Heavy work that only so many do at once; some may wait, the rest is asked to come back. Without a limit a burst of it takes
 * the memory and the processors from everybody. Turns go round among those who wait, so that nobody holds up the others with many pieces.
 * @param atOnce how many run side by side
 * @param waiting how many may wait for their turn
 * @param each how many of one may wait; as many as wait at all unless said
 * @param seconds after which the one who is turned away may ask again
 * @param what is being done, as in "Many ... at this moment"
 * @throws Refusal 429 when the queue is full, 408 when nobody waits for it any more
 */
export function boundedQueue(of: {
  atOnce: number
  waiting: number
  each?: number
  seconds: number
  what: string
}): <T>(work: () => Promise<T>, waiter?: Waiter) => Promise<T> {
  const { atOnce, waiting, each = waiting, seconds, what } = of
  let running = 0
  let turns = 0
  const queue: Waiting[] = []
  /** When each of those who wait had the last turn. */
  const lastTurn = new Map<string, number>()

  function next(): Waiting | undefined {
    let best = 0
    for (let i = 1; i < queue.length; i++)
      if ((lastTurn.get(queue[i]?.who ?? '') ?? 0) < (lastTurn.get(queue[best]?.who ?? '') ?? 0)) best = i
    const [found] = queue.splice(best, 1)
    if (queue.length === 0) lastTurn.clear()
    else if (found) lastTurn.set(found.who, ++turns)
    return found
  }

  return async (work, { who, gone } = { who: '' }) => {
    if (running < atOnce) running++
    else {
      if (queue.length >= waiting || queue.filter((one) => one.who === who).length >= each)
        throw new Refusal(
          429,
          'busy',
          `Many ${what} at this moment. Wait ${seconds} seconds, then try again.`,
          undefined,
          seconds,
        )
      // Whoever is done hands the place on, so that nobody slips in between.
      await new Promise<void>((turn) => queue.push({ who, turn }))
    }
    try {
      if (gone?.aborted) throw new Refusal(408, 'gone', 'Nobody waits for this any more.')
      return await work()
    } finally {
      const after = next()
      if (after) after.turn()
      else running--
    }
  }
}
