import { Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { useAction } from '../ui/useAction.ts'

/** A slot comes off a printer, with the part in it. */
export function LeaveSlotForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer, slots } = page
  const { submit, problem, fields, busy } = useAction(`${printer.name}: slot taken off`, onClose)
  const [slotId, setSlot] = useState<string | null>(null)
  const [removalReason, setRemoval] = useState<string | null>(null)
  const [reason, setReason] = useState('')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const slot = slots.find(({ id }) => id === slotId)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  return (
    <ActionDialog
      title={`Take a slot off: ${printer.name}`}
      verb="Take it off"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        if (!slot) return setMissing('Choose the slot.')
        if (slot.duty && !removalReason) return setMissing('Say why the part in it comes out.')
        if (!hands.isReady) return setMissing(hands.notReady)
        setMissing(null)
        void submit({
          kind: 'leave-slot',
          printerId: printer.id,
          slotId: slot.id,
          ...(slot.duty ? { removalReason: removalReason as RemovalReason } : {}),
          reason,
          ...hands.confirmed,
          ...(at ? { at } : {}),
        })
      }}
    >
      <p className="quiet">Its history stays; of days before, the record as built still shows it.</p>
      <Select
        label="Slot"
        required
        data={slots.map(({ id, name, duty }) => ({ value: id, label: `${name}: ${duty?.partType.name ?? 'empty'}` }))}
        value={slotId}
        onChange={setSlot}
        error={fields.slotId}
        data-autofocus
      />
      {slot?.duty && (
        <Select
          label={`Why does ${slot.duty.partType.name} come out?`}
          required
          mt="sm"
          data={[...removalReasons]}
          value={removalReason}
          onChange={setRemoval}
          error={fields.removalReason}
        />
      )}
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      <Textarea
        label="Why has it no such slot any more?"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={fields.reason}
      />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
