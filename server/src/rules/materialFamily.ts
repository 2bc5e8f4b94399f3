import { materialFamily } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { material } from '../platform/tables.ts'

/** The event of a printer that prints something else than last time, and how its words tell what. */
export const materialChanged = 'material changed'
const between = ', then '
export const changeWords = (from: string, to: string) => from + between + to

/** What it printed before and after; null: the event was told by somebody, in words of his own. */
export function changeOf(words: string | null): { from: string; to: string } | null {
  const at = words?.lastIndexOf(between) ?? -1
  return words === null || at < 0 ? null : { from: words.slice(0, at), to: words.slice(at + between.length) }
}

export interface Families {
  of: (called: string) => string
  /** Whether an event is one that heights follow: another family of material, not another colour or make of the same. */
  matters: (event: { event: string; words: string | null }) => boolean
}

/** Families of what spools and jobs call their materials, by the materials of the workshop. */
export async function materialFamilies(db: Db): Promise<Families> {
  const known = (await db.select({ content: material.content }).from(material)).map(({ content }) => content)
  const found = new Map<string, string>()
  const of = (called: string) => {
    const family = found.get(called) ?? materialFamily(called, known)
    found.set(called, family)
    return family
  }
  return {
    of,
    matters: ({ event, words }) => {
      const change = event === materialChanged ? changeOf(words) : null
      return !change || of(change.from) !== of(change.to)
    },
  }
}
