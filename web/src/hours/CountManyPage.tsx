import { given } from '@diatribon/core'
import { Button } from '@mantine/core'
import { useRef, useState, type KeyboardEvent } from 'react'
import { Link } from 'react-router'
import type { PrinterName } from '@diatribon/contract'
import { usePrinterNames } from '../reads/printers.ts'
import { usePlaceFilter } from '../ui/usePlaceFilter.tsx'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { GuardedForm } from '../ui/GuardedForm.tsx'
import { NothingHere } from '../ui/NothingHere.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Problem } from '../ui/Problem.tsx'
import { ago, hours, plural } from '../ui/words.ts'
import classes from './CountMany.module.css'
import { FarmGoodsForm } from './FarmGoodsForm.tsx'
import { useCountMany, type CountOutcome } from './useCountMany.ts'

/** The meters of many printers, one figure per line; Enter goes on to the next. */
export function CountManyPage() {
  const names = usePrinterNames()
  const { may } = useSession()
  const [farming, setFarming] = useState(false)
  if (!may('count hours'))
    return (
      <NothingHere
        title="Count hours of many"
        says="Counting is for operators, technicians and leads."
        to="/floor"
        way="To the Floor"
      />
    )
  return (
    <>
      <PageHead
        title="Count hours of many"
        says="What each meter shows, in hours. Enter goes on; what you leave empty stays as it is."
      >
        <Button size="sm" variant="default" onClick={() => setFarming(true)}>
          Goods of several printers
        </Button>
      </PageHead>
      <AsyncView of={names}>{(all) => <Lines all={all} />}</AsyncView>
      {farming && <FarmGoodsForm onClose={() => setFarming(false)} />}
    </>
  )
}

function Lines({ all }: { all: PrinterName[] }) {
  const { nowMs } = useSession()
  const { field, keeps } = usePlaceFilter(all, { byWork: false })
  const [figures, setFigures] = useState<Record<string, number | undefined>>({})
  const [at, setAt] = useState<string>()
  const list = useRef<HTMLUListElement>(null)
  const { submit, outcomes, problem, busy } = useCountMany()
  const printers = all.filter(keeps)
  const told = printers.filter(({ id }) => figures[id] !== undefined && !outcomes[id]?.isDone)
  const onEnter = (event: KeyboardEvent<HTMLUListElement>) => {
    if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return
    const inputs = [...given(list.current).querySelectorAll('input')]
    const next = inputs[inputs.indexOf(event.target) + 1]
    if (!next) return // the last one sends
    event.preventDefault()
    next.focus()
    next.select()
  }
  const send = () =>
    void submit(
      told.map(({ id }) => ({ printerId: id, meterHours: given(figures[id]) })),
      at,
    )
  return (
    <GuardedForm onSubmit={send} problem={problem}>
      {field}
      <ul ref={list} className={classes.lines} onKeyDown={onEnter}>
        {printers.map((printer) => (
          <Line
            key={printer.id}
            printer={printer}
            before={`${hours(printer.meterHours)}, ${ago(printer.countedAt, nowMs())}`}
            value={figures[printer.id]}
            outcome={outcomes[printer.id]}
            onChange={(value) => setFigures({ ...figures, [printer.id]: value })}
          />
        ))}
      </ul>
      <WhenField value={at} onChange={setAt} />
      <Problem error={problem} />
      <Button type="submit" mt="md" loading={busy} disabled={told.length === 0}>
        {told.length === 0 ? 'Count' : `Count ${plural(told.length, 'printer')}`}
      </Button>
    </GuardedForm>
  )
}

function Line(props: {
  printer: PrinterName
  before: string
  value: number | undefined
  outcome: CountOutcome | undefined
  onChange: (value: number | undefined) => void
}) {
  const { printer, before, value, outcome, onChange } = props
  const { id, name, rack, place } = printer
  const isDone = outcome?.isDone ?? false
  return (
    <li className={classes.line}>
      <span className={classes.place}>
        {rack}
        {place}
      </span>
      <span>
        <Link to={`/printers/${id}`}>{name}</Link>
        <span className="quiet"> was at {before}</span>
      </span>
      <FigureField
        aria-label={`Meter of ${name}, in hours`}
        mt={0}
        min={0}
        max={1_000_000}
        value={value}
        onChange={onChange}
        suffix="h"
        error={isDone ? undefined : outcome?.words}
        disabled={isDone}
      />
      <span role="status" className={classes.said}>
        {isDone && outcome?.words}
      </span>
    </li>
  )
}
