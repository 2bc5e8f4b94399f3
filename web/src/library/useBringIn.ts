import { given } from '@diatribon/core'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../session/useAction.ts'
import type { LibraryOffer } from '@diatribon/contract/library'

/** Brings what was chosen from the starter library into the book: all of it, or nothing. */
export function useBringIn(onDone: () => void) {
  const { submit, problem, busy } = useAction('It is in the book', onDone)
  async function bringIn(offers: LibraryOffer[], chosen: ReadonlySet<string>) {
    // The library itself is loaded when it is wanted, not with every page.
    const { libraryActions } = await import('@diatribon/contract/library')
    const offer = new Map(offers.map((one) => [one.what, one]))
    const others = new Map<string, string>()
    const idOf = (what: string) => {
      const id = offer.get(what)?.id ?? others.get(what) ?? newKey()
      others.set(what, id)
      return id
    }
    const actions = libraryActions({
      idOf,
      wants: (what) => chosen.has(what),
      here: (what) => (offer.get(what)?.here ? given(offer.get(what)).id : null),
    })
    if (actions.length === 0) return onDone()
    await submit(actions)
  }
  return { bringIn, problem, busy }
}
