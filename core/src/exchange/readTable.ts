/** A table as it is read from a spreadsheet's file: its columns, and its rows by the numbers that the spreadsheet shows. */
export interface Table {
  headers: string[]
  rows: { row: number; cells: string[]; tooMany: boolean }[]
}

/**
 * Text of a spreadsheet's file: UTF-8 with or without its mark, UTF-16 with its mark, else the Western code page in which
 * older spreadsheets still write.
 * @throws RangeError when it is no text in any of them
 * Source: WHATWG Encoding Standard (byte order marks, windows-1252).
 */
export function decodeTable(bytes: Uint8Array): { text: string; encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252' } {
  const mark = bytes[0]! * 256 + bytes[1]!
  if (mark === 0xfffe || mark === 0xfeff)
    return noNull({
      text: new TextDecoder(mark === 0xfffe ? 'utf-16le' : 'utf-16be').decode(bytes),
      encoding: 'UTF-16',
    })
  try {
    return noNull({ text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' })
  } catch (error) {
    if (error instanceof RangeError) throw error
    return noNull({ text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' })
  }
}

/** Control characters stand in no table: what holds them is another kind of file. */
function noNull<T extends { text: string }>(read: T): T {
  if (/[\u0000-\u0008\u000E-\u001F]/.test(read.text)) throw new RangeError('This is no table of text.')
  return read
}

/**
 * What parts the columns of a table: a tab, as spreadsheets paste; a semicolon, as they write where the comma begins the
 * decimals; else a comma. The first line tells, since it holds names and no figures.
 */
export function separatorOf(text: string): '\t' | ';' | ',' {
  const first = text
    .trimStart()
    .split(/\r?\n/, 1)[0]!
    .replace(/"[^"]*"/g, '')
  return first.includes('\t') ? '\t' : first.includes(';') ? ';' : ','
}

/**
 * Records of a file as a table. The first row that is not empty holds the names of the columns; a column without one is
 * called by its letter, a name that comes twice by its letter too. Empty rows are left out, and counted all the same.
 */
export function tableOf(records: readonly string[][]): Table {
  const isEmpty = (cells: readonly string[]) => cells.every((cell) => cell.trim() === '')
  const first = records.findIndex((cells) => !isEmpty(cells))
  if (first < 0) return { headers: [], rows: [] }
  const names = records[first]!.map((name) => name.trim())
  while (names.length > 0 && names[names.length - 1] === '') names.pop()
  const seen = new Set<string>()
  const headers = names.map((name, i) => {
    const isThere = seen.has(name)
    seen.add(name)
    return name === '' ? `Column ${letter(i)}` : isThere ? `${name} (${letter(i)})` : name
  })
  const rows = records.flatMap((cells, i) =>
    i <= first || isEmpty(cells)
      ? []
      : [{ row: i + 1, cells, tooMany: cells.some((cell, at) => at >= headers.length && cell.trim() !== '') }],
  )
  return { headers, rows }
}

/** A, B … Z, AA as spreadsheets call their columns. */
function letter(column: number): string {
  const rest = String.fromCharCode(65 + (column % 26))
  return column < 26 ? rest : letter(Math.floor(column / 26) - 1) + rest
}
