import { Button } from '@mantine/core'
import { useIntersection } from '@mantine/hooks'
import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import useSWRInfinite from 'swr/infinite'
import { kindNames, type ActionKindName, type LogEntry, type LogPage } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { useNotices } from '../shell/useLive.ts'
import { Failed, Waiting } from '../ui/AsyncView.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { moment } from '../ui/words.ts'
import { AmendForm } from './AmendForm.tsx'
import classes from './EntryList.module.css'

interface Props {
  printerId?: string
  kind?: ActionKindName
  pageSize?: number
  /** Whether each line names its printer. */
  showPrinter?: boolean
}

/** Entries of the book, newest first; more come as the reader nears the end. */
export function EntryList({ printerId, kind, pageSize = 50, showPrinter = true }: Props) {
  const [amending, setAmending] = useState<LogEntry | null>(null)
  const query = new URLSearchParams({ limit: String(pageSize) })
  if (printerId) query.set('printer', printerId)
  if (kind) query.set('kind', kind)
  const { data, error, size, setSize, mutate, isValidating } = useSWRInfinite<LogPage>(
    (index, last: LogPage | null) => {
      if (last && last.next === null) return null
      return `/api/logbook?${query.toString()}${index > 0 && last ? `&before=${last.next}` : ''}`
    },
  )
  const refresh = useCallback(() => void mutate(), [mutate])
  useNotices('logbook', refresh)
  const { ref, entry } = useIntersection({ rootMargin: '400px' })
  const more = data ? data[data.length - 1]!.next !== null : false
  const nearEnd = entry?.isIntersecting ?? false
  useEffect(() => {
    if (nearEnd && more && !isValidating) void setSize(size + 1)
  }, [nearEnd, more, isValidating, setSize, size])

  if (!data) return error ? <Failed error={error} again={refresh} /> : <Waiting />
  const entries = data.flatMap((page) => page.entries)
  if (entries.length === 0) return <Nothing title="Nothing has been written here yet." />
  return (
    <>
      <ol className={classes.list}>
        {entries.map((line) => (
          <Line key={line.seq} entry={line} showPrinter={showPrinter} onAmend={setAmending} />
        ))}
      </ol>
      <div ref={ref} className={classes.end}>
        {more ? (
          <Button variant="default" loading={isValidating} onClick={() => void setSize(size + 1)}>
            Older entries
          </Button>
        ) : (
          <span className="quiet">The book begins here.</span>
        )}
      </div>
      {amending && <AmendForm entry={amending} onClose={() => setAmending(null)} />}
    </>
  )
}

function Line({
  entry,
  showPrinter,
  onAmend,
}: {
  entry: LogEntry
  showPrinter: boolean
  onAmend: (entry: LogEntry) => void
}) {
  const { site } = useSession()
  const { seq, kind, at, recordedAt, printer, person, summary, note, amendments, amends, mayAmend } = entry
  const late = Date.parse(recordedAt) - Date.parse(at) > 3600_000
  const takenBack = amendments.some(({ takesBack }) => takesBack)
  return (
    <li className={classes.line} id={`entry-${seq}`}>
      <div className={classes.top}>
        <b>{kindNames[kind]}</b>
        {showPrinter && printer && <Link to={`/printers/${printer.id}`}>{printer.name}</Link>}
        <span className="quiet">
          {moment(at, site.timeZone)}, {person.displayName}
          {late && `, written ${moment(recordedAt, site.timeZone)}`}
        </span>
        <span className={`quiet ${classes.seq}`}>
          {mayAmend && (
            <Button
              size="compact-xs"
              variant="subtle"
              color="gray"
              onClick={() => onAmend(entry)}
              aria-label={`Amend entry ${seq}`}
            >
              Amend
            </Button>
          )}
          #{seq}
        </span>
      </div>
      <p className={takenBack ? classes.struck : classes.words}>{summary}</p>
      {note && <p className={classes.note}>{note}</p>}
      {amends && (
        <p className={classes.note}>
          Amends #{amends.seq}: {amends.summary}
        </p>
      )}
      {amendments.map((a) => (
        <p key={a.seq} className={classes.amendment}>
          <b>Amended (#{a.seq}):</b> {a.summary}{' '}
          <span className="quiet">
            {a.displayName}, {moment(a.at, site.timeZone)}
          </span>
        </p>
      ))}
    </li>
  )
}
