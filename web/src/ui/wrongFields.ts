import type { Action } from '@diatribon/contract'

/** What is wrong with actions before they are sent: by field, and in one sentence. */
export interface WrongFields {
  fields: Record<string, string>
  sentence: string
}

/** Brings the shapes while a form is being filled in, so that sending it does not wait for them. */
export const fetchShapes = () => import('@diatribon/contract/shapes').catch(() => null)

/**
 * Holds actions against the shapes that the server holds them against, so that a figure out of its limits is told at its
 * field at once, and without a line too.
 * @returns null when nothing is wrong, or when the shapes cannot be had: then the server says it
 */
export async function wrongFields(actions: readonly Action[]): Promise<WrongFields | null> {
  const shapes = await fetchShapes()
  if (!shapes) return null
  for (const action of actions) {
    const read = shapes.readInput(shapes.actionShapes[action.kind].schema, action)
    if (!read.ok) return { fields: read.fields, sentence: read.sentence }
  }
  return null
}
