interface Known {
  name: string
  /** Other names under which job files and spools call it. */
  alsoCalled: readonly string[]
}

const isPartOfWord = (letter: string | undefined) => letter !== undefined && /[\p{L}\p{N}]/u.test(letter)

/** Whether the name stands in the words by itself, not inside another word. */
function stands(name: string, words: string): boolean {
  for (let at = words.indexOf(name); at >= 0; at = words.indexOf(name, at + 1))
    if (!isPartOfWord(words[at - 1]) && !isPartOfWord(words[at + name.length])) return true
  return false
}

/**
 * The family of what a spool or a job calls its material: colours and makes of a material print at the same heights, other materials do not.
 * @param called as it was told: "PETG black"
 * @param known the materials of the workshop
 * @returns the name of the known material with the longest name that stands in the words; else their first word, in small letters
 * Source: common practice, no source.
 */
export function materialFamily(called: string, known: readonly Known[]): string {
  const words = called.toLowerCase()
  let [family, length] = ['', 0]
  for (const { name, alsoCalled } of known)
    for (const one of [name, ...alsoCalled])
      if (one.length > length && stands(one.toLowerCase(), words)) [family, length] = [name, one.length]
  return length > 0 ? family : (words.trim().split(/[\s,;/]/)[0] ?? words)
}
