import { Button, FileButton, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { LifePage, NeighbourLives } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { downloadText } from '../ui/download.ts'
import { newKey } from '../ui/newKey.ts'
import { Problem } from '../ui/Problem.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
import { useDraft } from '../forms/useDraft.ts'
import { useAction } from '../session/useAction.ts'
import { day, plural } from '../ui/words.ts'
import { readLives, writeLives, type ReadLives } from './livesFile.ts'

const weights = [
  { value: '0', label: 'not at all' },
  { value: '0.25', label: 'a quarter of ours' },
  { value: '0.5', label: 'half of ours' },
  { value: '1', label: 'as our own' },
]

/** Lives that other workshops have seen: their files, how much they count, and our own file for them. */
export function Neighbours({ page }: { page: LifePage }) {
  const { may, site } = useSession()
  const [file, setFile] = useState<{ name: string; read: ReadLives } | null>(null)
  const { partType, clock, neighbours, evidence } = page
  const give = () =>
    downloadText(`lives ${partType.name}.csv`, writeLives(partType.name, clock, evidence.records), 'text/csv')
  return (
    <Section
      title="Neighbours' lives"
      act={
        <>
          <Button size="compact-sm" variant="default" onClick={give}>
            Our lives as a file
          </Button>
          {may('adopt policies') && (
            <FileButton
              accept=".csv,text/csv"
              onChange={(chosen) =>
                void chosen?.text().then((text) => setFile({ name: chosen.name, read: readLives(text) }))
              }
            >
              {(props) => (
                <Button size="compact-sm" variant="default" {...props}>
                  Take in a file
                </Button>
              )}
            </FileButton>
          )}
        </>
      }
    >
      <p className="quiet">
        {page.shares} A file holds ages alone: no names, no printers. What a neighbour has seen counts for nothing until
        you say how much.
      </p>
      {neighbours.length > 0 && (
        <DataTable label="Neighbours' lives" stacks>
          <thead>
            <tr>
              <th>Whose</th>
              <th className={table.right}>Parts</th>
              <th className={table.right}>Failed</th>
              <th>They count</th>
              <th>Taken in</th>
              <th>
                <span className="unseen">Take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {neighbours.map((lives) => (
              <Line key={lives.id} lives={lives} timeZone={site.timeZone} mayWeigh={may('adopt policies')} />
            ))}
          </tbody>
        </DataTable>
      )}
      {file && <TakeIn page={page} file={file} onClose={() => setFile(null)} />}
    </Section>
  )
}

function Line({ lives, timeZone, mayWeigh }: { lives: NeighbourLives; timeZone: string; mayWeigh: boolean }) {
  const { id, source, records, failures, weight, who, at } = lives
  const { submit, busy, problem } = useAction("Neighbour's lives weighed", () => undefined)
  const weigh = (to: number, dropped: boolean) =>
    void submit({ kind: 'weigh-neighbour-lives', livesId: id, weight: to, dropped })
  return (
    <tr>
      <td>
        {source}
        <Problem error={problem} />
      </td>
      <td className={table.right}>{records}</td>
      <td className={table.right}>{failures}</td>
      <td>
        <Select
          aria-label={`How much the lives of ${source} count`}
          size="sm"
          data={weights}
          value={String(weight)}
          disabled={!mayWeigh || busy}
          allowDeselect={false}
          onChange={(value) => weigh(Number(value), false)}
        />
      </td>
      <td>
        {day(at, timeZone)}, {who}
      </td>
      <td>
        {mayWeigh && (
          <Button size="compact-sm" variant="default" loading={busy} onClick={() => weigh(0, true)}>
            Take out
          </Button>
        )}
      </td>
    </tr>
  )
}

function TakeIn(props: { page: LifePage; file: { name: string; read: ReadLives }; onClose: () => void }) {
  const { page, file, onClose } = props
  const { partType, clock } = page
  const { records, partTypes, units, problems } = file.read
  const form = useDraft(() => ({ livesId: newKey(), source: '' }), {
    kind: 'bring-neighbour-lives',
    done: "Neighbour's lives taken in",
    onClose,
  })
  const otherUnit = units.filter((unit) => unit.toLowerCase() !== clock)
  const wrong = [
    ...problems,
    ...(partTypes.length > 1
      ? [`The file holds several part types (${partTypes.join(', ')}); give one file for each.`]
      : []),
    ...(otherUnit.length > 0 ? [`The file counts in ${otherUnit.join(', ')}; ${partType.name} ages by ${clock}.`] : []),
    ...(records.length === 0 && problems.length === 0 ? ['The file holds no lives.'] : []),
  ]
  const { problem, ...sheet } = form.sheet((draft) =>
    wrong.length > 0
      ? 'Nothing of the file can be taken in as it is.'
      : { kind: 'bring-neighbour-lives', partTypeId: partType.id, records, ...draft },
  )
  const failed = records.filter(({ upper }) => upper !== null).length
  return (
    <ActionDialog
      title={`A neighbour's lives: ${partType.name}`}
      verb="Take in"
      {...sheet}
      problem={wrong.length > 0 ? new Error(wrong.slice(0, 5).join(' ')) : problem}
    >
      <p>
        {file.name}: {plural(records.length, 'life', 'lives')}, {failed} of them to the end
        {partTypes[0] && `, called “${partTypes[0]}” there`}. They count for nothing until you say how much.
      </p>
      <TextInput label="Whose they are, and of when" data-autofocus {...form.words('source')} />
    </ActionDialog>
  )
}
