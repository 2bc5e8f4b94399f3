import { Button, Menu } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { PrinterPage as Page } from '@diatribon/contract'
import { EntryList } from '../logbook/EntryList.tsx'
import { useSession } from '../shell/session.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { StateMark } from '../ui/marks.tsx'
import { WearBar } from '../ui/WearBar.tsx'
import { ago, amount, day, hours } from '../ui/words.ts'
import { CountHoursForm } from './CountHoursForm.tsx'
import { HoldForm } from './HoldForm.tsx'
import { HourRibbon } from './HourRibbon.tsx'
import { NoteForm } from './NoteForm.tsx'
import classes from './PrinterPage.module.css'
import { SwapPartForm } from './SwapPartForm.tsx'
import { usePrinter } from './usePrinter.ts'

type Doing = { what: 'count' } | { what: 'note' } | { what: 'hold' } | { what: 'swap'; slotId: string | null }

/** One printer: may it be used, what has it run, what is worn, what was done. */
export function PrinterPage() {
  const { id = '' } = useParams()
  const page = usePrinter(id)
  return <AsyncView of={page}>{(data) => <Printer key={id} page={data} />}</AsyncView>
}

function Printer({ page }: { page: Page }) {
  const { may, nowMs } = useSession()
  const [doing, setDoing] = useState<Doing | null>(null)
  const { printer, slots, build } = page
  const { id, name, make, model, room, rack, place, state, holdReason, runHours, meterHours, countedAt, hoursPerDay } =
    printer
  const close = () => setDoing(null)
  const worn = slots.flatMap(({ duty }) => duty ?? []).sort((a, b) => b.age / b.interval - a.age / a.interval)
  const next = [...worn].sort((a, b) => (a.dueDate ?? '9999').localeCompare(b.dueDate ?? '9999') || a.left - b.left)[0]
  const maySwap = may('swap parts')
  return (
    <>
      <div className={classes.head}>
        <div className={classes.title}>
          <span className={classes.place}>
            {rack}
            {place}
          </span>
          <div>
            <h1>{name}</h1>
            <span className="quiet">
              {make} {model}, {room}. {build}.
            </span>
          </div>
        </div>
        <div className={classes.figures}>
          <div>
            <StateMark state={state} />
            {holdReason && <p className={classes.reason}>{holdReason}</p>}
          </div>
          {next && (
            <div>
              <StateMark state={next.urgency} />
              <div className="quiet">
                {next.slot.name}{' '}
                {next.left <= 0 ? `${amount(-next.left, next.clock)} past` : `in ${amount(next.left, next.clock)}`}
              </div>
            </div>
          )}
          <div>
            <b className={classes.hours}>{hours(runHours)}</b> <span className="quiet">running</span>
            <div className="quiet">
              meter {hours(meterHours)}, counted {ago(countedAt, nowMs())}
              {hoursPerDay !== null && `, ${hours(hoursPerDay)} a day`}
            </div>
          </div>
        </div>
      </div>
      <div className={classes.buttons}>
        {may('count hours') && <Button onClick={() => setDoing({ what: 'count' })}>Count hours</Button>}
        {maySwap && (
          <Button variant="default" onClick={() => setDoing({ what: 'swap', slotId: null })}>
            Swap part
          </Button>
        )}
        <Button variant="default" onClick={() => setDoing({ what: 'note' })}>
          Note
        </Button>
        {(state === 'in service' ? may('hold a printer') : may('release a printer')) && (
          <Menu position="bottom-start">
            <Menu.Target>
              <Button variant="subtle">More</Button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item onClick={() => setDoing({ what: 'hold' })}>
                {state === 'in service' ? 'Put on hold' : 'Release'}
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        )}
      </div>
      {!maySwap && (
        <p className="quiet">
          Changing parts is for technicians and leads. If something is wrong, write a note: they see it at once.
        </p>
      )}

      <HourRibbon page={page} />

      <div className={classes.columns}>
        <section aria-labelledby="wear">
          <h2 id="wear">Wear</h2>
          <ul className={classes.wear}>
            {worn.map((duty) => (
              <li key={duty.fittingId}>
                <div className={classes.wearHead}>
                  <span>
                    <b>{duty.slot.name}</b>{' '}
                    <Link to={`/lives/${duty.partType.id}`} className="quiet">
                      {duty.partType.name}
                    </Link>
                  </span>
                  <span>
                    <StateMark state={duty.urgency} />
                    {maySwap && (
                      <Button
                        size="compact-sm"
                        variant="default"
                        ml="sm"
                        aria-label={`Swap ${duty.slot.name}`}
                        onClick={() => setDoing({ what: 'swap', slotId: duty.slot.id })}
                      >
                        Swap
                      </Button>
                    )}
                  </span>
                </div>
                <WearBar duty={duty} />
                <div className={classes.due}>
                  {duty.left <= 0
                    ? `${amount(-duty.left, duty.clock)} past the ${duty.intervalIsLearned ? 'interval learned here' : "catalogue's interval"}`
                    : `due in ${amount(duty.left, duty.clock)}${duty.dueDate ? `, about ${day(duty.dueDate)}` : ''} (${duty.intervalIsLearned ? 'learned here' : 'catalogue'})`}
                </div>
              </li>
            ))}
          </ul>
        </section>
        <section aria-labelledby="log">
          <h2 id="log">Log of {name}</h2>
          <EntryList printerId={id} pageSize={15} showPrinter={false} />
        </section>
      </div>

      {doing?.what === 'count' && <CountHoursForm printer={printer} onClose={close} />}
      {doing?.what === 'note' && <NoteForm printer={printer} onClose={close} />}
      {doing?.what === 'hold' && <HoldForm printer={printer} onClose={close} />}
      {doing?.what === 'swap' && <SwapPartForm page={page} slotId={doing.slotId} onClose={close} />}
    </>
  )
}
