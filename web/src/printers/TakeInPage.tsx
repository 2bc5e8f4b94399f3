import { Autocomplete, Button, Radio, Select, TextInput } from '@mantine/core'
import { Link, useNavigate, useParams } from 'react-router'
import type { ModelSlot, PartType, PrinterModel, PrinterName } from '@diatribon/contract'
import { useDraft, type DraftForm } from '../forms/useDraft.ts'
import { usePrinterNames } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { MomentField } from '../ui/dates.tsx'
import { GuardedForm } from '../ui/GuardedForm.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { Problem } from '../ui/Problem.tsx'
import { modelName, plural } from '../ui/words.ts'
import classes from './TakeIn.module.css'
import {
  ageIn,
  ages,
  isSecondHand,
  nextPlace,
  nothing,
  partIn,
  takeInAction,
  takeInBegun,
  unsaidSlot,
  type SlotSaid,
  type TakeInDraft,
} from './takeInDraft.ts'
import { TakeInSteps } from './TakeInSteps.tsx'
import { usePartTypes, useModels } from '../reads/parts.ts'

/** Taking a printer in: first who it is and what it is made of, then measuring it step by step. */
export function TakeInPage() {
  const { id } = useParams()
  const { may } = useSession()
  if (id) return <TakeInSteps id={id} />
  return (
    <>
      <h1>Take a printer in</h1>
      <Unfinished />
      {may('set up the site') ? (
        <Identity />
      ) : (
        <p className="quiet">
          New printers are named by the lead; the measuring that follows is for technicians and leads.
        </p>
      )}
    </>
  )
}

/** Take-ins that somebody has begun, here or on another device. */
function Unfinished() {
  const { data } = usePrinterNames()
  const open = (data ?? []).filter(({ state }) => state === 'being taken in')
  if (open.length === 0) return null
  return (
    <section aria-label="Begun" className={classes.sheet}>
      <h2>Begun</h2>
      <ul>
        {open.map(({ id, name, rack, place }) => (
          <li key={id}>
            <Link to={`/take-in/${id}`}>
              Go on with {name} ({rack}
              {place})
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Identity() {
  const models = useModels()
  const parts = usePartTypes()
  const here = usePrinterNames()
  return (
    <AsyncView of={models}>
      {(list) =>
        list.length === 0 ? (
          <Nothing title="The catalogue has no printer models yet.">
            <Link to="/library">Bring one in from the starter library</Link>, or{' '}
            <Link to="/catalogue">write your own</Link>.
          </Nothing>
        ) : (
          <AsyncView of={parts}>
            {(catalogue) => (
              <AsyncView of={here}>
                {(printers) => <IdentityForm models={list} catalogue={catalogue} printers={printers} />}
              </AsyncView>
            )}
          </AsyncView>
        )
      }
    </AsyncView>
  )
}

interface Part {
  form: DraftForm<TakeInDraft>
  model: PrinterModel | undefined
}

function IdentityForm(props: { models: PrinterModel[]; catalogue: PartType[]; printers: PrinterName[] }) {
  const { models, catalogue, printers } = props
  const navigate = useNavigate()
  const { nowMs } = useSession()
  const form = useDraft(() => takeInBegun(models, printers), {
    kind: 'take-in-printer',
    done: ({ stepByStep }) => (stepByStep ? 'Taken in; now the measuring' : 'Taken in and in service'),
    onClose: ({ printerId, stepByStep }) => void navigate(`/${stepByStep ? 'take-in' : 'printers'}/${printerId}`),
  })
  const { draft, choice } = form
  const model = models.find(({ id }) => id === draft.modelId)
  const { busy, problem, onSubmit } = form.sheet((draft) => takeInAction(draft, model, printers))
  return (
    <GuardedForm className={classes.sheet} onSubmit={onSubmit} problem={problem}>
      <h2>1. Who it is</h2>
      <p className="quiet">Unpack, check the parts list, and give it a name that people can call across the room.</p>
      <PlaceFields form={form} printers={printers} />
      <h2>2. What it is</h2>
      <ModelFields form={form} model={model} models={models} />
      <MomentField
        label="When it came"
        description="Empty: now. Its past since then can be brought in later."
        max={new Date(nowMs()).toISOString()}
        {...choice('at')}
      />
      {model && <PartsFields form={form} model={model} catalogue={catalogue} />}
      <BaselineField form={form} />
      <Problem error={problem} />
      <Button type="submit" loading={busy} mt="md">
        {draft.stepByStep ? 'Take in, and go on to the measuring' : 'Take in'}
      </Button>
    </GuardedForm>
  )
}

function PlaceFields({ form, printers }: { form: DraftForm<TakeInDraft>; printers: PrinterName[] }) {
  const { draft, words, figure, choice } = form
  return (
    <div className={classes.grid}>
      <TextInput label="Name" {...words('name')} />
      <Autocomplete label="Room" data={[...new Set(printers.map(({ room }) => room))]} {...choice('room')} required />
      <TextInput label="Rack" {...words('rack')} />
      <FigureField
        label="Place on the rack"
        mt={0}
        placeholder={String(nextPlace(printers, draft))}
        {...figure('place')}
        required={false}
      />
    </div>
  )
}

function ModelFields({ form, model, models }: Part & { models: PrinterModel[] }) {
  return (
    <>
      <div className={classes.grid}>
        <Select
          label="Make and model"
          description="A model is a template of slots, limits and kits."
          data={models.map((one) => ({ value: one.id, label: modelName(one) }))}
          {...form.choice('modelId')}
          required
        />
        <FigureField
          label="What its meter shows, in hours"
          description="0 for a new one."
          mt={0}
          {...form.figure('meterHours')}
          required={false}
        />
      </div>
      {model && !model.limitsConfirmed && (
        <p className="quiet">
          The limits of this template are usual ones. <Link to="/catalogue">Confirm them</Link> by the maker’s sheet
          before you trust a job file to them.
        </p>
      )}
    </>
  )
}

function PartsFields(props: { form: DraftForm<TakeInDraft>; model: PrinterModel; catalogue: PartType[] }) {
  const { form, model, catalogue } = props
  const { draft, set } = form
  const showsParts = draft.isOpen || isSecondHand(draft) || unsaidSlot(draft, model) !== undefined
  return (
    <>
      <h2>3. What it is made of</h2>
      {!showsParts && (
        <p>
          {plural(model.slots.length, 'slot')} with their usual parts, all new.{' '}
          <Button size="compact-sm" variant="default" onClick={() => set('isOpen', true)}>
            Other parts, or not new
          </Button>
        </p>
      )}
      {isSecondHand(draft) && (
        <p className="quiet">
          Second-hand: say of each part how old it is. “Not known” is a fair answer: then only what it runs here
          teaches.
        </p>
      )}
      {showsParts &&
        model.slots.map((slot) => <SlotFields key={slot.name} form={form} slot={slot} catalogue={catalogue} />)}
    </>
  )
}

function SlotFields(props: { form: DraftForm<TakeInDraft>; slot: ModelSlot; catalogue: PartType[] }) {
  const { form, slot, catalogue } = props
  const { draft, set, fields } = form
  const { name } = slot
  const say = (said: SlotSaid) => set('slots', (before) => ({ ...before, [name]: { ...before[name], ...said } }))
  const [part, age] = [partIn(draft, slot), ageIn(draft, slot)]
  return (
    <div className={classes.slot}>
      <Select
        label={name}
        data={[
          ...catalogue.filter((type) => type.slotKind === slot.kind).map((one) => ({ value: one.id, label: one.name })),
          { value: nothing, label: 'nothing: the slot is empty' },
        ]}
        value={part}
        onChange={(partTypeId) => partTypeId && say({ partTypeId })}
        allowDeselect={false}
        error={fields[`parts.${name}`]}
      />
      {part !== nothing && (
        <Select
          label={`Age of ${name}`}
          data={[...ages]}
          value={age}
          onChange={(next) => next && say({ age: next })}
          allowDeselect={false}
        />
      )}
      {part !== nothing && age === 'used' && (
        <FigureField
          label={`Hours of ${name}`}
          min={0}
          mt={0}
          value={draft.slots[name]?.hours}
          onChange={(hours) => say({ hours })}
          error={fields[`partHours.${name}`]}
        />
      )}
    </div>
  )
}

function BaselineField({ form: { draft, set } }: { form: DraftForm<TakeInDraft> }) {
  return (
    <Radio.Group
      mt="md"
      label="The measuring that becomes its baseline"
      value={draft.stepByStep ? 'now' : 'none'}
      onChange={(value) => set('stepByStep', value === 'now')}
    >
      <Radio mt={6} size="md" value="now" label="Step by step now; in service when it is done" />
      <Radio mt={6} size="md" value="none" label="It is at work already: into service at once, without a baseline" />
    </Radio.Group>
  )
}
