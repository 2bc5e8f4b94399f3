import { ChangedTopics, type LiveNotice } from '@diatribon/contract'

/** A page fetches what was changed at most so often, however much is going on. */
export const gatherMs = 1000
/** All open pages hear of a change at the same moment; if all asked at that moment too, each would wait for all others. */
export const spreadMs = 400

/**
 * Passes notices on together, at most one a second, the first a moment after it came.
 * @param random from 0 to below 1: which moment
 * @returns take a notice; `stop` forgets what is still gathered
 */
export function gatherNotices(
  pass: (notice: LiveNotice) => void,
  random: () => number = Math.random,
): {
  take: (notice: LiveNotice) => void
  stop: () => void
} {
  let gathered: ChangedTopics | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  const after = (ms: number) => {
    timer = setTimeout(() => {
      timer = null
      if (!gathered) return
      const notice = gathered.toNotice()
      gathered = null
      after(gatherMs)
      pass(notice)
    }, ms)
  }
  return {
    take(notice) {
      gathered ??= new ChangedTopics()
      gathered.addAll(notice)
      if (!timer) after(random() * spreadMs)
    },
    stop() {
      if (timer) clearTimeout(timer)
    },
  }
}
