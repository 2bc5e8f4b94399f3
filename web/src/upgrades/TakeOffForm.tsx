import { Textarea } from '@mantine/core'
import type { InstalledUpgrade, UpgradePage } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { usePrinter } from '../reads/printers.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { WhenField } from '../ui/dates.tsx'
import { kindsTouched } from './kindsTouched.ts'

/** It comes off again: slots, parts and limits are what they were before it. */
export function TakeOffForm(props: { page: UpgradePage; installed: InstalledUpgrade; onClose: () => void }) {
  const { page, installed, onClose } = props
  const { content } = page.versions.find(({ version }) => version === installed.version) ?? page.line
  const { data: printer } = usePrinter(installed.printer.id)
  const kinds = kindsTouched(content.steps, printer?.slots ?? [])
  const hands = useHandsOn(kinds, printer?.modelId, content.signOffs)
  const { words, choice, sheet } = useDraft(
    { reason: '', at: undefined as string | undefined },
    { kind: 'remove-upgrade', done: `${content.name} taken off`, onClose },
  )
  return (
    <ActionDialog
      title={`Take off: ${content.name}, ${installed.printer.name}`}
      verb="Take it off"
      {...sheet(({ reason, at }) =>
        hands.isReady
          ? {
              kind: 'remove-upgrade',
              printerId: installed.printer.id,
              changeId: installed.changeId,
              reason,
              ...hands.confirmed,
              ...told({ at }),
            }
          : hands.notReady,
      )}
    >
      <p>
        Way back: {content.wayBack} The printer goes on hold until it is released; parts that are still good go in again
        with their age.
      </p>
      <CautionBox words={content.cautions} />
      <Caution slotKinds={kinds} />
      {hands.field}
      <Textarea label="Why?" mt="sm" autosize minRows={2} data-autofocus {...words('reason')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
