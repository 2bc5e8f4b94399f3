import { Select } from '@mantine/core'
import { useState } from 'react'
import { signOffs, type PersonHere, type PrinterModel, type SignOff } from '@diatribon/contract'
import { DayField } from '../ui/dates.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { modelName } from '../ui/words.ts'

/** Somebody is signed off for a kind of work: on all printers or on one model, for good or until a day. */
export function SignOffForm(props: { person: PersonHere; models: PrinterModel[]; onClose: () => void }) {
  const { person, models, onClose } = props
  const { submit, problem, fields, busy } = useAction('Signed off', onClose)
  const [signOff, setSignOff] = useState<SignOff | null>(null)
  const [modelId, setModel] = useState<string | null>(null)
  const [until, setUntil] = useState('')
  const [missing, setMissing] = useState(false)
  return (
    <ActionDialog
      title={`Sign off: ${person.displayName}`}
      verb="Sign off"
      busy={busy}
      problem={missing ? new Error('Choose what for.') : problem}
      onClose={onClose}
      onSubmit={() => {
        setMissing(!signOff)
        if (signOff)
          void submit({
            kind: 'give-sign-off',
            personId: person.id,
            signOff,
            until: until || null,
            ...(modelId ? { modelId } : {}),
          })
      }}
    >
      <Select
        label="For"
        required
        data={[...signOffs]}
        value={signOff}
        onChange={(value) => setSignOff(value as SignOff | null)}
        description={signOff === 'mains' ? 'Only a qualified electrical person, as the local rules say.' : undefined}
        data-autofocus
      />
      <Select
        label="On"
        mt="sm"
        placeholder="all models"
        clearable
        data={models.map((model) => ({ value: model.id, label: modelName(model) }))}
        value={modelId}
        onChange={setModel}
      />
      <DayField label="Until (optional)" mt="sm" value={until} onChange={setUntil} error={fields.until} />
    </ActionDialog>
  )
}
