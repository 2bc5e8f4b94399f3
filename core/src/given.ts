/**
 * What must be there, and is looked up: the row that a list just held, the last of a list that is not empty.
 * @throws Error where a mistake of ours has left it out, instead of going on without it
 */
export function given<T>(value: T): NonNullable<T> {
  if (value === null || value === undefined) throw new Error('Something that must be there is missing.')
  return value
}
