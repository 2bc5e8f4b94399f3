import { MultiSelect, Textarea } from '@mantine/core'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useReadingKinds } from '../reads/readings.ts'

/** What was adjusted: a mark on the charts, from which a value begins anew, or goes on when it is itself what is set. */
export function AdjustForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { data: kinds = [] } = useReadingKinds()
  const { draft, words, choice, figure, sheet } = useDraft(
    {
      readings: [] as string[],
      what: '',
      to: undefined as number | undefined,
      at: undefined as string | undefined,
    },
    { kind: 'adjust-printer', done: 'Adjustment written down', onClose },
  )
  const single = draft.readings.length === 1 ? kinds.find(({ name }) => name === draft.readings[0]) : undefined
  return (
    <ActionDialog
      title={`Adjusted: ${printer.name}`}
      verb="Write it down"
      {...sheet(({ readings, what, to, at }) => ({
        kind: 'adjust-printer',
        printerId: printer.id,
        readings,
        what,
        ...told({ to: single ? to : undefined, at }),
      }))}
    >
      <MultiSelect
        label="Which readings does it touch?"
        searchable
        data={kinds.map(({ name }) => name)}
        {...choice('readings')}
      />
      <Textarea
        label="What was done?"
        description="Such as: X belt tightened by a turn."
        mt="sm"
        autosize
        {...words('what')}
      />
      {single && (
        <FigureField
          label={`Now, in ${single.unit} (optional)`}
          description={
            single.corrections === 'go on' ? 'What it is set to; its corrections are its drift.' : 'Measured after it.'
          }
          {...figure('to')}
        />
      )}
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
