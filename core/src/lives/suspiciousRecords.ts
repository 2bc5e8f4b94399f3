/** A failure that came so much earlier than all others that it may not have been wear. */
export interface SuspiciousRecord {
  /** Place in the list that was given. */
  place: number
  /** Its age as a share of the next shortest. */
  shareOfNext: number
}

/** A failure that lasted less than this share of the next shortest is asked about. Common practice, no source. */
const suspiciousShare = 1 / 3
const fewest = 3

/**
 * Failures that lasted a fraction of the next shortest: named, so that somebody can say what happened, and never dropped.
 * @param failures ages above 0 of parts that failed, in any order; with fewer than three nothing can be said
 */
export function suspiciousRecords(failures: readonly number[]): SuspiciousRecord[] {
  const order = failures.map((age, place) => ({ age, place })).filter(({ age }) => age > 0)
  order.sort((a, b) => a.age - b.age)
  if (order.length < fewest) return []
  const found: SuspiciousRecord[] = []
  // The shortest, and a second one beside it: more of them are a way of failing, not a mishap.
  for (let n = 0; n < Math.min(2, order.length - 2); n++) {
    const [here, next] = [order[n], order[n + 1]]
    if (!here || !next) continue
    const shareOfNext = here.age / next.age
    if (shareOfNext < suspiciousShare) {
      found.push(...order.slice(0, n + 1).map(({ place, age }) => ({ place, shareOfNext: age / next.age })))
      break
    }
  }
  return found
}
