import { Select, TextInput } from '@mantine/core'
import type { StockLine } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { useEndedJobs, usePrinterNames } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { hours, moment } from '../ui/words.ts'
import { itemSays, underWay } from './itemSays.ts'
import { LinesDialog, noLine } from './LinesDialog.tsx'
import { gotLines, type Got } from './gotLines.ts'
import classes from './Stores.module.css'

const begun = {
  got: {} as Record<string, Got>,
  supplier: '',
  printedOn: null as string | null,
  jobId: null as string | null,
  note: '',
  at: undefined as string | undefined,
}

/** Pieces have come in: bought, or printed here. */
export function ReceiveForm({ items, onClose }: { items: StockLine[]; onClose: () => void }) {
  const { site } = useSession()
  const { data: printers = [] } = usePrinterNames()
  const { draft, set, fields, words, choice, sheet } = useDraft(begun, {
    kind: 'receive-items',
    done: 'Received',
    onClose,
  })
  const { data: jobs = [] } = useEndedJobs(draft.printedOn)
  const lines = gotLines(items, draft.got, site.currency)
  const put = (id: string, change: Got) => set('got', (before) => ({ ...before, [id]: { ...before[id], ...change } }))
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
      {...sheet(({ supplier, printedOn, jobId, note, at }) =>
        lines.length === 0
          ? noLine
          : {
              kind: 'receive-items',
              lines,
              ...(printedOn ? { printedOn, ...told({ jobId: jobId ?? undefined }) } : {}),
              ...told({ supplier, note, at }),
            },
      )}
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
                value={draft.got[id]?.pieces}
                onChange={(pieces) => put(id, { pieces })}
                error={error(id, 'pieces')}
                data-autofocus={i === 0 || undefined}
              />
              <FigureField
                aria-label={`Paid for ${content.name}`}
                min={0}
                decimals={3}
                value={draft.got[id]?.paid}
                onChange={(paid) => put(id, { paid })}
                error={error(id, 'paidMinor')}
              />
            </div>
          )
        })}
      </div>
      <TextInput label="From" description="Supplier; empty: not told." mt="sm" {...words('supplier')} />
      <Select
        label="Or printed here, on"
        mt="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'Not printed here' }}
        data={printers.map(({ id, name }) => ({ value: id, label: name }))}
        {...choice('printedOn')}
        onChange={(id) => {
          set('printedOn', id)
          set('jobId', null)
        }}
      />
      {draft.printedOn && (
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
          {...choice('jobId')}
        />
      )}
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
    </LinesDialog>
  )
}
