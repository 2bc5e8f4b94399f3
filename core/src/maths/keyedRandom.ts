/**
 * A number between 0 and 1 (neither of them) that is drawn by its place, not by its turn: the same seed and places give the same number,
 * however many others were drawn before. So two runs that differ in what people do meet the same fates.
 * @param seed any whole number
 * @param places whole numbers that say what is drawn
 * Source: the finaliser of MurmurHash3 (Appleby 2011, public domain), applied to each place in turn.
 */
export function keyedRandom(seed: number, ...places: readonly number[]): number {
  let state = finalise(seed ^ 0x9e3779b9)
  for (const place of places) state = finalise(state ^ finalise(place + 0x7f4a7c15))
  // A second word fills the 53 bits that a number has.
  return ((state >>> 0) + (finalise(state ^ 0x632be59b) >>> 0) / 4294967296 + 1e-12) / 4294967296.000001
}

function finalise(word: number): number {
  let h = word | 0
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return h ^ (h >>> 16)
}
