import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { UpgradeContent, UpgradeLine } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { newKey } from '../ui/newKey.ts'
import { Problem } from '../ui/Problem.tsx'
import { useAction } from '../session/useAction.ts'
import { PartsEditor } from './editor/PartsEditor.tsx'
import { StepsEditor } from './editor/StepsEditor.tsx'
import { WhatItCures } from './editor/WhatItCures.tsx'
import { WhatItTakes } from './editor/WhatItTakes.tsx'
import { stepMisses } from './stepWords.ts'
import { useUpgrade } from '../reads/upgrades.ts'
import classes from './Upgrades.module.css'

const empty: UpgradeContent = {
  name: '',
  what: '',
  cures: { causeIds: [], symptomIds: [], share: 0.8 },
  models: [],
  parts: [],
  tools: [],
  minutes: 30,
  signOffs: [],
  cautions: [],
  events: [],
  steps: [],
  guard: null,
  footprint: null,
  wayBack: '',
  foundIn: null,
  against: null,
  school: 'something added',
  postponesOnly: false,
  photos: [],
}

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
  const [content, setContent] = useState(line?.content ?? empty)
  const [dropped, setDropped] = useState(line?.dropped ?? false)
  const [upgradeId] = useState(() => line?.id ?? newKey())
  const [missing, setMissing] = useState<string | null>(null)
  const { submit, problem, fields, busy } = useAction(
    line ? `Version ${line.version + 1} written` : 'Design written',
    () => void navigate(`/upgrades/${upgradeId}`),
  )
  const set = (change: Partial<UpgradeContent>) => setContent((old) => ({ ...old, ...change }))
  const error = (name: string) => fields[`content.${name}`]
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to={line ? `/upgrades/${line.id}` : '/upgrades'}>{line ? line.content.name : 'Upgrades'}</Link>
      </p>
      <h1>{line ? `Change: ${line.content.name}` : 'New design'}</h1>
      {newest && line && newest.version > line.version && (
        <p role="status">Somebody has written version {newest.version} meanwhile. Go back and look at it first.</p>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault()
          const lacking = content.steps.flatMap((step, i) => {
            const what = stepMisses(step)
            return what ? [`Step ${i + 1}: ${what}`] : []
          })
          if (lacking[0]) return setMissing(lacking[0])
          setMissing(null)
          void submit({
            kind: 'set-upgrade',
            upgradeId,
            version: line?.version ?? 0,
            content,
            ...(dropped ? { dropped } : {}),
          })
        }}
      >
        <fieldset disabled={!may('keep the upgrades')} className={classes.plain}>
          <WhatItCures content={content} set={set} error={error} />
          <StepsEditor steps={content.steps} onChange={(steps) => set({ steps })} error={error} />
          <PartsEditor parts={content.parts} onChange={(parts) => set({ parts })} error={error} />
          <WhatItTakes content={content} set={set} error={error} />
          {line && (
            <Checkbox
              size="md"
              label="Not offered any more"
              checked={dropped}
              onChange={({ currentTarget }) => setDropped(currentTarget.checked)}
            />
          )}
          <Problem error={missing ? new Error(missing) : problem} />
          <div className={classes.buttons}>
            <Button type="submit" loading={busy}>
              {line ? `Write version ${line.version + 1}` : 'Write it down'}
            </Button>
            <Button variant="default" component={Link} to={line ? `/upgrades/${line.id}` : '/upgrades'}>
              Cancel
            </Button>
          </div>
        </fieldset>
      </form>
    </>
  )
}
