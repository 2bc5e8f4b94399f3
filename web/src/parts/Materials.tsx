import { Checkbox, Select, SimpleGrid, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { enclosureNeeds, type Material, type MaterialContent } from '@diatribon/contract'
import { EditorDialog } from '../forms/EditorDialog.tsx'
import { useSetDraft } from '../forms/useDraft.ts'
import { useMaterials } from '../reads/jobs.ts'
import { useSession } from '../session/session.tsx'
import { EditableList } from '../ui/EditableList.tsx'
import { FigureField } from '../ui/figures.tsx'
import type { Column } from '../ui/ListTable.tsx'
import { newKey } from '../ui/newKey.ts'
import { Nothing } from '../ui/Nothing.tsx'

/** What is usual for each material: job files are held against it. */
export function Materials() {
  const { may } = useSession()
  const materials = useMaterials()
  const [editing, setEditing] = useState<{ from: Material | null } | null>(null)
  return (
    <>
      <EditableList
        title="Materials"
        of={{ ...materials, data: materials.data?.filter(({ dropped }) => !dropped) }}
        keyOf={({ id }) => id}
        columns={columns}
        edits={may('keep the knowledge')}
        acts={[{ verb: 'Change', named: ({ name }) => name, onPress: (from) => setEditing({ from }) }]}
        add="New material"
        onAdd={() => setEditing({ from: null })}
        stacks
        empty={
          <Nothing title="No material yet.">
            The <Link to="/library">starter library</Link> has the usual ones.
          </Nothing>
        }
      />
      {editing && <MaterialEditor from={editing.from} onClose={() => setEditing(null)} />}
    </>
  )
}

/** A range is read in one line. */
const degrees = (from: number, to: number) => `${from}\u00a0to\u00a0${to}\u00a0°C`

const columns: Column<Material>[] = [
  {
    head: 'Material',
    shows: ({ name, alsoCalled }) => (
      <>
        {name}
        {alsoCalled.length > 0 && <div className="quiet">{alsoCalled.join(', ')}</div>}
      </>
    ),
  },
  { head: 'Nozzle', shows: ({ nozzleFromC, nozzleToC }) => degrees(nozzleFromC, nozzleToC) },
  { head: 'Bed', shows: ({ bedFromC, bedToC }) => degrees(bedFromC, bedToC) },
  { head: 'Enclosure', shows: ({ enclosure }) => enclosure },
  {
    head: 'To know',
    shows: ({ abrasive, note }) => (
      <>
        {abrasive && <b>Abrasive. </b>}
        {note}
      </>
    ),
  },
]

const ranges = [
  ['nozzleFromC', 'Nozzle from, in °C'],
  ['nozzleToC', 'Nozzle to, in °C'],
  ['bedFromC', 'Bed from, in °C'],
  ['bedToC', 'Bed to, in °C'],
] as const
type Range = Partial<Pick<MaterialContent, (typeof ranges)[number][0]>>

const materialBegun = (from: Material | null) => ({
  materialId: from?.id ?? newKey(),
  name: from?.name ?? '',
  alsoCalled: from?.alsoCalled.join(', ') ?? '',
  enclosure: from?.enclosure ?? ('either way' as const),
  abrasive: from?.abrasive ?? false,
  note: from?.note ?? '',
  range: (from ?? {}) as Range,
})

function materialAction({ alsoCalled, note, range, ...rest }: ReturnType<typeof materialBegun>, dropped: boolean) {
  const { nozzleFromC, nozzleToC, bedFromC, bedToC } = range as Required<Range>
  return {
    kind: 'set-material' as const,
    ...rest,
    alsoCalled: alsoCalled.split(',').flatMap((word) => word.trim() || []),
    note: note.trim() || null,
    nozzleFromC,
    nozzleToC,
    bedFromC,
    bedToC,
    dropped,
  }
}

function MaterialEditor({ from, onClose }: { from: Material | null; onClose: () => void }) {
  const form = useSetDraft(() => materialBegun(from), { kind: 'set-material', done: 'Set', onClose })
  const { words, oneOf, tick } = form
  const range = form.within('range', '')
  return (
    <EditorDialog what="material" before={from?.name ?? null} form={form} action={materialAction}>
      <TextInput
        label="Also called (optional)"
        description="As job files and spools name it, with commas between."
        mt="sm"
        {...words('alsoCalled')}
      />
      <SimpleGrid cols={2}>
        {ranges.map(([field, label]) => (
          <FigureField key={field} label={label} {...range.figure(field)} />
        ))}
      </SimpleGrid>
      <Select label="Enclosure" mt="sm" data={[...enclosureNeeds]} {...oneOf('enclosure')} />
      <Checkbox mt="sm" size="md" label="Abrasive: it eats soft nozzles and drive gears" {...tick('abrasive')} />
      <Textarea label="What whoever prints it should know (optional)" mt="sm" autosize {...words('note')} />
    </EditorDialog>
  )
}
