import { Select } from '@mantine/core'
import { signOffs, type PersonHere, type PrinterModel, type SignOff } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'
import { modelName } from '../ui/words.ts'

/** Somebody is signed off for a kind of work: on all printers or on one model, for good or until a day. */
export function SignOffForm(props: { person: PersonHere; models: PrinterModel[]; onClose: () => void }) {
  const { person, models, onClose } = props
  const { draft, choice, sheet } = useDraft(
    { signOff: null as SignOff | null, modelId: null as string | null, until: '' },
    { kind: 'give-sign-off', done: 'Signed off', onClose },
  )
  return (
    <ActionDialog
      title={`Sign off: ${person.displayName}`}
      verb="Sign off"
      {...sheet(({ signOff, modelId, until }) => {
        if (!signOff) return 'Choose what for.'
        const where = modelId ? { modelId } : {}
        return { kind: 'give-sign-off', personId: person.id, signOff, until: until || null, ...where }
      })}
    >
      <Select
        label="For"
        data={[...signOffs]}
        description={
          draft.signOff === 'mains' ? 'Only a qualified electrical person, as the local rules say.' : undefined
        }
        data-autofocus
        {...choice('signOff')}
      />
      <Select
        label="On"
        mt="sm"
        placeholder="all models"
        clearable
        data={models.map((model) => ({ value: model.id, label: modelName(model) }))}
        {...choice('modelId')}
      />
      <DayField label="Until (optional)" mt="sm" {...choice('until')} />
    </ActionDialog>
  )
}
