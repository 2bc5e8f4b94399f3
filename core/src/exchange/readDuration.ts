const clock = /^(\d{1,6}):([0-5]\d)(?::([0-5]\d))?$/
const piece = /^(\d{1,9})(?:[.,](\d{1,9}))? ?([dhms])[a-z]{0,8}\.? ?/i
const units = [
  ['d', 24],
  ['h', 1],
  ['m', 1 / 60],
  ['s', 1 / 3600],
] as const
/** Nobody writes a duration longer than this. */
const longest = 60

/**
 * Hours out of a duration as people write it: 2:45, 2:45:30, 2 h 45 min, 1 d 3 h; a bare figure is none of them. Read piece by piece, each
 * unit once and the larger first, in a time that grows with the length alone.
 * @returns decimal hours, or null when it is no such duration
 */
export function readDuration(text: string): number | null {
  if (text.length > longest) return null
  let rest = text.trim().replace(/\s+/g, ' ')
  const byClock = clock.exec(rest)
  if (byClock) return Number(byClock[1]) + Number(byClock[2]) / 60 + Number(byClock[3] ?? 0) / 3600
  let next = 0
  let hours = 0
  while (rest !== '') {
    const found = piece.exec(rest)
    if (!found) return null
    const [all, whole, decimals, letter] = found
    const at = units.findIndex(([unit]) => unit === letter!.toLowerCase())
    // Only hours come with decimals: 2.5 h, but not 2.5 min.
    if (at < next || (decimals !== undefined && letter!.toLowerCase() !== 'h')) return null
    hours += Number(`${whole!}.${decimals ?? '0'}`) * units[at]![1]
    next = at + 1
    rest = rest.slice(all.length)
  }
  return next === 0 ? null : hours
}
