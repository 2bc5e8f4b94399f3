import { given } from '@diatribon/core'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { DriftingReading } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { ListTable } from '../ui/ListTable.tsx'
import { OutMark } from '../ui/marks.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { ago, number, plural } from '../ui/words.ts'
import { crossingWords, limitsWords, stepWords } from '../readings/seriesWords.ts'
import { useDrifting } from '../reads/drifting.ts'

/** Readings that move on any printer, those soonest at their limit first. */
export function DriftingPage() {
  const drifting = useDrifting()
  return (
    <>
      <PageHead
        title="Drifting"
        says="A value that keeps moving, or keeps needing correction, is a symptom: something is loose or wearing."
      />
      <AsyncView of={drifting}>
        {({ readings: rows, fresh }) =>
          fresh.waiting > 0 ? (
            <p role="status">Looking at {plural(fresh.waiting, 'more printer')} …</p>
          ) : (
            <>
              <Rows rows={rows} />
            </>
          )
        }
      </AsyncView>
    </>
  )
}

/** What will reach its limit stands open; what has only moved is folded. */
function Rows({ rows }: { rows: DriftingReading[] }) {
  const [open, setOpen] = useState(false)
  const reaches = rows.filter(({ lists }) => lists === 'reaches')
  const stepped = rows.filter(({ lists }) => lists === 'stepped')
  const moved = rows.filter(({ lists }) => lists === 'moved')
  return (
    <>
      <h2>Will reach a limit</h2>
      {reaches.length === 0 ? (
        <p className="quiet">Nothing is on its way to a limit, as far as four readings or more can tell.</p>
      ) : (
        <Table rows={reaches} label="Readings that will reach a limit" />
      )}
      {stepped.length > 0 && (
        <>
          <h2>Has stepped at once</h2>
          <p className="quiet">
            Something has slipped, come loose or was changed without a word: look before it runs on.
          </p>
          <Table rows={stepped} label="Readings that have stepped" />
        </>
      )}
      {moved.length > 0 && (
        <>
          <Button size="sm" variant="default" mt="md" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Fold' : `Has moved from its baseline: ${moved.length}`}
          </Button>
          {open && <Table rows={moved} label="Readings that have moved" />}
        </>
      )}
    </>
  )
}

function Table({ rows, label }: { rows: DriftingReading[]; label: string }) {
  const { nowMs, site } = useSession()
  return (
    <ListTable
      label={label}
      rows={rows}
      keyOf={({ printer, name }) => `${printer.id} ${name}`}
      columns={[
        {
          head: 'Printer',
          shows: ({ printer }) => (
            <>
              {printer.place} <Link to={`/printers/${printer.id}?view=Readings`}>{printer.name}</Link>
              <OutMark out={printer.out} />
            </>
          ),
        },
        { head: 'Reading', shows: ({ name }) => name },
        {
          head: 'Last',
          shows: ({ last, unit }) => (
            <>
              {number(last.value, 5)} {unit}
              <div className="quiet">{ago(last.at, nowMs())}</div>
            </>
          ),
        },
        { head: 'Limits', shows: ({ limits, unit }) => limitsWords(limits, unit) },
        { head: 'What it does', shows: (row) => <b>{whatWords(row, site.timeZone)}</b> },
      ]}
      stacks
    />
  )
}

function whatWords({ crossing, lists, step, baseline, smooth, unit }: DriftingReading, timeZone: string): string {
  if (crossing.kind === 'crosses' || crossing.kind === 'beyond') return given(crossingWords(crossing))
  if (lists === 'stepped') return stepWords(given(step), unit, timeZone)
  return `moved from ${number(given(baseline), 4)} to ${number(given(smooth), 4)} ${unit} on average`
}
