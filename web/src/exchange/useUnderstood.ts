import { useMemo } from 'react'
import { columnsOf, type ImportColumnType, type ImportKind, type ImportNames } from '@diatribon/contract'
import { readCell, understandColumn, type Cell, type ColumnAnswer, type Table, given } from '@diatribon/core'
import type { OpenQuestion } from './ColumnQuestions.tsx'

export interface UnderstoodColumn {
  /** Ours. */
  column: string
  words: string
  type: ImportColumnType
  header: string
  /** Text and meaning of the first rows; null while something has to be asked first. */
  cells: { text: string; cell: Cell | null }[]
}

const rowsShown = 5

/** Each chosen column as it will be read, by the same reading as the server's, and what has to be asked first. */
export function useUnderstood(
  table: Table | null,
  of: {
    kind: ImportKind
    mapping: Record<string, string>
    answers: Record<string, ColumnAnswer>
    names: ImportNames | undefined
  },
): { columns: UnderstoodColumn[]; questions: OpenQuestion[] } {
  const { kind, mapping, answers, names } = of
  // What each column asks is found from its cells and from nothing that is being answered: it stays while it is answered.
  const asked = useMemo(() => {
    if (!table) return []
    return Object.entries(columnsOf(kind)).flatMap(([column, { words, type, names: named }]) => {
      const header = mapping[column]
      const at = header === undefined ? -1 : table.headers.indexOf(header)
      if (at < 0) return []
      const texts = table.rows.map(({ cells }) => cells[at] ?? '')
      const known = named && names && names[named].length > 0 ? names[named] : undefined
      return [
        { column, words, type, header: given(header), texts, understood: understandColumn(type, texts, {}, known) },
      ]
    })
  }, [table, kind, mapping, names])
  return useMemo(() => {
    const questions = asked.flatMap(({ column, header, understood }) =>
      'question' in understood ? [{ column, header, question: understood.question }] : [],
    )
    const columns = asked.map(({ column, words, type, header, texts, understood }) => {
      // A name that is not here may be left as it is: its rows then say so.
      const now = 'answer' in understood ? understood : understandColumn(type, texts, answers[column])
      return {
        column,
        words,
        type,
        header,
        cells: texts
          .slice(0, rowsShown)
          .map((text) => ({ text, cell: 'answer' in now ? readCell(type, text, now.answer) : null })),
      }
    })
    return { columns, questions }
  }, [asked, answers])
}
