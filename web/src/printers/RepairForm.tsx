import type { Spoilt } from '@diatribon/core'
import { Radio, Select, SimpleGrid, Stack, Textarea } from '@mantine/core'
import {
  repairEffects,
  repairWays,
  toMinor,
  type PrinterPage,
  type RepairEffect,
  type RepairWay,
} from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft, type DraftForm } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { useSession } from '../session/session.tsx'
import { useStores } from '../reads/stores.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { DayField, WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { PhotosField } from '../ui/PhotosField.tsx'
import { amount } from '../ui/words.ts'

const effects: Record<RepairEffect, string> = {
  'as before': 'It is as worn as it was: its age goes on.',
  better: 'Better than before: half of its age is behind it.',
  'as new': 'As good as new: its age begins at none.',
}
const was: { value: Spoilt | 'nothing'; label: string }[] = [
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

const begun = {
  slotId: null as string | null,
  why: 'failed' as Spoilt | 'nothing',
  way: 'cleaned' as RepairWay,
  what: '',
  effect: 'as before' as RepairEffect,
  permanence: 'permanent' as 'permanent' | 'temporary',
  dueDate: '',
  minutes: undefined as number | undefined,
  cost: undefined as number | undefined,
  itemId: null as string | null,
  cureHours: undefined as number | undefined,
  photos: [] as string[],
  at: undefined as string | undefined,
}

/** A part is mended where it sits. */
export function RepairForm(props: { page: PrinterPage; slotId: string | null; faultId?: string; onClose: () => void }) {
  const { page, slotId: first, faultId, onClose } = props
  const { printer } = page
  const { site } = useSession()
  const filled = page.slots.filter(({ duty }) => duty !== null)
  const slotOf = ({ slotId }: typeof begun) => filled.find(({ id }) => id === slotId)
  const form = useDraft(
    { ...begun, slotId: first },
    { kind: 'repair-part', done: (draft) => `${printer.name}: ${slotOf(draft)?.name ?? 'part'} mended`, onClose },
  )
  const { draft, figure, money, choice, list } = form
  const slot = slotOf(draft)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  return (
    <ActionDialog
      title={`Mend a part: ${printer.name}`}
      verb="Mended"
      {...form.sheet(
        ({ why, way, what, effect, permanence, dueDate, minutes, cost, itemId, cureHours, photos, at }) => {
          if (!slot?.duty) return 'Choose the part.'
          if (permanence === 'temporary' && !dueDate) return 'Say by when somebody comes back to it.'
          if (!hands.isReady) return hands.notReady
          return {
            kind: 'repair-part',
            printerId: printer.id,
            slotId: slot.id,
            fittingId: slot.duty.fittingId,
            ...(why === 'nothing' ? {} : { was: why }),
            way,
            what,
            effect,
            permanence,
            ...(permanence === 'temporary' ? { comeBack: { dutyId: newKey(), dueDate } } : {}),
            minutes: minutes ?? 0,
            ...(cost === undefined ? {} : { materialsMinor: toMinor(cost, site.currency) }),
            ...(itemId ? { materials: [{ itemId, pieces: 1 }] } : {}),
            ...hands.confirmed,
            ...told({ cureHours: cureHours || undefined, faultId, photos, at }),
          }
        },
      )}
    >
      <Select
        label="Part"
        data={filled.map(({ id, name, duty }) => ({
          value: id,
          label: `${name}: ${duty ? `${duty.partType.name}, ${amount(duty.age, duty.clock)} old` : ''}`,
        }))}
        data-autofocus={first ? undefined : true}
        {...choice('slotId')}
      />
      {slot && <Caution slotKinds={[slot.kind]} />}
      <CautionBox words={[cautionOf[draft.way] ?? []].flat()} />
      {hands.field}
      <WayFields form={form} />
      <Radio.Group
        label="How worn is it now?"
        description="Your best guess: what follows is counted by it."
        mt="sm"
        {...choice('effect')}
      >
        <Stack gap="xs" mt={6}>
          {repairEffects.map((value) => (
            <Radio key={value} value={value} label={value} description={effects[value]} size="md" />
          ))}
        </Stack>
      </Radio.Group>
      <Radio.Group label="For good, or for now?" mt="sm" {...choice('permanence')}>
        <Stack gap="xs" mt={6}>
          <Radio value="permanent" label="for good" size="md" />
          <Radio value="temporary" label="for now: somebody must come back to it" size="md" />
        </Stack>
      </Radio.Group>
      {draft.permanence === 'temporary' && <DayField label="Come back by" {...choice('dueDate', 'comeBack.dueDate')} />}
      <FigureField label="Minutes" {...figure('minutes')} />
      <FigureField label={`Materials cost, in ${site.currency}`} {...money('cost', 'materialsMinor')} />
      <Material form={form} />
      <PhotosField label="Take a photo" {...list('photos')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}

function WayFields({ form: { draft, words, oneOf, figure } }: { form: DraftForm<typeof begun> }) {
  return (
    <>
      <SimpleGrid cols={2} mt="sm">
        <Select label="What was it?" data={was} {...oneOf('why', 'was')} />
        <Select label="How was it mended?" data={[...repairWays]} {...oneOf('way')} />
      </SimpleGrid>
      <Textarea label="What was done" mt="sm" autosize minRows={2} {...words('what')} />
      {(cures.has(draft.way) || draft.cureHours !== undefined) && (
        <FigureField
          label="Hours until it has cured"
          description="The printer is held until then. Empty: nothing cures. Adhesive in a bearing commonly takes 4 to 6 h."
          {...figure('cureHours')}
        />
      )}
    </>
  )
}

function Material({ form: { choice } }: { form: DraftForm<typeof begun> }) {
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
      {...choice('itemId')}
    />
  )
}
