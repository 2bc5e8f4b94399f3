import { given } from '@diatribon/core'
import { Button, Textarea } from '@mantine/core'
import { useCallback, useState } from 'react'
import useSWRInfinite from 'swr/infinite'
import { addressOf, reads, type Count, type Counts, type PrinterHead } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { useSession, type May } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { Failed, Waiting } from '../ui/AsyncView.tsx'
import { useWhenAnew } from '../ui/fetchAnew.ts'
import { FactList } from '../ui/FactList.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import table from '../ui/Table.module.css'
import { hours, moment, number } from '../ui/words.ts'

const kindWords: Record<Count['kind'], string> = {
  'take-in': 'Take-in',
  meter: 'Meter',
  job: 'Job',
  tally: 'Tally',
  goods: 'Goods',
  spool: 'Spool',
  idle: 'Idle',
}

/** Every piece of evidence behind a printer's counters, with its origin, and where meter and jobs do not agree. */
export function CountsView({ printer }: { printer: PrinterHead }) {
  const { may } = useSession()
  const { data, error, size, setSize, isValidating, mutate } = useSWRInfinite<Counts, unknown>(
    (page, previous: Counts | null) => {
      if (previous && previous.next === null) return null
      return addressOf(reads.counts, { id: printer.id, before: page > 0 ? previous?.next : null })
    },
  )
  const refresh = useCallback(() => void mutate(), [mutate])
  useWhenAnew(addressOf(reads.counts, { id: printer.id }), refresh)
  const [explaining, setExplaining] = useState<Count | null>(null)
  if (!data) return error ? <Failed error={error} again={refresh} /> : <Waiting />
  const { totals } = given(data[0])
  const counts = data.flatMap((page) => page.counts)
  const next = given(data[data.length - 1]).next
  // Hours ran and nothing else was told: that is no 0.
  const counted = (value: number, words: string) => (value === 0 && totals.hours > 1 ? 'not counted' : words)
  return (
    <section aria-label="Counts">
      <FactList
        facts={[
          ['Running hours', hours(totals.hours)],
          ['Prints', counted(totals.prints, number(Math.round(totals.prints), 6))],
          ['Filament', counted(totals.metres, `${number(Math.round(totals.metres), 6)} m`)],
          ['of it abrasive', `${number(Math.round(totals.abrasiveMetres), 6)} m`],
        ]}
      />
      <p className="quiet">
        The meter is right in total; jobs, tallies and goods say when. Where they differ by more than half an hour, the
        gap is shown until somebody explains it.
      </p>
      <Evidence counts={counts} may={may} setExplaining={setExplaining} />
      {next !== null && (
        <Button variant="default" mt="sm" loading={isValidating} onClick={() => void setSize(size + 1)}>
          Earlier evidence
        </Button>
      )}
      {explaining && (
        <ExplainForm
          printerId={printer.id}
          count={explaining}
          onClose={() => setExplaining(null)}
          onDone={() => void mutate()}
        />
      )}
    </section>
  )
}

function CountRow({ count, onExplain }: { count: Count; onExplain?: () => void }) {
  const { site } = useSession()
  const { kind, at, words, hours: claimed, metres, who, gapHours, explanation } = count
  return (
    <tr>
      <td>{moment(at, site.timeZone)}</td>
      <td>{kindWords[kind]}</td>
      <td>
        {words}
        {gapHours !== null && (
          <div style={{ color: explanation ? 'var(--quiet)' : 'var(--soon)' }}>
            <b>
              {gapHours > 0
                ? `${hours(gapHours)} more than the jobs say`
                : `${hours(-gapHours)} less than the jobs say`}
            </b>
            {explanation ? `: ${explanation}` : '. '}
            {!explanation && onExplain && (
              <Button size="compact-sm" variant="default" onClick={onExplain}>
                Explain
              </Button>
            )}
          </div>
        )}
      </td>
      <td className={table.right}>
        {kind === 'meter' || kind === 'take-in' || kind === 'spool' ? '' : hours(claimed)}
      </td>
      <td className={table.right}>{metres > 0 ? number(metres, 3) : ''}</td>
      <td>{who}</td>
    </tr>
  )
}

function ExplainForm(props: { printerId: string; count: Count; onClose: () => void; onDone: () => void }) {
  const { printerId, count, onClose, onDone } = props
  const { words, sheet } = useDraft(
    { explanation: '' },
    {
      kind: 'explain-gap',
      done: 'Gap explained',
      onClose: () => {
        onDone()
        onClose()
      },
    },
  )
  return (
    <ActionDialog
      title="Explain the gap"
      verb="Explain"
      {...sheet((draft) => ({ kind: 'explain-gap', printerId, entryKey: count.key, ...draft }))}
      onClose={onClose}
    >
      <p className="quiet" style={{ marginTop: 0 }}>
        {count.words}: {hours(Math.abs(given(count.gapHours)))} {given(count.gapHours) > 0 ? 'more' : 'less'} than the
        jobs since the reading before.
      </p>
      <Textarea
        label="Why?"
        description="Such as: test prints that nobody wrote down; the job was stopped early."
        autosize
        minRows={3}
        data-autofocus
        {...words('explanation')}
      />
    </ActionDialog>
  )
}

function Evidence({
  counts,
  may,
  setExplaining,
}: {
  counts: Count[]
  may: May
  setExplaining: (value: Count | null) => void
}) {
  return (
    <DataTable label="Evidence">
      <thead>
        <tr>
          <th>When</th>
          <th>Evidence</th>
          <th>What it says</th>
          <th className={table.right}>Hours</th>
          <th className={table.right}>Metres</th>
          <th>By</th>
        </tr>
      </thead>
      <tbody>
        {counts.map((count) => (
          <CountRow
            key={count.seq}
            count={count}
            onExplain={may('count hours') ? () => setExplaining(count) : undefined}
          />
        ))}
      </tbody>
    </DataTable>
  )
}
