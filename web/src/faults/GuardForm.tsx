import { Checkbox, Textarea, TextInput } from '@mantine/core'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { newKey } from '../ui/newKey.ts'

/** A factory guard comes off, with a note of the risk; it must be back before the release. */
export function GuardForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { words, tick, sheet } = useDraft(() => ({ guardId: newKey(), guard: '', risk: '', confirmed: false }), {
    kind: 'remove-guard',
    done: 'Written: the guard is off',
    onClose,
  })
  return (
    <ActionDialog
      title={`Take a guard off: ${printer.name}`}
      verb="Write it down"
      {...sheet(({ confirmed, ...rest }) =>
        confirmed
          ? { kind: 'remove-guard', printerId: printer.id, ...rest, confirmed }
          : 'Confirm first that you keep to the caution.',
      )}
    >
      <CautionBox
        words={[
          'A guard is there because hands were hurt. Take it off only for the work itself, with the power off, and put it back before anybody uses the printer.',
        ]}
      />
      <TextInput label="Which guard?" data-autofocus {...words('guard')} />
      <Textarea
        label="What can happen without it, and what do you do against that?"
        mt="sm"
        autosize
        minRows={2}
        {...words('risk')}
      />
      <Checkbox
        mt="sm"
        size="md"
        required
        label="I have read the caution and keep to it. This is written in the book."
        {...tick('confirmed')}
      />
    </ActionDialog>
  )
}
