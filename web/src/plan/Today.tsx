import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PlannedTask, Visit } from '@diatribon/contract'
import { useBeginCheck } from '../checks/useBeginCheck.ts'
import { usePrinter } from '../reads/printers.ts'
import { SwapPartForm } from '../forms/SwapPartForm.tsx'
import { useSession } from '../session/session.tsx'
import { OutMark } from '../ui/marks.tsx'
import { Problem } from '../ui/Problem.tsx'
import { Section } from '../ui/Section.tsx'
import { plural } from '../ui/words.ts'
import classes from './PlanPage.module.css'
import { useToday } from '../reads/plan.ts'
import { shelfWords } from './shelfWords.ts'

/** Today's visits in walking order: what to take along, cautions first, and each piece of work opens right here. */
export function Today({ keeps }: { keeps: (printer: Visit['printer']) => boolean }) {
  const { data: page } = useToday()
  const { person } = useSession()
  const [all, setAll] = useState(false)
  const [open, setOpen] = useState<string | null>(null)
  const [swapping, setSwapping] = useState<{ printerId: string; slotId: string } | null>(null)
  const today = page?.day
  if (!page || !today) return null
  const here = page.visits.filter(({ printer }) => keeps(printer))
  const own = here.filter(({ personId }) => personId === person.id)
  const shown = all || own.length === 0 ? here : own
  const nameOf = (id: string) => today.people.find((one) => one.id === id)?.name ?? ''
  const minutes = shown.reduce((sum, visit) => sum + visit.minutes, 0)
  return (
    <Section
      title="Today"
      act={
        own.length > 0 && own.length < here.length ? (
          <Button variant="default" size="compact-md" onClick={() => setAll(!all)}>
            {all ? 'Only mine' : `All ${here.length}`}
          </Button>
        ) : undefined
      }
    >
      {shown.length === 0 ? (
        <p className="quiet">
          {today.closed ? 'Closed today.' : 'Nothing is planned for today.'} <Link to="/plan">The plan</Link>
        </p>
      ) : (
        <>
          <p>
            {plural(shown.length, 'visit')}, about {minutes} min{own.length > 0 && !all ? ' of yours' : ''}.{' '}
            <Link to="/plan">The whole plan</Link>
          </p>
          <TakeAlong visits={shown} />
          <ul className={classes.dayList}>
            {shown.map((visit) => {
              const key = `${visit.printer.id} ${visit.personId}`
              return (
                <li key={key}>
                  <button
                    type="button"
                    className={classes.card}
                    aria-expanded={open === key}
                    onClick={() => setOpen(open === key ? null : key)}
                  >
                    <span className={classes.place}>{visit.printer.place}</span>
                    <span>
                      <b>{visit.printer.name}</b> {visit.minutes} min
                      {visit.personId !== person.id && `, ${nameOf(visit.personId)}`}
                      <OutMark out={visit.printer.out} />
                      <span className={`quiet ${classes.what}`}>
                        {visit.tasks.map(({ words }) => words).join(', ')}
                      </span>
                    </span>
                  </button>
                  {open === key && (
                    <VisitWork
                      visit={visit}
                      onSwap={(slotId) => setSwapping({ printerId: visit.printer.id, slotId })}
                    />
                  )}
                </li>
              )
            })}
          </ul>
        </>
      )}
      {swapping && <Swap {...swapping} onClose={() => setSwapping(null)} />}
    </Section>
  )
}

/** Tools and parts that the visits need, so that nobody walks twice. */
function TakeAlong({ visits }: { visits: Visit[] }) {
  const tasks = visits.flatMap((visit) => visit.tasks)
  const tools = [...new Set(tasks.flatMap((task) => task.tools))]
  const parts = new Map<string, number>()
  for (const { partType, stock } of tasks) {
    const name = partType && (stock?.place ? `${partType.name} (${stock.place})` : partType.name)
    if (name) parts.set(name, (parts.get(name) ?? 0) + 1)
  }
  const list = [...[...parts].map(([name, count]) => (count > 1 ? `${count} × ${name}` : name)), ...tools]
  return list.length > 0 ? (
    <p>
      <b>Take along:</b> {list.join(', ')}.
    </p>
  ) : null
}

/** What is done at one printer: cautions first, then each piece of work with its button. */
function VisitWork({ visit, onSwap }: { visit: Visit; onSwap: (slotId: string) => void }) {
  const cautions = [...new Set(visit.tasks.flatMap((task) => task.cautions))]
  return (
    <div className={classes.work}>
      {cautions.map((caution) => (
        <p key={caution} role="note">
          ⚠ {caution}
        </p>
      ))}
      <ul className={classes.tasks}>
        {visit.tasks.map((task) => (
          <li key={task.id}>
            <TaskLine task={task} onSwap={onSwap} />
          </li>
        ))}
      </ul>
      <Link to={`/printers/${visit.printer.id}`}>Open {visit.printer.name}</Link>
    </div>
  )
}

function TaskLine({ task, onSwap }: { task: PlannedTask; onSwap: (slotId: string) => void }) {
  const { may } = useSession()
  const { kind, printer, words, partType, minutes, opens, openSheetId } = task
  const { begin, problem, busy } = useBeginCheck(printer.id)
  return (
    <>
      <b>{words}</b>
      {partType && ` (${partType.name})`}, {minutes} min
      {shelfWords(task)}{' '}
      {kind === 'upgrade' && (
        <Button
          size="compact-md"
          component={Link}
          to={`/upgrades/${opens}`}
          aria-label={`Install ${words} on ${printer.name}`}
        >
          Install
        </Button>
      )}
      {kind === 'replace' && may('swap parts') && (
        <Button size="compact-md" aria-label={`Swap ${words} of ${printer.name}`} onClick={() => onSwap(opens)}>
          Swap
        </Button>
      )}
      {kind === 'check' &&
        (openSheetId ? (
          <Button
            size="compact-md"
            component={Link}
            to={`/check/${openSheetId}`}
            aria-label={`Go on with ${words} of ${printer.name}`}
          >
            Go on
          </Button>
        ) : (
          <Button
            size="compact-md"
            loading={busy}
            aria-label={`Do ${words} of ${printer.name}`}
            onClick={() => void begin(opens)}
          >
            Do
          </Button>
        ))}
      {kind === 'reading' && (
        <Button
          size="compact-md"
          component={Link}
          to={`/printers/${printer.id}?view=Readings`}
          aria-label={`Look at ${words} of ${printer.name}`}
        >
          Look
        </Button>
      )}
      {problem !== null && <Problem error={problem} />}
    </>
  )
}

function Swap({ printerId, slotId, onClose }: { printerId: string; slotId: string; onClose: () => void }) {
  const { data } = usePrinter(printerId)
  return data ? <SwapPartForm page={data} slotId={slotId} onClose={onClose} /> : null
}
