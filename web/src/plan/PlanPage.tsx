import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { Button, Progress } from '@mantine/core'
import { useMediaQuery } from '@mantine/hooks'
import { useState } from 'react'
import { Link } from 'react-router'
import type { FortnightPage, PlannedDay, Visit } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureField } from '../ui/figures.tsx'
import { ListTable } from '../ui/ListTable.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { call } from '../ui/api.ts'
import { downloadText } from '../ui/download.ts'
import { useFetchAnew } from '../ui/fetchAnew.ts'
import { Problem } from '../ui/Problem.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Section } from '../ui/Section.tsx'
import { ago, plural, shortDay, wholeMoney, withDays } from '../ui/words.ts'
import { MorningMail } from '../mail/MorningMail.tsx'
import { CalendarAddress } from './CalendarAddress.tsx'
import { AwayForm } from './AwayForm.tsx'
import { Bookings } from './Bookings.tsx'
import classes from './PlanPage.module.css'
import { LongJob } from './LongJob.tsx'
import { planCsv } from './planCsv.ts'
import { PlanRulesForm } from './PlanRulesForm.tsx'
import { useFortnight } from '../reads/plan.ts'
import { VisitDialog, type Target } from './VisitDialog.tsx'

/** The plan: who does what on which day, what is left and why, and what has changed since yesterday. */
export function PlanPage() {
  const plan = useFortnight()
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/round">Round</Link>
      </p>
      <PageHead
        title="Plan"
        says="Everything that falls due, over days and people: within their minutes, sign-offs and shifts, and what waiting would cost."
      />
      <AsyncView of={plan}>{(page) => <Plan page={page} />}</AsyncView>
    </>
  )
}

interface Opened {
  visit: Visit
  target: Target | null
}

function Plan({ page }: { page: FortnightPage }) {
  const { may } = useSession()
  const [opened, setOpened] = useState<Opened | null>(null)
  const [rules, setRules] = useState(false)
  const [away, setAway] = useState(false)
  const phone = useMediaQuery('(max-width: 48em)')
  const { visits, left, changes } = page
  return (
    <>
      <Summary
        page={page}
        onRules={may('set up the site') ? () => setRules(true) : null}
        onAway={() => setAway(true)}
      />
      {visits.length === 0 ? (
        <Nothing title="Nothing to plan: nothing falls due in these days, or nobody is on shift.">
          Shifts stand under <Link to="/people">People</Link>.
        </Nothing>
      ) : phone ? (
        <DayList page={page} onOpen={(visit) => setOpened({ visit, target: null })} />
      ) : (
        <Board page={page} onOpen={setOpened} />
      )}
      {left.length > 0 && (
        <Section title={`Left for now: ${plural(left.length, 'task')}`}>
          <ListTable
            label="Left for now"
            rows={left}
            keyOf={({ task }) => task.id}
            columns={[
              {
                head: 'Printer',
                shows: ({ task: { printer } }) => <Link to={`/printers/${printer.id}`}>{printer.name}</Link>,
              },
              { head: 'What', shows: ({ task }) => task.words },
              { head: 'Due', shows: ({ task }) => shortDay(task.due) },
              { head: 'Why it is left', shows: ({ why }) => withDays(why) },
            ]}
            stacks
          />
        </Section>
      )}
      {changes.length > 0 && (
        <Section title="Changed since the last day">
          <ul>
            {changes.map(({ words, why }) => (
              <li key={words}>
                {withDays(words)}. <span className="quiet">{withDays(why)}</span>
              </li>
            ))}
          </ul>
        </Section>
      )}
      <Bookings bookings={page.bookings} />
      <AskLongJob />
      <CalendarAddress />
      <MorningMail />
      {opened && <VisitDialog page={page} {...opened} onClose={() => setOpened(null)} />}
      {away && <AwayForm today={page.days[0]?.day ?? ''} onClose={() => setAway(false)} />}
      {rules && <PlanRulesForm rules={page.rules} onClose={() => setRules(false)} />}
    </>
  )
}

/** A long job for tonight: which printer is the best bet? */
function AskLongJob() {
  const [hours, setHours] = useState<number | undefined>(14)
  return (
    <>
      <div className={classes.ask}>
        <FigureField label="A job of so many hours" min={0.1} max={1000} value={hours} onChange={setHours} />
      </div>
      {hours !== undefined && hours > 0 && hours <= 1000 && <LongJob hours={hours} />}
    </>
  )
}

/**
 * What can be done with the plan, then what waiting costs in it and how much better another could be. What comes and goes has its place.
 */
function Summary(props: { page: FortnightPage; onRules: (() => void) | null; onAway: () => void }) {
  const { page, onRules, onAway } = props
  const { site, nowMs } = useSession()
  const { visits, cost, bound, gap, isByRoom, isBeingSolved, madeAt } = page
  const cash = (minor: number) => wholeMoney(minor, site.currency)
  const tasks = visits.reduce((sum, visit) => sum + visit.tasks.length, 0)
  return (
    <div className={classes.summary}>
      <div className={classes.acts}>
        <span className={classes.out}>
          <Button variant="default" size="compact-md" component="a" href="/api/plan/week-sheet" target="_blank">
            Week sheet
          </Button>
          <Button
            variant="default"
            size="compact-md"
            onClick={() =>
              downloadText(`plan-${page.days[0]?.day ?? ''}.csv`, planCsv(page, site.currency), 'text/csv')
            }
          >
            As CSV
          </Button>
          <Button variant="default" size="compact-md" onClick={onAway}>
            Away or closed
          </Button>
          {onRules && (
            <Button variant="default" size="compact-md" onClick={onRules}>
              Rules of the plan
            </Button>
          )}
        </span>
        {isBeingSolved && <Solving page={page} />}
      </div>
      <p role="status">
        {plural(visits.length, 'visit')} with {plural(tasks, 'task')}, made {ago(madeAt, nowMs())}.{' '}
        {cost < 1
          ? 'Nothing waits beyond its due date.'
          : `What waits beyond its due date costs ${cash(cost)}; no plan costs less than ${cash(bound)} (${Math.ceil(100 * gap)} % between).`}{' '}
        {isByRoom &&
          'There is too much for one piece: it is planned room by room, and a plan over all at once may be cheaper. '}
      </p>
    </div>
  )
}

/** The solver looks for a better plan: how far it is, and a way to be content with what it has. */
function Solving({ page: { madeAt, secondsToSolve } }: { page: FortnightPage }) {
  const { nowMs, may } = useSession()
  const fetchAnew = useFetchAnew()
  const [stopping, setStopping] = useState(false)
  const [problem, setProblem] = useState<unknown>(null)
  const passed = (nowMs() - Date.parse(madeAt)) / 1000
  const stop = () => {
    setStopping(true)
    call('post /api/plan/stop').then(() => fetchAnew((address) => address.startsWith('/api/plan')), setProblem)
  }
  return (
    <div className={classes.solving}>
      <b>Looking for a better plan, {secondsToSolve} s at most</b>
      <Progress
        value={Math.min(100, (100 * passed) / secondsToSolve)}
        aria-label="How far the search for a better plan is"
        w={160}
      />
      {may('plan the work') && (
        <Button variant="default" size="compact-md" loading={stopping} onClick={stop}>
          Take what there is
        </Button>
      )}
      <Problem error={problem} />
    </div>
  )
}

const dragHelp = {
  draggable:
    'Press space to take the visit, move it with the arrow keys, and press space again to see what the move would cost. Enter opens it.',
}

/** People and days as a board; a visit is dragged to another field, or opened and moved there. */
function Board({ page, onOpen }: { page: FortnightPage; onOpen: (opened: Opened) => void }) {
  const { may } = useSession()
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space'] } }),
  )
  const { days, visits } = page
  const people = [...new Map(days.flatMap(({ people: here }) => here.map(({ id, name }) => [id, name] as const)))].sort(
    (a, b) => (a[1] < b[1] ? -1 : 1),
  )
  const open = days.filter(({ closed }) => !closed)
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ screenReaderInstructions: dragHelp }}
      onDragEnd={({ active, over }) => {
        const visit = visits.find((one) => keyOf(one) === active.id)
        const [day, personId] = String(over?.id ?? '').split(' ')
        if (visit && day && personId && (day !== visit.day || personId !== visit.personId))
          onOpen({ visit, target: { day, personId } })
      }}
    >
      <div className={classes.board} tabIndex={0} role="region" aria-label="The plan by days and people">
        <table>
          <thead>
            <tr>
              <th scope="col">Who</th>
              {open.map(({ day }) => (
                <th key={day} scope="col">
                  {shortDay(day)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {people.map(([id, name]) => (
              <tr key={id}>
                <th scope="row">{name}</th>
                {open.map((day) => (
                  <Field
                    key={day.day}
                    day={day}
                    personId={id}
                    visits={visits.filter((visit) => visit.day === day.day && visit.personId === id)}
                    mayMove={may('plan the work')}
                    onOpen={(visit) => onOpen({ visit, target: null })}
                  />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </DndContext>
  )
}

const keyOf = ({ day, personId, printer }: Visit) => `${day} ${personId} ${printer.id}`

function Field(props: {
  day: PlannedDay
  personId: string
  visits: Visit[]
  mayMove: boolean
  onOpen: (visit: Visit) => void
}) {
  const { day, personId, visits, mayMove, onOpen } = props
  const who = day.people.find(({ id }) => id === personId)
  const { setNodeRef, isOver } = useDroppable({ id: `${day.day} ${personId}`, disabled: !who })
  return (
    <td ref={setNodeRef} className={who ? (isOver ? classes.over : undefined) : classes.away}>
      {who ? (
        <>
          <div className={classes.minutes}>
            {who.planned} of {who.minutes} min
          </div>
          {visits.map((visit) => (
            <VisitCard key={keyOf(visit)} visit={visit} mayMove={mayMove} onOpen={onOpen} />
          ))}
        </>
      ) : (
        <span className="quiet">away</span>
      )}
    </td>
  )
}

function VisitCard({ visit, mayMove, onOpen }: { visit: Visit; mayMove: boolean; onOpen: (visit: Visit) => void }) {
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({
    id: keyOf(visit),
    disabled: !mayMove,
  })
  const isPinned = visit.tasks.some(({ choice }) => choice?.choice === 'pinned')
  return (
    <button
      type="button"
      ref={setNodeRef}
      className={classes.card}
      style={{
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        zIndex: isDragging ? 5 : undefined,
      }}
      {...(mayMove ? { ...attributes, ...listeners, role: 'button' } : {})}
      onClick={() => onOpen(visit)}
    >
      <span className={classes.place}>{visit.printer.place}</span>
      <span>
        <b>{visit.printer.name}</b>
        {isPinned && ' (pinned)'}
        <span className={`quiet ${classes.what}`}>{visit.tasks.map(({ words }) => words).join(', ')}</span>
      </span>
    </button>
  )
}

/** On the phone one day after the other. */
function DayList({ page, onOpen }: { page: FortnightPage; onOpen: (visit: Visit) => void }) {
  const { days, visits } = page
  return (
    <>
      {days
        .filter(({ day }) => visits.some((visit) => visit.day === day))
        .map(({ day, people }) => (
          <Section key={day} title={shortDay(day)}>
            <ul className={classes.dayList}>
              {visits
                .filter((visit) => visit.day === day)
                .map((visit) => (
                  <li key={keyOf(visit)}>
                    <button type="button" className={classes.card} onClick={() => onOpen(visit)}>
                      <span className={classes.place}>{visit.printer.place}</span>
                      <span>
                        <b>{visit.printer.name}</b> {people.find(({ id }) => id === visit.personId)?.name},{' '}
                        {visit.minutes} min
                        <span className={`quiet ${classes.what}`}>
                          {visit.tasks.map(({ words }) => words).join(', ')}
                        </span>
                      </span>
                    </button>
                  </li>
                ))}
            </ul>
          </Section>
        ))}
    </>
  )
}
