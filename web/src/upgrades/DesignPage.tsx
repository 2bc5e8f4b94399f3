import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { UpgradeLine } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Problem } from '../ui/Problem.tsx'
import { PartsEditor } from './editor/PartsEditor.tsx'
import { StepsEditor } from './editor/StepsEditor.tsx'
import { WhatItCures } from './editor/WhatItCures.tsx'
import { WhatItTakes } from './editor/WhatItTakes.tsx'
import { designAction, designBegun } from './designDraft.ts'
import { useUpgrade } from '../reads/upgrades.ts'
import classes from './Upgrades.module.css'

/** The design of an upgrade is written down, or changed: every change is a new version. */
export function DesignPage() {
  const { id = null } = useParams()
  const upgrade = useUpgrade(id)
  if (!id) return <Editor line={null} />
  return <AsyncView of={upgrade}>{({ line }) => <Editor key={line.id} line={line} />}</AsyncView>
}

function Editor({ line: newest }: { line: UpgradeLine | null }) {
  const { may } = useSession()
  // What somebody is writing stays, also when another one changes the design meanwhile.
  const [line] = useState(newest)
  const navigate = useNavigate()
  const form = useDraft(() => designBegun(line), {
    kind: 'set-upgrade',
    done: line ? `Version ${line.version + 1} written` : 'Design written',
    onClose: ({ upgradeId }) => void navigate(`/upgrades/${upgradeId}`),
  })
  const content = form.within('content')
  const { busy, problem, onSubmit } = form.sheet((draft) => designAction(draft, line?.version ?? 0))
  const back = line ? `/upgrades/${line.id}` : '/upgrades'
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to={back}>{line ? line.content.name : 'Upgrades'}</Link>
      </p>
      <h1>{line ? `Change: ${line.content.name}` : 'New design'}</h1>
      {newest && line && newest.version > line.version && (
        <p role="status">Somebody has written version {newest.version} meanwhile. Go back and look at it first.</p>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault()
          onSubmit()
        }}
      >
        <fieldset disabled={!may('keep the upgrades')} className={classes.plain}>
          <WhatItCures content={content} />
          <StepsEditor
            steps={content.draft.steps}
            onChange={(steps) => content.set('steps', steps)}
            error={(name) => form.fields[`content.${name}`]}
          />
          <PartsEditor parts={content.rows('parts')} />
          <WhatItTakes content={content} />
          {line && <Checkbox size="md" label="Not offered any more" {...form.tick('dropped')} />}
          <Problem error={problem} />
          <div className={classes.buttons}>
            <Button type="submit" loading={busy}>
              {line ? `Write version ${line.version + 1}` : 'Write it down'}
            </Button>
            <Button variant="default" component={Link} to={back}>
              Cancel
            </Button>
          </div>
        </fieldset>
      </form>
    </>
  )
}
