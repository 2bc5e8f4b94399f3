import { given } from '@diatribon/core'
import { ActionIcon, Button, Checkbox, MultiSelect, Select, TextInput } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import { useState } from 'react'
import type { Kit, MachineLimits, ModelBed, ModelSlot, PartType, PrinterModel } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useSetAction } from '../session/useSetAction.ts'
import classes from './Catalogue.module.css'
import { useSlotKinds } from '../reads/useSlotKinds.ts'

const usualLimits: MachineLimits = {
  plateXMm: 220,
  plateYMm: 220,
  heightMm: 250,
  nozzleMaxC: 260,
  bedMaxC: 100,
  chamberMaxC: null,
  enclosed: false,
  filamentMm: 1.75,
  tools: 1,
  accelerationMmPerS2: 1000,
  maxSpeedMmPerS: 150,
}

const limitFields: [field: keyof MachineLimits, label: string][] = [
  ['plateXMm', 'Plate across, mm'],
  ['plateYMm', 'Plate deep, mm'],
  ['heightMm', 'Height, mm'],
  ['nozzleMaxC', 'Nozzle at most, °C'],
  ['bedMaxC', 'Bed at most, °C'],
  ['chamberMaxC', 'Chamber at most, °C (empty: none)'],
  ['insideMaxC', 'Air inside at most, °C (empty: not said)'],
  ['filamentMm', 'Filament, mm'],
  ['tools', 'Tools'],
  ['accelerationMmPerS2', 'Acceleration, mm/s²'],
  ['maxSpeedMmPerS', 'Top speed, mm/s'],
]

/** A printer model: new, changed, or copied from another. */
export function ModelForm(props: {
  from: PrinterModel | null
  copy: boolean
  catalogue: PartType[]
  onClose: () => void
}) {
  const { from, copy, catalogue, onClose } = props
  const changing = from !== null && !copy
  const { submit, problem, fields, busy } = useSetAction(changing ? 'Model changed' : 'Model added', onClose)
  const [make, setMake] = useState(from?.make ?? '')
  const [name, setName] = useState(copy ? `${given(from).name} (copy)` : (from?.name ?? ''))
  const [build, setBuild] = useState(from?.build ?? '')
  const [slots, setSlots] = useState<(ModelSlot & { key: string })[]>(
    (from?.slots ?? [{ name: 'Nozzle', kind: 'nozzle' }]).map((slot) => ({ ...slot, key: newKey() })),
  )
  const [limits, setLimits] = useState<MachineLimits>(from?.limits ?? usualLimits)
  const [kits, setKits] = useState<(Kit & { key: string })[]>(
    (from?.kits ?? []).map((kit) => ({ ...kit, key: newKey() })),
  )
  const [bed, setBed] = useState<ModelBed | null>(from?.bed ?? null)
  const { names: tableKinds } = useSlotKinds()
  const kinds = [...new Set([...tableKinds, ...catalogue.map(({ slotKind }) => slotKind)])]
  const [confirmed, setConfirmed] = useState(from?.limitsConfirmed ?? false)
  const setSlot = (key: string, change: Partial<ModelSlot>) =>
    setSlots(slots.map((slot) => (slot.key === key ? { ...slot, ...change } : slot)))
  const names = slots.map((slot) => slot.name).filter(Boolean)
  return (
    <ActionDialog
      title={changing ? `Change: ${from.make} ${from.name}` : 'New printer model'}
      verb={changing ? 'Change' : 'Add'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: changing ? 'change-model' : 'add-model',
          modelId: changing ? from.id : newKey(),
          make,
          name,
          build,
          slots: slots.map(({ key: _, partTypeId, replaceEvery, ...slot }) => ({
            ...slot,
            ...(partTypeId ? { partTypeId } : {}),
            ...(replaceEvery ? { replaceEvery } : {}),
          })),
          limits,
          ...(confirmed ? {} : { limitsToConfirm: true as const }),
          kits: kits.map(({ key: _, ...kit }) => kit),
          ...(bed ? { bed } : {}),
        })
      }
    >
      {changing && (
        <p className="quiet" style={{ marginTop: 0 }}>
          Limits hold for all its printers from now on; slots for those taken in later.
        </p>
      )}
      <NameFields
        make={make}
        setMake={setMake}
        fields={fields}
        name={name}
        setName={setName}
        build={build}
        setBuild={setBuild}
      />
      <LimitFields
        limits={limits}
        setLimits={setLimits}
        fields={fields}
        confirmed={confirmed}
        setConfirmed={setConfirmed}
      />
      <BedFields bed={bed} limits={limits} fields={fields} onChange={setBed} />
      <SlotsFields
        slots={slots}
        setSlot={setSlot}
        fields={fields}
        kinds={kinds}
        catalogue={catalogue}
        setSlots={setSlots}
      />
      <KitsFields kits={kits} setKits={setKits} names={names} fields={fields} />
    </ActionDialog>
  )
}

/** How the bed is carried, so that the Bench can turn a mesh into turns of its screws. */
function BedFields(props: {
  bed: ModelBed | null
  limits: MachineLimits
  fields: Record<string, string>
  onChange: (bed: ModelBed | null) => void
}) {
  const { bed, limits, fields, onChange } = props
  const head = <h3 className={classes.part}>Screws of the bed</h3>
  if (!bed)
    return (
      <>
        {head}
        <Button size="sm" variant="default" onClick={() => onChange(fourScrews(limits))}>
          Say where they are
        </Button>
      </>
    )
  const setScrew = (i: number, change: Partial<ModelBed['screws'][number]>) =>
    onChange({ ...bed, screws: bed.screws.map((screw, k) => (k === i ? { ...screw, ...change } : screw)) })
  return (
    <>
      {head}
      {bed.screws.map((screw, i) => (
        <ScrewFields key={i} i={i} screw={screw} setScrew={setScrew} fields={fields} bed={bed} onChange={onChange} />
      ))}
      <div className={classes.grid}>
        <FigureField
          label="Thread, mm a turn (M3 0.5, M4 0.7)"
          value={bed.pitchMm}
          onChange={(pitchMm) => onChange({ ...bed, pitchMm: pitchMm ?? 0 })}
          error={fields['bed.pitchMm']}
        />
        <Select
          label="Raised, seen from above, by turning"
          mt="sm"
          allowDeselect={false}
          data={['clockwise', 'anticlockwise']}
          value={bed.raisedBy}
          onChange={(raisedBy) => onChange({ ...bed, raisedBy: raisedBy as ModelBed['raisedBy'] })}
        />
      </div>
    </>
  )
}

/** Four screws near the corners, to begin with. */
function fourScrews({ plateXMm, plateYMm }: MachineLimits): ModelBed {
  const inset = 30
  return {
    screws: [
      { name: 'front left', xMm: inset, yMm: inset },
      { name: 'front right', xMm: plateXMm - inset, yMm: inset },
      { name: 'back left', xMm: inset, yMm: plateYMm - inset },
      { name: 'back right', xMm: plateXMm - inset, yMm: plateYMm - inset },
    ],
    pitchMm: 0.7,
    raisedBy: 'anticlockwise',
  }
}

function NameFields(props: {
  make: string
  setMake: (value: string) => void
  fields: Record<string, string>
  name: string
  setName: (value: string) => void
  build: string
  setBuild: (value: string) => void
}) {
  const { make, setMake, fields, name, setName, build, setBuild } = props
  return (
    <>
      <div className={classes.grid}>
        <TextInput
          label="Make"
          description="Empty for a template."
          maxLength={60}
          value={make}
          onChange={(e) => setMake(e.currentTarget.value)}
          error={fields.make}
          data-autofocus
        />
        <TextInput
          label="Model"
          description="As its maker calls it."
          required
          maxLength={60}
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          error={fields.name}
        />
      </div>
      <TextInput
        label="How it is built"
        description="Such as: guided feed, carriage on wheels."
        required
        mt="sm"
        maxLength={200}
        value={build}
        onChange={(e) => setBuild(e.currentTarget.value)}
        error={fields.build}
      />
    </>
  )
}

function LimitFields(props: {
  limits: MachineLimits
  setLimits: (value: MachineLimits) => void
  fields: Record<string, string>
  confirmed: boolean
  setConfirmed: (value: boolean) => void
}) {
  const { limits, setLimits, fields, confirmed, setConfirmed } = props
  return (
    <>
      <h3 className={classes.part}>Limits, from the maker’s sheet</h3>
      <div className={classes.grid}>
        {limitFields.map(([field, label]) => (
          <FigureField
            key={field}
            label={label}
            mt={0}
            value={(limits[field] as number | null) ?? undefined}
            onChange={(value) =>
              setLimits({ ...limits, [field]: value ?? (field === 'chamberMaxC' || field === 'insideMaxC' ? null : 0) })
            }
            error={fields[`limits.${field}`]}
          />
        ))}
      </div>
      <Checkbox
        label="Enclosed"
        mt="sm"
        size="md"
        checked={limits.enclosed}
        onChange={({ currentTarget }) => setLimits({ ...limits, enclosed: currentTarget.checked })}
      />
      <Checkbox
        label="The limits are the maker’s: I have held them against the sheet"
        description="Until then job files are checked against usual values, and it is said."
        mt="sm"
        size="md"
        checked={confirmed}
        onChange={({ currentTarget }) => setConfirmed(currentTarget.checked)}
      />
    </>
  )
}

function SlotsFields(props: {
  slots: (ModelSlot & { key: string })[]
  setSlot: (key: string, change: Partial<ModelSlot>) => void
  fields: Record<string, string>
  kinds: string[]
  catalogue: PartType[]
  setSlots: (value: (ModelSlot & { key: string })[]) => void
}) {
  const { slots, setSlot, fields, kinds, catalogue, setSlots } = props
  return (
    <>
      <h3 className={classes.part}>Slots</h3>
      {slots.map((slot, i) => (
        <SlotFields
          key={slot.key}
          slot={slot}
          i={i}
          setSlot={setSlot}
          fields={fields}
          kinds={kinds}
          catalogue={catalogue}
          setSlots={setSlots}
          slots={slots}
        />
      ))}
      <Button
        size="sm"
        variant="default"
        mt="xs"
        onClick={() => setSlots([...slots, { name: '', kind: '', key: newKey() }])}
      >
        One more slot
      </Button>
    </>
  )
}

function KitsFields(props: {
  kits: (Kit & { key: string })[]
  setKits: (value: (Kit & { key: string })[]) => void
  names: string[]
  fields: Record<string, string>
}) {
  const { kits, setKits, names, fields } = props
  return (
    <>
      <h3 className={classes.part}>Kits: changed together</h3>
      {kits.map((kit, i) => (
        <fieldset key={kit.key} className={classes.kit} aria-label={`Kit ${i + 1}`}>
          <TextInput
            label="Name"
            size="sm"
            required
            value={kit.name}
            onChange={(e) => setKits(kits.map((k) => (k.key === kit.key ? { ...k, name: e.currentTarget.value } : k)))}
          />
          <MultiSelect
            label="Slots"
            size="sm"
            data={[...new Set(names)]}
            value={kit.slots}
            onChange={(chosen) => setKits(kits.map((k) => (k.key === kit.key ? { ...k, slots: chosen } : k)))}
            error={fields[`kits.${i}.slots`]}
          />
          <ActionIcon
            variant="subtle"
            size="lg"
            color="var(--ink)"
            aria-label={`Remove kit ${kit.name || i + 1}`}
            onClick={() => setKits(kits.filter(({ key }) => key !== kit.key))}
          >
            <IconX size={18} aria-hidden />
          </ActionIcon>
        </fieldset>
      ))}
      <Button
        size="sm"
        variant="default"
        mt="xs"
        onClick={() => setKits([...kits, { name: '', slots: [], key: newKey() }])}
      >
        One more kit
      </Button>
    </>
  )
}

function ScrewFields(props: {
  i: number
  screw: { name: string; xMm: number; yMm: number }
  setScrew: (i: number, change: Partial<{ name: string; xMm: number; yMm: number }>) => void
  fields: Record<string, string>
  bed: ModelBed
  onChange: (bed: ModelBed | null) => void
}) {
  const { i, screw, setScrew, fields, bed, onChange } = props
  return (
    <fieldset className={classes.slot} aria-label={`Screw ${i + 1}`}>
      <TextInput
        label="Screw"
        size="sm"
        required
        value={screw.name}
        onChange={(e) => setScrew(i, { name: e.currentTarget.value })}
        error={fields[`bed.screws.${i}.name`]}
      />
      <FigureField
        label="From the left, mm"
        size="sm"
        mt={0}
        value={screw.xMm}
        onChange={(xMm) => setScrew(i, { xMm: xMm ?? 0 })}
      />
      <FigureField
        label="From the front, mm"
        size="sm"
        mt={0}
        value={screw.yMm}
        onChange={(yMm) => setScrew(i, { yMm: yMm ?? 0 })}
      />
      <ActionIcon
        variant="subtle"
        size="lg"
        color="var(--ink)"
        aria-label={`Remove screw ${screw.name}`}
        disabled={bed.screws.length <= 3}
        onClick={() => onChange({ ...bed, screws: bed.screws.filter((_, k) => k !== i) })}
      >
        <IconX size={18} aria-hidden />
      </ActionIcon>
    </fieldset>
  )
}

function SlotFields(props: {
  slot: ModelSlot & { key: string }
  i: number
  setSlot: (key: string, change: Partial<ModelSlot>) => void
  fields: Record<string, string>
  kinds: string[]
  catalogue: PartType[]
  setSlots: (value: (ModelSlot & { key: string })[]) => void
  slots: (ModelSlot & { key: string })[]
}) {
  const { slot, i, setSlot, fields, kinds, catalogue, setSlots, slots } = props
  return (
    <fieldset className={classes.slot} aria-label={`Slot ${i + 1}`}>
      <TextInput
        label="Name"
        size="sm"
        required
        value={slot.name}
        onChange={(e) => setSlot(slot.key, { name: e.currentTarget.value })}
        error={fields[`slots.${i}.name`]}
      />
      <Select
        label="Takes a"
        size="sm"
        searchable
        data={[...new Set([...kinds, slot.kind].filter(Boolean))]}
        value={slot.kind || null}
        onChange={(kind) => setSlot(slot.key, { kind: kind ?? '', partTypeId: undefined })}
        error={fields[`slots.${i}.kind`]}
      />
      <Select
        label="Usual part"
        size="sm"
        clearable
        clearButtonProps={{ 'aria-label': 'No usual part' }}
        data={catalogue.filter(({ slotKind }) => slotKind === slot.kind).map((t) => ({ value: t.id, label: t.name }))}
        value={slot.partTypeId ?? null}
        onChange={(partTypeId) => setSlot(slot.key, { partTypeId: partTypeId ?? undefined })}
      />
      <FigureField
        label="Replace every"
        size="sm"
        mt={0}
        placeholder="as the catalogue"
        value={slot.replaceEvery}
        onChange={(replaceEvery) => setSlot(slot.key, { replaceEvery })}
      />
      <ActionIcon
        variant="subtle"
        size="lg"
        color="var(--ink)"
        aria-label={`Remove slot ${slot.name || i + 1}`}
        onClick={() => setSlots(slots.filter(({ key }) => key !== slot.key))}
      >
        <IconX size={18} aria-hidden />
      </ActionIcon>
    </fieldset>
  )
}
