import { dayMs } from '@diatribon/core'
import { Checkbox, Group, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { PrinterHead } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction, type FormAction } from '../ui/useAction.ts'

interface HoldFormProps {
  printer: Pick<PrinterHead, 'id' | 'name' | 'state' | 'holdReason'> &
    Partial<Pick<PrinterHead, 'runHours' | 'hoursPerDay'>>
  /** What the reason begins with. */
  reason?: string
  onClose: () => void
}

/** Out of service with a reason, or back into service. */
export function HoldForm({ printer, reason = '', onClose }: HoldFormProps) {
  const holding = printer.state !== 'on hold'
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
  const followUp = offersLook && lookAgain && after ? [lookAgainDuty(printer, dutyId, after, nowMs())] : []
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
                ...followUp,
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
      <WordsField holding={holding} words={words} setWords={setWords} fields={fields} />
      {offersLook && <LookAgain lookAgain={lookAgain} setLookAgain={setLookAgain} after={after} setAfter={setAfter} />}
    </ActionDialog>
  )
}

/** After so many running hours somebody looks whether it holds. */
function lookAgainDuty(
  { id, holdReason, runHours = 0, hoursPerDay }: HoldFormProps['printer'],
  dutyId: string,
  after: number,
  nowMs: number,
): FormAction {
  const days = Math.max(1, Math.ceil(after / (hoursPerDay || 8)))
  return {
    kind: 'make-duty',
    printerId: id,
    dutyId,
    what: `Look whether it holds: ${holdReason ?? ''}`.slice(0, 500),
    dueDate: new Date(nowMs + days * dayMs).toISOString().slice(0, 10),
    dueRunHours: Math.round(runHours + after),
  }
}

function LookAgain(props: {
  lookAgain: boolean
  setLookAgain: (value: boolean) => void
  after: number | undefined
  setAfter: (value: number | undefined) => void
}) {
  const { lookAgain, setLookAgain, after, setAfter } = props
  return (
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
  )
}

function WordsField(props: {
  holding: boolean
  words: string
  setWords: (value: string) => void
  fields: Record<string, string>
}) {
  const { holding, words, setWords, fields } = props
  return (
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
  )
}
