import { Select } from '@mantine/core'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { usePartTypes } from '../reads/parts.ts'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { amount } from '../ui/words.ts'
import { usePrinter, usePrinterNames } from '../reads/printers.ts'

const begun = {
  slotId: null as string | null,
  toPrinterId: null as string | null,
  toSlotId: null as string | null,
  reason: null as RemovalReason | null,
  replacement: null as string | null,
  note: '',
  at: undefined as string | undefined,
}

/** A part goes to another printer and keeps its age. */
export function MovePartForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer, slots } = page
  const { data: printers = [] } = usePrinterNames()
  const { data: catalogue = [] } = usePartTypes()
  const { draft, set, words, choice, sheet } = useDraft(begun, { kind: 'move-part', done: 'Part moved', onClose })
  const slot = slots.find(({ id }) => id === draft.slotId)
  const { data: target } = usePrinter(draft.toPrinterId)
  const places = (target?.slots ?? []).filter(({ kind, id }) => kind === slot?.kind && id !== draft.slotId)
  const place = places.find(({ id }) => id === draft.toSlotId)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  return (
    <ActionDialog
      title={`Move a part from ${printer.name}`}
      verb="Move"
      {...sheet(({ toPrinterId, toSlotId, reason, replacement, note, at }) => {
        if (!slot?.duty || !toPrinterId || !toSlotId) return 'Choose the part and where it goes.'
        if (place?.duty && !reason) return `Say why the part in ${place.name} comes out.`
        if (!hands.isReady) return hands.notReady
        return {
          kind: 'move-part',
          printerId: printer.id,
          fittingId: slot.duty.fittingId,
          toPrinterId,
          toSlotId,
          ...(place?.duty && reason ? { removalReason: reason } : {}),
          ...hands.confirmed,
          ...told({ replacementPartTypeId: replacement ?? undefined, note, at }),
        }
      })}
    >
      <Select
        label="Which part?"
        data={slots.flatMap(({ id, name, duty }) =>
          duty ? [{ value: id, label: `${name}: ${duty.partType.name}, ${amount(duty.age, duty.clock)} old` }] : [],
        )}
        value={draft.slotId}
        onChange={(id) => {
          set('slotId', id)
          set('toSlotId', null)
        }}
        data-autofocus
      />
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      <Select
        label="To which printer?"
        mt="sm"
        searchable
        data={printers.map(({ id, name, rack, place: where }) => ({ value: id, label: `${name} (${rack}${where})` }))}
        value={draft.toPrinterId}
        onChange={(id) => {
          set('toPrinterId', id)
          set('toSlotId', null)
        }}
      />
      <Select
        label="Into which slot?"
        mt="sm"
        data={places.map(({ id, name, duty }) => ({
          value: id,
          label: duty ? `${name}: ${duty.partType.name}` : `${name}: empty`,
        }))}
        disabled={!target || !slot}
        {...choice('toSlotId')}
        required={false}
      />
      {place?.duty && (
        <Select
          label={`Why does the part in ${place.name} come out?`}
          mt="sm"
          data={[...removalReasons]}
          {...choice('reason', 'removalReason')}
        />
      )}
      <Select
        label={`What goes into ${printer.name} instead?`}
        description="Empty: the slot stays empty."
        mt="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'Nothing' }}
        data={catalogue
          .filter(({ slotKind }) => slotKind === slot?.kind)
          .map(({ id, name }) => ({ value: id, label: name }))}
        {...choice('replacement', 'replacementPartTypeId')}
      />
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
