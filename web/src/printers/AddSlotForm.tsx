import { Select, TextInput } from '@mantine/core'
import type { PrinterPage } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { usePartTypes } from '../reads/parts.ts'
import { useSlotKinds } from '../reads/useSlotKinds.ts'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'

const begun = {
  name: '',
  slotKind: null as string | null,
  partTypeId: null as string | null,
  age: 'new',
  at: undefined as string | undefined,
}

/** A printer has one slot more than its model. */
export function AddSlotForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer } = page
  const { data: catalogue = [] } = usePartTypes()
  const { names } = useSlotKinds()
  const { draft, set, words, choice, oneOf, sheet } = useDraft(begun, {
    kind: 'add-slot',
    done: `${printer.name}: one slot more`,
    onClose,
  })
  const { slotKind, partTypeId } = draft
  const hands = useHandsOn(slotKind && partTypeId ? [slotKind] : [], page.modelId)
  return (
    <ActionDialog
      title={`Add a slot: ${printer.name}`}
      verb="Add"
      {...sheet(({ name, age, at }) => {
        if (!slotKind) return 'Choose what the slot takes.'
        if (!hands.isReady) return hands.notReady
        const part = partTypeId ? { partTypeId, ...(age === 'not known' ? { partHours: null } : {}) } : {}
        return { kind: 'add-slot', printerId: printer.id, name, slotKind, ...part, ...hands.confirmed, ...told({ at }) }
      })}
    >
      <TextInput label="Name of the slot" description="Such as Second screw." data-autofocus {...words('name')} />
      <Select
        label="Takes a"
        searchable
        mt="sm"
        data={names}
        {...choice('slotKind')}
        onChange={(kind) => {
          set('slotKind', kind)
          set('partTypeId', null)
        }}
      />
      <Select
        label="Part in it"
        description="Empty: nothing sits in it yet."
        clearable
        clearButtonProps={{ 'aria-label': 'No part' }}
        mt="sm"
        data={catalogue
          .filter((type) => type.slotKind === slotKind)
          .map(({ id, name }) => ({ value: id, label: name }))}
        {...choice('partTypeId')}
      />
      {partTypeId && <Select label="Its age" mt="sm" data={['new', 'not known']} {...oneOf('age')} />}
      {slotKind && <Caution slotKinds={[slotKind]} />}
      {hands.field}
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
