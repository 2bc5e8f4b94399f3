/** What a printer counts. Days are told by the calendar and need no counting. */
export interface Counters {
  hours: number
  prints: number
  /** Metres of filament, and those of them that were abrasive (glow, carbon, metal, wood and the like). */
  metres: number
  abrasiveMetres: number
}

/** Counters of a printer at one moment; `atMs` is milliseconds of any one time axis. */
export interface CounterPoint extends Counters {
  atMs: number
}

export const noCounters: Counters = { hours: 0, prints: 0, metres: 0, abrasiveMetres: 0 }

const names = ['hours', 'prints', 'metres', 'abrasiveMetres'] as const

/** Puts two sets of counters together, counter by counter. */
export function combine(a: Counters, b: Counters, how: (a: number, b: number) => number): Counters {
  return Object.fromEntries(names.map((name) => [name, how(a[name], b[name])])) as unknown as Counters
}
