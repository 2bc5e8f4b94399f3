/** Lower and upper 95 % limit; an end is null when the records do not bound it. */
export type Limits = [lower: number | null, upper: number | null]
