import { endOrPause, isFull } from './cluster.mjs'
import { SetupProblem } from './say.mjs'

/** So many looks without an answer, and it stands still. */
const silentLooks = 4
const fullPauseMs = 10_000
/** One that does not start is tried for so long. */
const triesMs = 60_000
const triesPauseMs = 2_000
/** So many ends in so much time, and something is wrong that a restart does not mend. */
const usualEnds = 4
const endsMs = 5 * 60_000

const pause = (ms) => new Promise((done) => setTimeout(done, ms))

/**
 * Brings the database back when it has died or stands still. While the disk is full it says so and tries again, for as long
 * as it takes.
 * @param cluster as startCluster gives it
 * @param options.lookMs how often it is looked at
 * @param options.mostEnds how often it may end within five minutes; a trial that kills it says more
 * @returns stop(), and failed: rejects when it cannot be brought back, with its last lines
 */
export function watchCluster(cluster, { lookMs = 5_000, mostEnds = usualEnds } = {}) {
  let stopping = false
  let tellStop
  const stopped = new Promise((done) => (tellStop = () => done([])))
  let now = cluster
  const failed = watch()
  failed.catch(() => undefined) // whoever waits for it is told

  async function watch() {
    const ends = []
    while (!stopping) {
      const words = await untilGone(now)
      if (stopping) return
      let why = words.slice(-3).join(' ')
      ends.push(Date.now())
      if (ends.filter((at) => at > Date.now() - endsMs).length >= mostEnds && !isFull(why))
        throw new SetupProblem(`The database ends again and again. Its last lines: ${why}`)
      console.error(`The database ${words.length > 0 ? `has ended: ${why}` : 'does not answer'}; it is started again.`)
      for (const since = Date.now(); ;) {
        if (stopping) return
        try {
          now = await now.restart()
          console.error('The database is back.')
          break
        } catch (error) {
          why = error.message
          if (!isFull(why)) {
            // A machine under load, a port that is taken for a moment, a recovery that takes its time.
            if (Date.now() - since > triesMs) throw error
            console.error(`The database does not start yet and is tried again. (${why})`)
            await pause(triesPauseMs)
            continue
          }
          console.error(`The disk is full. The database is started again as soon as there is space. (${why})`)
          await pause(fullPauseMs)
        }
      }
    }
  }

  /** @returns its last lines when it has ended, none when it stands still */
  async function untilGone(one) {
    for (let silent = 0; silent < silentLooks;) {
      const words = await endOrPause(Promise.race([one.ended, stopped]), lookMs)
      if (stopping) return []
      if (words) return words.length > 0 ? words : ['(it said nothing)']
      silent = (await one.answers()) ? 0 : silent + 1
    }
    return []
  }

  return {
    failed,
    async stop() {
      stopping = true
      tellStop()
      await now.stop()
    },
  }
}
