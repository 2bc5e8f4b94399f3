import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { CheckContent, CheckType, ReadingKind, UpsetLine } from '@diatribon/contract'
import { ReadingKindForm } from '../readings/ReadingKindForm.tsx'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { Section } from '../ui/Section.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import table from '../ui/Table.module.css'
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
      <DataTable label="Checks" stacks>
        <thead>
          <tr>
            <th>Check</th>
            <th>Turn</th>
            <th>Steps</th>
            <th>Who</th>
            {edits && (
              <th>
                <span className="unseen">Actions</span>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {sorted.map((type) => {
            const { id, content, retired, version } = type
            return (
              <TypeRow
                key={id}
                id={id}
                content={content}
                retired={retired}
                version={version}
                edits={edits}
                setRetiring={setRetiring}
                type={type}
              />
            )
          })}
        </tbody>
      </DataTable>
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

function Upsets({ types }: { types: CheckType[] }) {
  const { may } = useSession()
  const upsets = useUpsets()
  const [editing, setEditing] = useState<UpsetLine | 'new' | null>(null)
  const edits = may('keep the checks')
  const nameOf = (id: string) => types.find((type) => type.id === id)?.content.name ?? 'a check'
  return (
    <Section
      title="What a change upsets"
      act={
        edits && (
          <Button size="sm" variant="default" onClick={() => setEditing('new')}>
            New line
          </Button>
        )
      }
    >
      <AsyncView of={upsets}>
        {(rows) => (
          <DataTable label="What a change upsets" stacks>
            <thead>
              <tr>
                <th>Changed</th>
                <th>Check again</th>
                <th>Also redo</th>
                <th>Readings that begin anew</th>
                {edits && (
                  <th>
                    <span className="unseen">Actions</span>
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <UpsetRow key={row.id} row={row} nameOf={nameOf} edits={edits} setEditing={setEditing} />
              ))}
            </tbody>
          </DataTable>
        )}
      </AsyncView>
      {editing && (
        <UpsetForm from={editing === 'new' ? null : editing} types={types} onClose={() => setEditing(null)} />
      )}
    </Section>
  )
}

function ReadingKinds() {
  const { may } = useSession()
  const kinds = useReadingKinds()
  const [editing, setEditing] = useState<ReadingKind | 'new' | null>(null)
  const edits = may('keep the checks')
  const limits = ({ lower, upper, unit }: Pick<ReadingKind, 'lower' | 'upper' | 'unit'>) =>
    lower === null && upper === null ? 'from its own history' : `${lower ?? 'none'} to ${upper ?? 'none'} ${unit}`
  return (
    <Section
      title="Readings"
      act={
        edits && (
          <Button size="sm" variant="default" onClick={() => setEditing('new')}>
            New kind
          </Button>
        )
      }
    >
      <AsyncView of={kinds}>
        {(rows) => (
          <DataTable label="Kinds of readings">
            <thead>
              <tr>
                <th>Reading</th>
                <th>Unit</th>
                <th>Limits</th>
                <th>An adjustment</th>
                {edits && (
                  <th>
                    <span className="unseen">Actions</span>
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {rows.map((kind) => (
                <KindRow key={kind.id} kind={kind} limits={limits} edits={edits} setEditing={setEditing} />
              ))}
            </tbody>
          </DataTable>
        )}
      </AsyncView>
      {editing && <ReadingKindForm from={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
    </Section>
  )
}

function TypeRow(props: {
  id: string
  content: CheckContent
  retired: boolean
  version: number
  edits: boolean
  setRetiring: (value: CheckType | null) => void
  type: CheckType
}) {
  const { id, content, retired, version, edits, setRetiring, type } = props
  return (
    <tr>
      <th scope="row">
        <Link to={`/checks/${id}`}>{content.name}</Link>
        <div className="quiet">
          {retired ? 'retired, ' : ''}version {version}
          {content.beforePrint && ', before each print'}
        </div>
      </th>
      <td>{turnsWords(content.turns)}</td>
      <td>
        {content.steps.length}, {number(content.minutes)} min
      </td>
      <td>
        {content.role}
        {content.signOff && `, signed off for ${content.signOff}`}
      </td>
      {edits && (
        <td className={table.right}>
          <Button
            size="compact-sm"
            variant="subtle"
            component={Link}
            to={`/checks/new?copy=${id}`}
            aria-label={`Copy ${content.name}`}
          >
            Copy
          </Button>
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => setRetiring(type)}
            aria-label={`${retired ? 'Bring back' : 'Retire'} ${content.name}`}
          >
            {retired ? 'Bring back' : 'Retire'}
          </Button>
        </td>
      )}
    </tr>
  )
}

function UpsetRow(props: {
  row: UpsetLine
  nameOf: (id: string) => string
  edits: boolean
  setEditing: (value: 'new' | UpsetLine | null) => void
}) {
  const { row, nameOf, edits, setEditing } = props
  return (
    <tr>
      <th scope="row">
        {row.changed}
        <div className="quiet">{[...row.slotKinds, ...row.events].join(', ')}</div>
      </th>
      <td>{row.redo.map(nameOf).join(', ')}</td>
      <td>
        {row.also.join(', ')}
        {row.caution && (
          <div>
            <b aria-hidden>⚠ </b>
            {row.caution}
          </div>
        )}
      </td>
      <td>{row.restarts.join(', ')}</td>
      {edits && (
        <td className={table.right}>
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => setEditing(row)}
            aria-label={`Change the line ${row.changed}`}
          >
            Change
          </Button>
        </td>
      )}
    </tr>
  )
}

function KindRow(props: {
  kind: ReadingKind
  limits: ({ lower, upper, unit }: Pick<ReadingKind, 'unit' | 'lower' | 'upper'>) => string
  edits: boolean
  setEditing: (value: 'new' | ReadingKind | null) => void
}) {
  const { kind, limits, edits, setEditing } = props
  return (
    <tr>
      <th scope="row">{kind.name}</th>
      <td>{kind.unit}</td>
      <td>
        {limits(kind)}
        {kind.limitsToConfirm && <div className="quiet">usual, to be confirmed</div>}
        {kind.models.length > 0 && <div className="quiet">{kind.models.length} by model, from the maker</div>}
      </td>
      <td>{kind.corrections === 'restart' ? 'begins it anew' : 'is its drift'}</td>
      {edits && (
        <td className={table.right}>
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => setEditing(kind)}
            aria-label={`Change ${kind.name}`}
          >
            Change
          </Button>
        </td>
      )}
    </tr>
  )
}
