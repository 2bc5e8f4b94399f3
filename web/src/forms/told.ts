/** What was told of a draft: without words that are empty, figures that are missing and lists with nothing in them; other words without spaces around them. */
export function told<Draft extends object>(draft: Draft): { [Name in keyof Draft]?: Exclude<Draft[Name], undefined> } {
  const rest = Object.entries(draft).flatMap(([name, value]: [string, unknown]) => {
    const plain = typeof value === 'string' ? value.trim() : value
    return plain === undefined || plain === '' || (Array.isArray(plain) && plain.length === 0) ? [] : [[name, plain]]
  })
  return Object.fromEntries(rest) as { [Name in keyof Draft]?: Exclude<Draft[Name], undefined> }
}

/** The lines that hold something, without spaces around them. */
export const linesWritten = (lines: string[]) => lines.flatMap((line) => line.trim() || [])
