import { starterActions, type Action } from '@diatribon/contract'
import { newKey } from '../ui/newKey.ts'

/** The starter set as actions of this moment, with ids of their own. */
export function starterSet(at: string): Action[] {
  const ids = new Map<string, string>()
  const idOf = (what: string) => {
    const id = ids.get(what) ?? newKey()
    ids.set(what, id)
    return id
  }
  return starterActions(idOf).map((action) => ({ key: newKey(), at, ...action }))
}
