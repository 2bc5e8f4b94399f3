const clock = /^(\d{1,6}):([0-5]\d)(?::([0-5]\d))?$/
const inUnits = /^(?:(\d+)\s*d\w*\s*)?(?:(\d+(?:[.,]\d+)?)\s*h\w*\.?\s*)?(?:(\d+)\s*m\w*\.?\s*)?(?:(\d+)\s*s\w*\.?)?$/i

/**
 * Hours out of a duration as people write it: 2:45, 2:45:30, 2 h 45 min, 1 d 3 h; a bare figure is none of them.
 * @returns decimal hours, or null when it is no such duration
 */
export function readDuration(text: string): number | null {
  const written = text.trim().replace(/[\u00A0\u2009\u202F]/g, ' ')
  const byClock = clock.exec(written)
  if (byClock) return Number(byClock[1]) + Number(byClock[2]) / 60 + Number(byClock[3] ?? 0) / 3600
  const byUnits = inUnits.exec(written)
  if (!byUnits || written === '' || byUnits.slice(1).every((part) => part === undefined)) return null
  const [d, h, m, s] = byUnits.slice(1).map((part) => Number((part ?? '0').replace(',', '.')))
  return d! * 24 + h! + m! / 60 + s! / 3600
}
