import { ActionIcon, Button, Checkbox, MultiSelect, Select, TextInput } from '@mantine/core'
import { IconX } from '@tabler/icons-react'
import type { MachineLimits, PartType, PrinterModel } from '@diatribon/contract'
import type { DraftFields, DraftRows } from '../forms/draftFields.ts'
import { useSetDraft, type DraftForm } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import classes from './Catalogue.module.css'
import { fourScrews, modelAction, modelBegun, type ModelDraft } from './modelDraft.ts'
import { useSlotKinds } from '../reads/useSlotKinds.ts'

const limitFields: [field: Exclude<keyof MachineLimits, 'enclosed'>, label: string][] = [
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
  const kind = changing ? 'change-model' : 'add-model'
  const form = useSetDraft(() => modelBegun(from, copy), {
    kind,
    done: changing ? 'Model changed' : 'Model added',
    onClose,
  })
  const { draft, words } = form
  return (
    <ActionDialog
      title={changing ? `Change: ${from.make} ${from.name}` : 'New printer model'}
      verb={changing ? 'Change' : 'Add'}
      {...form.sheet((draft) => modelAction(draft, kind))}
    >
      {changing && (
        <p className="quiet" style={{ marginTop: 0 }}>
          Limits hold for all its printers from now on; slots for those taken in later.
        </p>
      )}
      <div className={classes.grid}>
        <TextInput label="Make" description="Empty for a template." data-autofocus {...words('make')} />
        <TextInput label="Model" description="As its maker calls it." {...words('name')} />
      </div>
      <TextInput
        label="How it is built"
        description="Such as: guided feed, carriage on wheels."
        mt="sm"
        {...words('build')}
      />
      <LimitFields form={form} />
      <h3 className={classes.part}>Screws of the bed</h3>
      {draft.bed ? (
        <BedFields bed={form.within('bed')} />
      ) : (
        <Button size="sm" variant="default" onClick={() => form.set('bed', fourScrews(draft.limits))}>
          Say where they are
        </Button>
      )}
      <SlotsFields slots={form.rows('slots')} catalogue={catalogue} />
      <KitsFields kits={form.rows('kits')} slots={[...new Set(draft.slots.map(({ name }) => name).filter(Boolean))]} />
    </ActionDialog>
  )
}

function LimitFields({ form }: { form: DraftForm<ModelDraft> }) {
  const limits = form.within('limits')
  return (
    <>
      <h3 className={classes.part}>Limits, from the maker’s sheet</h3>
      <div className={classes.grid}>
        {limitFields.map(([field, label]) => (
          <FigureField key={field} label={label} mt={0} {...limits.figure(field)} />
        ))}
      </div>
      <Checkbox label="Enclosed" mt="sm" size="md" {...limits.tick('enclosed')} />
      <Checkbox
        label="The limits are the maker’s: I have held them against the sheet"
        description="Until then job files are checked against usual values, and it is said."
        mt="sm"
        size="md"
        {...form.tick('confirmed')}
      />
    </>
  )
}

/** How the bed is carried, so that the Bench can turn a mesh into turns of its screws. */
function BedFields({ bed }: { bed: DraftFields<NonNullable<ModelDraft['bed']>> }) {
  const screws = bed.rows('screws')
  return (
    <>
      {screws.fields.map((screw, i) => (
        <fieldset key={i} className={classes.slot} aria-label={`Screw ${i + 1}`}>
          <TextInput label="Screw" size="sm" {...screw.words('name')} />
          <FigureField label="From the left, mm" size="sm" mt={0} {...screw.figure('xMm')} />
          <FigureField label="From the front, mm" size="sm" mt={0} {...screw.figure('yMm')} />
          <Remove
            what={`screw ${screw.draft.name}`}
            disabled={screws.fields.length <= 3}
            onClick={() => screws.drop(i)}
          />
        </fieldset>
      ))}
      <div className={classes.grid}>
        <FigureField label="Thread, mm a turn (M3 0.5, M4 0.7)" {...bed.figure('pitchMm')} />
        <Select
          label="Raised, seen from above, by turning"
          mt="sm"
          data={['clockwise', 'anticlockwise']}
          {...bed.oneOf('raisedBy')}
        />
      </div>
    </>
  )
}

function SlotsFields({ slots, catalogue }: { slots: DraftRows<ModelDraft['slots'][number]>; catalogue: PartType[] }) {
  const { names: tableKinds } = useSlotKinds()
  const kinds = new Set([...tableKinds, ...catalogue.map(({ slotKind }) => slotKind)])
  return (
    <>
      <h3 className={classes.part}>Slots</h3>
      {slots.fields.map(({ draft: slot, words, choice, figure }, i) => (
        <fieldset key={slot.key} className={classes.slot} aria-label={`Slot ${i + 1}`}>
          <TextInput label="Name" size="sm" {...words('name')} />
          <Select
            label="Takes a"
            size="sm"
            searchable
            data={[...new Set([...kinds, slot.kind].filter(Boolean))]}
            {...choice('kind')}
            value={slot.kind || null}
            onChange={(kind) => slots.change(i, { kind: kind ?? '', partTypeId: undefined })}
          />
          <Select
            label="Usual part"
            size="sm"
            clearable
            clearButtonProps={{ 'aria-label': 'No usual part' }}
            data={catalogue
              .filter(({ slotKind }) => slotKind === slot.kind)
              .map(({ id, name }) => ({ value: id, label: name }))}
            {...choice('partTypeId')}
            value={slot.partTypeId ?? null}
            onChange={(id) => slots.change(i, { partTypeId: id ?? undefined })}
          />
          <FigureField
            label="Replace every"
            size="sm"
            mt={0}
            placeholder="as the catalogue"
            {...figure('replaceEvery')}
          />
          <Remove what={`slot ${slot.name || i + 1}`} onClick={() => slots.drop(i)} />
        </fieldset>
      ))}
      <Button size="sm" variant="default" mt="xs" onClick={() => slots.add({ name: '', kind: '', key: newKey() })}>
        One more slot
      </Button>
    </>
  )
}

function KitsFields({ kits, slots }: { kits: DraftRows<ModelDraft['kits'][number]>; slots: string[] }) {
  return (
    <>
      <h3 className={classes.part}>Kits: changed together</h3>
      {kits.fields.map(({ draft: kit, words, choice }, i) => (
        <fieldset key={kit.key} className={classes.kit} aria-label={`Kit ${i + 1}`}>
          <TextInput label="Name" size="sm" {...words('name')} />
          <MultiSelect label="Slots" size="sm" data={slots} {...choice('slots')} />
          <Remove what={`kit ${kit.name || i + 1}`} onClick={() => kits.drop(i)} />
        </fieldset>
      ))}
      <Button size="sm" variant="default" mt="xs" onClick={() => kits.add({ name: '', slots: [], key: newKey() })}>
        One more kit
      </Button>
    </>
  )
}

function Remove({ what, ...of }: { what: string; disabled?: boolean; onClick: () => void }) {
  return (
    <ActionIcon variant="subtle" size="lg" color="var(--ink)" aria-label={`Remove ${what}`} {...of}>
      <IconX size={18} aria-hidden />
    </ActionIcon>
  )
}
