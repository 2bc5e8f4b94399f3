import { Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import useSWR from 'swr'
import type { FortnightPage, PlannedTask, PricedMove, PriceRequest, Visit } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { call } from '../ui/api.ts'
import { CautionBox } from '../ui/CautionBox.tsx'
import { DayField } from '../ui/dates.tsx'
import { money, shortDay, withDays } from '../ui/words.ts'
import { useAction } from '../session/useAction.ts'
import classes from './PlanPage.module.css'
import { shelfWords } from './shelfWords.ts'

export interface Target {
  day: string
  personId: string
}

const ways = ['move', 'leave out', 'set free'] as const
type Way = (typeof ways)[number]
const wayNames: Record<Way, string> = {
  move: 'Do it on another day, or by somebody else',
  'leave out': 'Leave it out for now',
  'set free': 'Let the plan decide again',
}

/** A visit: what is done there, and what it would cost to move it or leave it out. */
export function VisitDialog(props: {
  page: FortnightPage
  visit: Visit
  /** Where it was dropped; null: it was opened. */
  target: Target | null
  onClose: () => void
}) {
  const { page, visit, target, onClose } = props
  const { may } = useSession()
  const { printer, tasks } = visit
  const isPlaced = tasks.some(({ choice }) => choice !== null)
  const [way, setWay] = useState<Way>('move')
  const [day, setDay] = useState(target?.day ?? visit.day)
  const [personId, setPersonId] = useState<string | null>(target?.personId ?? visit.personId)
  const [until, setUntil] = useState('')
  const [reason, setReason] = useState('')
  const { submit, problem, fields, busy } = useAction(`${printer.name}: plan changed`, onClose)
  const isMove = way === 'move' && (day !== visit.day || personId !== visit.personId)
  const { priced } = usePrice(isMove ? { tasks: tasks.map(({ id }) => id), day, personId } : null)
  if (!may('plan the work'))
    return (
      <ActionDialog
        title={titleOf(visit)}
        verb="Close"
        busy={false}
        problem={null}
        onClose={onClose}
        onSubmit={onClose}
      >
        <TaskList tasks={tasks} />
      </ActionDialog>
    )
  const onSubmit = () => {
    if (way === 'move' && !isMove) return onClose()
    void submit(
      tasks.map(({ id }) => ({
        kind: 'place-task' as const,
        printerId: printer.id,
        task: id,
        ...(way === 'move'
          ? { choice: 'pinned' as const, day, ...(personId ? { forPersonId: personId } : {}) }
          : way === 'leave out'
            ? { choice: 'left out' as const, day: until, reason }
            : { choice: 'free' as const }),
        ...(way === 'move' && reason.trim() ? { reason } : {}),
      })),
    )
  }
  return (
    <ActionDialog
      title={titleOf(visit)}
      verb={way === 'move' ? (isMove ? 'Move' : 'Keep') : way === 'leave out' ? 'Leave out' : 'Set free'}
      busy={busy}
      problem={problem ?? (priced?.problem ? new Error(withDays(priced.problem)) : null)}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <TaskList tasks={tasks} />
      <Link to={`/printers/${printer.id}`}>Open {printer.name}</Link>
      <Select
        label="What to do with it"
        mt="sm"
        data={ways.filter((one) => one !== 'set free' || isPlaced).map((value) => ({ value, label: wayNames[value] }))}
        value={way}
        onChange={(value) => setWay(value as Way)}
        allowDeselect={false}
        data-autofocus
      />
      {way === 'move' && <Where page={page} {...{ day, setDay, personId, setPersonId }} />}
      {way === 'move' && isMove && <Price priced={priced} />}
      {way === 'leave out' && (
        <DayField label="It counts again from" required value={until} onChange={setUntil} error={fields.day} />
      )}
      {way !== 'set free' && (
        <Textarea
          label="Why?"
          required={way === 'leave out'}
          autosize
          mt="sm"
          maxLength={500}
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
          error={fields.reason}
        />
      )}
    </ActionDialog>
  )
}

const titleOf = ({ printer, day, minutes }: Visit) => `${printer.name}, ${shortDay(day)}: ${minutes} min`

function TaskList({ tasks }: { tasks: PlannedTask[] }) {
  const { site } = useSession()
  return (
    <>
      <CautionBox words={[...new Set(tasks.flatMap(({ cautions }) => cautions))]} />
      <ul className={classes.tasks}>
        {tasks.map((task) => {
          const { id, words, partType, minutes, due, riskPerDayMinor, signOff, choice } = task
          return (
            <li key={id}>
              <b>{words}</b>
              {partType && ` (${partType.name})`}: {minutes} min, due {shortDay(due)}
              {signOff && `, needs ${signOff}`}
              {shelfWords(task)}
              <span className="quiet">
                {' '}
                waiting costs about {money(riskPerDayMinor, site.currency)} a day
                {choice && `; ${choice.choice} by ${choice.who}${choice.reason ? `: ${choice.reason}` : ''}`}
              </span>
            </li>
          )
        })}
      </ul>
    </>
  )
}

function Where(props: {
  page: FortnightPage
  day: string
  setDay: (day: string) => void
  personId: string | null
  setPersonId: (id: string | null) => void
}) {
  const { page, day, setDay, personId, setPersonId } = props
  const open = page.days.filter(({ people }) => people.length > 0)
  const people = open.find((one) => one.day === day)?.people ?? []
  return (
    <>
      <Select
        label="Day"
        mt="sm"
        data={open.map((one) => ({ value: one.day, label: shortDay(one.day) }))}
        value={day}
        onChange={(value) => {
          if (!value) return
          setDay(value)
          // Somebody who is not there that day gives way to whoever is.
          const there = open.find((one) => one.day === value)?.people ?? []
          if (!there.some(({ id }) => id === personId)) setPersonId(null)
        }}
        allowDeselect={false}
      />
      <Select
        label="Who"
        mt="sm"
        data={[
          { value: '', label: 'Whoever suits best' },
          ...people.map(({ id, name, planned, minutes }) => ({
            value: id,
            label: `${name} (${planned} of ${minutes} min)`,
          })),
        ]}
        value={personId ?? ''}
        onChange={(value) => setPersonId(value === '' ? null : value)}
        allowDeselect={false}
      />
    </>
  )
}

/** What the move would cost, worked out by the server as the plan stands. */
function usePrice(request: PriceRequest | null): { priced: PricedMove | undefined } {
  const key = request && ['/api/plan/price', JSON.stringify(request)]
  const { data } = useSWR(key, () => call<PricedMove>('POST', '/api/plan/price', request))
  return { priced: data }
}

function Price({ priced }: { priced: PricedMove | undefined }) {
  const { site } = useSession()
  if (!priced) return <p role="status">Working out what that costs …</p>
  if (priced.problem) return null
  const { costMinor, moves } = priced
  return (
    <div role="status">
      <p>
        {Math.abs(costMinor) < 1
          ? 'That costs nothing more.'
          : costMinor > 0
            ? `That costs about ${money(costMinor, site.currency)} more: in risk of waiting, and in moving what people have seen.`
            : `That costs about ${money(-costMinor, site.currency)} less.`}
      </p>
      {moves.length > 0 && (
        <ul className={classes.tasks}>
          {moves.map(({ words, why }) => (
            <li key={words}>
              {words}: {withDays(why)}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
