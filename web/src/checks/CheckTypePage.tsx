import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import type { CheckType } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { Problem } from '../ui/Problem.tsx'
import { moment } from '../ui/words.ts'
import { checkAction, checkBegun, type CheckDraft } from './checkDraft.ts'
import classes from './CheckType.module.css'
import { turnsWords } from './turnWords.ts'
import { useCheckTypes, useCheckVersions } from '../reads/checks.ts'
import { StepsEditor } from './editor/StepsEditor.tsx'
import { TurnsEditor } from './editor/TurnsEditor.tsx'
import { WhatItIs } from './editor/WhatItIs.tsx'

/** A check as data: changed, copied or written anew. Every change is a new version. */
export function CheckTypePage() {
  const { id = 'new' } = useParams()
  const [query] = useSearchParams()
  const types = useCheckTypes()
  const [looked, setLooked] = useState(0)
  return (
    <AsyncView of={types}>
      {(all) => {
        const type = all.find((t) => t.id === id)
        if (id !== 'new' && !type) return <Nothing title="There is no check at this address." />
        const copied = all.find((t) => t.id === query.get('copy'))
        return (
          <Editor
            key={`${id} ${query.get('copy')} ${looked}`}
            type={type ?? null}
            onLook={() => setLooked(looked + 1)}
            begun={() => checkBegun(type ?? copied, !type)}
          />
        )
      }}
    </AsyncView>
  )
}

function Editor(props: { type: CheckType | null; begun: () => CheckDraft; onLook: () => void }) {
  const { type: newest, begun, onLook } = props
  // What somebody is writing stays, also when another one changes the check meanwhile.
  const [type] = useState(newest)
  const edits = useSession().may('keep the checks')
  const navigate = useNavigate()
  const form = useDraft(begun, {
    kind: type ? 'change-check-type' : 'add-check-type',
    done: type ? `Version ${type.version + 1} is in force` : 'Check added',
    onClose: () => void navigate('/checks'),
  })
  const { busy, problem, onSubmit } = form.sheet((draft) => checkAction(draft, type?.version ?? null))
  const content = form.within('content')
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/checks">Checks</Link>
      </p>
      <h1>{type ? type.content.name : 'New check'}</h1>
      <VersionNotes type={type} newest={newest} busy={busy} onLook={onLook} />
      <form
        onSubmit={(event) => {
          event.preventDefault()
          onSubmit()
        }}
      >
        <fieldset disabled={!edits} className={classes.plain}>
          <WhatItIs content={content} />
          <TurnsEditor turns={content.within('turns')} />
          <StepsEditor content={content} missing={content.draft.steps.length === 0 && Boolean(problem)} />
          <Problem error={problem} />
          {edits && (
            <div className={classes.buttons}>
              <Button type="submit" loading={busy}>
                {type ? `Put version ${type.version + 1} in force` : 'Add the check'}
              </Button>
              <Button variant="default" component={Link} to="/checks">
                Cancel
              </Button>
            </div>
          )}
        </fieldset>
      </form>
      {type && <Versions id={type.id} />}
    </>
  )
}

/** Earlier versions, as they were. */
function Versions({ id }: { id: string }) {
  const { site } = useSession()
  const { data } = useCheckVersions(id)
  if (!data || data.length < 2) return null
  return (
    <section aria-label="Earlier versions">
      <h2>Earlier versions</h2>
      {data.slice(1).map(({ version, content, at, who }) => (
        <details key={version}>
          <summary>
            Version {version}, {who}, {moment(at, site.timeZone)}
          </summary>
          <p>{turnsWords(content.turns)}</p>
          <ol>
            {content.steps.map((step) => (
              <li key={step.id}>
                <b>{step.title}</b> {step.how}
              </li>
            ))}
          </ol>
        </details>
      ))}
    </section>
  )
}

function VersionNotes(props: { type: CheckType | null; newest: CheckType | null; busy: boolean; onLook: () => void }) {
  const { type, newest, busy, onLook } = props
  return (
    <>
      {type && (
        <p className="quiet">
          Version {type.version}. A change makes version {type.version + 1}; checks that are being done go on with
          theirs.
        </p>
      )}
      {newest && type && newest.version !== type.version && !busy && (
        <p role="note" className={classes.sheet}>
          Somebody has put version {newest.version} in force meanwhile. What you have written here rests on version{' '}
          {type.version} and will be refused.{' '}
          <Button size="compact-sm" variant="default" onClick={onLook}>
            Drop mine and look at version {newest.version}
          </Button>
        </p>
      )}
    </>
  )
}
