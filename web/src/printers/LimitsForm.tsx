import { Textarea } from '@mantine/core'
import { useState } from 'react'
import { limitNaming, limitNames, type LimitName, type PrinterPage } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../ui/useAction.ts'
import { useAsBuilt } from './reads.ts'

/** What one printer can do, other than its model. */
export function LimitsForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer } = page
  const { data: built } = useAsBuilt(printer.id)
  const { submit, problem, fields, busy } = useAction(`${printer.name}: limits changed`, onClose)
  const [changed, setChanged] = useState<Partial<Record<LimitName, number>>>({})
  const [reason, setReason] = useState('')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const now = built?.limits?.model
  return (
    <ActionDialog
      title={`Limits: ${printer.name}`}
      verb="Change"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        if (Object.keys(changed).length === 0) return setMissing('Change at least one limit.')
        setMissing(null)
        void submit({
          kind: 'change-limits',
          printerId: printer.id,
          limits: changed,
          reason,
          ...(at ? { at } : {}),
        })
      }}
    >
      <p>
        Often a printer is not dead but limited: good in the middle of the plate, good below some speed. Job files are
        checked against this. More than its maker allows is on your own account: its manual comes first.
      </p>
      {limitNames.map((limit) => {
        const [name, unit] = limitNaming[limit]
        const value = now?.[limit]
        return (
          <FigureField
            key={limit}
            label={`${name[0]?.toUpperCase()}${name.slice(1)}`}
            description={value == null ? 'not told' : `now ${value} ${unit}`}
            min={0}
            suffix={unit}
            value={changed[limit]}
            onChange={(next) =>
              setChanged((before) => {
                const { [limit]: _, ...rest } = before
                return next === undefined ? rest : { ...rest, [limit]: next }
              })
            }
            error={fields[`limits.${limit}`]}
          />
        )
      })}
      <Textarea
        label="Why?"
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
