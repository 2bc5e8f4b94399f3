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
 * Whether a printer is worth keeping, beside others of its model: one that costs half as much again as the usual one is to be rebuilt, one that
 * costs two and a half times as much, or was down a month and is dear, is to go.
 * @param own of a year or so @param others of the same model over the same time, without it
 * Source: common practice, no source.
 */
export function standing(
  own: PrinterCost,
  others: readonly PrinterCost[],
): { standing: Standing; times: number | null } {
  const like = others.flatMap(({ perHour, hours }) => (perHour !== null && hours >= fewestHours ? perHour : []))
  if (own.perHour === null || own.hours < fewestHours || like.length < 2)
    return { standing: 'too little to say', times: null }
  const sorted = like.toSorted((a, b) => a - b)
  const middle = sorted.length / 2
  const median = ((sorted[Math.floor(middle - 0.5)] ?? 0) + (sorted[Math.ceil(middle - 0.5)] ?? 0)) / 2
  if (!(median > 0)) return { standing: 'too little to say', times: null }
  const times = own.perHour / median
  if (times >= tooDear || (times >= dear && own.daysDown >= longDown)) return { standing: 'retire', times }
  return { standing: times >= dear ? 'rebuild' : 'keep', times }
}
