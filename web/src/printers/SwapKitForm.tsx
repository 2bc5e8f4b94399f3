import { given } from '@diatribon/core'
import { Select } from '@mantine/core'
import { useState } from 'react'
import {
  removalReasons,
  type ReplacementDuty,
  type PartType,
  type PrinterPage,
  type RemovalReason,
} from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { amount } from '../ui/words.ts'
import { usePartTypes } from '../parts/reads.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** What belongs together is changed in one go, each part with its own reason. */
export function SwapKitForm({ page, kitName, onClose }: { page: PrinterPage; kitName: string; onClose: () => void }) {
  const { printer, slots, kits } = page
  const kit = given(kits.find(({ name }) => name === kitName))
  const members = slots.filter(({ name }) => kit.slots.includes(name))
  const { data: catalogue } = usePartTypes()
  const { submit, problem, busy } = useAction(`${printer.name}: ${kit.name} swapped`, onClose)
  const [reasons, setReasons] = useState<Record<string, RemovalReason>>({})
  const [picked, setPicked] = useState<Record<string, string>>({})
  const [note, setNote] = useState('')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const kinds = members.map(({ kind }) => kind)
  const hands = useHandsOn(kinds, page.modelId)
  const onSubmit = () => {
    const swaps = members.map((member) => swapOf(member, reasons, picked))
    const open = swaps.findIndex(({ removalReason, partTypeId }) => !removalReason || !partTypeId)
    if (open >= 0)
      return setMissing(`Say why the old part comes out of ${given(members[open]).name}, and what goes in.`)
    if (!hands.isReady) return setMissing(hands.notReady)
    setMissing(null)
    void submit({
      kind: 'swap-kit',
      printerId: printer.id,
      kit: kit.name,
      swaps: swaps.map((swap) => ({
        ...swap,
        removalReason: given(swap.removalReason),
        partTypeId: given(swap.partTypeId),
      })),
      ...hands.confirmed,
      ...(note.trim() ? { note: note.trim() } : {}),
      ...(at ? { at } : {}),
    })
  }
  return (
    <ActionDialog
      title={`${kit.name}: ${printer.name}`}
      verb="Swap all"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <Caution slotKinds={kinds} />
      {hands.field}
      {members.map(({ id, name, kind, duty }) => (
        <MemberFields
          key={id}
          id={id}
          name={name}
          duty={duty}
          reasons={reasons}
          setReasons={setReasons}
          catalogue={catalogue}
          kind={kind}
          picked={picked}
          setPicked={setPicked}
        />
      ))}
      <NoteField value={note} onChange={setNote} />
      <WhenField value={at} onChange={setAt} />
    </ActionDialog>
  )
}

function MemberFields(props: {
  id: string
  name: string
  duty: ReplacementDuty | null
  reasons: Record<string, RemovalReason>
  setReasons: (value: Record<string, RemovalReason>) => void
  catalogue: PartType[] | undefined
  kind: string
  picked: Record<string, string>
  setPicked: (value: Record<string, string>) => void
}) {
  const { id, name, duty, reasons, setReasons, catalogue, kind, picked, setPicked } = props
  return (
    <fieldset style={{ border: '1px solid var(--rule)', margin: '8px 0', padding: '4px 12px 12px' }}>
      <legend>
        <b>{name}</b>
        {duty && ` ${duty.partType.name}, ${amount(duty.age, duty.clock)} old`}
      </legend>
      <Select
        label={`Why does the old ${name} come out?`}
        data={[...removalReasons]}
        value={reasons[id] ?? null}
        onChange={(value) => setReasons({ ...reasons, [id]: value as RemovalReason })}
        allowDeselect={false}
      />
      <Select
        label={`New part in ${name}`}
        mt="xs"
        data={(catalogue ?? []).filter((t) => t.slotKind === kind).map((t) => ({ value: t.id, label: t.name }))}
        value={picked[id] ?? duty?.partType.id ?? null}
        onChange={(value) => value && setPicked({ ...picked, [id]: value })}
        allowDeselect={false}
      />
    </fieldset>
  )
}

function swapOf(
  { id, duty }: PrinterPage['slots'][number],
  reasons: Record<string, RemovalReason>,
  picked: Record<string, string>,
) {
  return {
    slotId: id,
    ...(duty ? { fittingId: duty.fittingId } : {}),
    removalReason: reasons[id],
    partTypeId: picked[id] ?? duty?.partType.id,
  }
}
