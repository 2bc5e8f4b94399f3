import { Checkbox, Select, Stack, TextInput, Textarea } from '@mantine/core'
import type { Box } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft, useSetDraft } from '../forms/useDraft.ts'
import { usePeople } from '../reads/people.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { NoteField } from '../ui/NoteField.tsx'
import { readLines } from './readLines.ts'

/** A repair box is packed, or its list is another. */
export function PackBoxForm({ box, onClose }: { box: Box | null; onClose: () => void }) {
  const { words, figure, sheet } = useSetDraft(
    () => ({
      boxId: box?.id ?? newKey(),
      name: box?.name ?? '',
      home: box?.home ?? '',
      checkEveryDays: (box?.checkEveryDays ?? 30) as number | undefined,
      list: box ? box.holds.map(({ what, pieces }) => `${pieces} ${what}`).join('\n') : '',
    }),
    { kind: 'set-box', done: 'Box packed', onClose },
  )
  const verb = box ? 'Change' : 'Pack'
  return (
    <ActionDialog
      title={box ? `Change: ${box.name}` : 'New repair box'}
      verb={verb}
      {...sheet(({ list, checkEveryDays = 0, ...rest }) => ({
        kind: 'set-box',
        ...rest,
        checkEveryDays,
        holds: readLines(list),
      }))}
    >
      <TextInput label="Name" data-autofocus {...words('name')} />
      <TextInput label="Where it belongs" mt="sm" {...words('home')} />
      <FigureField label="A look every so many days" {...figure('checkEveryDays')} />
      <Textarea
        label="What it holds, one a line"
        description="Such as: 2 Brass brush"
        mt="sm"
        autosize
        minRows={4}
        {...words('list', 'holds')}
      />
    </ActionDialog>
  )
}

/** A box is somewhere else, or with somebody. */
export function MoveBoxForm({ box, onClose }: { box: Box; onClose: () => void }) {
  const { person } = useSession()
  const { data: people = [] } = usePeople()
  const { words, choice, sheet } = useDraft(
    { place: box.withWhom ? box.home : '', personId: box.withWhom ? null : person.id },
    { kind: 'move-box', done: `${box.name} moved`, onClose },
  )
  return (
    <ActionDialog
      title={`Where is it? ${box.name}`}
      verb="It is there"
      {...sheet(({ place, personId }) => ({
        kind: 'move-box',
        boxId: box.id,
        place,
        ...told({ personId: personId ?? undefined }),
      }))}
    >
      <TextInput label="Where" description={`It belongs: ${box.home}`} data-autofocus {...words('place')} />
      <Select
        label="Who has it"
        description="Empty: it stands there."
        mt="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'Nobody' }}
        data={people.filter(({ left }) => !left).map(({ id, displayName }) => ({ value: id, label: displayName }))}
        {...choice('personId')}
      />
    </ActionDialog>
  )
}

/** Somebody looks whether everything is in a box. */
export function CheckBoxForm({ box, onClose }: { box: Box; onClose: () => void }) {
  const { draft, set, words, sheet } = useDraft(
    () => ({
      missing: Object.fromEntries(box.missing.map(({ what, pieces }) => [what, pieces])) as Record<string, number>,
      note: '',
    }),
    { kind: 'check-box', done: `${box.name} looked into`, onClose },
  )
  const put = (what: string, pieces: number) => set('missing', (before) => ({ ...before, [what]: pieces }))
  const lines = box.holds.flatMap(({ what }) => {
    const pieces = draft.missing[what]
    return pieces ? [{ what, pieces }] : []
  })
  return (
    <ActionDialog
      title={`Look into: ${box.name}`}
      verb={lines.length === 0 ? 'It is whole' : 'Something is missing'}
      {...sheet(({ note }) => ({ kind: 'check-box', boxId: box.id, missing: lines, ...told({ note }) }))}
    >
      <p className="quiet">Tick what is not there, or not all of it.</p>
      <Stack gap="xs">
        {box.holds.map(({ what, pieces }) => (
          <div key={what} style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
            <Checkbox
              size="md"
              label={`${pieces} × ${what}`}
              checked={Boolean(draft.missing[what])}
              onChange={({ currentTarget }) => put(what, currentTarget.checked ? pieces : 0)}
            />
            {pieces > 1 && Boolean(draft.missing[what]) && (
              <FigureField
                aria-label={`Missing of ${what}`}
                mt={0}
                min={1}
                max={pieces}
                allowDecimal={false}
                value={draft.missing[what]}
                onChange={(value) => put(what, value ?? pieces)}
                style={{ width: 90 }}
              />
            )}
          </div>
        ))}
      </Stack>
      <NoteField {...words('note')} />
    </ActionDialog>
  )
}
