import { MultiSelect, Textarea } from '@mantine/core'
import { useState } from 'react'

import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { useReadingKinds } from './reads.ts'
import type { ReadingKind } from '@diatribon/contract'

/** What was adjusted: a mark on the charts, from which a value begins anew, or goes on when it is itself what is set. */
export function AdjustForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Adjustment written down', onClose)
  const { data: kinds = [] } = useReadingKinds()
  const [readings, setReadings] = useState<string[]>([])
  const [what, setWhat] = useState('')
  const [to, setTo] = useState<number>()
  const [at, setAt] = useState<string>()
  const single = readings.length === 1 ? kinds.find(({ name }) => name === readings[0]) : undefined
  return (
    <ActionDialog
      title={`Adjusted: ${printer.name}`}
      verb="Write it down"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'adjust-printer',
          printerId: printer.id,
          readings,
          what,
          ...(single && to !== undefined ? { to } : {}),
          ...(at ? { at } : {}),
        })
      }
    >
      <MultiSelect
        label="Which readings does it touch?"
        required
        searchable
        data={kinds.map(({ name }) => name)}
        value={readings}
        onChange={setReadings}
        error={fields.readings}
      />
      <Textarea
        label="What was done?"
        description="Such as: X belt tightened by a turn."
        required
        mt="sm"
        autosize
        maxLength={1000}
        value={what}
        onChange={(e) => setWhat(e.currentTarget.value)}
        error={fields.what}
      />
      {single && <NowField kind={single} value={to} onChange={setTo} error={fields.to} />}
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}

function NowField(props: {
  kind: ReadingKind
  value: number | undefined
  onChange: (value: number | undefined) => void
  error: string | undefined
}) {
  const { kind, ...field } = props
  return (
    <FigureField
      label={`Now, in ${kind.unit} (optional)`}
      description={
        kind.corrections === 'go on' ? 'What it is set to; its corrections are its drift.' : 'Measured after it.'
      }
      {...field}
    />
  )
}
