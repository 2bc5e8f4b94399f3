import { dayMs } from '@diatribon/core'
import { Checkbox, Group, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { PrinterHead } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction, type FormAction } from '../ui/useAction.ts'

/** Out of service with a reason, or back into service. */
export function HoldForm(props: {
  printer: Pick<PrinterHead, 'id' | 'name' | 'state' | 'holdReason'> &
    Partial<Pick<PrinterHead, 'runHours' | 'hoursPerDay'>>
  /** What the reason begins with. */
  reason?: string
  onClose: () => void
}) {
  const { printer, reason = '', onClose } = props
  const holding = printer.state === 'in service'
  const { submit, problem, fields, busy } = useAction(
    `${printer.name}: ${holding ? 'on hold' : 'back in service'}`,
    onClose,
  )
  const [words, setWords] = useState(reason)
  const { may, nowMs } = useSession()
  const [lookAgain, setLookAgain] = useState(true)
  const [after, setAfter] = useState<number | undefined>(10)
  const [dutyId] = useState(newKey)
  const offersLook = !holding && printer.runHours !== undefined && may('make duties')
  const followUp = (): FormAction[] => {
    if (!offersLook || !lookAgain || !after) return []
    const days = Math.max(1, Math.ceil(after / (printer.hoursPerDay || 8)))
    return [
      {
        kind: 'make-duty',
        printerId: printer.id,
        dutyId,
        what: `Look whether it holds: ${printer.holdReason ?? ''}`.slice(0, 500),
        dueDate: new Date(nowMs() + days * dayMs).toISOString().slice(0, 10),
        dueRunHours: Math.round(printer.runHours! + after),
      },
    ]
  }
  return (
    <ActionDialog
      title={`${holding ? 'Put on hold' : 'Release'}: ${printer.name}`}
      verb={holding ? 'Put on hold' : 'Release'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit(
          holding
            ? { kind: 'hold-printer', printerId: printer.id, reason: words }
            : [
                { kind: 'release-printer', printerId: printer.id, ...(words.trim() ? { note: words.trim() } : {}) },
                ...followUp(),
              ],
        )
      }
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
        maxLength={500}
        required={holding}
        data-autofocus
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
        error={fields.reason ?? fields.note}
      />
      {offersLook && (
        <Group mt="md" align="end">
          <Checkbox
            size="md"
            label="Make a duty to look again after"
            checked={lookAgain}
            onChange={({ currentTarget }) => setLookAgain(currentTarget.checked)}
          />
          <FigureField
            aria-label="Running hours until the next look"
            mt={0}
            w={90}
            min={1}
            suffix="h"
            disabled={!lookAgain}
            value={after}
            onChange={setAfter}
          />
        </Group>
      )}
    </ActionDialog>
  )
}
