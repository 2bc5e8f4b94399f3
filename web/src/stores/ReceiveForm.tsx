import { Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { toMinor, type StockLine } from '@diatribon/contract'
import { useEndedJobs, usePrinterNames } from '../printers/reads.ts'
import { useSession } from '../shell/session.ts'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { useAction } from '../ui/useAction.ts'
import { hours, moment } from '../ui/words.ts'
import { itemSays, underWay } from './itemSays.ts'
import { LinesDialog } from './LinesDialog.tsx'
import classes from './Stores.module.css'

interface Got {
  pieces?: number | undefined
  paid?: number | undefined
}

/** Pieces have come in: bought, or printed here. */
export function ReceiveForm({ items, onClose }: { items: StockLine[]; onClose: () => void }) {
  const { site } = useSession()
  const { data: printers } = usePrinterNames()
  const { submit, problem, fields, busy } = useAction('Received', onClose)
  const [got, setGot] = useState<Record<string, Got>>({})
  const [supplier, setSupplier] = useState('')
  const [printedOn, setPrintedOn] = useState<string | null>(null)
  const [jobId, setJob] = useState<string | null>(null)
  const { data: jobs = [] } = useEndedJobs(printedOn)
  const [note, setNote] = useState('')
  const [at, setAt] = useState<string>()
  const lines = items.flatMap(({ id }) => {
    const { pieces, paid } = got[id] ?? {}
    return pieces === undefined
      ? []
      : [{ itemId: id, pieces, paidMinor: paid === undefined ? null : toMinor(paid, site.currency) }]
  })
  const set = (id: string, change: Got) => setGot((before) => ({ ...before, [id]: { ...before[id], ...change } }))
  const error = (id: string, field: string) =>
    fields[`lines.${lines.findIndex(({ itemId }) => itemId === id)}.${field}`]
  // What was ordered stands first, then what is to be ordered: that is what comes in.
  const first = items.toSorted(
    (a, b) => underWay(b.ordered) - underWay(a.ordered) || (b.keep?.order ?? 0) - (a.keep?.order ?? 0),
  )
  return (
    <LinesDialog
      title="Receive"
      verb="Receive"
      verbOf={(items) => `Receive ${items}`}
      lines={lines}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSend={() =>
        void submit({
          kind: 'receive-items',
          lines,
          ...(supplier.trim() ? { supplier: supplier.trim() } : {}),
          ...(printedOn ? { printedOn } : {}),
          ...(printedOn && jobId ? { jobId } : {}),
          ...(note.trim() ? { note: note.trim() } : {}),
          ...(at ? { at } : {}),
        })
      }
    >
      <div className={classes.lines}>
        <div className={`${classes.line} ${classes.head}`}>
          <span>Item</span>
          <span>Pieces</span>
          <span>Paid for all, {site.currency}</span>
        </div>
        {first.map((line, i) => {
          const { id, content } = line
          return (
            <div key={id} className={classes.line}>
              <span>
                {content.name} <span className="quiet">{itemSays(line)}</span>
              </span>
              <FigureField
                aria-label={`Pieces of ${content.name}`}
                min={1}
                allowDecimal={false}
                value={got[id]?.pieces}
                onChange={(pieces) => set(id, { pieces })}
                error={error(id, 'pieces')}
                data-autofocus={i === 0 || undefined}
              />
              <FigureField
                aria-label={`Paid for ${content.name}`}
                min={0}
                decimals={3}
                value={got[id]?.paid}
                onChange={(paid) => set(id, { paid })}
                error={error(id, 'paidMinor')}
              />
            </div>
          )
        })}
      </div>
      <TextInput
        label="From"
        description="Supplier; empty: not told."
        mt="sm"
        maxLength={120}
        value={supplier}
        onChange={(e) => setSupplier(e.currentTarget.value)}
        error={fields.supplier}
      />
      <Select
        label="Or printed here, on"
        mt="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'Not printed here' }}
        data={(printers ?? []).map(({ id, name }) => ({ value: id, label: name }))}
        value={printedOn}
        onChange={(id) => {
          setPrintedOn(id)
          setJob(null)
        }}
        error={fields.printedOn}
      />
      {printedOn && (
        <Select
          label="By which job?"
          description="Then it is known how long one takes."
          mt="sm"
          clearable
          clearButtonProps={{ 'aria-label': 'No job' }}
          placeholder={jobs.length === 0 ? 'none of its jobs has ended yet' : 'not told'}
          data={jobs.map((job) => ({
            value: job.id,
            label: `${job.name}, ${hours(job.hours)}, ${moment(job.finishedAt, site.timeZone)}`,
          }))}
          value={jobId}
          onChange={setJob}
          error={fields.jobId}
        />
      )}
      <NoteField value={note} onChange={setNote} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </LinesDialog>
  )
}
