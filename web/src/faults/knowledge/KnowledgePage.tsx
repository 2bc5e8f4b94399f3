import { given } from '@diatribon/core'
import { Button, SegmentedControl, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Cause, FaultTest, Knowledge, Symptom } from '@diatribon/contract'
import { useSession } from '../../session/session.tsx'
import { AsyncView } from '../../ui/AsyncView.tsx'
import { PageHead } from '../../ui/PageHead.tsx'
import { number } from '../../ui/words.ts'
import { DrawingOf } from '../drawings.tsx'
import classes from './Knowledge.module.css'
import { CauseEditor } from './CauseEditor.tsx'
import { SymptomEditor } from './SymptomEditor.tsx'
import { TestEditor } from './TestEditor.tsx'
import { useKnowledge } from '../../reads/faults.ts'

const views = ['Symptoms', 'Causes', 'Tests'] as const
type View = (typeof views)[number]
type Editing =
  | { what: 'Symptoms'; from: Symptom | null }
  | { what: 'Causes'; from: Cause | null }
  | { what: 'Tests'; from: FaultTest | null }

/** What the workshop knows of faults: what can be seen, what it comes from, and how to tell. */
export function KnowledgePage() {
  const { may } = useSession()
  const [query, setQuery] = useSearchParams()
  const known = useKnowledge()
  const asked = query.get('view') as View | null
  const view: View = asked && views.includes(asked) ? asked : 'Symptoms'
  const [words, setWords] = useState('')
  const [editing, setEditing] = useState<Editing | null>(null)
  const edits = may('keep the knowledge')
  const fits = (...texts: string[]) => texts.join(' ').toLowerCase().includes(words.trim().toLowerCase())
  const add = { Symptoms: 'Add a symptom', Causes: 'Add a cause', Tests: 'Add a test' }[view]
  return (
    <>
      <PageHead
        title="Symptoms, causes, tests"
        says={
          <>
            Common practice to begin with; change it as you learn. The maker’s manual, local codes and licensed practice
            come first. <Link to="/faults">Open faults</Link>
          </>
        }
      >
        {edits && <Button onClick={() => setEditing({ what: view, from: null } as Editing)}>{add}</Button>}
      </PageHead>
      <div className={classes.bar}>
        <SegmentedControl
          data={[...views]}
          value={view}
          onChange={(next) => setQuery(next === 'Symptoms' ? {} : { view: next }, { replace: true })}
          aria-label="What to show"
        />
        <TextInput
          type="search"
          size="sm"
          aria-label={`Find among the ${view.toLowerCase()}`}
          placeholder="Find"
          value={words}
          onChange={(e) => setWords(e.currentTarget.value)}
        />
      </div>
      <AsyncView of={known}>
        {({ symptoms, causes, tests }) => (
          <Cards
            view={view}
            symptoms={symptoms}
            fits={fits}
            edits={edits}
            setEditing={setEditing}
            causes={causes}
            tests={tests}
          />
        )}
      </AsyncView>
      {known.data && editing && <Editor editing={editing} known={known.data} onClose={() => setEditing(null)} />}
    </>
  )
}

function Editor({ editing, known, onClose }: { editing: Editing; known: Knowledge; onClose: () => void }) {
  switch (editing.what) {
    case 'Symptoms':
      return <SymptomEditor from={editing.from} known={known} onClose={onClose} />
    case 'Causes':
      return <CauseEditor from={editing.from} onClose={onClose} />
    case 'Tests':
      return <TestEditor from={editing.from} known={known} onClose={onClose} />
  }
}

function About({ kinds }: { kinds: string[] }) {
  if (kinds.length === 0) return null
  return <div className="quiet">Only on printers with {kinds.join(' or ')}.</div>
}

function Card(props: {
  title: string
  drawing: React.ReactNode
  onEdit: (() => void) | null
  children: React.ReactNode
}) {
  const { title, drawing, onEdit, children } = props
  return (
    <li className={classes.card}>
      <span>{drawing}</span>
      <div>
        <b>{title}</b>
        <div>{children}</div>
      </div>
      {onEdit && (
        <Button size="compact-sm" variant="default" aria-label={`Change ${title}`} onClick={onEdit}>
          Change
        </Button>
      )}
    </li>
  )
}

function SymptomCard(props: {
  symptom: Symptom
  edits: boolean
  setEditing: (value: Editing | null) => void
  causes: Cause[]
}) {
  const { symptom, edits, setEditing, causes } = props
  return (
    <Card
      title={symptom.name}
      drawing={symptom.drawing && <DrawingOf of={symptom.drawing} width={92} />}
      onEdit={edits ? () => setEditing({ what: 'Symptoms', from: symptom }) : null}
    >
      {symptom.looks}
      <div className="quiet">
        {symptom.causes
          .map(({ causeId }) => causes.find(({ id }) => id === causeId))
          .filter((cause) => cause && !cause.dropped)
          .map((cause) => given(cause).name)
          .join(' · ')}
      </div>
      <About kinds={symptom.about.slotKinds} />
      {symptom.caution && <div>⚠ {symptom.caution}</div>}
    </Card>
  )
}

function CauseCard({
  cause,
  edits,
  setEditing,
}: {
  cause: Cause
  edits: boolean
  setEditing: (value: Editing | null) => void
}) {
  return (
    <Card
      title={cause.name}
      drawing={cause.drawing && <DrawingOf of={cause.drawing} width={92} />}
      onEdit={edits ? () => setEditing({ what: 'Causes', from: cause }) : null}
    >
      {cause.mechanism}
      <div>
        <b>Put right:</b> {cause.fix}{' '}
        <span className="quiet">
          {number(cause.minutes)} min{cause.signOff && `, ${cause.signOff}`}
        </span>
      </div>
      <About kinds={cause.about.slotKinds} />
      {cause.caution && <div>⚠ {cause.caution}</div>}
    </Card>
  )
}

function TestCard({
  test,
  edits,
  setEditing,
}: {
  test: FaultTest
  edits: boolean
  setEditing: (value: Editing | null) => void
}) {
  return (
    <Card title={test.name} drawing={null} onEdit={edits ? () => setEditing({ what: 'Tests', from: test }) : null}>
      {test.how}{' '}
      <span className="quiet">
        {number(test.minutes)} min{test.state !== 'any' && `, ${test.state}`}
        {test.signOff && `, ${test.signOff}`}. Ends with{' '}
        {test.outcomes.map(({ words: outcome }) => `“${outcome}”`).join(' or ')}.
      </span>
      <About kinds={test.about.slotKinds} />
      {test.caution && <div>⚠ {test.caution}</div>}
    </Card>
  )
}

function Cards(props: {
  view: 'Symptoms' | 'Causes' | 'Tests'
  symptoms: Symptom[]
  fits: (...texts: string[]) => boolean
  edits: boolean
  setEditing: (value: Editing | null) => void
  causes: Cause[]
  tests: FaultTest[]
}) {
  const { view, symptoms, fits, edits, setEditing, causes, tests } = props
  return (
    <ul className={classes.list} aria-label={view}>
      {view === 'Symptoms' &&
        symptoms
          .filter(({ dropped, name, looks }) => !dropped && fits(name, looks))
          .map((symptom) => (
            <SymptomCard key={symptom.id} symptom={symptom} edits={edits} setEditing={setEditing} causes={causes} />
          ))}
      {view === 'Causes' &&
        causes
          .filter(({ dropped, name, mechanism }) => !dropped && fits(name, mechanism))
          .map((cause) => <CauseCard key={cause.id} cause={cause} edits={edits} setEditing={setEditing} />)}
      {view === 'Tests' &&
        tests
          .filter(({ dropped, name, how }) => !dropped && fits(name, how))
          .map((test) => <TestCard key={test.id} test={test} edits={edits} setEditing={setEditing} />)}
    </ul>
  )
}
