import { Checkbox, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { FaultPage, RankedCause } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'

/** One change that was made because of a fault, against a cause or of one's own. */
export function ChangeForm(props: { page: FaultPage; ranked: RankedCause | null; onClose: () => void }) {
  const { page, ranked, onClose } = props
  const { submit, problem, fields, busy } = useAction(null, onClose)
  const cause = ranked?.cause
  const [what, setWhat] = useState('')
  const [changeId] = useState(newKey)
  const [confirmed, setConfirmed] = useState(false)
  const careful = cause?.signOff === 'hot work' || cause?.signOff === 'mains'
  return (
    <ActionDialog
      title={cause ? cause.name : 'Something else was tried'}
      verb="Write it down"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'try-change',
          printerId: page.printer.id,
          faultId: page.fault.id,
          changeId,
          causeId: cause?.id ?? null,
          what,
          ...(careful && confirmed ? { confirmed: true } : {}),
        })
      }
    >
      {cause && <p style={{ marginTop: 0 }}>{cause.fix}</p>}
      {cause && cause.changes.length > 0 && (
        <p className="quiet">A new part goes in by “Swap a part”: then it is written down by itself.</p>
      )}
      <CautionBox words={cause?.caution ? [cause.caution] : []} />
      <Textarea
        label="What was changed?"
        description="One change at a time: of two nobody knows which one helped."
        required
        autosize
        mt="sm"
        maxLength={500}
        data-autofocus
        value={what}
        onChange={(e) => setWhat(e.currentTarget.value)}
        error={fields.what}
      />
      {careful && (
        <Checkbox
          mt="sm"
          size="md"
          required
          label={`I have read the cautions of ${cause?.signOff} and kept to them. This is written in the book.`}
          checked={confirmed}
          onChange={({ currentTarget }) => setConfirmed(currentTarget.checked)}
        />
      )}
    </ActionDialog>
  )
}
