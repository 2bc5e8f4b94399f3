import type { BoxLine } from '@diatribon/contract'

/** "2 Brass brush" or "2 x Brass brush": a number, then what it is; without a number one. */
export const readLines = (text: string): BoxLine[] =>
  text.split('\n').flatMap((line) => {
    const [first = '', ...rest] = line.trim().split(/\s+/)
    const count = /^(\d+)[x×]?$/.exec(first)?.[1]
    const named = rest[0] === 'x' || rest[0] === '×' ? rest.slice(1) : rest
    if (count && named.length > 0) return [{ what: named.join(' '), pieces: Number(count) }]
    return first ? [{ what: [first, ...rest].join(' '), pieces: 1 }] : []
  })
