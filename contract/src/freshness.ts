/** How far kept figures hold. Fresh ones follow, and a live notice with them. */
export interface Freshness {
  /** Since when the oldest of them hold no longer; null: all that are here hold. */
  asOf: string | null
  /** The oldest of them were worked out by the version of the program before this one. */
  ofVersionBefore?: true
  /** How many were never worked out yet. */
  waiting: number
}
