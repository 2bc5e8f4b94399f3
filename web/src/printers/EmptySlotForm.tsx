import { given } from '@diatribon/core'
import { Select } from '@mantine/core'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'

/** A part comes out and nothing goes in. */
export function EmptySlotForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer } = page
  const filled = page.slots.filter(({ duty }) => duty !== null)
  const { draft, choice, sheet } = useDraft(
    {
      slotId: null as string | null,
      removalReason: null as RemovalReason | null,
      at: undefined as string | undefined,
    },
    { kind: 'empty-slot', done: `${printer.name}: slot left empty`, onClose },
  )
  const slot = filled.find(({ id }) => id === draft.slotId)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  return (
    <ActionDialog
      title={`Leave a slot empty: ${printer.name}`}
      verb="Take the part out"
      {...sheet(({ removalReason, at }) => {
        if (!slot) return 'Choose the slot.'
        if (!removalReason) return 'Say why the part comes out.'
        if (!hands.isReady) return hands.notReady
        const of = { printerId: printer.id, slotId: slot.id, fittingId: given(slot.duty).fittingId }
        return { kind: 'empty-slot', ...of, removalReason, ...hands.confirmed, ...told({ at }) }
      })}
    >
      <Select
        label="Slot"
        data={filled.map(({ id, name, duty }) => ({ value: id, label: `${name}: ${given(duty).partType.name}` }))}
        data-autofocus
        {...choice('slotId')}
      />
      <Select label="Why does it come out?" mt="sm" data={[...removalReasons]} {...choice('removalReason')} />
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
