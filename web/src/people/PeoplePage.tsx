import { Button, Checkbox, Menu, Select, Textarea, TextInput } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import { relaxable, roles, type Person, type PersonHere, type Role, type SignOff } from '@diatribon/contract'
import type { DraftFields } from '../forms/draftFields.ts'
import { told } from '../forms/told.ts'
import { useDraft, useSetDraft } from '../forms/useDraft.ts'
import { useSession, type May } from '../session/session.tsx'
import { call } from '../ui/api.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Problem } from '../ui/Problem.tsx'
import { newKey } from '../ui/newKey.ts'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { day } from '../ui/words.ts'
import { Invitation } from './Invitation.tsx'
import classes from './People.module.css'
import { ShiftForm } from './ShiftForm.tsx'
import { shiftWords } from './shiftWords.ts'
import { SignOffForm } from './SignOffForm.tsx'
import { TrainingForm } from './TrainingForm.tsx'
import { useModels } from '../reads/parts.ts'
import { usePeople } from '../reads/people.ts'

type Doing =
  | { what: 'invite' }
  | { what: 'sign off' | 'shifts' | 'training' | 'change' | 'lock' | 'leave' | 'code'; person: PersonHere }
  | { what: 'withdraw'; person: PersonHere; signOff: SignOff; modelId: string | null }

/** The staff: who may do what, who is here, who was trained in what. */
export function PeoplePage() {
  const { may, person: me } = useSession()
  const people = usePeople()
  const { data: models = [] } = useModels()
  const [doing, setDoing] = useState<Doing | null>(null)
  const close = () => setDoing(null)
  const modelName = (id: string | null) => {
    const model = models.find((one) => one.id === id)
    return model ? ` on ${model.make} ${model.name}` : ''
  }
  const keeps = may('keep the staff')
  return (
    <>
      <PageHead title="People" says="Mains is for a qualified electrical person, whatever the role; local rules apply.">
        {keeps && <Button onClick={() => setDoing({ what: 'invite' })}>Invite somebody</Button>}
      </PageHead>
      <AsyncView of={people}>
        {(list) => (
          <ul className={classes.list} aria-label="People">
            {list.map((person) => (
              <li key={person.id} className={classes.row}>
                <div>
                  <b>{person.displayName}</b> <span className="quiet">{person.role}</span>
                  <div className="quiet">
                    {person.left
                      ? 'has left; the name stays in the book'
                      : person.lockedReason !== null
                        ? `locked out: ${person.lockedReason}`
                        : person.onShift
                          ? 'here now'
                          : person.signsIn
                            ? ''
                            : 'has no PIN yet'}
                  </div>
                </div>
                <SignedOffFor person={person} modelName={modelName} may={may} setDoing={setDoing} />
                <div className="quiet">{shiftWords(person.shifts)}</div>
                {!person.left && <PersonMenu person={person} may={may} setDoing={setDoing} keeps={keeps} me={me} />}
              </li>
            ))}
          </ul>
        )}
      </AsyncView>
      {may('set up the site') && <Relax />}
      {doing?.what === 'invite' && <InviteForm onClose={close} />}
      {doing?.what === 'sign off' && <SignOffForm person={doing.person} models={models} onClose={close} />}
      {doing?.what === 'training' && <TrainingForm person={doing.person} onClose={close} />}
      {doing?.what === 'shifts' && <ShiftForm person={doing.person} onClose={close} />}
      {doing?.what === 'change' && <ChangeForm person={doing.person} onClose={close} />}
      {doing?.what === 'code' && <CodeDialog person={doing.person} onClose={close} />}
      {(doing?.what === 'lock' || doing?.what === 'leave') && (
        <GoneForm person={doing.person} what={doing.what} onClose={close} />
      )}
      {doing?.what === 'withdraw' && <WithdrawForm {...doing} onClose={close} />}
    </>
  )
}

/** Which sign-offs the workshop does without. */
function Relax() {
  const { site } = useSession()
  const form = useSetDraft({ relaxed: site.relaxed }, { kind: 'relax-rules', done: 'Set', onClose: () => undefined })
  const { onSubmit, problem, busy } = form.sheet((draft) => ({ kind: 'relax-rules', ...draft }))
  return (
    <form
      className={classes.sheet}
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
      }}
    >
      <h2>Sign-offs that this workshop does without</h2>
      <p className="quiet">Hot work and mains are always asked for.</p>
      <Checkbox.Group aria-label="Done without" {...form.choice('relaxed')}>
        {relaxable.map((signOff) => (
          <Checkbox key={signOff} value={signOff} label={signOff} size="md" mt="xs" />
        ))}
      </Checkbox.Group>
      <Problem error={problem} />
      <Button type="submit" size="sm" mt="sm" loading={busy}>
        Set
      </Button>
    </form>
  )
}

const staffRoles = roles.filter((role) => role !== 'device' && role !== 'visitor')

/** Role and name to be shown, of somebody new or here. */
function NameAndRole({
  form,
  children,
}: {
  form: DraftFields<{ displayName: string; role: Role }>
  children?: ReactNode
}) {
  return (
    <>
      <TextInput label="Name to be shown" data-autofocus {...form.words('displayName')} />
      {children}
      <Select label="Role" mt="sm" data={[...staffRoles]} {...form.oneOf('role')} />
    </>
  )
}

const newcomer = () => ({ personId: newKey(), name: '', displayName: '', role: 'member' as Role })

function InviteForm({ onClose }: { onClose: () => void }) {
  const [admitted, setAdmitted] = useState<{ id: string; displayName: string } | null>(null)
  const form = useDraft(newcomer, {
    kind: 'admit-person',
    done: null,
    onClose: ({ personId, displayName }) => setAdmitted({ id: personId, displayName }),
  })
  if (admitted) return <CodeDialog person={admitted} onClose={onClose} />
  return (
    <ActionDialog
      title="Invite somebody"
      verb="Admit"
      {...form.sheet((draft) => ({ kind: 'admit-person', ...draft }))}
      onClose={onClose}
    >
      <NameAndRole form={form}>
        <TextInput label="Name to sign in with" mt="sm" autoCapitalize="none" {...form.words('name')} />
      </NameAndRole>
    </ActionDialog>
  )
}

/** A code with which somebody chooses a PIN; shown this once. */
function CodeDialog({ person, onClose }: { person: { id: string; displayName: string }; onClose: () => void }) {
  const [code, setCode] = useState<{ code: string; until: string } | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const make = () => void call('post /api/people/{id}/invitation', { at: { id: person.id } }).then(setCode, setProblem)
  return (
    <ActionDialog
      title={`Invitation: ${person.displayName}`}
      verb={code ? 'Done' : 'Make the invitation'}
      busy={false}
      problem={problem}
      onClose={onClose}
      onSubmit={code ? onClose : make}
    >
      {code ? (
        <Invitation code={code.code} name={person.displayName} until={day(code.until)} />
      ) : (
        <p>With the invitation {person.displayName} chooses a PIN. An older invitation no longer holds.</p>
      )}
    </ActionDialog>
  )
}

function ChangeForm({ person, onClose }: { person: PersonHere; onClose: () => void }) {
  const { id, displayName, role } = person
  const form = useSetDraft({ displayName, role }, { kind: 'change-person', done: 'Changed', onClose })
  return (
    <ActionDialog
      title={`Role and name: ${displayName}`}
      verb="Change"
      {...form.sheet((draft) => ({ kind: 'change-person', personId: id, ...draft }))}
    >
      <NameAndRole form={form} />
    </ActionDialog>
  )
}

function GoneForm({ person, what, onClose }: { person: PersonHere; what: 'lock' | 'leave'; onClose: () => void }) {
  const kind = what === 'leave' ? 'leave-person' : 'lock-person'
  const { words, sheet } = useDraft({ said: '' }, { kind, done: 'Written', onClose })
  const locks = what === 'lock' && person.lockedReason === null
  const title = what === 'leave' ? 'Leaves the staff' : locks ? 'Lock out' : 'Let in again'
  return (
    <ActionDialog
      title={`${title}: ${person.displayName}`}
      verb={title}
      {...sheet(({ said }) =>
        kind === 'leave-person'
          ? { kind, personId: person.id, ...told({ note: said }) }
          : { kind, personId: person.id, locked: locks, reason: said },
      )}
    >
      {what === 'leave' && (
        <p style={{ marginTop: 0 }}>
          {person.displayName} can no longer sign in. The name stays on everything that was written.
        </p>
      )}
      <Textarea
        label={what === 'leave' ? 'Note (optional)' : 'Why?'}
        autosize
        data-autofocus
        {...words('said', what === 'leave' ? 'note' : 'reason')}
      />
    </ActionDialog>
  )
}

function WithdrawForm(props: { person: PersonHere; signOff: SignOff; modelId: string | null; onClose: () => void }) {
  const { person, signOff, modelId, onClose } = props
  return (
    <ReasonDialog
      title={`Withdraw ${signOff}: ${person.displayName}`}
      verb="Withdraw"
      done="Withdrawn"
      actionFor={(reason) => ({
        kind: 'withdraw-sign-off',
        personId: person.id,
        signOff,
        reason,
        ...(modelId ? { modelId } : {}),
      })}
      onClose={onClose}
    />
  )
}

function SignedOffFor(props: {
  person: PersonHere
  modelName: (id: string | null) => string
  may: May
  setDoing: (value: Doing | null) => void
}) {
  const { person, modelName, may, setDoing } = props
  return (
    <div>
      {person.signOffs.length === 0 && <span className="quiet">signed off for nothing</span>}
      {person.signOffs.map(({ signOff, until, modelId }) => (
        <span key={`${signOff} ${modelId}`} className={classes.off}>
          {signOff}
          {modelName(modelId)}
          {until && ` until ${day(until)}`}
          {may('sign people off') && !person.left && (
            <Button
              size="compact-xs"
              variant="subtle"
              aria-label={`Withdraw ${signOff}${modelName(modelId)} from ${person.displayName}`}
              onClick={() => setDoing({ what: 'withdraw', person, signOff, modelId })}
            >
              Withdraw
            </Button>
          )}
        </span>
      ))}
      {person.training.length > 0 && (
        <div className="quiet">
          Trained: {person.training.map(({ topic, day: on, by }) => `${topic} (${day(on)}, ${by})`).join('; ')}
        </div>
      )}
    </div>
  )
}

function PersonMenu(props: {
  person: PersonHere
  may: May
  setDoing: (value: Doing | null) => void
  keeps: boolean
  me: Person
}) {
  const { person, may, setDoing, keeps, me } = props
  return (
    <Menu position="bottom-end">
      <Menu.Target>
        <Button size="sm" variant="default" aria-label={`More for ${person.displayName}`}>
          More
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {may('sign people off') && (
          <Menu.Item onClick={() => setDoing({ what: 'sign off', person })}>Sign off for …</Menu.Item>
        )}
        {may('record training') && (
          <Menu.Item onClick={() => setDoing({ what: 'training', person })}>Record training</Menu.Item>
        )}
        {(keeps || person.id === me.id) && (
          <Menu.Item onClick={() => setDoing({ what: 'shifts', person })}>Shifts</Menu.Item>
        )}
        {keeps && (
          <>
            <Menu.Item onClick={() => setDoing({ what: 'change', person })}>Role and name</Menu.Item>
            <Menu.Item onClick={() => setDoing({ what: 'code', person })}>
              {person.signsIn ? 'New PIN by invitation' : 'Invitation code'}
            </Menu.Item>
            <Menu.Item onClick={() => setDoing({ what: 'lock', person })}>
              {person.lockedReason === null ? 'Lock out' : 'Let in again'}
            </Menu.Item>
            <Menu.Item onClick={() => setDoing({ what: 'leave', person })}>Leaves the staff</Menu.Item>
          </>
        )}
      </Menu.Dropdown>
    </Menu>
  )
}
