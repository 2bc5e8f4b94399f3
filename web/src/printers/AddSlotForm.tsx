import { Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { PartType, PrinterPage } from '@diatribon/contract'
import { Caution } from '../parts/Caution.tsx'
import { useSlotKinds } from '../parts/useSlotKinds.ts'
import { useHandsOn } from '../people/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { useAction } from '../ui/useAction.ts'
import { usePartTypes } from '../parts/reads.ts'

/** A printer has one slot more than its model. */
export function AddSlotForm({ page, onClose }: { page: PrinterPage; onClose: () => void }) {
  const { printer } = page
  const { data: catalogue } = usePartTypes()
  const { names } = useSlotKinds()
  const { submit, problem, fields, busy } = useAction(`${printer.name}: one slot more`, onClose)
  const [name, setName] = useState('')
  const [slotKind, setSlotKind] = useState<string | null>(null)
  const [partTypeId, setPart] = useState<string | null>(null)
  const [age, setAge] = useState<string>('new')
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const hands = useHandsOn(slotKind && partTypeId ? [slotKind] : [], page.modelId)
  const onSubmit = () => {
    if (!slotKind) return setMissing('Choose what the slot takes.')
    if (!hands.isReady) return setMissing(hands.notReady)
    setMissing(null)
    void submit({
      kind: 'add-slot',
      printerId: printer.id,
      name,
      slotKind,
      ...(partTypeId ? { partTypeId } : {}),
      ...(partTypeId && age === 'not known' ? { partHours: null } : {}),
      ...hands.confirmed,
      ...(at ? { at } : {}),
    })
  }
  return (
    <ActionDialog
      title={`Add a slot: ${printer.name}`}
      verb="Add"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <NameFields
        name={name}
        setName={setName}
        fields={fields}
        names={names}
        slotKind={slotKind}
        setSlotKind={setSlotKind}
        setPart={setPart}
      />
      <PartFields
        catalogue={catalogue}
        slotKind={slotKind}
        partTypeId={partTypeId}
        setPart={setPart}
        fields={fields}
        age={age}
        setAge={setAge}
      />
      {slotKind && <Caution slotKinds={[slotKind]} />}
      {hands.field}
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}

function PartFields(props: {
  catalogue: PartType[] | undefined
  slotKind: string | null
  partTypeId: string | null
  setPart: (value: string | null) => void
  fields: Record<string, string>
  age: string
  setAge: (value: string) => void
}) {
  const { catalogue, slotKind, partTypeId, setPart, fields, age, setAge } = props
  return (
    <>
      <Select
        label="Part in it"
        description="Empty: nothing sits in it yet."
        clearable
        clearButtonProps={{ 'aria-label': 'No part' }}
        mt="sm"
        data={(catalogue ?? [])
          .filter((type) => type.slotKind === slotKind)
          .map(({ id, name: label }) => ({ value: id, label }))}
        value={partTypeId}
        onChange={setPart}
        error={fields.partTypeId}
      />
      {partTypeId && (
        <Select
          label="Its age"
          mt="sm"
          data={['new', 'not known']}
          value={age}
          onChange={(value) => value && setAge(value)}
          allowDeselect={false}
        />
      )}
    </>
  )
}

function NameFields(props: {
  name: string
  setName: (value: string) => void
  fields: Record<string, string>
  names: string[]
  slotKind: string | null
  setSlotKind: (value: string | null) => void
  setPart: (value: string | null) => void
}) {
  const { name, setName, fields, names, slotKind, setSlotKind, setPart } = props
  return (
    <>
      <TextInput
        label="Name of the slot"
        description="Such as Second screw."
        required
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={fields.name}
        data-autofocus
      />
      <Select
        label="Takes a"
        required
        searchable
        mt="sm"
        data={names}
        value={slotKind}
        onChange={(kind) => {
          setSlotKind(kind)
          setPart(null)
        }}
        error={fields.slotKind}
      />
    </>
  )
}
