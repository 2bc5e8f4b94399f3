import { Checkbox, NumberInput } from '@mantine/core'
import { useState } from 'react'
import type { PrinterHead } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/WhenField.tsx'
import { ago, hours } from '../ui/words.ts'

/** The printer's own meter, read and written down. */
export function CountHoursForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const { nowMs } = useSession()
  const { submit, problem, fields, busy } = useAction(`${printer.name}: hours counted`, onClose)
  const [meterHours, setMeterHours] = useState<number | string>('')
  const [meterWasReset, setReset] = useState(false)
  const [at, setAt] = useState<string>()
  const value = typeof meterHours === 'number' ? meterHours : null
  const gain = value === null ? null : meterWasReset ? value : value - printer.meterHours
  const passed = ((at ? Date.parse(at) : nowMs()) - Date.parse(printer.countedAt)) / 3600_000
  return (
    <ActionDialog
      title={`Count hours: ${printer.name}`}
      verb="Count"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'count-hours',
          printerId: printer.id,
          meterHours: value ?? 0,
          ...(meterWasReset ? { meterWasReset } : {}),
          ...(at ? { at } : {}),
        })
      }
    >
      <NumberInput
        label="Meter of the printer, in hours"
        description={`It stood at ${printer.meterHours.toLocaleString('en-GB')} h ${ago(printer.countedAt, nowMs())}.`}
        value={meterHours}
        onChange={setMeterHours}
        min={0}
        decimalScale={2}
        hideControls
        required
        size="lg"
        inputMode="decimal"
        data-autofocus
        error={fields.meterHours}
      />
      <p aria-live="polite" style={{ minHeight: '1.5em', margin: '6px 0' }}>
        {gain !== null && gain >= 0 && `That is ${hours(gain)} more.`}
        {gain !== null && gain > passed + 0.5 && passed > 0 && (
          <b style={{ color: 'var(--soon)' }}>
            {' '}
            Only {hours(passed)} have passed since the last count: read the meter again.
          </b>
        )}
        {gain !== null && gain < 0 && !at && (
          <b style={{ color: 'var(--overdue)' }}>
            {' '}
            That is less than before. Read again, or say that the meter was reset.
          </b>
        )}
      </p>
      <Checkbox
        label="The meter was reset (firmware flashed, board changed)"
        checked={meterWasReset}
        onChange={({ currentTarget }) => setReset(currentTarget.checked)}
        size="md"
      />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
