import { given } from '@diatribon/core'
import { Button } from '@mantine/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import useSWRInfinite from 'swr/infinite'
import {
  addressOf,
  kindNames,
  reads,
  type ActionKindName,
  type LogEntry,
  type LogPage,
  type Site,
} from '@diatribon/contract'
import { Photos } from '../ui/PhotoButton.tsx'
import { NoteForm } from '../forms/NoteForm.tsx'
import { useSession } from '../session/session.tsx'
import { call } from '../ui/api.ts'
import { Failed, Waiting } from '../ui/AsyncView.tsx'
import { useWhenAnew } from '../ui/fetchAnew.ts'
import { Nothing } from '../ui/Nothing.tsx'
import { moment } from '../ui/words.ts'
import { AmendForm } from './AmendForm.tsx'
import classes from './EntryList.module.css'

/** What is shown of the book, as in the query of its address. */
export type EntryFilter = Partial<
  Record<'search' | 'printer' | 'person' | 'partType' | 'from' | 'until' | 'steps' | 'forMe' | 'seq', string>
> & { kind?: ActionKindName }

interface Props {
  filter?: EntryFilter
  pageSize?: number
  /** Whether each line names its printer. */
  showPrinter?: boolean
  /** The whole book is shown: what is on the screen counts as read. */
  marksRead?: boolean
}

/** Entries of the book, newest first; more come as the reader nears the end. */
export function EntryList({ filter = {}, pageSize = 50, showPrinter = true, marksRead = false }: Props) {
  const [amending, setAmending] = useState<LogEntry | null>(null)
  const [answering, setAnswering] = useState<LogEntry | null>(null)
  const { data, error, size, setSize, refresh, isValidating } = useEntries(filter, pageSize)
  const more = data ? given(data[data.length - 1]).next !== null : false
  const older = useCallback(() => void setSize(size + 1), [setSize, size])
  const end = useNearEnd(more && !isValidating, older)
  const isWhole = marksRead && Object.values(filter).every((value) => !value)
  const readBefore = useReadMark(data?.[0], isWhole)
  // A form that is open stays open while other entries are fetched: what was typed must not be lost.
  return (
    <>
      {!data ? (
        error ? (
          <Failed error={error} again={refresh} />
        ) : (
          <Waiting />
        )
      ) : given(data[0]).entries.length === 0 ? (
        <Nothing
          title={Object.values(filter).some(Boolean) ? 'No entry matches.' : 'Nothing has been written here yet.'}
        />
      ) : (
        <>
          <ol className={classes.list}>
            {data
              .flatMap((page) => page.entries)
              .map((line) => (
                <Line
                  key={line.seq}
                  entry={line}
                  showPrinter={showPrinter}
                  isNew={marksRead && readBefore !== null && readBefore > 0 && line.seq > readBefore}
                  onAmend={setAmending}
                  onAnswer={setAnswering}
                />
              ))}
          </ol>
          <div ref={end} className={classes.end}>
            {more ? (
              <Button variant="default" loading={isValidating} onClick={older}>
                Older entries
              </Button>
            ) : (
              !filter.seq && <span className="quiet">The book begins here.</span>
            )}
          </div>
        </>
      )}
      {amending && <AmendForm entry={amending} onClose={() => setAmending(null)} />}
      {answering && <NoteForm printer={answering.printer} replyTo={answering} onClose={() => setAnswering(null)} />}
    </>
  )
}

/** The book page by page, kept up to date. */
function useEntries(filter: EntryFilter, pageSize: number) {
  const { data, error, size, setSize, mutate, isValidating } = useSWRInfinite<LogPage, unknown>(
    (index, last: LogPage | null) => {
      if (last && last.next === null) return null
      return addressOf(reads.logbook, { ...filter, limit: pageSize, before: index > 0 ? last?.next : null })
    },
    // Whoever comes back after an action sees its entry, however quick they were.
    { dedupingInterval: 0 },
  )
  const refresh = useCallback(() => void mutate(), [mutate])
  useWhenAnew(addressOf(reads.logbook, {}), refresh)
  return { data, error, size, setSize, refresh, isValidating }
}

/** The end of the list: the next page is fetched as the reader nears it. */
function useNearEnd(wants: boolean, older: () => void) {
  const end = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!wants || !end.current) return
    // Asked anew whenever entries have come, it answers when they are laid out: an older answer would fetch the whole
    // book on a slow device.
    const nearEnd = new IntersectionObserver(([entry]) => entry?.isIntersecting && older(), { rootMargin: '400px' })
    nearEnd.observe(end.current)
    return () => nearEnd.disconnect()
  }, [wants, older])
  return end
}

/** Up to where the person had read when the page was opened; the whole book marks what is shown as read. */
function useReadMark(page: LogPage | undefined, isWhole: boolean): number | null {
  const newest = page?.entries[0]?.seq
  const [readBefore, setReadBefore] = useState<number | null>(null)
  if (readBefore === null && page) setReadBefore(page.readUpTo ?? 0)
  useEffect(() => {
    // Without a line the mark stays where it was: those entries are shown as new once more.
    if (isWhole && newest) void call('put /api/logbook/read-mark', { body: { seq: newest } }).catch(() => undefined)
  }, [isWhole, newest])
  return readBefore
}

function Line(props: {
  entry: LogEntry
  showPrinter: boolean
  /** Written since the person last read the book. */
  isNew: boolean
  onAmend: (entry: LogEntry) => void
  onAnswer: (entry: LogEntry) => void
}) {
  const { entry, showPrinter, isNew, onAmend, onAnswer } = props
  const { site } = useSession()
  const { seq, kind, at, recordedAt, printer, person, summary, note, amendments } = entry
  const { amends, mayAmend, photos, mentions, answers, replies } = entry
  const late = Date.parse(recordedAt) - Date.parse(at) > 3600_000
  const takenBack = amendments.some(({ takesBack }) => takesBack)
  return (
    <li className={classes.line} id={`entry-${seq}`}>
      <div className={classes.top}>
        {isNew && <b className={classes.fresh}>New</b>}
        <b>{kindNames[kind]}</b>
        {showPrinter && printer && <Link to={`/printers/${printer.id}`}>{printer.name}</Link>}
        <span className="quiet">
          {moment(at, site.timeZone)}, {person.displayName}
          {late && `, written ${moment(recordedAt, site.timeZone)}`}
        </span>
        <Buttons mayAmend={mayAmend} onAmend={onAmend} entry={entry} seq={seq} onAnswer={onAnswer} />
      </div>
      <p className={takenBack ? classes.struck : classes.words}>{summary}</p>
      {mentions.length > 0 && <p className={classes.note}>For {mentions.join(', ')}</p>}
      {answers && (
        <p className={classes.note}>
          Answers <Link to={`/logbook/${answers.seq}`}>#{answers.seq}</Link>: {answers.summary}
        </p>
      )}
      {note && <p className={classes.note}>{note}</p>}
      {photos.length > 0 && (
        <div className={classes.photos}>
          <Photos ids={photos} />
        </div>
      )}
      {amends && (
        <p className={classes.note}>
          Amends #{amends.seq}: {amends.summary}
        </p>
      )}
      <Amendments amendments={amendments} site={site} />
      <Replies replies={replies} site={site} />
    </li>
  )
}

function Buttons(props: {
  mayAmend: boolean
  onAmend: (entry: LogEntry) => void
  entry: LogEntry
  seq: number
  onAnswer: (entry: LogEntry) => void
}) {
  const { mayAmend, onAmend, entry, seq, onAnswer } = props
  return (
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
      <Button
        size="compact-xs"
        variant="subtle"
        color="gray"
        onClick={() => onAnswer(entry)}
        aria-label={`Answer entry ${seq}`}
      >
        Answer
      </Button>
      <Link to={`/logbook/${seq}`} className={classes.own}>
        #{seq}
      </Link>
    </span>
  )
}

function Amendments({
  amendments,
  site,
}: {
  amendments: { seq: number; summary: string; displayName: string; at: string; takesBack: boolean }[]
  site: Site
}) {
  return (
    <>
      {amendments.map((a) => (
        <p key={a.seq} className={classes.amendment}>
          <b>Amended (#{a.seq}):</b> {a.summary}{' '}
          <span className="quiet">
            {a.displayName}, {moment(a.at, site.timeZone)}
          </span>
        </p>
      ))}
    </>
  )
}

function Replies({
  replies,
  site,
}: {
  replies: { seq: number; summary: string; displayName: string; at: string }[]
  site: Site
}) {
  return (
    <>
      {replies.map((reply) => (
        <p key={reply.seq} className={classes.note}>
          <Link to={`/logbook/${reply.seq}`}>{reply.displayName}</Link>: {reply.summary}{' '}
          <span className="quiet">{moment(reply.at, site.timeZone)}</span>
        </p>
      ))}
    </>
  )
}
