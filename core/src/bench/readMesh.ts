import { InputProblem } from '../inputProblem.ts'

/** Heights of a bed, in mm: rows as they were written, null where nothing was measured. */
export type MeshHeights = (number | null)[][]

const missing = new Set(['-', '--', '---', '.', '?', 'nan', 'null', 'none', '=', '===='])
const mostPoints = 10_000

/**
 * Reads a mesh as machines and people write it: one line per row; numbers apart by blanks, tabs, commas, semicolons or
 * upright bars; brackets, quotes and units around them; decimal commas; an index before each row or above the columns; a
 * dash, a dot or "nan" where nothing was measured. Lines of words are passed over.
 * @param text at least two rows of at least two points
 * @returns rows in the order of the text, heights in mm
 * @throws InputProblem 'not-a-mesh' with the line that does not fit
 */
export function readMesh(text: string): MeshHeights {
  const lines = text
    .replace(/\][\s,]*\[/g, ']\n[')
    .split(/\r\n|\n|\r/)
    .map((line, i) => ({ line: i + 1, cells: cellsOf(line) }))
    .filter(({ cells }) => cells !== null && cells.length > 0) as { line: number; cells: string[] }[]
  const rows = withoutIndexes(lines)
  if (rows.length < 2 || rows[0]!.cells.length < 2)
    throw new InputProblem('not-a-mesh', 'A mesh needs at least two rows of two heights.', { rows: rows.length })
  const width = rows[0]!.cells.length
  if (rows.length * width > mostPoints)
    throw new InputProblem(
      'not-a-mesh',
      `A mesh of more than ${mostPoints.toLocaleString('en-GB')} points is not read.`,
    )
  return rows.map(({ line, cells }) => {
    if (cells.length !== width)
      throw new InputProblem('not-a-mesh', `Line ${line} has ${cells.length} heights, the first row has ${width}.`, {
        line,
      })
    return cells.map((cell) => {
      if (missing.has(cell.toLowerCase())) return null
      const height = Number(cell)
      if (Math.abs(height) > 100)
        throw new InputProblem('not-a-mesh', `Line ${line}: ${cell} mm is no height of a bed.`, { line })
      return height
    })
  })
}

/** The cells of a line; null when it is a line of words. */
function cellsOf(line: string): string[] | null {
  const label = /^\s*(?:row\s*)?(\d+)\s*[:|]/i.exec(line)
  // An index with a colon or a bar behind it is no height.
  const bare = (label ? line.slice(label[0].length) : line)
    .replace(/[[\]{}()"'|]/g, ' ')
    .replace(/(\d)\s*mm\b/gi, '$1')
    .replace(/\u2212/g, '-')
  const hasPoints = /\d\.\d/.test(bare)
  // Without a decimal point, a comma between digits and no blank after it is a decimal comma, unless commas are all there is.
  const decimalCommas = !hasPoints && /(^|[\s;])[+-]?\d+,\d+($|[\s;])/.test(bare)
  const separators = decimalCommas ? /[\s;]/ : /[\s,;]/
  const cells = bare
    .split(separators)
    .filter((cell) => cell !== '')
    .map((cell) => (decimalCommas ? cell.replace(',', '.') : cell))
  const isCell = (cell: string) =>
    missing.has(cell.toLowerCase()) || /^[+-]?(\d+(?:\.\d*)?|\.\d+)(e[+-]?\d+)?$/i.test(cell)
  return cells.every(isCell) ? cells : null
}

/** Leaves out a first row, and a first column, of counting numbers. */
function withoutIndexes(lines: { line: number; cells: string[] }[]) {
  const counts = (cells: string[]) =>
    cells.length > 1 && cells.every((cell, i) => /^\d+$/.test(cell) && Number(cell) === Number(cells[0]) + i)
  const [first, ...rest] = lines
  const headed = first && rest.length >= 1 && counts(first.cells) && Number(first.cells[0]) <= 1
  const rows = headed ? rest : lines
  const column = rows.map(({ cells }) => cells[0]!)
  const others = rows.flatMap(({ cells }) => cells.slice(1))
  const numbered =
    rows.length > 1 &&
    (counts(column) || counts([...column].reverse())) &&
    others.some((cell) => /[.,]/.test(cell)) &&
    (!headed ||
      rows[0]!.cells.length === first!.cells.length + 1 ||
      !rows.every(({ cells }) => cells.length === first!.cells.length))
  return numbered ? rows.map(({ line, cells }) => ({ line, cells: cells.slice(1) })) : rows
}
