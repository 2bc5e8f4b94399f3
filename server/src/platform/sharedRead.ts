/**
 * A read that many ask for at the same time is done once for all of them. Whoever comes while one is under way gets the next,
 * so that nobody is told less than was recorded before they asked.
 */
export function sharedRead<Result>(read: () => Promise<Result>): () => Promise<Result> {
  let running: Promise<Result> | null = null
  let next: Promise<Result> | null = null
  const begin = (): Promise<Result> => {
    const own = read().finally(() => {
      if (running === own) running = null
    })
    running = own
    return own
  }
  return () => {
    if (!running) return begin()
    // The one before tells its own askers when it fails.
    next ??= running
      .then(
        () => undefined,
        () => undefined,
      )
      .then(() => {
        next = null
        return begin()
      })
    return next
  }
}
