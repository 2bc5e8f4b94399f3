import { Button, Group, MultiSelect, Select, TagsInput, Textarea, TextInput } from '@mantine/core'
import { printerEvents, signOffs, type CheckType, type UpsetLine } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { usePartTypes } from '../reads/parts.ts'
import { useReadingKinds } from '../reads/readings.ts'

const upsetBegun = (from: UpsetLine | null) => {
  const { id, caution, waitFor, waitHours, ...rest } = from ?? {
    id: newKey(),
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
  return {
    upsetId: id,
    ...rest,
    caution: caution ?? '',
    waitFor: waitFor ?? '',
    waitHours: waitHours as number | undefined,
  }
}

/** Empty words are no words, and without hours there is nothing to wait for. */
function upsetAction({ caution, waitHours = 0, waitFor, ...rest }: ReturnType<typeof upsetBegun>) {
  return {
    kind: 'set-upset' as const,
    ...rest,
    caution: caution.trim() || null,
    waitHours,
    waitFor: waitHours > 0 ? waitFor.trim() || null : null,
  }
}

/** A line of what a change upsets. */
export function UpsetForm(props: { from: UpsetLine | null; types: CheckType[]; onClose: () => void }) {
  const { from, types, onClose } = props
  const { data: parts = [] } = usePartTypes()
  const { data: kinds = [] } = useReadingKinds()
  const form = useSetDraft(() => upsetBegun(from), { kind: 'set-upset', done: 'Set', onClose })
  const { draft, words, choice, figure } = form
  return (
    <ActionDialog
      title={from ? `Change: ${from.changed}` : 'What a change upsets'}
      verb="Set"
      {...form.sheet(upsetAction)}
    >
      <TextInput label="What is changed" data-autofocus {...words('changed')} />
      <TagsInput
        label="Kinds of slots whose part is changed"
        mt="sm"
        data={[...new Set(parts.map(({ slotKind }) => slotKind))]}
        {...choice('slotKinds')}
      />
      <MultiSelect label="Or what happens" mt="sm" data={[...printerEvents]} {...choice('events')} />
      <MultiSelect
        label="Checks that are due then"
        mt="sm"
        searchable
        data={types.filter(({ retired }) => !retired).map(({ id, content }) => ({ value: id, label: content.name }))}
        {...choice('redo')}
      />
      <MultiSelect
        label="Readings that begin anew"
        mt="sm"
        searchable
        data={kinds.map(({ name }) => name)}
        {...choice('restarts')}
      />
      <TagsInput label="What else is to be redone" mt="sm" {...choice('also')} />
      <Textarea label="Caution (optional)" mt="sm" autosize {...words('caution')} />
      <Group grow mt="sm" align="end">
        <FigureField label="Hours to wait before it is used" mt={0} {...figure('waitHours')} />
        <TextInput label="What for" disabled={!draft.waitHours} {...words('waitFor')} />
      </Group>
      <Select
        label="Sign-off without which nobody may tick it"
        mt="sm"
        clearable
        data={[...signOffs]}
        {...choice('signOff')}
      />
      {from && (
        <Button
          variant="subtle"
          color="var(--overdue)"
          mt="md"
          size="sm"
          onClick={() => void form.send({ ...upsetAction(draft), dropped: true })}
        >
          Drop this line
        </Button>
      )}
    </ActionDialog>
  )
}
