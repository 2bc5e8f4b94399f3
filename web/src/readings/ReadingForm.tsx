import { Select } from '@mantine/core'

import { ListenButton } from '../ui/ListenButton.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { WhenField } from '../ui/dates.tsx'
import { useReadingKinds } from '../reads/readings.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** One measured value, typed. */
export function ReadingForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { data: kinds = [] } = useReadingKinds()
  const { draft, set, choice, figure, words, sheet } = useDraft(
    {
      name: null as string | null,
      value: undefined as number | undefined,
      note: '',
      at: undefined as string | undefined,
    },
    { kind: 'record-reading', done: 'Kept', onClose },
  )
  const kind = kinds.find(({ name }) => name === draft.name)
  return (
    <ActionDialog
      title={`Keep a reading: ${printer.name}`}
      verb="Keep"
      {...sheet(({ value, note, at }) => {
        if (!kind) return 'Choose what was measured.'
        if (value === undefined) return 'Say what was measured.'
        const values = [{ name: kind.name, value, unit: kind.unit }]
        return { kind: 'record-reading', printerId: printer.id, values, ...told({ note, at }) }
      })}
    >
      <Select
        label="What was measured?"
        searchable
        data={kinds.map((one) => one.name)}
        {...choice('name', 'values.0.name')}
      />
      <FigureField label={kind ? `Value, in ${kind.unit}` : 'Value'} size="lg" {...figure('value', 'values.0.value')} />
      {kind?.unit === 'Hz' && <ListenButton onPitch={(hz) => set('value', Math.round(hz * 10) / 10)} />}
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
