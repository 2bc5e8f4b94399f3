import { Button } from '@mantine/core'
import { useEffect, useRef } from 'react'
import type { Choice, Chosen, Happened } from '@diatribon/core'
import { useSession } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FactList } from '../ui/FactList.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { chance, hours, money, plural, wholeMoney } from '../ui/words.ts'
import type { PlayStands } from './trainerWorker.ts'

/** The clock stops at each part whose turn may have come; the advice is told once somebody has chosen. */
export function Play(props: {
  stands: PlayStands
  diary: Happened[]
  days: number
  waiting: boolean
  onChoose: (choice: Choice) => void
  onFinish: () => void
}) {
  const { stands, diary, days, waiting, onChoose, onFinish } = props
  const { site } = useSession()
  const { decision, last, day, costMinor } = stands
  const card = useRef<HTMLDivElement>(null)
  // Whoever plays by keyboard stays at the buttons.
  useEffect(() => card.current?.focus(), [decision?.day, decision?.printer, decision?.slot])
  const cash = (minor: number) => money(minor, site.currency)
  return (
    <>
      <p aria-live="polite">
        Day {day} of {days}, {wholeMoney(costMinor, site.currency)} so far.
      </p>
      {last && <p role="status">{chosenWords(last)}</p>}
      {decision && (
        <Section title={`${decision.printer}: ${decision.slot.toLowerCase()}, ${hours(decision.age)} old`}>
          <div ref={card} tabIndex={-1} style={{ outline: 'none' }}>
            <FactList
              facts={[
                ['Part', decision.part.name],
                ['The trade replaces it at', hours(decision.part.tradeInterval)],
                ['Chance to fail within a week', chance(decision.weekChance)],
                ['Changed now', cash(decision.preventiveMinor)],
                ['Failed', cash(decision.failureMinor)],
                ['On the shelf', String(decision.spares)],
                ['Minutes left today', `${Math.round(decision.minutesLeft)} (it takes ${decision.part.minutes})`],
              ]}
            />
            <div style={{ display: 'flex', gap: 12, flexWrap: 'wrap', marginTop: 12 }}>
              <Button disabled={waiting} onClick={() => onChoose('change')}>
                Change it now
              </Button>
              <Button disabled={waiting} variant="default" onClick={() => onChoose('wait')}>
                Let it run
              </Button>
              <Button disabled={waiting} variant="subtle" onClick={onFinish}>
                End here and compare
              </Button>
            </div>
          </div>
        </Section>
      )}
      {diary.length > 0 && (
        <Section title="What happened">
          <ul>
            {diary.map(({ kind, day: on, printer, slot }, i) => (
              <li key={`${on} ${printer} ${slot} ${kind} ${i}`}>
                Day {on}: {printer}, {slot.toLowerCase()} {kind}
              </li>
            ))}
          </ul>
        </Section>
      )}
    </>
  )
}

function chosenWords({ choice, advised, advice, wouldHaveRun, printer, slot }: Chosen): string {
  const did = choice === 'change' ? 'changed' : 'let run'
  const why =
    advice.interval === null
      ? 'wait for its failure'
      : `change it at ${hours(advice.interval)}, after ${plural(advice.failures, 'failure')}`
  return `${printer}, ${slot.toLowerCase()}: you ${did}${choice === 'change' ? ' it' : ' on'}. The advice was to ${why}: ${choice === advised ? 'the same' : advised === 'change' ? 'change it' : 'let it run'}. It would have run another ${hours(wouldHaveRun)}, which nobody could know.`
}

/** All that was chosen, with the advice and with what came of it. */
export function ChosenTable({ chosen }: { chosen: Chosen[] }) {
  if (chosen.length === 0) return null
  return (
    <Section title="What you chose">
      <DataTable label="What you chose" stacks>
        <thead>
          <tr>
            <th className={table.right}>Day</th>
            <th>Part</th>
            <th className={table.right}>Age</th>
            <th>You</th>
            <th>The advice</th>
            <th className={table.right}>Would have run on</th>
          </tr>
        </thead>
        <tbody>
          {chosen.map(({ day, printer, slot, age, choice, advised, wouldHaveRun }) => (
            <tr key={`${day} ${printer} ${slot}`}>
              <td className={table.right}>{day}</td>
              <td>
                {printer}, {slot.toLowerCase()}
              </td>
              <td className={table.right}>{hours(age)}</td>
              <td>{choice === 'change' ? 'changed' : 'let run'}</td>
              <td>{advised === 'change' ? 'change' : 'let run'}</td>
              <td className={table.right}>{hours(wouldHaveRun)}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </Section>
  )
}
