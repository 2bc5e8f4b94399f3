import { Button, Checkbox, Select, SimpleGrid, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { enclosureNeeds, type EnclosureNeed, type Material, type MaterialContent } from '@diatribon/contract'
import { EditorDialog } from '../forms/EditorDialog.tsx'
import { useMaterials } from '../reads/jobs.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { Nothing } from '../ui/Nothing.tsx'
import { Section } from '../ui/Section.tsx'

/** What is usual for each material: job files are held against it. */
export function Materials() {
  const { may } = useSession()
  const materials = useMaterials()
  const [editing, setEditing] = useState<{ from: Material | null } | null>(null)
  const edits = may('keep the knowledge')
  return (
    <Section
      title="Materials"
      act={
        edits && (
          <Button size="sm" onClick={() => setEditing({ from: null })}>
            New material
          </Button>
        )
      }
    >
      <AsyncView of={materials}>
        {(rows) => {
          const kept = rows.filter(({ dropped }) => !dropped)
          return kept.length === 0 ? (
            <Nothing title="No material yet.">
              The <Link to="/library">starter library</Link> has the usual ones.
            </Nothing>
          ) : (
            <MaterialsTable rows={kept} onEdit={edits ? (from) => setEditing({ from }) : null} />
          )
        }}
      </AsyncView>
      {editing && <MaterialEditor from={editing.from} onClose={() => setEditing(null)} />}
    </Section>
  )
}

function MaterialsTable({ rows, onEdit }: { rows: Material[]; onEdit: ((from: Material) => void) | null }) {
  return (
    <DataTable label="Materials">
      <thead>
        <tr>
          <th>Material</th>
          <th>Nozzle</th>
          <th>Bed</th>
          <th>Enclosure</th>
          <th>To know</th>
          {onEdit && <th>Change</th>}
        </tr>
      </thead>
      <tbody>
        {rows.map((one) => (
          <tr key={one.id}>
            <th scope="row">
              {one.name}
              {one.alsoCalled.length > 0 && <div className="quiet">{one.alsoCalled.join(', ')}</div>}
            </th>
            <td style={{ whiteSpace: 'nowrap' }}>
              {one.nozzleFromC} to {one.nozzleToC} °C
            </td>
            <td style={{ whiteSpace: 'nowrap' }}>
              {one.bedFromC} to {one.bedToC} °C
            </td>
            <td>{one.enclosure}</td>
            <td>
              {one.abrasive && <b>Abrasive. </b>}
              {one.note}
            </td>
            {onEdit && (
              <td>
                <Button
                  size="compact-sm"
                  variant="subtle"
                  onClick={() => onEdit(one)}
                  aria-label={`Change ${one.name}`}
                >
                  Change
                </Button>
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </DataTable>
  )
}

type Draft = Omit<MaterialContent, 'nozzleFromC' | 'nozzleToC' | 'bedFromC' | 'bedToC' | 'alsoCalled'> & {
  nozzleFromC?: number
  nozzleToC?: number
  bedFromC?: number
  bedToC?: number
  alsoCalled: string
}

const ranges = [
  ['nozzleFromC', 'Nozzle from, in °C'],
  ['nozzleToC', 'Nozzle to, in °C'],
  ['bedFromC', 'Bed from, in °C'],
  ['bedToC', 'Bed to, in °C'],
] as const

function MaterialEditor({ from, onClose }: { from: Material | null; onClose: () => void }) {
  const [materialId] = useState(() => from?.id ?? newKey())
  const [draft, setDraft] = useState<Draft>(() => ({
    name: from?.name ?? '',
    alsoCalled: from?.alsoCalled.join(', ') ?? '',
    nozzleFromC: from?.nozzleFromC,
    nozzleToC: from?.nozzleToC,
    bedFromC: from?.bedFromC,
    bedToC: from?.bedToC,
    enclosure: from?.enclosure ?? 'either way',
    abrasive: from?.abrasive ?? false,
    note: from?.note ?? null,
    dropped: false,
  }))
  const set = (change: Partial<Draft>) => setDraft({ ...draft, ...change })
  const called = draft.alsoCalled.split(',').flatMap((word) => word.trim() || [])
  return (
    <EditorDialog
      what="material"
      before={from?.name ?? null}
      name={draft.name}
      onName={(name) => set({ name })}
      action={(dropped) => ({
        kind: 'set-material',
        materialId,
        ...(draft as Draft & MaterialContent),
        alsoCalled: called,
        note: draft.note?.trim() || null,
        dropped,
      })}
      onClose={onClose}
    >
      {(wrong) => (
        <>
          <TextInput
            label="Also called (optional)"
            description="As job files and spools name it, with commas between."
            mt="sm"
            value={draft.alsoCalled}
            onChange={(e) => set({ alsoCalled: e.currentTarget.value })}
            error={wrong.alsoCalled}
          />
          <SimpleGrid cols={2}>
            {ranges.map(([field, label]) => (
              <FigureField
                key={field}
                label={label}
                required
                value={draft[field]}
                onChange={(value) => set({ [field]: value })}
                error={wrong[field]}
              />
            ))}
          </SimpleGrid>
          <Select
            label="Enclosure"
            mt="sm"
            data={[...enclosureNeeds]}
            value={draft.enclosure}
            allowDeselect={false}
            onChange={(value) => value && set({ enclosure: value as EnclosureNeed })}
          />
          <Checkbox
            mt="sm"
            size="md"
            label="Abrasive: it eats soft nozzles and drive gears"
            checked={draft.abrasive}
            onChange={({ currentTarget }) => set({ abrasive: currentTarget.checked })}
          />
          <Textarea
            label="What whoever prints it should know (optional)"
            mt="sm"
            autosize
            maxLength={500}
            value={draft.note ?? ''}
            onChange={(e) => set({ note: e.currentTarget.value })}
            error={wrong.note}
          />
        </>
      )}
    </EditorDialog>
  )
}
