import { given } from '@diatribon/core'
import { Autocomplete, Button, Radio, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { ModelSlot, PartType, PrinterModel, PrinterName } from '@diatribon/contract'
import { usePrinterNames } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { MomentField } from '../ui/dates.tsx'
import { GuardedForm } from '../ui/GuardedForm.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { Problem } from '../ui/Problem.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../session/useAction.ts'
import { modelName, plural } from '../ui/words.ts'
import classes from './TakeIn.module.css'
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

const ages = ['not known', 'new', 'used'] as const
type Age = (typeof ages)[number]
/** In the place of a part: the slot is empty. */
const nothing = 'nothing'

/** Where the last printer went, so that the next of its kind is a name away. */
function usualPlace(printers: PrinterName[]) {
  const last = printers.reduce<PrinterName | null>(
    (best, one) =>
      !best || `${one.rack} ${String(one.place).padStart(4)}` > `${best.rack} ${String(best.place).padStart(4)}`
        ? one
        : best,
    null,
  )
  const nextIn = (room: string, rack: string) =>
    Math.max(0, ...printers.filter((one) => one.room === room && one.rack === rack).map(({ place }) => place)) + 1
  return { rooms: [...new Set(printers.map(({ room }) => room))], last, nextIn }
}

function IdentityForm(props: { models: PrinterModel[]; catalogue: PartType[]; printers: PrinterName[] }) {
  const { models, catalogue, printers } = props
  const navigate = useNavigate()
  const { nowMs } = useSession()
  const [id] = useState(newKey)
  const [stepByStep, setStepByStep] = useState(true)
  const { submit, problem, fields, busy } = useAction(
    stepByStep ? 'Taken in; now the measuring' : 'Taken in and in service',
    () => void navigate(stepByStep ? `/take-in/${id}` : `/printers/${id}`),
  )
  const usual = usualPlace(printers)
  const usualModel = models.find(({ make, name }) => make === usual.last?.make && name === usual.last.model)
  const [name, setName] = useState('')
  const [room, setRoom] = useState(usual.last?.room ?? '')
  const [rack, setRack] = useState(usual.last?.rack ?? '')
  const [place, setPlace] = useState<number | undefined>(undefined)
  const [modelId, setModelId] = useState<string | null>(
    usualModel?.id ?? (models.length === 1 ? given(models[0]).id : null),
  )
  const [meterHours, setMeterHours] = useState<number | undefined>(0)
  const [at, setAt] = useState<string>()
  const [open, setOpen] = useState(false)
  const [missing, setMissing] = useState<string | null>(null)
  const model = models.find((m) => m.id === modelId)
  const secondHand = (meterHours ?? 0) > 0
  const parts = useSlotParts(secondHand)
  const unsaid = model?.slots.find((slot) => !parts.partIn(slot))
  const showParts = open || secondHand || unsaid !== undefined
  const onSubmit = () => {
    if (!model) return setMissing('Choose the model.')
    if (unsaid) return setMissing(`Say which part sits in ${unsaid.name}, or that nothing does.`)
    setMissing(null)
    void submit({
      kind: 'take-in-printer',
      printerId: id,
      modelId: model.id,
      name,
      room,
      rack,
      place: place ?? usual.nextIn(room, rack),
      meterHours: meterHours ?? 0,
      ...parts.of(model),
      ...(stepByStep ? { stepByStep } : {}),
      ...(at ? { at } : {}),
    })
  }
  return (
    <GuardedForm className={classes.sheet} onSubmit={onSubmit} problem={missing ?? problem}>
      <h2>1. Who it is</h2>
      <p className="quiet">Unpack, check the parts list, and give it a name that people can call across the room.</p>
      <PlaceFields
        name={name}
        setName={setName}
        fields={fields}
        usual={usual}
        room={room}
        setRoom={setRoom}
        rack={rack}
        setRack={setRack}
        place={place}
        setPlace={setPlace}
      />
      <h2>2. What it is</h2>
      <ModelFields
        models={models}
        modelId={modelId}
        setModelId={setModelId}
        meterHours={meterHours}
        setMeterHours={setMeterHours}
        fields={fields}
        model={model}
      />
      <MomentField
        label="When it came"
        description={`Empty: now. Its past since then can be brought in later.`}
        value={at}
        onChange={setAt}
        error={fields.at}
        max={new Date(nowMs()).toISOString()}
      />
      {model && (
        <PartsFields
          showParts={showParts}
          model={model}
          setOpen={setOpen}
          secondHand={secondHand}
          catalogue={catalogue}
          parts={parts}
          fields={fields}
        />
      )}
      <BaselineField stepByStep={stepByStep} setStepByStep={setStepByStep} />
      <Problem error={missing ? new Error(missing) : problem} />
      <Button type="submit" loading={busy} mt="md">
        {stepByStep ? 'Take in, and go on to the measuring' : 'Take in'}
      </Button>
    </GuardedForm>
  )
}

type SlotParts = ReturnType<typeof useSlotParts>

/** What sits in each slot, and how old it is: the model's usual part, until somebody says otherwise. */
function useSlotParts(secondHand: boolean) {
  const [parts, setParts] = useState<Record<string, string>>({})
  const [partAges, setAges] = useState<Record<string, Age>>({})
  const [hours, setHours] = useState<Record<string, number | undefined>>({})
  const partIn = (slot: ModelSlot) => parts[slot.name] ?? slot.partTypeId ?? null
  const ageOf = (slot: string): Age => partAges[slot] ?? (secondHand ? 'not known' : 'new')
  return {
    partIn,
    ageOf,
    hoursOf: (slot: string) => hours[slot],
    setPart: (slot: string, partTypeId: string) => setParts({ ...parts, [slot]: partTypeId }),
    setAge: (slot: string, age: Age) => setAges({ ...partAges, [slot]: age }),
    setHours: (slot: string, value: number | undefined) => setHours({ ...hours, [slot]: value }),
    /** What a take-in says of them. */
    of(model: PrinterModel) {
      const filled = model.slots.filter((slot) => partIn(slot) !== nothing)
      const used = filled.flatMap(({ name }): [string, number | null][] =>
        ageOf(name) === 'new' ? [] : [[name, ageOf(name) === 'used' ? (hours[name] ?? null) : null]],
      )
      return {
        parts: Object.fromEntries(
          model.slots.map((slot) => [slot.name, partIn(slot) === nothing ? null : given(partIn(slot))]),
        ),
        ...(used.length > 0 ? { partHours: Object.fromEntries(used) } : {}),
      }
    },
  }
}

function PlaceFields(props: {
  name: string
  setName: (value: string) => void
  fields: Record<string, string>
  usual: { rooms: string[]; last: PrinterName | null; nextIn: (room: string, rack: string) => number }
  room: string
  setRoom: (value: string) => void
  rack: string
  setRack: (value: string) => void
  place: number | undefined
  setPlace: (value: number | undefined) => void
}) {
  const { name, setName, fields, usual, room, setRoom, rack, setRack, place, setPlace } = props
  return (
    <div className={classes.grid}>
      <TextInput
        label="Name"
        required
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={fields.name}
      />
      <Autocomplete
        label="Room"
        required
        maxLength={60}
        data={usual.rooms}
        value={room}
        onChange={setRoom}
        error={fields.room}
      />
      <TextInput
        label="Rack"
        required
        maxLength={20}
        value={rack}
        onChange={(e) => setRack(e.currentTarget.value)}
        error={fields.rack}
      />
      <FigureField
        label="Place on the rack"
        mt={0}
        min={1}
        allowDecimal={false}
        placeholder={String(usual.nextIn(room, rack))}
        value={place}
        onChange={setPlace}
        error={fields.place}
      />
    </div>
  )
}

function SlotFields(props: {
  slot: ModelSlot
  catalogue: PartType[]
  parts: SlotParts
  fields: Record<string, string>
}) {
  const { slot, catalogue, parts, fields } = props
  const { partIn, ageOf } = parts
  return (
    <div className={classes.slot}>
      <Select
        label={slot.name}
        data={[
          ...catalogue.filter((t) => t.slotKind === slot.kind).map((t) => ({ value: t.id, label: t.name })),
          { value: nothing, label: 'nothing: the slot is empty' },
        ]}
        value={partIn(slot)}
        onChange={(value) => value && parts.setPart(slot.name, value)}
        allowDeselect={false}
        error={fields[`parts.${slot.name}`]}
      />
      {partIn(slot) !== nothing && (
        <Select
          label={`Age of ${slot.name}`}
          data={[...ages]}
          value={ageOf(slot.name)}
          onChange={(value) => parts.setAge(slot.name, value as Age)}
          allowDeselect={false}
        />
      )}
      {partIn(slot) !== nothing && ageOf(slot.name) === 'used' && (
        <FigureField
          label={`Hours of ${slot.name}`}
          min={0}
          mt={0}
          value={parts.hoursOf(slot.name)}
          onChange={(value) => parts.setHours(slot.name, value)}
          error={fields[`partHours.${slot.name}`]}
        />
      )}
    </div>
  )
}

function ModelFields(props: {
  models: PrinterModel[]
  modelId: string | null
  setModelId: (value: string | null) => void
  meterHours: number | undefined
  setMeterHours: (value: number | undefined) => void
  fields: Record<string, string>
  model: PrinterModel | undefined
}) {
  const { models, modelId, setModelId, meterHours, setMeterHours, fields, model } = props
  return (
    <>
      <div className={classes.grid}>
        <Select
          label="Make and model"
          description="A model is a template of slots, limits and kits."
          data={models.map((m) => ({ value: m.id, label: modelName(m) }))}
          value={modelId}
          onChange={setModelId}
          required
        />
        <FigureField
          label="What its meter shows, in hours"
          description="0 for a new one."
          min={0}
          mt={0}
          value={meterHours}
          onChange={setMeterHours}
          error={fields.meterHours}
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

function PartsFields(props: {
  showParts: boolean
  model: PrinterModel
  setOpen: (value: boolean) => void
  secondHand: boolean
  catalogue: PartType[]
  parts: SlotParts
  fields: Record<string, string>
}) {
  const { showParts, model, setOpen, secondHand, catalogue, parts, fields } = props
  return (
    <>
      <h2>3. What it is made of</h2>
      {!showParts && (
        <p>
          {plural(model.slots.length, 'slot')} with their usual parts, all new.{' '}
          <Button size="compact-sm" variant="default" onClick={() => setOpen(true)}>
            Other parts, or not new
          </Button>
        </p>
      )}
      {secondHand && (
        <p className="quiet">
          Second-hand: say of each part how old it is. “Not known” is a fair answer: then only what it runs here
          teaches.
        </p>
      )}
      {showParts &&
        model.slots.map((slot) => (
          <SlotFields key={slot.name} slot={slot} catalogue={catalogue} parts={parts} fields={fields} />
        ))}
    </>
  )
}

function BaselineField({
  stepByStep,
  setStepByStep,
}: {
  stepByStep: boolean
  setStepByStep: (value: boolean) => void
}) {
  return (
    <Radio.Group
      mt="md"
      label="The measuring that becomes its baseline"
      value={stepByStep ? 'now' : 'none'}
      onChange={(value) => setStepByStep(value === 'now')}
    >
      <Radio mt={6} size="md" value="now" label="Step by step now; in service when it is done" />
      <Radio mt={6} size="md" value="none" label="It is at work already: into service at once, without a baseline" />
    </Radio.Group>
  )
}
