import { Select, Textarea } from '@mantine/core'
import { Link } from 'react-router'
import useSWR from 'swr'
import { given } from '@diatribon/core'
import type { FortnightPage, PlannedTask, PricedMove, PriceRequest, Visit } from '@diatribon/contract'
import { useDraft, type DraftForm } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { call } from '../ui/api.ts'
import { CautionBox } from '../ui/CautionBox.tsx'
import { DayField } from '../ui/dates.tsx'
import { money, shortDay, withDays } from '../ui/words.ts'
import classes from './PlanPage.module.css'
import { shelfWords } from './shelfWords.ts'
import { isMoved, visitActions, visitBegun, ways, type VisitDraft } from './visitDraft.ts'

export interface Target {
  day: string
  personId: string
}

const wayNames: Record<VisitDraft['way'], string> = {
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
  const plans = may('plan the work')
  return plans ? (
    <Placing page={page} visit={visit} target={target} onClose={onClose} />
  ) : (
    <ActionDialog title={titleOf(visit)} verb="Close" busy={false} problem={null} onClose={onClose} onSubmit={onClose}>
      <TaskList tasks={visit.tasks} />
    </ActionDialog>
  )
}

function Placing(props: { page: FortnightPage; visit: Visit; target: Target | null; onClose: () => void }) {
  const { page, visit, target, onClose } = props
  const { printer, tasks } = visit
  const isPlaced = tasks.some(({ choice }) => choice !== null)
  const form = useDraft(() => visitBegun(visit, target), {
    kind: 'place-task',
    done: `${printer.name}: plan changed`,
    onClose,
  })
  const { way, day, personId } = form.draft
  const isMove = isMoved(visit, form.draft)
  const { priced } = usePrice(isMove ? { tasks: tasks.map(({ id }) => id), day, personId } : null)
  const { problem, onSubmit, ...sheet } = form.sheet((draft) => visitActions(visit, draft))
  return (
    <ActionDialog
      title={titleOf(visit)}
      verb={way === 'move' ? (isMove ? 'Move' : 'Keep') : way === 'leave out' ? 'Leave out' : 'Set free'}
      {...sheet}
      problem={problem ?? (priced?.problem ? new Error(withDays(priced.problem)) : null)}
      onSubmit={way === 'move' && !isMove ? onClose : onSubmit}
    >
      <TaskList tasks={tasks} />
      <Link to={`/printers/${printer.id}`}>Open {printer.name}</Link>
      <Select
        label="What to do with it"
        mt="sm"
        data={ways.filter((one) => one !== 'set free' || isPlaced).map((value) => ({ value, label: wayNames[value] }))}
        {...form.oneOf('way')}
        data-autofocus
      />
      {way === 'move' && <Where page={page} form={form} />}
      {isMove && <Price priced={priced} />}
      {way === 'leave out' && <DayField label="It counts again from" {...form.choice('until', 'day')} required />}
      {way !== 'set free' && (
        <Textarea label="Why?" autosize mt="sm" {...form.words('reason')} required={way === 'leave out'} />
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

function Where({ page, form }: { page: FortnightPage; form: DraftForm<VisitDraft> }) {
  const { draft, set, oneOf } = form
  const open = page.days.filter(({ people }) => people.length > 0)
  const thereOn = (day: string) => open.find((one) => one.day === day)?.people ?? []
  return (
    <>
      <Select
        label="Day"
        mt="sm"
        data={open.map((one) => ({ value: one.day, label: shortDay(one.day) }))}
        {...oneOf('day')}
        onChange={(day) => {
          if (!day) return
          set('day', day)
          // Somebody who is not there that day gives way to whoever is.
          if (!thereOn(day).some(({ id }) => id === draft.personId)) set('personId', null)
        }}
      />
      <Select
        label="Who"
        mt="sm"
        data={[
          { value: '', label: 'Whoever suits best' },
          ...thereOn(draft.day).map(({ id, name, planned, minutes }) => ({
            value: id,
            label: `${name} (${planned} of ${minutes} min)`,
          })),
        ]}
        {...oneOf('personId', 'forPersonId')}
        value={draft.personId ?? ''}
        onChange={(id) => set('personId', id || null)}
      />
    </>
  )
}

/** What the move would cost, worked out by the server as the plan stands. */
function usePrice(request: PriceRequest | null): { priced: PricedMove | undefined } {
  const key = request && ['/api/plan/price', JSON.stringify(request)]
  const { data } = useSWR(key, () => call('post /api/plan/price', { body: given(request) }))
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
