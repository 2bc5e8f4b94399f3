import { endOf, isStillGood } from '@diatribon/core'
import { Checkbox, Radio, Select, SimpleGrid } from '@mantine/core'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { told } from './told.ts'
import { useDraft, type DraftForm } from './useDraft.ts'
import { Caution } from './Caution.tsx'
import { useHandsOn } from './useHandsOn.tsx'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { amount, day, money, shortDay } from '../ui/words.ts'
import { usePartTypes, useUsedParts } from '../reads/parts.ts'
import { useOnShelf } from '../reads/stores.ts'
import { useStandingRules } from '../reads/upgrades.ts'
import { NoteField } from '../ui/NoteField.tsx'

const hints: Record<(typeof removalReasons)[number], string> = {
  failed: 'It broke or stopped working. Teaches how long they last.',
  'worn at check': 'Still working, but found worn out. Teaches how long they last.',
  'replaced in time': 'Still good; changed before it could fail.',
  upgraded: 'Still good; a better one takes its place.',
  'user damage': 'Broken by handling, not by wear.',
  'borrowed for another printer': 'Still good; needed elsewhere.',
}

interface Draft {
  slotId: string | null
  reason: RemovalReason | ''
  /** null: what goes in by itself, the same again or by the standing rule. */
  picked: string | null
  usedFittingId: string | null
  foundAtLook: boolean
  note: string
  at: string | undefined
}

/** A part comes out, with the reason, and another goes in. */
export function SwapPartForm(props: {
  page: PrinterPage
  slotId: string | null
  /** The fault that it is changed for. */
  faultId?: string
  onClose: () => void
}) {
  const { page, slotId: first, faultId, onClose } = props
  const { printer, slots } = page
  const begun: Draft = {
    slotId: first,
    reason: '',
    picked: null,
    usedFittingId: null,
    foundAtLook: false,
    note: '',
    at: undefined,
  }
  const slotOf = ({ slotId }: Draft) => slots.find(({ id }) => id === slotId)
  const form = useDraft(begun, {
    kind: 'swap-part',
    done: (draft) => `${printer.name}: ${slotOf(draft)?.name ?? 'part'} swapped`,
    onClose,
  })
  const { draft, set, words, choice, tick } = form
  const { reason, at } = draft
  const slot = slotOf(draft)
  const isEmpty = slot !== undefined && slot.duty === null
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  const rule = useStandingRules().data?.find((one) => one.partTypeId === slot?.duty?.partType.id)
  const goesByRule = rule && !isStillGood(reason || null)
  // Nobody saw when: it may have been found at a look.
  const canBeFound = endOf(reason || null) === 'seen'
  const partTypeId = draft.picked ?? (goesByRule ? rule.insteadId : slot?.duty?.partType.id) ?? null
  const fitted = page.fittings.find(({ id }) => id === slot?.duty?.fittingId)
  const isPast = at !== undefined && fitted !== undefined && at < fitted.fittedAt
  return (
    <ActionDialog
      title={`Swap part: ${printer.name}`}
      verb="Swap"
      {...form.sheet(({ usedFittingId, foundAtLook, note }) => {
        if (!slot) return 'Choose the slot.'
        if (!isEmpty && !reason) return 'Say why the old part comes out.'
        if (!partTypeId) return 'Choose the new part.'
        if (!hands.isReady) return hands.notReady
        return {
          kind: 'swap-part',
          printerId: printer.id,
          slotId: slot.id,
          // Told of a time before the part that is there now: it goes between those of the past.
          ...(slot.duty && !isPast ? { fittingId: slot.duty.fittingId } : {}),
          ...(isEmpty || !reason ? {} : { removalReason: reason }),
          ...(canBeFound && foundAtLook ? { foundAtLook } : {}),
          partTypeId,
          ...hands.confirmed,
          ...told({ usedFittingId: usedFittingId ?? undefined, faultId, note, at }),
        }
      })}
    >
      <Select
        label="Slot"
        data={slots.map(({ id, name }) => ({ value: id, label: name }))}
        value={draft.slotId}
        onChange={(id) => {
          set('slotId', id)
          set('picked', null)
        }}
        allowDeselect={false}
        data-autofocus={first ? undefined : true}
      />
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      {slot?.duty && (
        <p style={{ margin: '8px 0' }}>
          In place: {slot.duty.partType.name}, {amount(slot.duty.age, slot.duty.clock)} old.
        </p>
      )}
      {isEmpty ? <p className="quiet">Nothing sits in this slot.</p> : <ReasonField form={form} />}
      {canBeFound && !isEmpty && (
        <Checkbox mt="sm" label="Found failed at a look; nobody saw when it happened" {...tick('foundAtLook')} />
      )}
      <NewPartField slotKind={slot?.kind} partTypeId={partTypeId} form={form} />
      {goesByRule && (
        <p role="note">
          Standing rule: when this fails, that goes in. {rule.reason} <span className="quiet">{rule.who}</span>
        </p>
      )}
      <OnShelf partTypeId={partTypeId} />
      <UsedPartField partTypeId={partTypeId} form={form} />
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
      {isPast && (
        <p role="status" className="quiet">
          Before the part that is there now: this goes between the changes of the past, and the new part comes out when
          the next one went in.
        </p>
      )}
    </ActionDialog>
  )
}

function ReasonField({ form }: { form: DraftForm<Draft> }) {
  return (
    <Radio.Group label="Why does it come out?" mt="sm" {...form.choice('reason', 'removalReason')} required>
      <SimpleGrid cols={{ base: 1, sm: 2 }} spacing="xs" verticalSpacing={6} mt={6}>
        {removalReasons.map((value) => (
          <Radio key={value} value={value} label={value} description={hints[value]} size="md" />
        ))}
      </SimpleGrid>
    </Radio.Group>
  )
}

function NewPartField(props: { slotKind: string | undefined; partTypeId: string | null; form: DraftForm<Draft> }) {
  const { slotKind, partTypeId, form } = props
  const { site } = useSession()
  const { data: catalogue = [] } = usePartTypes()
  return (
    <Select
      label="New part"
      mt="md"
      data={catalogue
        .filter((type) => type.slotKind === slotKind)
        .map(({ id, name, priceMinor }) => ({
          value: id,
          label: priceMinor === null ? name : `${name} (${money(priceMinor, site.currency)})`,
        }))}
      value={partTypeId}
      onChange={(id) => {
        form.set('picked', id)
        form.set('usedFittingId', null)
      }}
      allowDeselect={false}
      error={form.fields.partTypeId}
    />
  )
}

/** Whether a fresh part goes in, or one that was used before: then its age goes on. */
function UsedPartField({ partTypeId, form }: { partTypeId: string | null; form: DraftForm<Draft> }) {
  const { site } = useSession()
  const { data: used = [] } = useUsedParts(partTypeId)
  const { data: catalogue = [] } = usePartTypes()
  const clock = catalogue.find(({ id }) => id === partTypeId)?.agesBy ?? 'hours'
  if (used.length === 0) return null
  return (
    <Select
      label="Fresh or used before?"
      description="A used part is the same part: its age goes on."
      mt="sm"
      clearable
      placeholder="a fresh one"
      data={used.map(({ fittingId, age, ageIsKnown, printerName, slotName, removedAt }) => ({
        value: fittingId,
        label: `${ageIsKnown ? '' : 'at least '}${amount(age, clock)} old, out of ${printerName}, ${slotName}, ${day(removedAt, site.timeZone)}`,
      }))}
      {...form.choice('usedFittingId')}
    />
  )
}

/** How many of them are there, and where. */
function OnShelf({ partTypeId }: { partTypeId: string | null }) {
  const { data } = useOnShelf(partTypeId)
  if (!data) return null
  const { pieces, place, expectedOn } = data
  const where = place ? `, ${place}` : ''
  return (
    <p className="quiet" style={{ margin: '4px 0 0' }} aria-live="polite">
      {pieces > 0
        ? `${pieces} on the shelf${where}.`
        : `The book has none on the shelf${where}. If you take one all the same, count what is left.`}
      {pieces === 0 && expectedOn !== null && ` One that was ordered is expected ${shortDay(expectedOn)}.`}
    </p>
  )
}
