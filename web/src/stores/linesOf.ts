/** Figures that were typed beside items, as lines of an action. */
export const linesOf = (items: readonly { id: string }[], pieces: Readonly<Record<string, number | undefined>>) =>
  items.flatMap(({ id }) => {
    const some = pieces[id]
    return some === undefined ? [] : [{ itemId: id, pieces: some }]
  })
