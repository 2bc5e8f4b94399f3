import { given } from '@diatribon/core'
import { Select } from '@mantine/core'
import { useState } from 'react'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { useAction } from '../ui/useAction.ts'

/** A part comes out and nothing goes in. */
export function EmptySlotForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer } = page
  const filled = page.slots.filter(({ duty }) => duty !== null)
  const { submit, problem, fields, busy } = useAction(`${printer.name}: slot left empty`, onClose)
  const [slotId, setSlot] = useState<string | null>(null)
  const [removalReason, setReason] = useState<string | null>(null)
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const slot = filled.find(({ id }) => id === slotId)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  const onSubmit = () => {
    if (!slot) return setMissing('Choose the slot.')
    if (!removalReason) return setMissing('Say why the part comes out.')
    if (!hands.isReady) return setMissing(hands.notReady)
    setMissing(null)
    void submit({
      kind: 'empty-slot',
      printerId: printer.id,
      slotId: slot.id,
      fittingId: given(slot.duty).fittingId,
      removalReason: removalReason as RemovalReason,
      ...hands.confirmed,
      ...(at ? { at } : {}),
    })
  }
  return (
    <ActionDialog
      title={`Leave a slot empty: ${printer.name}`}
      verb="Take the part out"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <Select
        label="Slot"
        required
        data={filled.map(({ id, name, duty }) => ({ value: id, label: `${name}: ${given(duty).partType.name}` }))}
        value={slotId}
        onChange={setSlot}
        error={fields.slotId}
        data-autofocus
      />
      <Select
        label="Why does it come out?"
        required
        mt="sm"
        data={[...removalReasons]}
        value={removalReason}
        onChange={setReason}
        error={fields.removalReason}
      />
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
