/**
 * A scale with a spool on it, as a stand-in: it shows whole grams, a little off, and less the more has been printed.
 * @param grams that really lie on it
 * @param random uniform on 0 to 1
 */
export function scaleShows(grams: number, random: () => number): number {
  return Math.max(0, Math.round(grams + 2 * (random() - 0.5)))
}
