import { Problem } from '../../ui/Problem.tsx'
import { printerStates, type FaultPage } from '@diatribon/contract'
import { Button, TextInput } from '@mantine/core'
import { useSession } from '../../session/session.tsx'
import { ActionDialog } from '../../ui/ActionDialog.tsx'
import { ReasonDialog } from '../../session/ReasonDialog.tsx'
import { told } from '../../forms/told.ts'
import { useDraft } from '../../forms/useDraft.ts'
import { useAction, type FormAction } from '../../session/useAction.ts'
import classes from '../Faults.module.css'
import type { Doing } from './doing.ts'

/** What can be done about the fault as a whole. */
export function DeskButtons(props: {
  page: FaultPage
  works: boolean
  /** A change waits for its outcome. */
  awaits: boolean
  onDo: (doing: Doing) => void
}) {
  const { page, works, awaits, onDo } = props
  const { may } = useSession()
  const { steps, takeBackKey } = page
  return (
    <div className={classes.acts}>
      {works && <WorkButton page={page} onLayDown={() => onDo({ what: 'lay down' })} />}
      {works && may('swap parts') && (
        <Button variant="default" disabled={awaits} onClick={() => onDo({ what: 'swap' })}>
          Swap a part
        </Button>
      )}
      {works && may('close faults') && (
        <Button variant="default" onClick={() => onDo({ what: 'close' })}>
          Close the fault
        </Button>
      )}
      {takeBackKey && steps.length === 0 && (
        <Button variant="subtle" onClick={() => onDo({ what: 'take back' })}>
          Reported by mistake
        </Button>
      )}
    </div>
  )
}

/** Begins the work, holding the printer, or lays it down. */
function WorkButton({ page, onLayDown }: { page: FaultPage; onLayDown: () => void }) {
  const { may, person } = useSession()
  const { fault, printer, work } = page
  const { submit, problem, busy } = useAction(null, () => undefined)
  const holds = printerStates[printer.state].mayBeHeld && may('hold a printer')
  const begin = (): FormAction[] => [
    { kind: 'begin-work', printerId: printer.id, faultId: fault.id },
    ...(holds
      ? [
          {
            kind: 'hold-printer' as const,
            printerId: printer.id,
            reason: `Being repaired: ${fault.symptom}`.slice(0, 500),
          },
        ]
      : []),
  ]
  if (work.some(({ who, until }) => until === null && who === person.displayName))
    return (
      <Button variant="default" onClick={onLayDown}>
        Lay it down
      </Button>
    )
  return (
    <>
      <Button loading={busy} onClick={() => void submit(begin())}>
        Begin work{holds && ' and hold the printer'}
      </Button>
      <Problem error={problem} />
    </>
  )
}

/** Work ends for now, and what it waits for is written down. */
export function LayDownForm({ page, onClose }: { page: FaultPage; onClose: () => void }) {
  const { words, sheet } = useDraft({ waitingFor: '' }, { kind: 'stop-work', done: 'Laid down', onClose })
  return (
    <ActionDialog
      title={`Lay it down: ${page.printer.name}`}
      verb="Lay it down"
      {...sheet((draft) => ({ kind: 'stop-work', printerId: page.printer.id, ...told(draft) }))}
    >
      <TextInput
        label="What does it wait for? (optional)"
        placeholder="a part, somebody qualified, glue"
        data-autofocus
        {...words('waitingFor')}
      />
    </ActionDialog>
  )
}

export function TakeBackForm({ page, entryKey, onClose }: { page: FaultPage; entryKey: string; onClose: () => void }) {
  const held = page.printer.state === 'on hold' ? ' The hold stays until somebody releases the printer.' : ''
  return (
    <ReasonDialog
      title={`Reported by mistake: ${page.printer.name}`}
      verb="Take the report back"
      done="Report taken back"
      label="Why? Everybody sees this."
      says={`The report stays in the book, marked as taken back. It counts as no fault and no time down.${held}`}
      actionFor={(reason) => ({ kind: 'amend', entryKey, takeBack: true, reason })}
      onClose={onClose}
    />
  )
}
