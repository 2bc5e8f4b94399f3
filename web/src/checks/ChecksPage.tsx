import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { CheckType, ReadingKind, UpsetLine } from '@diatribon/contract'
import { ReadingKindForm } from '../readings/ReadingKindForm.tsx'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { EditableList } from '../ui/EditableList.tsx'
import { ListTable, type Column } from '../ui/ListTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { Section } from '../ui/Section.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { number } from '../ui/words.ts'
import { turnsWords } from './turnWords.ts'
import { UpsetForm } from './UpsetForm.tsx'
import { useCheckTypes, useUpsets } from '../reads/checks.ts'
import { useReadingKinds } from '../reads/readings.ts'

/** The checks as data: steps and turns, what a change upsets, and what is measured. */
export function ChecksPage() {
  const types = useCheckTypes()
  return (
    <>
      <PageHead title="Checks" says="What is looked at, when, and by whom. What was done keeps the steps of its day." />
      <AsyncView of={types}>
        {(rows) =>
          rows.length === 0 ? (
            <StarterSet />
          ) : (
            <>
              <Types types={rows} />
              <Upsets types={rows} />
              <ReadingKinds />
            </>
          )
        }
      </AsyncView>
    </>
  )
}

/** A set to begin with, all of which can be changed. */
function StarterSet() {
  const { may } = useSession()
  return (
    <Nothing title="No checks yet.">
      <p>
        The starter library holds the usual looks and services, what a change upsets, and the usual readings. It is
        common practice, no rule: change what does not fit your machines, and the maker’s manual comes first.
      </p>
      {may('set up the site') && (
        <Button component={Link} to="/library">
          Look into the starter library
        </Button>
      )}{' '}
      {may('keep the checks') && (
        <Button variant="default" component={Link} to="/checks/new">
          Write your own
        </Button>
      )}
    </Nothing>
  )
}

function Types({ types }: { types: CheckType[] }) {
  const { may } = useSession()
  const [retiring, setRetiring] = useState<CheckType | null>(null)
  const edits = may('keep the checks')
  const sorted = [...types].sort((a, b) => Number(a.retired) - Number(b.retired))
  return (
    <Section
      title="Checks"
      act={
        edits && (
          <Button size="sm" component={Link} to="/checks/new">
            New check
          </Button>
        )
      }
    >
      <ListTable
        label="Checks"
        rows={sorted}
        keyOf={({ id }) => id}
        columns={checkColumns}
        acts={
          edits
            ? [
                { verb: 'Copy', named: nameOf, to: ({ id }) => `/checks/new?copy=${id}` },
                {
                  verb: ({ retired }) => (retired ? 'Bring back' : 'Retire'),
                  named: nameOf,
                  onPress: setRetiring,
                },
              ]
            : []
        }
        stacks
      />
      {retiring && <RetireCheckForm type={retiring} onClose={() => setRetiring(null)} />}
    </Section>
  )
}

function RetireCheckForm({ type, onClose }: { type: CheckType; onClose: () => void }) {
  const { id, content, retired } = type
  const verb = retired ? 'Bring back' : 'Retire'
  return (
    <ReasonDialog
      title={`${verb}: ${content.name}`}
      verb={verb}
      done={`${content.name}: ${retired ? 'back' : 'retired'}`}
      says={retired ? 'Its turns count from now.' : 'It is no longer asked for; what was done stays.'}
      actionFor={(reason) => ({ kind: 'retire-check-type', checkTypeId: id, retired: !retired, reason })}
      onClose={onClose}
    />
  )
}

const nameOf = ({ content }: CheckType) => content.name

const checkColumns: Column<CheckType>[] = [
  {
    head: 'Check',
    shows: ({ id, content, retired, version }) => (
      <>
        <Link to={`/checks/${id}`}>{content.name}</Link>
        <div className="quiet">
          {retired ? 'retired, ' : ''}version {version}
          {content.beforePrint && ', before each print'}
        </div>
      </>
    ),
  },
  { head: 'Turn', shows: ({ content }) => turnsWords(content.turns) },
  { head: 'Steps', shows: ({ content }) => `${content.steps.length}, ${number(content.minutes)}\u00a0min` },
  {
    head: 'Who',
    shows: ({ content: { role, signOff } }) => (signOff ? `${role}, signed off for ${signOff}` : role),
  },
]

function Upsets({ types }: { types: CheckType[] }) {
  const { may } = useSession()
  const upsets = useUpsets()
  const [editing, setEditing] = useState<UpsetLine | 'new' | null>(null)
  return (
    <>
      <EditableList
        title="What a change upsets"
        of={upsets}
        keyOf={({ id }) => id}
        columns={upsetColumns(types)}
        edits={may('keep the checks')}
        acts={[{ verb: 'Change', named: ({ changed }) => `the line ${changed}`, onPress: setEditing }]}
        add="New line"
        onAdd={() => setEditing('new')}
        empty={<p className="quiet">Nothing is said of it yet.</p>}
        stacks
      />
      {editing && (
        <UpsetForm from={editing === 'new' ? null : editing} types={types} onClose={() => setEditing(null)} />
      )}
    </>
  )
}

const upsetColumns = (types: CheckType[]): Column<UpsetLine>[] => [
  {
    head: 'Changed',
    shows: ({ changed, slotKinds, events }) => (
      <>
        {changed}
        <div className="quiet">{[...slotKinds, ...events].join(', ')}</div>
      </>
    ),
  },
  {
    head: 'Check again',
    shows: ({ redo }) => redo.map((id) => types.find((type) => type.id === id)?.content.name ?? 'a check').join(', '),
  },
  {
    head: 'Also redo',
    shows: ({ also, caution }) => (
      <>
        {also.join(', ')}
        {caution && (
          <div>
            <b aria-hidden>⚠ </b>
            {caution}
          </div>
        )}
      </>
    ),
  },
  { head: 'Readings that begin anew', shows: ({ restarts }) => restarts.join(', ') },
]

function ReadingKinds() {
  const { may } = useSession()
  const kinds = useReadingKinds()
  const [editing, setEditing] = useState<ReadingKind | 'new' | null>(null)
  return (
    <>
      <EditableList
        title="Readings"
        label="Kinds of readings"
        of={kinds}
        keyOf={({ id }) => id}
        columns={readingColumns}
        edits={may('keep the checks')}
        acts={[{ verb: 'Change', named: ({ name }) => name, onPress: setEditing }]}
        add="New kind"
        onAdd={() => setEditing('new')}
        empty={<p className="quiet">No kind of reading yet.</p>}
      />
      {editing && <ReadingKindForm from={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
    </>
  )
}

const readingColumns: Column<ReadingKind>[] = [
  { head: 'Reading', shows: ({ name }) => name },
  { head: 'Unit', shows: ({ unit }) => unit },
  {
    head: 'Limits',
    shows: ({ lower, upper, unit, limitsToConfirm, models }) => (
      <>
        {lower === null && upper === null ? 'from its own history' : `${lower ?? 'none'} to ${upper ?? 'none'} ${unit}`}
        {limitsToConfirm && <div className="quiet">usual, to be confirmed</div>}
        {models.length > 0 && <div className="quiet">{models.length} by model, from the maker</div>}
      </>
    ),
  },
  {
    head: 'An adjustment',
    shows: ({ corrections }) => (corrections === 'restart' ? 'begins it anew' : 'is its drift'),
  },
]
