import { Button, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import useSWR from 'swr'
import type { Floor, PartType, PrinterModel } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureField } from '../ui/figures.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { Problem } from '../ui/Problem.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'
import classes from './TakeIn.module.css'
import { TakeInSteps } from './TakeInSteps.tsx'

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
  const { data } = useSWR<Floor>('/api/printers')
  const open = (data?.racks ?? []).flatMap(({ printers }) => printers.filter(({ state }) => state === 'being taken in'))
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
  const models = useSWR<PrinterModel[]>('/api/parts/models')
  const parts = useSWR<PartType[]>('/api/parts')
  return (
    <AsyncView of={models}>
      {(list) =>
        list.length === 0 ? (
          <Nothing title="The catalogue has no printer models yet.">
            <Link to="/catalogue">Add one first</Link>
          </Nothing>
        ) : (
          <AsyncView of={parts}>{(catalogue) => <IdentityForm models={list} catalogue={catalogue} />}</AsyncView>
        )
      }
    </AsyncView>
  )
}

type Age = 'new' | 'used' | 'not known'

function IdentityForm({ models, catalogue }: { models: PrinterModel[]; catalogue: PartType[] }) {
  const navigate = useNavigate()
  const [id] = useState(newKey)
  const { submit, problem, fields, busy } = useAction(
    'Taken in; now the measuring',
    () => void navigate(`/take-in/${id}`),
  )
  const [name, setName] = useState('')
  const [room, setRoom] = useState('')
  const [rack, setRack] = useState('')
  const [place, setPlace] = useState<number | undefined>(1)
  const [modelId, setModelId] = useState<string | null>(null)
  const [meterHours, setMeterHours] = useState<number | undefined>(0)
  const [parts, setParts] = useState<Record<string, string>>({})
  const [ages, setAges] = useState<Record<string, Age>>({})
  const [partHours, setPartHours] = useState<Record<string, number | undefined>>({})
  const [missing, setMissing] = useState<string | null>(null)
  const model = models.find((m) => m.id === modelId)
  const secondHand = (meterHours ?? 0) > 0
  const partIn = (slot: PrinterModel['slots'][number]) => parts[slot.name] ?? slot.partTypeId ?? null
  const onSubmit = () => {
    if (!model) return setMissing('Choose the model.')
    const open = model.slots.find((slot) => !partIn(slot))
    if (open) return setMissing(`Say which part sits in ${open.name}.`)
    setMissing(null)
    const used = model.slots.flatMap(({ name: slot }): [string, number | null][] => {
      const age = secondHand ? (ages[slot] ?? 'not known') : 'new'
      return age === 'new' ? [] : [[slot, age === 'used' ? (partHours[slot] ?? null) : null]]
    })
    void submit({
      kind: 'take-in-printer',
      printerId: id,
      modelId: model.id,
      name,
      room,
      rack,
      place: place ?? 1,
      meterHours: meterHours ?? 0,
      parts: Object.fromEntries(model.slots.map((slot) => [slot.name, partIn(slot)!])),
      ...(used.length > 0 ? { partHours: Object.fromEntries(used) } : {}),
      stepByStep: true,
    })
  }
  return (
    <form
      className={classes.sheet}
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
      }}
    >
      <h2>1. Who it is</h2>
      <p className="quiet">Unpack, check the parts list, and give it a name that people can call across the room.</p>
      <div className={classes.grid}>
        <TextInput
          label="Name"
          required
          maxLength={60}
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          error={fields.name}
        />
        <TextInput
          label="Room"
          required
          maxLength={60}
          value={room}
          onChange={(e) => setRoom(e.currentTarget.value)}
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
          value={place}
          onChange={setPlace}
          error={fields.place}
        />
      </div>
      <h2>2. What it is</h2>
      <div className={classes.grid}>
        <Select
          label="Make and model"
          description="A model is a template of slots, limits and kits."
          data={models.map((m) => ({ value: m.id, label: `${m.make} ${m.name}` }))}
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
      {model && (
        <>
          <h2>3. What it is made of</h2>
          {secondHand && (
            <p className="quiet">
              Second-hand: say of each part how old it is. “Not known” is a fair answer: then only what it runs here
              teaches.
            </p>
          )}
          {model.slots.map((slot) => (
            <div key={slot.name} className={classes.slot}>
              <Select
                label={slot.name}
                data={catalogue.filter((t) => t.slotKind === slot.kind).map((t) => ({ value: t.id, label: t.name }))}
                value={partIn(slot)}
                onChange={(value) => value && setParts({ ...parts, [slot.name]: value })}
                allowDeselect={false}
                error={fields[`parts.${slot.name}`]}
              />
              {secondHand && (
                <Select
                  label={`Age of ${slot.name}`}
                  data={['not known', 'new', 'used']}
                  value={ages[slot.name] ?? 'not known'}
                  onChange={(value) => setAges({ ...ages, [slot.name]: value as Age })}
                  allowDeselect={false}
                />
              )}
              {secondHand && ages[slot.name] === 'used' && (
                <FigureField
                  label={`Hours of ${slot.name}`}
                  min={0}
                  mt={0}
                  value={partHours[slot.name]}
                  onChange={(value) => setPartHours({ ...partHours, [slot.name]: value })}
                  error={fields[`partHours.${slot.name}`]}
                />
              )}
            </div>
          ))}
        </>
      )}
      <Problem error={missing ? new Error(missing) : problem} />
      <Button type="submit" loading={busy} mt="md">
        Take in, and go on to the measuring
      </Button>
    </form>
  )
}
