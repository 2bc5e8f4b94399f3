import { Button, Group, MultiSelect, Select, TagsInput, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import {
  printerEvents,
  signOffs,
  type CheckType,
  type PartType,
  type PrinterEvent,
  type ReadingKind,
  type SignOff,
  type UpsetLine,
} from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useSetAction } from '../session/useSetAction.ts'
import { usePartTypes } from '../reads/parts.ts'
import { useReadingKinds } from '../reads/readings.ts'

const fresh: Omit<UpsetLine, 'id'> = {
  changed: '',
  slotKinds: [],
  events: [],
  redo: [],
  restarts: [],
  also: [],
  caution: null,
  waitHours: 0,
  waitFor: null,
  signOff: null,
}

/** A line of what a change upsets. */
export function UpsetForm({
  from,
  types,
  onClose,
}: {
  from: UpsetLine | null
  types: CheckType[]
  onClose: () => void
}) {
  const { submit, problem, fields, busy } = useSetAction('Set', onClose)
  const { data: parts = [] } = usePartTypes()
  const { data: kinds = [] } = useReadingKinds()
  const [upsetId] = useState(() => from?.id ?? newKey())
  const [line, setLine] = useState<Omit<UpsetLine, 'id'>>(() => {
    const { id: _, ...rest } = from ?? { id: '', ...fresh }
    return rest
  })
  const set = (change: Partial<UpsetLine>) => setLine({ ...line, ...change })
  const { changed, slotKinds, events, redo, restarts, also, caution, waitHours, waitFor, signOff } = line
  const action = actionOf(upsetId, line)
  return (
    <ActionDialog
      title={from ? `Change: ${from.changed}` : 'What a change upsets'}
      verb="Set"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit(action)}
    >
      <WhatHappens changed={changed} set={set} fields={fields} parts={parts} slotKinds={slotKinds} events={events} />
      <WhatIsUpset types={types} redo={redo} set={set} kinds={kinds} restarts={restarts} also={also} />
      <Textarea
        label="Caution (optional)"
        mt="sm"
        autosize
        maxLength={500}
        value={caution ?? ''}
        onChange={(e) => set({ caution: e.currentTarget.value })}
      />
      <WaitFields waitHours={waitHours} set={set} fields={fields} waitFor={waitFor} />
      <Select
        label="Sign-off without which nobody may tick it"
        mt="sm"
        clearable
        data={[...signOffs]}
        value={signOff}
        onChange={(next) => set({ signOff: next as SignOff | null })}
      />
      {from && (
        <Button
          variant="subtle"
          color="var(--overdue)"
          mt="md"
          size="sm"
          onClick={() => void submit({ ...action, dropped: true })}
        >
          Drop this line
        </Button>
      )}
    </ActionDialog>
  )
}

/** Empty words are no words, and without hours there is nothing to wait for. */
function actionOf(upsetId: string, line: Omit<UpsetLine, 'id'>) {
  const { caution, waitHours, waitFor } = line
  return {
    ...line,
    kind: 'set-upset' as const,
    upsetId,
    caution: caution?.trim() ? caution.trim() : null,
    waitFor: waitHours > 0 && waitFor?.trim() ? waitFor.trim() : null,
  }
}

function WhatHappens(props: {
  changed: string
  set: (change: Partial<UpsetLine>) => void
  fields: Record<string, string>
  parts: PartType[]
  slotKinds: string[]
  events: PrinterEvent[]
}) {
  const { changed, set, fields, parts, slotKinds, events } = props
  return (
    <>
      <TextInput
        label="What is changed"
        required
        maxLength={120}
        data-autofocus
        value={changed}
        onChange={(e) => set({ changed: e.currentTarget.value })}
        error={fields.changed}
      />
      <TagsInput
        label="Kinds of slots whose part is changed"
        mt="sm"
        data={[...new Set(parts.map(({ slotKind }) => slotKind))]}
        value={slotKinds}
        onChange={(next) => set({ slotKinds: next })}
      />
      <MultiSelect
        label="Or what happens"
        mt="sm"
        data={[...printerEvents]}
        value={events}
        onChange={(next) => set({ events: next as PrinterEvent[] })}
      />
    </>
  )
}

function WhatIsUpset(props: {
  types: CheckType[]
  redo: string[]
  set: (change: Partial<UpsetLine>) => void
  kinds: ReadingKind[]
  restarts: string[]
  also: string[]
}) {
  const { types, redo, set, kinds, restarts, also } = props
  return (
    <>
      <MultiSelect
        label="Checks that are due then"
        mt="sm"
        searchable
        data={types.filter(({ retired }) => !retired).map(({ id, content }) => ({ value: id, label: content.name }))}
        value={redo}
        onChange={(next) => set({ redo: next })}
      />
      <MultiSelect
        label="Readings that begin anew"
        mt="sm"
        searchable
        data={kinds.map(({ name }) => name)}
        value={restarts}
        onChange={(next) => set({ restarts: next })}
      />
      <TagsInput label="What else is to be redone" mt="sm" value={also} onChange={(next) => set({ also: next })} />
    </>
  )
}

function WaitFields(props: {
  waitHours: number
  set: (change: Partial<UpsetLine>) => void
  fields: Record<string, string>
  waitFor: string | null
}) {
  const { waitHours, set, fields, waitFor } = props
  return (
    <Group grow mt="sm" align="end">
      <FigureField
        label="Hours to wait before it is used"
        mt={0}
        min={0}
        value={waitHours}
        onChange={(next) => set({ waitHours: next ?? 0 })}
        error={fields.waitHours}
      />
      <TextInput
        label="What for"
        maxLength={200}
        disabled={waitHours === 0}
        value={waitFor ?? ''}
        onChange={(e) => set({ waitFor: e.currentTarget.value })}
      />
    </Group>
  )
}
