/** A list in a draft whose rows are changed, dropped and added. @param set the setter of the draft, for this list */
export function rowsOf<Row extends object>(set: (to: (before: Row[]) => Row[]) => void) {
  return {
    change: (at: number, part: Partial<Row>) =>
      set((rows) => rows.map((row, i) => (i === at ? { ...row, ...part } : row))),
    drop: (at: number) => set((rows) => rows.filter((_, i) => i !== at)),
    add: (row: Row) => set((rows) => [...rows, row]),
  }
}
