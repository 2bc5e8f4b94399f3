/** What has a day, or none, and a place: one order for all that falls due. */
export interface Due {
  /** YYYY-MM-DD; null: nobody can tell when. */
  dueDate: string | null
  place: string
}

/** By its day, what has none last; on one day in the order of places. */
export function soonestFirst(a: Due, b: Due): number {
  const [dayA, dayB] = [a.dueDate ?? '9999', b.dueDate ?? '9999']
  return dayA < dayB ? -1 : dayA > dayB ? 1 : a.place.localeCompare(b.place, 'en', { numeric: true })
}
