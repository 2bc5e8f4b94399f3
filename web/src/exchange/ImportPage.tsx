import { Alert, Button, FileButton, Progress, Radio, SegmentedControl, Select } from '@mantine/core'
import Papa from 'papaparse'
import { useState } from 'react'
import { importKinds, type ImportKind } from '@diatribon/contract'
import type { DecimalMark } from '@diatribon/core'
import { useSession } from '../shell/session.ts'
import { PageHead } from '../ui/PageHead.tsx'
import { Problem } from '../ui/Problem.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { plural } from '../ui/words.ts'
import { guessMapping } from './guessMapping.ts'
import classes from './Import.module.css'
import { useImport } from './useImport.ts'

const rowsShown = 5

interface Sheet {
  name: string
  csv: string
  headers: string[]
  preview: Record<string, string>[]
}

/** Bring in what is kept in tables elsewhere: own column names, a try without effect, all or nothing. */
export function ImportPage() {
  const { may } = useSession()
  const [kind, setKind] = useState<ImportKind>('usage')
  const [sheet, setSheet] = useState<Sheet | null>(null)
  const [mapping, setMapping] = useState<Record<string, string>>({})
  const [marks, setMarks] = useState<Partial<Record<string, DecimalMark>>>({})
  const [problem, setProblem] = useState<string | null>(null)
  const { run, start, stop, clear: clearRun } = useImport()
  /** Another file, kind or column: what was found and answered no longer holds. */
  const clear = () => {
    clearRun()
    setMarks({})
  }
  const go = (dryRun: boolean) => sheet && void start({ kind, csv: sheet.csv, mapping, marks }, dryRun)
  const unanswered = run.unclear.some(({ column }) => !marks[column])
  const columns = importKinds[kind].columns as Record<string, { words: string; needed: boolean }>

  const take = async (file: File | null) => {
    if (!file) return
    clear()
    setProblem(null)
    const csv = await file.text()
    const { data, meta } = Papa.parse<Record<string, string>>(csv, {
      header: true,
      preview: rowsShown,
      skipEmptyLines: 'greedy',
    })
    const headers = meta.fields ?? []
    if (data.length === 0) {
      setSheet(null)
      return setProblem('There are no rows in this file. It should be a CSV with its column names in the first row.')
    }
    setSheet({ name: file.name, csv, headers, preview: data })
    setMapping(guessMapping(Object.keys(columns), headers))
  }
  const changeKind = (next: ImportKind) => {
    setKind(next)
    clear()
    if (sheet) setMapping(guessMapping(Object.keys(importKinds[next].columns), sheet.headers))
  }
  const open = Object.entries(columns).filter(([name, { needed }]) => needed && !mapping[name])
  const tried = run.result?.dryRun && run.result.bad === 0
  return (
    <>
      <PageHead
        title="Import and export"
        says="Tables as CSV, in UTF-8. A try changes nothing and holds nobody up; only a table of which every row can be taken is brought in, and the same file twice is recorded once."
      />
      <SegmentedControl
        data={(Object.keys(importKinds) as ImportKind[]).map((value) => ({ value, label: importKinds[value].words }))}
        value={kind}
        onChange={(value) => changeKind(value as ImportKind)}
        aria-label="What to bring in"
        className={classes.kinds}
      />
      <div className={classes.row}>
        {may('set up the site') ? (
          <FileButton
            accept=".csv,text/csv"
            onChange={(file) => void take(file)}
            inputProps={{ 'aria-label': 'CSV file' }}
          >
            {(props) => <Button {...props}>Choose a CSV file</Button>}
          </FileButton>
        ) : (
          <span className="quiet">Bringing in is for leads.</span>
        )}
        <a href={`/api/export/${kind}`} download>
          Take out: {importKinds[kind].words} (CSV)
        </a>
      </div>
      <Problem error={problem ? new Error(problem) : null} />
      {sheet && (
        <>
          <h2>Which column is which? {sheet.name}</h2>
          <div className={classes.mapping}>
            {Object.entries(columns).map(([name, { words, needed }]) => (
              <Select
                key={name}
                label={words}
                description={needed ? 'needed' : 'if there is one'}
                data={sheet.headers}
                clearable
                clearButtonProps={{ 'aria-label': `No column for ${words}` }}
                value={mapping[name] ?? null}
                onChange={(value) => {
                  const next = { ...mapping }
                  if (value) next[name] = value
                  else delete next[name]
                  setMapping(next)
                  clear()
                }}
                error={needed && !mapping[name] ? 'Needed' : undefined}
              />
            ))}
          </div>
          <DataTable label="First rows as they will be read">
            <thead>
              <tr>
                {Object.entries(columns).map(([name, { words }]) => (
                  <th key={name}>{words}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sheet.preview.map((cells, i) => (
                <tr key={i}>
                  {Object.keys(columns).map((name) => (
                    <td key={name}>{mapping[name] ? cells[mapping[name]] : ''}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </DataTable>
          {run.unclear.map(({ column, header, text, asDecimal, asThousands }) => (
            <Radio.Group
              key={column}
              mt="sm"
              label={`What does “${text}” in the column ${header} mean?`}
              description="All figures of this column are read the same way. Nothing is recorded before you say which."
              value={marks[column] ?? null}
              onChange={(mark) => setMarks({ ...marks, [column]: mark as DecimalMark })}
            >
              {(text.includes(',') ? ([',', '.'] as const) : (['.', ','] as const)).map((mark, i) => (
                <Radio
                  key={mark}
                  value={mark}
                  size="md"
                  mt={6}
                  label={
                    i === 0
                      ? `${asDecimal}: the mark begins the decimals`
                      : `${asThousands}: the mark parts the thousands`
                  }
                />
              ))}
            </Radio.Group>
          ))}
          <div className={classes.row}>
            <Button variant="default" disabled={open.length > 0 || unanswered || run.busy} onClick={() => go(true)}>
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
        </>
      )}
      <div aria-live="polite">
        {run.busy && (
          <>
            <p style={{ margin: '4px 0' }}>
              {run.progress
                ? `${run.progress.doing === 'trying' ? 'Tried' : 'Brought in'}: ${run.progress.done.toLocaleString('en-GB')} of ${run.progress.of.toLocaleString('en-GB')} rows`
                : 'Reading the rows …'}
            </p>
            <Progress
              value={run.progress ? (100 * run.progress.done) / Math.max(1, run.progress.of) : 0}
              aria-label="Rows done"
            />
          </>
        )}
        <Problem error={run.problem ? new Error(run.problem) : null} />
        {run.result && (
          <Alert
            color={run.result.bad > 0 ? 'red' : 'petrol'}
            variant="outline"
            title={
              run.result.bad > 0
                ? `${plural(run.result.bad, 'bad row')} of ${run.result.rows}; ${run.result.recorded > 0 ? `${plural(run.result.recorded, 'row')} brought in, the bad ones changed meanwhile` : 'nothing was brought in'}`
                : run.result.dryRun
                  ? `All ${plural(run.result.rows, 'row')} can be brought in`
                  : `${plural(run.result.recorded, 'row')} brought in`
            }
          >
            {run.result.bad === 0 &&
              !run.result.dryRun &&
              run.result.recorded < run.result.rows &&
              `${run.result.rows - run.result.recorded} were here already.`}
          </Alert>
        )}
        {run.bad.length > 0 && (
          <DataTable label="Bad rows">
            <thead>
              <tr>
                <th>Row</th>
                <th>Why it cannot be taken</th>
              </tr>
            </thead>
            <tbody>
              {[...run.bad]
                .sort((a, b) => a.row - b.row)
                .map(({ row, reason }) => (
                  <tr key={row}>
                    <td>{row}</td>
                    <td>{reason}</td>
                  </tr>
                ))}
            </tbody>
          </DataTable>
        )}
      </div>
    </>
  )
}
