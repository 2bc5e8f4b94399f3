import Papa from 'papaparse'
import { decodeTable, separatorOf, tableOf, type Table } from '@diatribon/core'

/** A chosen file: its bytes as they go to the server, and its table as the server will read it. */
export interface Sheet {
  name: string
  bytes: Uint8Array<ArrayBuffer>
  encoding: string
  table: Table
}

/** @throws Error with a sentence when it holds no table */
export async function readSheet(file: File): Promise<Sheet> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  let read: ReturnType<typeof decodeTable>
  try {
    read = decodeTable(bytes)
  } catch {
    throw new Error(
      'This file is not plain text. Save the table in your spreadsheet as CSV (comma or semicolon between the columns), and choose that file.',
    )
  }
  const delimiter = separatorOf(read.text)
  const table = tableOf(Papa.parse<string[]>(read.text, { header: false, skipEmptyLines: false, delimiter }).data)
  if (table.rows.length === 0)
    throw new Error('There are no rows in this file. It should be a CSV with its column names in the first row.')
  return { name: file.name, bytes, encoding: read.encoding, table }
}
