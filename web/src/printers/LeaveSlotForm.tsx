import { Select, Textarea } from '@mantine/core'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'

/** A slot comes off a printer, with the part in it. */
export function LeaveSlotForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer, slots } = page
  const { draft, words, choice, sheet } = useDraft(
    {
      slotId: null as string | null,
      removalReason: null as RemovalReason | null,
      reason: '',
      at: undefined as string | undefined,
    },
    { kind: 'leave-slot', done: `${printer.name}: slot taken off`, onClose },
  )
  const slot = slots.find(({ id }) => id === draft.slotId)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  return (
    <ActionDialog
      title={`Take a slot off: ${printer.name}`}
      verb="Take it off"
      {...sheet(({ removalReason, reason, at }) => {
        if (!slot) return 'Choose the slot.'
        if (slot.duty && !removalReason) return 'Say why the part in it comes out.'
        if (!hands.isReady) return hands.notReady
        const out = slot.duty && removalReason ? { removalReason } : {}
        const of = { printerId: printer.id, slotId: slot.id }
        return { kind: 'leave-slot', ...of, ...out, reason, ...hands.confirmed, ...told({ at }) }
      })}
    >
      <p className="quiet">Its history stays; of days before, the record as built still shows it.</p>
      <Select
        label="Slot"
        data={slots.map(({ id, name, duty }) => ({ value: id, label: `${name}: ${duty?.partType.name ?? 'empty'}` }))}
        data-autofocus
        {...choice('slotId')}
      />
      {slot?.duty && (
        <Select
          label={`Why does ${slot.duty.partType.name} come out?`}
          mt="sm"
          data={[...removalReasons]}
          {...choice('removalReason')}
          required
        />
      )}
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      <Textarea label="Why has it no such slot any more?" mt="sm" autosize minRows={2} {...words('reason')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
