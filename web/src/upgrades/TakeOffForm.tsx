import { Textarea } from '@mantine/core'
import { useState } from 'react'
import type { InstalledUpgrade, UpgradePage } from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { usePrinter } from '../printers/reads.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { WhenField } from '../ui/dates.tsx'
import { useAction } from '../ui/useAction.ts'
import { kindsTouched } from './kindsTouched.ts'

/** It comes off again: slots, parts and limits are what they were before it. */
export function TakeOffForm(props: { page: UpgradePage; installed: InstalledUpgrade; onClose: () => void }) {
  const { page, installed, onClose } = props
  const { content } = page.versions.find(({ version }) => version === installed.version) ?? page.line
  const { data: printer } = usePrinter(installed.printer.id)
  const { submit, problem, fields, busy } = useAction(`${content.name} taken off`, onClose)
  const kinds = kindsTouched(content.steps, printer?.slots ?? [])
  const hands = useHandsOn(kinds, printer?.modelId, content.signOffs)
  const [reason, setReason] = useState('')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  return (
    <ActionDialog
      title={`Take off: ${content.name}, ${installed.printer.name}`}
      verb="Take it off"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        if (!hands.isReady) return setMissing(hands.notReady)
        setMissing(null)
        void submit({
          kind: 'remove-upgrade',
          printerId: installed.printer.id,
          changeId: installed.changeId,
          reason,
          ...hands.confirmed,
          ...(at ? { at } : {}),
        })
      }}
    >
      <p>
        Way back: {content.wayBack} The printer goes on hold until it is released; parts that are still good go in again
        with their age.
      </p>
      <CautionBox words={content.cautions} />
      <Caution slotKinds={kinds} />
      {hands.field}
      <Textarea
        label="Why?"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={fields.reason}
        data-autofocus
      />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
