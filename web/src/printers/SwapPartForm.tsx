import { endOf, isStillGood } from '@diatribon/core'
import { Checkbox, Radio, Select, SimpleGrid } from '@mantine/core'
import { useState } from 'react'
import {
  removalReasons,
  type ReplacementDuty,
  type PartType,
  type PrinterPage,
  type RemovalReason,
  type Site,
} from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { amount, day, money, shortDay } from '../ui/words.ts'
import { usePartTypes, useUsedParts } from '../parts/reads.ts'
import { useOnShelf } from '../stores/reads.ts'
import { useStandingRules } from '../upgrades/reads.ts'
import { NoteField } from '../ui/NoteField.tsx'

const hints: Record<(typeof removalReasons)[number], string> = {
  failed: 'It broke or stopped working. Teaches how long they last.',
  'worn at check': 'Still working, but found worn out. Teaches how long they last.',
  'replaced in time': 'Still good; changed before it could fail.',
  upgraded: 'Still good; a better one takes its place.',
  'user damage': 'Broken by handling, not by wear.',
  'borrowed for another printer': 'Still good; needed elsewhere.',
}

/** A part comes out, with the reason, and another goes in. */
export function SwapPartForm(props: {
  page: PrinterPage
  slotId: string | null
  /** The fault that it is changed for. */
  faultId?: string
  onClose: () => void
}) {
  const { page, slotId, faultId, onClose } = props
  const { site } = useSession()
  const { printer, slots } = page
  const { data: catalogue } = usePartTypes()
  const [chosen, setChosen] = useState(slotId)
  const [reason, setReason] = useState<RemovalReason | ''>('')
  const [picked, setPicked] = useState<string | null>(null)
  const [usedId, setUsedId] = useState<string | null>(null)
  const [foundAtLook, setFoundAtLook] = useState(false)
  const [note, setNote] = useState('')
  const [at, setAt] = useState<string>()
  const slot = slots.find(({ id }) => id === chosen)
  const isEmpty = slot !== undefined && slot.duty === null
  const { submit, problem, fields, busy } = useAction(`${printer.name}: ${slot?.name ?? 'part'} swapped`, onClose)
  const hands = useHandsOn(slot ? [slot.kind] : [], page.modelId)
  const rule = useStandingRules().data?.find((one) => one.partTypeId === slot?.duty?.partType.id)
  const goesByRule = rule && !isStillGood(reason || null)
  // Nobody saw when: it may have been found at a look.
  const canBeFound = endOf(reason || null) === 'seen'
  const partTypeId = picked ?? (goesByRule ? rule.insteadId : slot?.duty?.partType.id) ?? null
  const [missing, setMissing] = useState<string | null>(null)
  const fitted = page.fittings.find(({ id }) => id === slot?.duty?.fittingId)
  const isPast = at !== undefined && fitted !== undefined && at < fitted.fittedAt

  const onSubmit = () => {
    if (!slot || (!isEmpty && !reason) || !partTypeId) {
      setMissing(
        !slot ? 'Choose the slot.' : !isEmpty && !reason ? 'Say why the old part comes out.' : 'Choose the new part.',
      )
      return
    }
    if (!hands.isReady) {
      setMissing(hands.notReady)
      return
    }
    setMissing(null)
    void submit({
      kind: 'swap-part',
      printerId: printer.id,
      slotId: slot.id,
      // Told of a time before the part that is there now: it goes between those of the past.
      ...(slot.duty && !isPast ? { fittingId: slot.duty.fittingId } : {}),
      ...(isEmpty || !reason ? {} : { removalReason: reason }),
      ...(canBeFound && foundAtLook ? { foundAtLook } : {}),
      partTypeId,
      ...(usedId ? { usedFittingId: usedId } : {}),
      ...(faultId ? { faultId } : {}),
      ...hands.confirmed,
      ...(note.trim() ? { note: note.trim() } : {}),
      ...(at ? { at } : {}),
    })
  }

  return (
    <ActionDialog
      title={`Swap part: ${printer.name}`}
      verb="Swap"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <SlotField slots={slots} chosen={chosen} setChosen={setChosen} setPicked={setPicked} slotId={slotId} />
      {slot && <Caution slotKinds={[slot.kind]} />}
      {hands.field}
      {slot?.duty && (
        <p style={{ margin: '8px 0' }}>
          In place: {slot.duty.partType.name}, {amount(slot.duty.age, slot.duty.clock)} old.
        </p>
      )}
      {isEmpty ? (
        <p className="quiet">Nothing sits in this slot.</p>
      ) : (
        <ReasonField reason={reason} setReason={setReason} />
      )}
      {canBeFound && !isEmpty && (
        <Checkbox
          mt="sm"
          label="Found failed at a look; nobody saw when it happened"
          checked={foundAtLook}
          onChange={({ currentTarget }) => setFoundAtLook(currentTarget.checked)}
        />
      )}
      <NewPartField
        catalogue={catalogue}
        slot={slot}
        site={site}
        partTypeId={partTypeId}
        setPicked={(value) => {
          setPicked(value)
          setUsedId(null)
        }}
        fields={fields}
      />
      {goesByRule && (
        <p role="note">
          Standing rule: when this fails, that goes in. {rule.reason} <span className="quiet">{rule.who}</span>
        </p>
      )}
      <OnShelf partTypeId={partTypeId} />
      <UsedPartField
        partTypeId={partTypeId}
        site={site}
        value={usedId}
        onChange={setUsedId}
        error={fields.usedFittingId}
      />
      <NoteField value={note} onChange={(e) => setNote(e.currentTarget.value)} maxLength={2000} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
      {isPast && (
        <p role="status" className="quiet">
          Before the part that is there now: this goes between the changes of the past, and the new part comes out when
          the next one went in.
        </p>
      )}
    </ActionDialog>
  )
}

function ReasonField({
  reason,
  setReason,
}: {
  reason: RemovalReason | ''
  setReason: (value: RemovalReason | '') => void
}) {
  return (
    <Radio.Group
      label="Why does it come out?"
      value={reason}
      onChange={(value) => setReason(value as RemovalReason)}
      mt="sm"
      required
    >
      <SimpleGrid cols={{ base: 1, sm: 2 }} spacing="xs" verticalSpacing={6} mt={6}>
        {removalReasons.map((value) => (
          <Radio key={value} value={value} label={value} description={hints[value]} size="md" />
        ))}
      </SimpleGrid>
    </Radio.Group>
  )
}

function NewPartField(props: {
  catalogue: PartType[] | undefined
  slot: { id: string; name: string; kind: string; duty: ReplacementDuty | null } | undefined
  site: Site
  partTypeId: string | null
  setPicked: (value: string | null) => void
  fields: Record<string, string>
}) {
  const { catalogue, slot, site, partTypeId, setPicked, fields } = props
  return (
    <Select
      label="New part"
      mt="md"
      data={(catalogue ?? [])
        .filter(({ slotKind }) => slotKind === slot?.kind)
        .map(({ id, name, priceMinor }) => ({
          value: id,
          label: priceMinor === null ? name : `${name} (${money(priceMinor, site.currency)})`,
        }))}
      value={partTypeId}
      onChange={setPicked}
      allowDeselect={false}
      error={fields.partTypeId}
    />
  )
}

/** Whether a fresh part goes in, or one that was used before: then its age goes on. */
function UsedPartField(props: {
  partTypeId: string | null
  site: Site
  value: string | null
  onChange: (value: string | null) => void
  error: string | undefined
}) {
  const { partTypeId, site, value, onChange, error } = props
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
      value={value}
      onChange={onChange}
      error={error}
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

function SlotField(props: {
  slots: { id: string; name: string; kind: string; duty: ReplacementDuty | null }[]
  chosen: string | null
  setChosen: (value: string | null) => void
  setPicked: (value: string | null) => void
  slotId: string | null
}) {
  const { slots, chosen, setChosen, setPicked, slotId } = props
  return (
    <Select
      label="Slot"
      data={slots.map(({ id, name }) => ({ value: id, label: name }))}
      value={chosen}
      onChange={(id) => {
        setChosen(id)
        setPicked(null)
      }}
      allowDeselect={false}
      data-autofocus={slotId ? undefined : true}
    />
  )
}
