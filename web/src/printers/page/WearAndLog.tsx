import { firstClock, harmOfFailure, type PrinterPage, type ReplacementDuty } from '@diatribon/contract'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { EntryList } from '../../logbook/EntryList.tsx'
import { useSlotKinds } from '../../reads/useSlotKinds.ts'
import { useSignedOff, askWords } from '../../forms/useHandsOn.tsx'
import { useSession } from '../../session/session.tsx'
import { StateMark } from '../../ui/marks.tsx'
import { WearBar } from '../../ui/WearBar.tsx'
import { aboutDay, leftWords, day } from '../../ui/words.ts'
import classes from '../PrinterPage.module.css'
import type { Doing } from './doing.ts'

/** What is worn, the worst first, beside what was written of this printer. */
export function WearAndLog({ page, onDo }: { page: PrinterPage; onDo: (doing: Doing) => void }) {
  const { id, name } = page.printer
  const worn = page.slots.flatMap(({ duty }) => duty ?? []).sort((a, b) => b.age / b.interval - a.age / a.interval)
  return (
    <div className={classes.columns}>
      <section aria-labelledby="wear">
        <h2 id="wear">Wear</h2>
        <ul className={classes.wear}>
          {worn.map((duty) => (
            <WearLine key={duty.fittingId} duty={duty} modelId={page.modelId} onDo={onDo} />
          ))}
        </ul>
      </section>
      <section aria-labelledby="log">
        <h2 id="log">Log of {name}</h2>
        <EntryList filter={{ printer: id }} pageSize={15} showPrinter={false} />
      </section>
    </div>
  )
}

function WearLine({ duty, modelId, onDo }: { duty: ReplacementDuty; modelId: string; onDo: (doing: Doing) => void }) {
  const { may, nowMs } = useSession()
  const maySwap = may('swap parts')
  const { me, has, ask } = useSignedOff()
  const { workOf } = useSlotKinds()
  const needed = workOf(duty.partType.slotKind)
  const lacks = needed && me && !has(me, needed, modelId) ? needed : null
  return (
    <li>
      <div className={classes.wearHead}>
        <span>
          <b>{duty.slot.name}</b>{' '}
          <Link to={`/lives/${duty.partType.id}`} className="quiet">
            {duty.partType.name}
          </Link>
        </span>
        <span>
          <StateMark state={duty.urgency} />
          {maySwap && !lacks && (
            <Button
              size="compact-sm"
              variant="default"
              ml="sm"
              aria-label={`Swap ${duty.slot.name}`}
              onClick={() => onDo({ what: 'swap', slotId: duty.slot.id })}
            >
              Swap
            </Button>
          )}
        </span>
      </div>
      {maySwap && lacks && (
        <div className="quiet">
          To swap it is {lacks}. {askWords(ask([lacks], modelId), lacks)}
        </div>
      )}
      <WearBar duty={duty} />
      <div className={classes.due}>
        {duty.waits
          ? `${waitsFor(duty.rule)}${duty.rule === 'wait for the failure' ? `. ${harmOfFailure(duty.partType.slotKind) ?? ''}` : ''}`
          : duty.goesWith
            ? `goes with ${duty.goesWith}${duty.dueDate ? `, ${aboutDay(duty.dueDate, nowMs(), day)}` : ''}`
            : firstClock(duty).left <= 0
              ? `${leftWords(duty)} the ${duty.intervalIsLearned ? 'interval learned here' : "catalogue's interval"}`
              : `due ${leftWords(duty)}${duty.dueDate ? `, ${aboutDay(duty.dueDate, nowMs(), day)}` : ''} (${duty.intervalIsLearned ? 'learned here' : 'catalogue'})`}
      </div>
    </li>
  )
}

/** What a part waits for that is not replaced on a clock. */
function waitsFor(rule: ReplacementDuty['rule']): string {
  if (rule === 'look and replace on condition') return 'replaced when a look finds it worn'
  if (rule === 'change together') return 'goes with its neighbour, once it is old enough'
  return 'waits for its failure: keep a spare at hand'
}
