import { Checkbox, Textarea } from '@mantine/core'
import type { FaultPage, RankedCause } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { newKey } from '../ui/newKey.ts'

/** One change that was made because of a fault, against a cause or of one's own. */
export function ChangeForm(props: { page: FaultPage; ranked: RankedCause | null; onClose: () => void }) {
  const { page, ranked, onClose } = props
  const cause = ranked?.cause
  const { words, tick, sheet } = useDraft(() => ({ what: '', changeId: newKey(), confirmed: false }), {
    kind: 'try-change',
    done: null,
    onClose,
  })
  const careful = cause?.signOff === 'hot work' || cause?.signOff === 'mains'
  return (
    <ActionDialog
      title={cause ? cause.name : 'Something else was tried'}
      verb="Write it down"
      {...sheet(({ confirmed, ...rest }) => ({
        kind: 'try-change',
        printerId: page.printer.id,
        faultId: page.fault.id,
        causeId: cause?.id ?? null,
        ...rest,
        ...(careful && confirmed ? { confirmed: true } : {}),
      }))}
    >
      {cause && <p style={{ marginTop: 0 }}>{cause.fix}</p>}
      {cause && cause.changes.length > 0 && (
        <p className="quiet">A new part goes in by “Swap a part”: then it is written down by itself.</p>
      )}
      <CautionBox words={cause?.caution ? [cause.caution] : []} />
      <Textarea
        label="What was changed?"
        description="One change at a time: of two nobody knows which one helped."
        autosize
        mt="sm"
        data-autofocus
        {...words('what')}
      />
      {careful && (
        <Checkbox
          mt="sm"
          size="md"
          required
          label={`I have read the cautions of ${cause?.signOff} and kept to them. This is written in the book.`}
          {...tick('confirmed')}
        />
      )}
    </ActionDialog>
  )
}
