import { Checkbox, Group, Textarea } from '@mantine/core'
import type { PrinterHead } from '@diatribon/contract'
import { told } from './told.ts'
import { useDraft } from './useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import type { FormAction } from '../session/useAction.ts'

interface HoldFormProps {
  printer: Pick<PrinterHead, 'id' | 'name' | 'state' | 'holdReason'> &
    Partial<Pick<PrinterHead, 'runHours' | 'hoursPerDay'>>
  /** What the reason begins with. */
  reason?: string
  onClose: () => void
}

/** Out of service with a reason, or back into service. */
export function HoldForm({ printer, reason = '', onClose }: HoldFormProps) {
  const kind = printer.state !== 'on hold' ? 'hold-printer' : 'release-printer'
  const holding = kind === 'hold-printer'
  const { may, dayHere } = useSession()
  const { draft, words, tick, set, sheet } = useDraft(
    () => ({ said: reason, lookAgain: true, after: 10 as number | undefined, dutyId: newKey() }),
    { kind, done: `${printer.name}: ${holding ? 'on hold' : 'back in service'}`, onClose },
  )
  const offersLook = !holding && printer.runHours !== undefined && may('make duties')
  const verb = holding ? 'Put on hold' : 'Release'
  return (
    <ActionDialog
      title={`${verb}: ${printer.name}`}
      verb={verb}
      {...sheet(({ said, lookAgain, after, dutyId }) => {
        if (kind === 'hold-printer') return { kind, printerId: printer.id, reason: said }
        const release: FormAction = { kind, printerId: printer.id, ...told({ note: said }) }
        return offersLook && lookAgain && after ? [release, lookAgainDuty(printer, dutyId, after, dayHere)] : [release]
      })}
    >
      {!holding && printer.holdReason && (
        <p role="note" style={{ borderLeft: '4px solid var(--overdue)', paddingLeft: 10 }}>
          On hold because: {printer.holdReason} Release it only when that is put right; mains work must have been done
          or checked by a qualified electrical person.
        </p>
      )}
      <Textarea
        label={holding ? 'Why must nobody use it?' : 'What was done? (optional)'}
        description={holding ? 'Everybody sees this on the Floor.' : undefined}
        autosize
        minRows={3}
        data-autofocus
        {...words('said', holding ? 'reason' : 'note')}
      />
      {offersLook && (
        <Group mt="md" align="end">
          <Checkbox size="md" label="Make a duty to look again after" {...tick('lookAgain')} />
          <FigureField
            aria-label="Running hours until the next look"
            mt={0}
            w={90}
            min={1}
            suffix="h"
            disabled={!draft.lookAgain}
            value={draft.after}
            onChange={(after) => set('after', after)}
          />
        </Group>
      )}
    </ActionDialog>
  )
}

/** After so many running hours somebody looks whether it holds. */
function lookAgainDuty(
  { id, holdReason, runHours = 0, hoursPerDay }: HoldFormProps['printer'],
  dutyId: string,
  after: number,
  dayHere: (daysOn: number) => string,
): FormAction {
  const days = Math.max(1, Math.ceil(after / (hoursPerDay || 8)))
  return {
    kind: 'make-duty',
    printerId: id,
    dutyId,
    what: `Look whether it holds: ${holdReason ?? ''}`.slice(0, 500),
    dueDate: dayHere(days),
    dueRunHours: Math.round(runHours + after),
  }
}
