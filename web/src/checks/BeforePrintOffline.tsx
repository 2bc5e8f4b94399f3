import { useState } from 'react'
import type { CheckType } from '@diatribon/contract'
import { FaultForm } from '../forms/FaultForm.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction, type FormAction } from '../session/useAction.ts'
import { QuickSteps } from './QuickSteps.tsx'

/**
 * The look before a print without a line: what is found waits on this device as one, from the beginning of the check to its
 * end, and goes out together. What is not so leaves the check open, to be finished with what follows from it.
 */
export function BeforePrintOffline(props: {
  printer: { id: string; name: string }
  type: CheckType
  onClose: () => void
}) {
  const { printer, type, onClose } = props
  const { id: checkTypeId, version, content } = type
  const [bad, setBad] = useState<string[]>([])
  const [reporting, setReporting] = useState(false)
  const [sheetId] = useState(newKey)
  const isGood = bad.length === 0
  const { submit, problem, busy } = useAction(`${content.name}: done`, () => (isGood ? onClose() : setReporting(true)))
  const of = { printerId: printer.id, sheetId }
  const actions: FormAction[] = [
    { kind: 'begin-check', ...of, checkTypeId, version },
    ...content.steps.map(({ id }): FormAction => ({ kind: 'record-step', ...of, stepId: id, done: !bad.includes(id) })),
    ...(isGood ? [{ kind: 'finish-check', ...of } as FormAction] : []),
  ]
  const seen = content.steps.filter(({ id }) => bad.includes(id)).map(({ title }) => `Not good: ${title}`)
  if (reporting) return <FaultForm printer={printer} symptom={seen.join('. ')} onClose={onClose} />
  return (
    <ActionDialog
      title={`${content.name}: ${printer.name}`}
      verb={isGood ? 'All is well' : `Keep: ${bad.length} not good`}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit(actions)}
    >
      <p className="quiet" style={{ marginTop: 0 }}>
        There is no connection. What you find waits on this device and goes out when it is back.
      </p>
      <QuickSteps steps={content.steps} bad={bad} onChange={setBad} />
      {!isGood && (
        <p role="note">
          <b>Do not print.</b> Keep what you found; then report what you see.
        </p>
      )}
    </ActionDialog>
  )
}

/** Whether a check can be done in one go without asking the server in between. */
export const canWaitWhole = ({ content }: CheckType) =>
  content.steps.every(({ kind, state }) => kind === 'tick' && state === 'any')
