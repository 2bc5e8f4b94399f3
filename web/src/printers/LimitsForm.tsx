import { Textarea } from '@mantine/core'
import { capital, limitNaming, limitNames, type LimitName, type PrinterPage } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAsBuilt } from '../reads/printers.ts'

/** What one printer can do, other than its model. */
export function LimitsForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer } = page
  const { data: built } = useAsBuilt(printer.id)
  const { draft, set, fields, words, choice, sheet } = useDraft(
    {
      limits: {} as Partial<Record<LimitName, number | undefined>>,
      reason: '',
      at: undefined as string | undefined,
    },
    { kind: 'change-limits', done: `${printer.name}: limits changed`, onClose },
  )
  const now = built?.limits?.model
  return (
    <ActionDialog
      title={`Limits: ${printer.name}`}
      verb="Change"
      {...sheet(({ limits, reason, at }) => {
        const changed = told(limits)
        if (Object.keys(changed).length === 0) return 'Change at least one limit.'
        return { kind: 'change-limits', printerId: printer.id, limits: changed, reason, ...told({ at }) }
      })}
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
            label={capital(name)}
            description={value == null ? 'not told' : `now ${value} ${unit}`}
            min={0}
            suffix={unit}
            value={draft.limits[limit]}
            onChange={(next) => set('limits', (before) => ({ ...before, [limit]: next }))}
            error={fields[`limits.${limit}`]}
          />
        )
      })}
      <Textarea label="Why?" mt="sm" autosize minRows={2} {...words('reason')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
