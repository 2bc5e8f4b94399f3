import { Alert, Button, FileButton, Progress, SegmentedControl, Select } from '@mantine/core'
import { useState } from 'react'
import { columnsOf, importKinds, type ImportColumn, type ImportKind } from '@diatribon/contract'
import { given, type ColumnAnswer } from '@diatribon/core'
import { useSession, type May } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Problem } from '../ui/Problem.tsx'
import { plural } from '../ui/words.ts'
import { BadRows } from './BadRows.tsx'
import { cellWords } from './cellWords.ts'
import { ColumnQuestions, type OpenQuestion } from './ColumnQuestions.tsx'
import { guessMapping } from './guessMapping.ts'
import classes from './Import.module.css'
import { readSheet, type Sheet } from './readSheet.ts'
import { remember, remembered } from './remembered.ts'
import { useImport, type ImportRun } from './useImport.ts'
import { useImportNames } from '../reads/exchange.ts'
import { useUnderstood, type UnderstoodColumn } from './useUnderstood.ts'

/** Bring in what is kept in tables elsewhere: own column names, a try without effect, all or nothing. */
export function ImportPage() {
  const { may } = useSession()
  const [kind, setKind] = useState<ImportKind>('usage')
  const [sheet, setSheet] = useState<Sheet | null>(null)
  const [mapping, setMapping] = useState<Record<string, string>>({})
  const [answers, setAnswers] = useState<Record<string, ColumnAnswer>>({})
  const [problem, setProblem] = useState<unknown>(null)
  const { run, start, stop, clear } = useImport()
  const { data: names } = useImportNames(may('set up the site'))
  const { columns, questions } = useUnderstood(sheet?.table ?? null, { kind, mapping, answers, names })
  const ours = columnsOf(kind)

  /** Which column is which, as last time, else as their names tell. */
  const begin = (kind: ImportKind, sheet: Sheet) => {
    const { headers } = sheet.table
    const kept = remembered(kind, headers)
    setMapping({ ...guessMapping(Object.keys(columnsOf(kind)), headers, kept.mapping), ...kept.mapping })
    setAnswers(kept.answers)
  }
  const take = async (file: File | null) => {
    if (!file) return
    clear()
    setProblem(null)
    try {
      const read = await readSheet(file)
      setSheet(read)
      begin(kind, read)
    } catch (error) {
      setSheet(null)
      setProblem(error)
    }
  }
  const changeKind = (next: ImportKind) => {
    setKind(next)
    clear()
    if (sheet) begin(next, sheet)
  }
  const changeColumn = (name: string, header: string | null) => {
    const { [name]: _, ...rest } = mapping
    setMapping(header ? { ...rest, [name]: header } : rest)
    const { [name]: __, ...others } = answers
    setAnswers(others)
    clear()
  }
  const go = (dryRun: boolean) => {
    if (!sheet) return
    remember(kind, { mapping, answers })
    void start({ kind, bytes: sheet.bytes, mapping, answers }, dryRun)
  }
  const missing = Object.entries(ours).some(([name, { needed }]) => needed && !mapping[name])
  const isUnclear = columns.some(({ cells }) => cells.some(({ cell }) => cell === null))
  const tried = run.result?.dryRun && run.result.bad === 0
  return (
    <>
      <PageHead
        title="Import and export"
        says="Tables as CSV, as a spreadsheet writes them. A try changes nothing and holds nobody up; only a table of which every row can be taken is brought in, and the same file twice is recorded once."
      />
      <SegmentedControl
        data={(Object.keys(importKinds) as ImportKind[]).map((value) => ({ value, label: importKinds[value].words }))}
        value={kind}
        onChange={(value) => changeKind(value as ImportKind)}
        aria-label="What to bring in"
        className={classes.kinds}
      />
      <Source may={may} take={take} sheet={sheet} kind={kind} />
      <Problem error={problem} />
      {sheet && (
        <Columns
          sheet={sheet}
          ours={ours}
          mapping={mapping}
          changeColumn={changeColumn}
          questions={questions}
          answers={answers}
          setAnswers={setAnswers}
          clear={clear}
          columns={columns}
          missing={missing}
          isUnclear={isUnclear}
          run={run}
          go={go}
          tried={tried}
          stop={stop}
        />
      )}
      <Outcome run={run} />
      {run.bad.length > 0 && <BadRows bad={run.bad} sheet={sheet} />}
    </>
  )
}

/** The first rows under our names: what stands in the file, and what it is understood to say. */
function AsUnderstood({ columns, rows }: { columns: readonly UnderstoodColumn[]; rows: readonly number[] }) {
  if (columns.length === 0) return null
  return (
    <DataTable label="First rows as they are understood">
      <thead>
        <tr>
          <th>Row</th>
          {columns.map(({ column, words, header }) => (
            <th key={column}>
              {words}
              <div className="quiet">{header}</div>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {given(columns[0]).cells.map((_, i) => (
          <tr key={i}>
            <td>{rows[i]}</td>
            {columns.map(({ column, type, cells }) => {
              const { text, cell } = given(cells[i])
              const words = cell && cellWords(cell, type)
              return (
                <td key={column} className={cell?.kind === 'none' ? classes.bad : undefined}>
                  {words ?? 'to be said above'}
                  {words !== text.trim() && <div className="quiet">{text}</div>}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </DataTable>
  )
}

/** How far it is, and how it ended. */
function Outcome({ run }: { run: ImportRun }) {
  const { busy, progress, problem, result } = run
  return (
    <div aria-live="polite">
      {busy && (
        <>
          <p style={{ margin: '4px 0' }}>
            {progress
              ? `${progress.doing === 'trying' ? 'Tried' : 'Brought in'}: ${progress.done.toLocaleString('en-GB')} of ${progress.of.toLocaleString('en-GB')} rows`
              : 'Reading the rows …'}
          </p>
          <Progress value={progress ? (100 * progress.done) / Math.max(1, progress.of) : 0} aria-label="Rows done" />
        </>
      )}
      <Problem error={problem ? new Error(problem) : null} />
      {result && (
        <Alert
          color={result.bad > 0 ? 'red' : 'petrol'}
          variant="outline"
          title={titleOf(result)}
          styles={result.bad > 0 ? { title: { color: 'var(--overdue)' } } : undefined}
        >
          {result.bad === 0 &&
            !result.dryRun &&
            result.recorded < result.rows &&
            `${result.rows - result.recorded} were here already.`}
        </Alert>
      )}
    </div>
  )
}

function titleOf({ rows, bad, recorded, dryRun }: NonNullable<ImportRun['result']>): string {
  if (bad > 0)
    return `${plural(bad, 'bad row')} of ${rows}; ${recorded > 0 ? `${plural(recorded, 'row')} brought in, the bad ones changed meanwhile` : 'nothing was brought in'}`
  return dryRun ? `All ${plural(rows, 'row')} can be brought in` : `${plural(recorded, 'row')} brought in`
}

function Source(props: {
  may: May
  take: (file: File | null) => Promise<void>
  sheet: Sheet | null
  kind: 'printers' | 'usage' | 'part-changes' | 'part-ages'
}) {
  const { may, take, sheet, kind } = props
  return (
    <div className={classes.row}>
      {may('set up the site') ? (
        <FileButton
          accept=".csv,.txt,.tsv,text/csv"
          onChange={(file) => void take(file)}
          inputProps={{ 'aria-label': 'CSV file' }}
        >
          {(props) => <Button {...props}>{sheet ? 'Choose another CSV file' : 'Choose a CSV file'}</Button>}
        </FileButton>
      ) : (
        <span className="quiet">Bringing in is for leads.</span>
      )}
      <a href={`/api/export/${kind}`} download>
        Take out: {importKinds[kind].words} (CSV)
      </a>
    </div>
  )
}

function Mapping(props: {
  ours: Record<string, ImportColumn>
  sheet: Sheet
  mapping: Record<string, string>
  changeColumn: (name: string, header: string | null) => void
}) {
  const { ours, sheet, mapping, changeColumn } = props
  return (
    <div className={classes.mapping}>
      {Object.entries(ours).map(([name, { words, needed }]) => (
        <Select
          key={name}
          label={words}
          description={needed ? 'needed' : 'if there is one'}
          data={sheet.table.headers}
          searchable
          allowDeselect={false}
          clearable
          clearButtonProps={{ 'aria-label': `No column for ${words}` }}
          value={mapping[name] ?? null}
          onChange={(header) => changeColumn(name, header)}
          error={needed && !mapping[name] ? 'Needed' : undefined}
        />
      ))}
    </div>
  )
}

function Buttons(props: {
  missing: boolean
  isUnclear: boolean
  run: ImportRun
  go: (dryRun: boolean) => void
  tried: boolean | undefined
  stop: () => void | undefined
}) {
  const { missing, isUnclear, run, go, tried, stop } = props
  return (
    <div className={classes.row}>
      <Button variant="default" disabled={missing || isUnclear || run.busy} onClick={() => go(true)}>
        Try, without effect
      </Button>
      <Button disabled={!tried || run.busy} onClick={() => go(false)}>
        Bring in
      </Button>
      {run.busy && (
        <Button variant="default" onClick={stop}>
          Stop
        </Button>
      )}
    </div>
  )
}

function Columns(props: {
  sheet: Sheet
  ours: Record<string, ImportColumn>
  mapping: Record<string, string>
  changeColumn: (name: string, header: string | null) => void
  questions: OpenQuestion[]
  answers: Record<string, ColumnAnswer>
  setAnswers: (value: Record<string, ColumnAnswer>) => void
  clear: () => void
  columns: UnderstoodColumn[]
  missing: boolean
  isUnclear: boolean
  run: ImportRun
  go: (dryRun: boolean) => void
  tried: boolean | undefined
  stop: () => void | undefined
}) {
  const {
    sheet,
    ours,
    mapping,
    changeColumn,
    questions,
    answers,
    setAnswers,
    clear,
    columns,
    missing,
    isUnclear,
    run,
    go,
    tried,
    stop,
  } = props
  return (
    <>
      <h2>Which column is which? {sheet.name}</h2>
      <p className="quiet">
        {plural(sheet.table.rows.length, 'row')}, {plural(sheet.table.headers.length, 'column')}, text in{' '}
        {sheet.encoding}.
      </p>
      <Mapping ours={ours} sheet={sheet} mapping={mapping} changeColumn={changeColumn} />
      <ColumnQuestions
        open={questions}
        answers={answers}
        onAnswer={(column, answer) => {
          setAnswers({ ...answers, [column]: answer })
          clear()
        }}
      />
      <AsUnderstood columns={columns} rows={sheet.table.rows.map(({ row }) => row)} />
      <Buttons missing={missing} isUnclear={isUnclear} run={run} go={go} tried={tried} stop={stop} />
    </>
  )
}
