import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { SignOff } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Problem } from '../ui/Problem.tsx'
import { useAction } from '../session/useAction.ts'
import classes from './Library.module.css'
import { LibraryChooser } from './LibraryChooser.tsx'
import { usePartTypes } from '../reads/parts.ts'
import { usePeople } from '../reads/people.ts'

/** Mains is never confirmed like this: it takes a qualified electrical person. */
const ownHands: SignOff[] = ['hot work', 'motion']

/** After the book was opened: what it starts from, who may touch what, and the first printer. */
export function FirstStepsPage() {
  const { may } = useSession()
  const [skipped, setSkipped] = useState(false)
  const { data: parts } = usePartTypes()
  const hasLibrary = skipped || (parts?.length ?? 0) > 0
  const { signed, confirm, problem, busy } = useOwnSignOffs()
  const [agreed, setAgreed] = useState(false)
  if (!may('set up the site')) return <PageHead title="First steps" says="Setting a workshop up is for its lead." />
  return (
    <>
      <PageHead title="First steps" says="Three steps to the first printer. Each can be done later, from Workshop." />
      <ol className={classes.steps}>
        <StartFrom hasLibrary={hasLibrary} setSkipped={setSkipped} />
        <OwnHands
          signed={signed}
          confirm={confirm}
          agreed={agreed}
          setAgreed={setAgreed}
          problem={problem}
          busy={busy}
        />
        <li>
          <h2>3. The first printer</h2>
          <p className="quiet">Its name, where it stands, and a model from the catalogue.</p>
          <Button component={Link} to="/take-in" size="md" variant={hasLibrary ? 'filled' : 'default'}>
            Take your first printer in
          </Button>
        </li>
      </ol>
    </>
  )
}

/** The first lead has nobody to be signed off by. */
function useOwnSignOffs() {
  const { person } = useSession()
  const { data: people } = usePeople()
  const mine = people?.find(({ id }) => id === person.id)?.signOffs ?? []
  const open = ownHands.filter((signOff) => !mine.some((own) => own.signOff === signOff && own.modelId === null))
  const { submit, problem, busy } = useAction('Signed off', () => undefined)
  return {
    signed: people !== undefined && open.length === 0,
    confirm: () =>
      submit(open.map((signOff) => ({ kind: 'give-sign-off', personId: person.id, signOff, until: null }))),
    problem,
    busy,
  }
}

function StartFrom({ hasLibrary, setSkipped }: { hasLibrary: boolean; setSkipped: (value: boolean) => void }) {
  return (
    <li>
      <h2>1. What you start from</h2>
      {hasLibrary ? (
        <p>
          The catalogue has its parts. More of the <Link to="/library">starter library</Link> can be brought in at any
          time.
        </p>
      ) : (
        <>
          <p className="quiet">
            Parts, models, checks and what is known about faults: common practice, all of it to be changed by whoever
            knows better. The maker’s manual comes first.
          </p>
          <LibraryChooser onDone={() => undefined} />
          <Button variant="subtle" size="sm" mt="xs" color="var(--ink)" onClick={() => setSkipped(true)}>
            Begin without it
          </Button>
        </>
      )}
    </li>
  )
}

function OwnHands(props: {
  signed: boolean
  confirm: () => Promise<boolean>
  agreed: boolean
  setAgreed: (value: boolean) => void
  problem: unknown
  busy: boolean
}) {
  const { signed, confirm, agreed, setAgreed, problem, busy } = props
  return (
    <li>
      <h2>2. What you may do yourself</h2>
      {signed ? (
        <p>
          You are signed off for {ownHands.join(' and ')}. Others are signed off under <Link to="/people">People</Link>;
          mains is for a qualified electrical person.
        </p>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void confirm()
          }}
        >
          <CautionBox
            words={[
              'Hot: the nozzle is at 200 °C and more; most snapped heat breaks come from a cold wrench in unskilled hands.',
              'Moving parts: power off before hands go in; a motor driven by hand is a generator and can damage the board.',
            ]}
          />
          <Checkbox
            mt="sm"
            size="md"
            label="I have been shown hot work and work on moving parts, and I have done it. I keep to the maker’s manual. This is written in the book."
            checked={agreed}
            onChange={({ currentTarget }) => setAgreed(currentTarget.checked)}
          />
          <Problem error={problem} />
          <Button type="submit" mt="sm" loading={busy} disabled={!agreed}>
            Sign me off for hot work and motion
          </Button>
        </form>
      )}
    </li>
  )
}
