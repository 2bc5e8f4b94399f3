import { Checkbox, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { KitLine, StockLine } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useSetAction } from '../ui/useSetAction.ts'
import { KitFields } from './KitFields.tsx'

const noPart = 'no wear part: glue, screws and the like'
const kit = 'kit'
const aKit = 'a kit: several items in one bag'
const textOf = (words: string) => words.trim() || null

/** Something is kept in the stores, or kept otherwise. */
export function ItemForm(props: {
  item: StockLine | null
  notKept: { id: string; name: string }[]
  /** All that is kept: what a kit may hold. */
  items: StockLine[]
  onClose: () => void
}) {
  const { item, notKept, items, onClose } = props
  const was = item?.content
  const { submit, problem, fields, busy } = useSetAction(item ? 'Item changed' : 'Item kept', onClose)
  const [partTypeId, setPartType] = useState<string | null>(was ? was.partTypeId : null)
  const [contents, setContents] = useState<KitLine[] | null>(was?.contents ?? null)
  const [name, setName] = useState(was?.name ?? '')
  const [place, setPlace] = useState(was?.place ?? '')
  const [supplier, setSupplier] = useState(was?.supplier ?? '')
  const [code, setCode] = useState(was?.code ?? '')
  const [leadDays, setLeadDays] = useState<number | undefined>(was?.leadDays ?? 14)
  const [packOf, setPackOf] = useState<number | undefined>(was?.packOf ?? 1)
  const [least, setLeast] = useState<number | undefined>(was?.least ?? undefined)
  const [madeHere, setMadeHere] = useState(was?.madeHere ?? false)
  const error = (field: string) => fields[`content.${field}`]
  return (
    <ActionDialog
      title={item ? `Change: ${item.content.name}` : 'Keep an item'}
      verb={item ? 'Change' : 'Keep'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'set-item',
          itemId: item?.id ?? newKey(),
          content: {
            name,
            partTypeId,
            place: textOf(place),
            supplier: textOf(supplier),
            code: textOf(code),
            leadDays: leadDays ?? 0,
            packOf: packOf ?? 1,
            least: least ?? null,
            madeHere,
            ...(contents ? { contents } : {}),
          },
        })
      }
    >
      {!item && (
        <Select
          label="Which part type is it?"
          description="Then swaps take it off the shelf, and what to keep is reckoned."
          searchable
          data={[
            { value: '', label: noPart },
            { value: kit, label: aKit },
            ...notKept.map(({ id, name: label }) => ({ value: id, label })),
          ]}
          value={contents ? kit : (partTypeId ?? '')}
          onChange={(id) => {
            setContents(id === kit ? (contents ?? []) : null)
            setPartType(id === kit ? null : id || null)
            const part = notKept.find((one) => one.id === id)
            if (part && name.trim() === '') setName(part.name)
          }}
          allowDeselect={false}
          error={error('partTypeId')}
          data-autofocus
        />
      )}
      <TextInput
        label="Name"
        required
        mt="sm"
        maxLength={80}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={error('name')}
      />
      <WhereFields {...{ place, setPlace, supplier, setSupplier, code, setCode, error }} />
      <FigureField
        label="Days from the order until it is here"
        required
        min={0}
        max={730}
        allowDecimal={false}
        value={leadDays}
        onChange={setLeadDays}
        error={error('leadDays')}
      />
      {contents && (
        <KitFields
          contents={contents}
          items={items.filter(({ id, content }) => id !== item?.id && !content.contents)}
          onChange={setContents}
          error={(field) => error(`contents${field}`)}
        />
      )}
      <FigureField
        label="Pieces in a pack"
        required
        min={1}
        allowDecimal={false}
        value={packOf}
        onChange={setPackOf}
        error={error('packOf')}
      />
      {!contents && (
        <FigureField
          label="Keep at least"
          description={partTypeId ? 'Empty: as many as are likely to be used.' : 'Empty: none in particular.'}
          min={0}
          allowDecimal={false}
          value={least}
          onChange={setLeast}
          error={error('least')}
        />
      )}
      <Checkbox
        label="Printed here"
        mt="sm"
        size="md"
        checked={madeHere}
        onChange={({ currentTarget }) => setMadeHere(currentTarget.checked)}
      />
    </ActionDialog>
  )
}

function WhereFields(props: {
  place: string
  setPlace: (value: string) => void
  supplier: string
  setSupplier: (value: string) => void
  code: string
  setCode: (value: string) => void
  error: (field: string) => string | undefined
}) {
  const { place, setPlace, supplier, setSupplier, code, setCode, error } = props
  return (
    <>
      <TextInput
        label="Place"
        description="Such as Drawer 3, left."
        mt="sm"
        maxLength={80}
        value={place}
        onChange={(e) => setPlace(e.currentTarget.value)}
        error={error('place')}
      />
      <TextInput
        label="Supplier"
        mt="sm"
        maxLength={120}
        value={supplier}
        onChange={(e) => setSupplier(e.currentTarget.value)}
        error={error('supplier')}
      />
      <TextInput
        label="Bar code on its bag"
        description="Scanned into the search field, it finds the item."
        mt="sm"
        maxLength={60}
        value={code}
        onChange={(e) => setCode(e.currentTarget.value)}
        error={error('code')}
      />
    </>
  )
}
