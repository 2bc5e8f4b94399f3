import type { ImportKind } from '@diatribon/contract'
import type { ColumnAnswer } from '@diatribon/core'

/** How the last table of a kind was read: which column was which, and what was said about them. */
export interface Reading {
  mapping: Record<string, string>
  answers: Record<string, ColumnAnswer>
}

const place = (kind: ImportKind) => `diatribon import ${kind}`

/** Kept on this device: a corrected file, or next month's, is read in the same way without asking again. */
export function remember(kind: ImportKind, reading: Reading): void {
  try {
    localStorage.setItem(place(kind), JSON.stringify(reading))
  } catch {
    // A full or forbidden store: then it is asked again, which the page shows by asking.
  }
}

/** What still holds for a file with these columns. */
export function remembered(kind: ImportKind, headers: readonly string[]): Reading {
  try {
    const kept = JSON.parse(localStorage.getItem(place(kind)) ?? '{}') as Partial<Reading>
    const mapping = Object.fromEntries(
      Object.entries(kept.mapping ?? {}).filter(([, header]) => headers.includes(header)),
    )
    const answers = Object.fromEntries(Object.entries(kept.answers ?? {}).filter(([column]) => mapping[column]))
    return { mapping, answers }
  } catch {
    return { mapping: {}, answers: {} } // nothing readable is kept: it is asked again
  }
}
