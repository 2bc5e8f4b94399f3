/** Random numbers that a seed repeats (mulberry32, public domain). */
export function randomFrom(seed) {
  let state = seed >>> 0
  const unit = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const below = (n) => Math.floor(unit() * n)
  return {
    unit,
    below,
    chance: (p) => unit() < p,
    of: (list) => list[below(list.length)],
    uuid: () => 'xxxxxxxx-xxxx-4xxx-8xxx-xxxxxxxxxxxx'.replaceAll('x', () => below(16).toString(16)),
  }
}
