import { Select, Textarea } from '@mantine/core'
import { useState } from 'react'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { usePrinter, usePrinterNames } from './reads.ts'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { amount } from '../ui/words.ts'
import { usePartTypes } from '../parts/reads.ts'

/** A part goes to another printer and keeps its age. */
export function MovePartForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer, slots } = page
  const { data: printers } = usePrinterNames()
  const { data: catalogue } = usePartTypes()
  const [slotId, setSlotId] = useState<string | null>(null)
  const [toPrinterId, setToPrinterId] = useState<string | null>(null)
  const [toSlotId, setToSlotId] = useState<string | null>(null)
  const [reason, setReason] = useState<RemovalReason | null>(null)
  const [replacement, setReplacement] = useState<string | null>(null)
  const [note, setNote] = useState('')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const { submit, problem, fields, busy } = useAction('Part moved', onClose)
  const slot = slots.find(({ id }) => id === slotId)
  const { data: target } = usePrinter(toPrinterId)
  const places = (target?.slots ?? []).filter(({ kind, id }) => kind === slot?.kind && id !== slotId)
  const place = places.find(({ id }) => id === toSlotId)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  const onSubmit = () => {
    if (!slot?.duty || !toPrinterId || !toSlotId) return setMissing('Choose the part and where it goes.')
    if (place?.duty && !reason) return setMissing(`Say why the part in ${place.name} comes out.`)
    if (!hands.isReady) return setMissing(hands.notReady)
    setMissing(null)
    void submit({
      kind: 'move-part',
      printerId: printer.id,
      fittingId: slot.duty.fittingId,
      toPrinterId,
      toSlotId,
      ...(place?.duty && reason ? { removalReason: reason } : {}),
      ...(replacement ? { replacementPartTypeId: replacement } : {}),
      ...hands.confirmed,
      ...(note.trim() ? { note: note.trim() } : {}),
      ...(at ? { at } : {}),
    })
  }
  return (
    <ActionDialog
      title={`Move a part from ${printer.name}`}
      verb="Move"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <Select
        label="Which part?"
        data={slots.flatMap(({ id, name, duty }) =>
          duty ? [{ value: id, label: `${name}: ${duty.partType.name}, ${amount(duty.age, duty.clock)} old` }] : [],
        )}
        value={slotId}
        onChange={(id) => {
          setSlotId(id)
          setToSlotId(null)
        }}
        data-autofocus
      />
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      <Select
        label="To which printer?"
        mt="sm"
        searchable
        data={(printers ?? []).map(({ id, name, rack, place: p }) => ({ value: id, label: `${name} (${rack}${p})` }))}
        value={toPrinterId}
        onChange={(id) => {
          setToPrinterId(id)
          setToSlotId(null)
        }}
      />
      <Select
        label="Into which slot?"
        mt="sm"
        data={places.map(({ id, name, duty }) => ({
          value: id,
          label: duty ? `${name}: ${duty.partType.name}` : `${name}: empty`,
        }))}
        value={toSlotId}
        onChange={setToSlotId}
        disabled={!target || !slot}
        error={fields.toSlotId}
      />
      {place?.duty && (
        <Select
          label={`Why does the part in ${place.name} come out?`}
          mt="sm"
          data={[...removalReasons]}
          value={reason}
          onChange={(value) => setReason(value as RemovalReason)}
          error={fields.removalReason}
        />
      )}
      <Select
        label={`What goes into ${printer.name} instead?`}
        description="Empty: the slot stays empty."
        mt="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'Nothing' }}
        data={(catalogue ?? []).filter((t) => t.slotKind === slot?.kind).map((t) => ({ value: t.id, label: t.name }))}
        value={replacement}
        onChange={setReplacement}
      />
      <Textarea
        label="Note (optional)"
        mt="sm"
        autosize
        maxLength={2000}
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
      />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
