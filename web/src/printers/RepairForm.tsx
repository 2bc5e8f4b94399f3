import type { Spoilt } from '@diatribon/core'
import { Radio, Select, SimpleGrid, Stack, Textarea } from '@mantine/core'
import { useState } from 'react'
import {
  repairEffects,
  repairWays,
  toMinor,
  type PrinterPage,
  type RepairEffect,
  type RepairWay,
} from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { useSession } from '../shell/session.ts'
import { useStores } from '../stores/reads.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { DayField, WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { PhotosField } from '../ui/PhotosField.tsx'
import { useAction } from '../ui/useAction.ts'
import { amount } from '../ui/words.ts'

const effects: Record<RepairEffect, string> = {
  'as before': 'It is as worn as it was: its age goes on.',
  better: 'Better than before: half of its age is behind it.',
  'as new': 'As good as new: its age begins at none.',
}
const was = [
  { value: 'failed', label: 'it had failed' },
  { value: 'worn at check', label: 'it was found worn' },
  { value: 'user damage', label: 'somebody had damaged it' },
  { value: 'nothing', label: 'nothing was wrong yet' },
]
const cures = new Set<RepairWay>(['glued', 'resurfaced'])
/** Glue and solvents: the usual cautions. Common practice, no source. */
const cautionOf: Partial<Record<RepairWay, string>> = {
  glued:
    'Adhesives and solvents: gloves, ventilate, away from heat. Keep to what the maker of the adhesive says of curing.',
  cleaned: 'Solvents are flammable: cold machine, ventilate, no flame near.',
  resurfaced: 'Filing, grinding: goggles, the piece clamped, no dust near electronics, bearings or screws.',
  soldered:
    'Power off and unplug first; hot iron, fumes. Nothing on the mains side: that is for a qualified electrical person.',
}

/** A part is mended where it sits. */
export function RepairForm(props: { page: PrinterPage; slotId: string | null; faultId?: string; onClose: () => void }) {
  const { page, slotId: first, faultId, onClose } = props
  const { printer } = page
  const { site } = useSession()
  const filled = page.slots.filter(({ duty }) => duty !== null)
  const [slotId, setSlot] = useState(first)
  const slot = filled.find(({ id }) => id === slotId)
  const { submit, problem, fields, busy } = useAction(`${printer.name}: ${slot?.name ?? 'part'} mended`, onClose)
  const [why, setWhy] = useState('failed')
  const [way, setWay] = useState<RepairWay>('cleaned')
  const [what, setWhat] = useState('')
  const [effect, setEffect] = useState<RepairEffect>('as before')
  const [forGood, setForGood] = useState('permanent')
  const [dueDate, setDueDate] = useState('')
  const [minutes, setMinutes] = useState<number | undefined>()
  const [cost, setCost] = useState<number | undefined>()
  const [itemId, setItem] = useState<string | null>(null)
  const [cureHours, setCure] = useState<number | undefined>()
  const [photos, setPhotos] = useState<string[]>([])
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  const onSubmit = () => {
    if (!slot?.duty) return setMissing('Choose the part.')
    if (forGood === 'temporary' && !dueDate) return setMissing('Say by when somebody comes back to it.')
    if (!hands.isReady) return setMissing(hands.notReady)
    setMissing(null)
    void submit({
      kind: 'repair-part',
      printerId: printer.id,
      slotId: slot.id,
      fittingId: slot.duty.fittingId,
      ...(why === 'nothing' ? {} : { was: why as Spoilt }),
      way,
      what,
      effect,
      permanence: forGood as 'permanent' | 'temporary',
      ...(forGood === 'temporary' ? { comeBack: { dutyId: newKey(), dueDate } } : {}),
      minutes: minutes ?? 0,
      ...(cost === undefined ? {} : { materialsMinor: toMinor(cost, site.currency) }),
      ...(itemId ? { materials: [{ itemId, pieces: 1 }] } : {}),
      ...(cureHours ? { cureHours } : {}),
      ...(faultId ? { faultId } : {}),
      ...(photos.length > 0 ? { photos } : {}),
      ...hands.confirmed,
      ...(at ? { at } : {}),
    })
  }
  return (
    <ActionDialog
      title={`Mend a part: ${printer.name}`}
      verb="Mended"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <Select
        label="Part"
        required
        data={filled.map(({ id, name, duty }) => ({
          value: id,
          label: `${name}: ${duty ? `${duty.partType.name}, ${amount(duty.age, duty.clock)} old` : ''}`,
        }))}
        value={slotId}
        onChange={setSlot}
        error={fields.slotId}
        data-autofocus={first ? undefined : true}
      />
      {slot && <Caution slotKinds={[slot.kind]} />}
      <CautionBox words={[cautionOf[way] ?? []].flat()} />
      {hands.field}
      <WayFields {...{ why, setWhy, way, setWay, what, setWhat, fields, setCure, cureHours }} />
      <EffectField effect={effect} setEffect={setEffect} />
      <Radio.Group label="For good, or for now?" mt="sm" value={forGood} onChange={setForGood}>
        <Stack gap="xs" mt={6}>
          <Radio value="permanent" label="for good" size="md" />
          <Radio value="temporary" label="for now: somebody must come back to it" size="md" />
        </Stack>
      </Radio.Group>
      {forGood === 'temporary' && (
        <DayField
          label="Come back by"
          required
          value={dueDate}
          onChange={setDueDate}
          error={fields['comeBack.dueDate']}
        />
      )}
      <FigureField label="Minutes" required min={0} value={minutes} onChange={setMinutes} error={fields.minutes} />
      <FigureField
        label={`Materials cost, in ${site.currency}`}
        min={0}
        decimals={2}
        value={cost}
        onChange={setCost}
        error={fields.materialsMinor}
      />
      <Material itemId={itemId} setItem={setItem} />
      <PhotosField label="Take a photo" value={photos} onChange={setPhotos} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}

function WayFields(props: {
  why: string
  setWhy: (value: string) => void
  way: RepairWay
  setWay: (value: RepairWay) => void
  what: string
  setWhat: (value: string) => void
  cureHours: number | undefined
  setCure: (value: number | undefined) => void
  fields: Record<string, string>
}) {
  const { why, setWhy, way, setWay, what, setWhat, cureHours, setCure, fields } = props
  return (
    <>
      <SimpleGrid cols={2} mt="sm">
        <Select
          label="What was it?"
          data={was}
          value={why}
          onChange={(value) => value && setWhy(value)}
          allowDeselect={false}
        />
        <Select
          label="How was it mended?"
          data={[...repairWays]}
          value={way}
          onChange={(value) => setWay(value as RepairWay)}
          allowDeselect={false}
        />
      </SimpleGrid>
      <Textarea
        label="What was done"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={1000}
        value={what}
        onChange={(e) => setWhat(e.currentTarget.value)}
        error={fields.what}
      />
      {(cures.has(way) || cureHours !== undefined) && (
        <FigureField
          label="Hours until it has cured"
          description="The printer is held until then. Empty: nothing cures. Adhesive in a bearing commonly takes 4 to 6 h."
          min={0}
          max={1000}
          value={cureHours}
          onChange={setCure}
          error={fields.cureHours}
        />
      )}
    </>
  )
}

function EffectField({ effect, setEffect }: { effect: RepairEffect; setEffect: (effect: RepairEffect) => void }) {
  return (
    <Radio.Group
      label="How worn is it now?"
      description="Your best guess: what follows is counted by it."
      mt="sm"
      value={effect}
      onChange={(value) => setEffect(value as RepairEffect)}
    >
      <Stack gap="xs" mt={6}>
        {repairEffects.map((value) => (
          <Radio key={value} value={value} label={value} description={effects[value]} size="md" />
        ))}
      </Stack>
    </Radio.Group>
  )
}

function Material({ itemId, setItem }: { itemId: string | null; setItem: (id: string | null) => void }) {
  const { data } = useStores()
  const items = (data?.items ?? []).filter(({ retired, content }) => !retired && content.partTypeId === null)
  if (items.length === 0) return null
  return (
    <Select
      label="Taken from the stores"
      mt="sm"
      clearable
      clearButtonProps={{ 'aria-label': 'Nothing' }}
      data={items.map(({ id, content }) => ({ value: id, label: content.name }))}
      value={itemId}
      onChange={setItem}
    />
  )
}
