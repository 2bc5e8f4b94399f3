import type { BoxLine } from '@diatribon/contract'

/** "2 Brass brush": a number, then what it is; without a number one. */
export const readLines = (text: string): BoxLine[] =>
  text.split('\n').flatMap((line) => {
    const [, count, what] = /^\s*(?:(\d+)\s*[x×]?\s+)?(.+?)\s*$/.exec(line) ?? []
    return what ? [{ what, pieces: count ? Number(count) : 1 }] : []
  })
