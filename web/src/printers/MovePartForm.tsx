import { Select } from '@mantine/core'
import { useState } from 'react'
import {
  removalReasons,
  type PrinterName,
  type ReplacementDuty,
  type PrinterPage,
  type RemovalReason,
  type PartType,
  type PrinterHead,
} from '@diatribon/contract'
import { usePrinter, usePrinterNames } from './reads.ts'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { amount } from '../ui/words.ts'
import { usePartTypes } from '../parts/reads.ts'
import { NoteField } from '../ui/NoteField.tsx'

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
      <SlotField slots={slots} slotId={slotId} setSlotId={setSlotId} setToSlotId={setToSlotId} />
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      <TargetFields
        printers={printers}
        toPrinterId={toPrinterId}
        setToPrinterId={setToPrinterId}
        setToSlotId={setToSlotId}
        places={places}
        toSlotId={toSlotId}
        target={target}
        slot={slot}
        fields={fields}
        place={place}
        reason={reason}
        setReason={setReason}
      />
      <ReplacementField
        printer={printer}
        catalogue={catalogue}
        slot={slot}
        replacement={replacement}
        setReplacement={setReplacement}
      />
      <NoteField value={note} onChange={setNote} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}

function TargetFields(props: {
  printers: PrinterName[] | undefined
  toPrinterId: string | null
  setToPrinterId: (value: string | null) => void
  setToSlotId: (value: string | null) => void
  places: { id: string; name: string; kind: string; duty: ReplacementDuty | null }[]
  toSlotId: string | null
  target: PrinterPage | undefined
  slot: { id: string; name: string; kind: string; duty: ReplacementDuty | null } | undefined
  fields: Record<string, string>
  place: { id: string; name: string; kind: string; duty: ReplacementDuty | null } | undefined
  reason: RemovalReason | null
  setReason: (value: RemovalReason | null) => void
}) {
  const {
    printers,
    toPrinterId,
    setToPrinterId,
    setToSlotId,
    places,
    toSlotId,
    target,
    slot,
    fields,
    place,
    reason,
    setReason,
  } = props
  return (
    <>
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
      {place?.duty && <ReasonField place={place} reason={reason} setReason={setReason} fields={fields} />}
    </>
  )
}

function SlotField(props: {
  slots: { id: string; name: string; kind: string; duty: ReplacementDuty | null }[]
  slotId: string | null
  setSlotId: (value: string | null) => void
  setToSlotId: (value: string | null) => void
}) {
  const { slots, slotId, setSlotId, setToSlotId } = props
  return (
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
  )
}

function ReplacementField(props: {
  printer: PrinterHead
  catalogue: PartType[] | undefined
  slot: { id: string; name: string; kind: string; duty: ReplacementDuty | null } | undefined
  replacement: string | null
  setReplacement: (value: string | null) => void
}) {
  const { printer, catalogue, slot, replacement, setReplacement } = props
  return (
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
  )
}

function ReasonField({
  place,
  reason,
  setReason,
  fields,
}: {
  place: { id: string; name: string; kind: string; duty: ReplacementDuty | null }
  reason: RemovalReason | null
  setReason: (value: RemovalReason | null) => void
  fields: Record<string, string>
}) {
  return (
    <Select
      label={`Why does the part in ${place.name} come out?`}
      mt="sm"
      data={[...removalReasons]}
      value={reason}
      onChange={(value) => setReason(value as RemovalReason)}
      error={fields.removalReason}
    />
  )
}
