export interface PrinterCost {
  /** Money for each running hour, any unit; null: it did not run. */
  perHour: number | null
  hours: number
  daysDown: number
}

export type Standing = 'keep' | 'rebuild' | 'retire' | 'too little to say'

/** Fewer hours say nothing; so many times the median of its like is dear; so dear and down so long is not worth a rebuild. Common practice, no source. */
const fewestHours = 200
const dear = 1.5
const tooDear = 2.5
const longDown = 30

/**
 * Whether each printer is worth keeping, beside the others of its model: one that costs half as much again as the usual one is to be rebuilt,
 * one that costs two and a half times as much, or was down a month and is dear, is to go.
 * @param printers of one model, over the same time, a year or so
 * @returns for each in its place: what to do, and how many times the median of the others it costs
 * Source: common practice, no source.
 */
export function standings(printers: readonly PrinterCost[]): { standing: Standing; times: number | null }[] {
  const known = printers.flatMap(({ perHour, hours }, i) =>
    perHour !== null && hours >= fewestHours ? [{ i, perHour }] : [],
  )
  const sorted = known.toSorted((a, b) => a.perHour - b.perHour)
  const placeOf = new Map(sorted.map(({ i }, place) => [i, place]))
  return printers.map(({ perHour, daysDown }, i) => {
    const place = placeOf.get(i)
    if (perHour === null || place === undefined || sorted.length < 3) return tooLittle
    const median = medianWithout(sorted, place)
    if (!(median > 0)) return tooLittle
    const times = perHour / median
    if (times >= tooDear || (times >= dear && daysDown >= longDown)) return { standing: 'retire', times }
    return { standing: times >= dear ? 'rebuild' : 'keep', times }
  })
}

const tooLittle = { standing: 'too little to say', times: null } as const

/** The median of all but one, of costs in order. */
function medianWithout(sorted: readonly { perHour: number }[], place: number): number {
  const at = (n: number) => sorted[n < place ? n : n + 1]?.perHour ?? 0
  const middle = (sorted.length - 1) / 2
  return (at(Math.floor(middle - 0.5)) + at(Math.ceil(middle - 0.5))) / 2
}
