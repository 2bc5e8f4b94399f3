import { Checkbox, Select, TextInput } from '@mantine/core'
import type { KitLine, StockLine } from '@diatribon/contract'
import { useSetDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { KitFields } from './KitFields.tsx'

const noPart = 'no wear part: glue, screws and the like'
const kit = 'kit'
const aKit = 'a kit: several items in one bag'
const textOf = (words: string) => words.trim() || null

const itemBegun = (item: StockLine | null) => {
  const was = item?.content
  return {
    itemId: item?.id ?? newKey(),
    partTypeId: was?.partTypeId ?? null,
    contents: was?.contents ?? (null as KitLine[] | null),
    name: was?.name ?? '',
    place: was?.place ?? '',
    supplier: was?.supplier ?? '',
    code: was?.code ?? '',
    leadDays: (was?.leadDays ?? 14) as number | undefined,
    packOf: (was?.packOf ?? 1) as number | undefined,
    least: was?.least ?? undefined,
    madeHere: was?.madeHere ?? false,
  }
}

/** Something is kept in the stores, or kept otherwise. */
export function ItemForm(props: {
  item: StockLine | null
  notKept: { id: string; name: string }[]
  /** All that is kept: what a kit may hold. */
  items: StockLine[]
  onClose: () => void
}) {
  const { item, notKept, items, onClose } = props
  const form = useSetDraft(() => itemBegun(item), {
    kind: 'set-item',
    done: item ? 'Item changed' : 'Item kept',
    onClose,
  })
  const { draft, set, fields, words, figure, tick, sheet } = form
  const { contents, partTypeId } = draft
  return (
    <ActionDialog
      title={item ? `Change: ${item.content.name}` : 'Keep an item'}
      verb={item ? 'Change' : 'Keep'}
      {...sheet(({ itemId, contents, place, supplier, code, leadDays = 0, packOf = 1, least = null, ...rest }) => ({
        kind: 'set-item',
        itemId,
        content: {
          ...rest,
          place: textOf(place),
          supplier: textOf(supplier),
          code: textOf(code),
          leadDays,
          packOf,
          least,
          ...(contents ? { contents } : {}),
        },
      }))}
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
            set('contents', id === kit ? (contents ?? []) : null)
            set('partTypeId', id === kit ? null : id || null)
            const part = notKept.find((one) => one.id === id)
            if (part) set('name', (before) => (before.trim() === '' ? part.name : before))
          }}
          allowDeselect={false}
          error={fields['content.partTypeId']}
          data-autofocus
        />
      )}
      <TextInput label="Name" mt="sm" {...words('name', 'content.name')} />
      <TextInput label="Place" description="Such as Drawer 3, left." mt="sm" {...words('place', 'content.place')} />
      <TextInput label="Supplier" mt="sm" {...words('supplier', 'content.supplier')} />
      <TextInput
        label="Bar code on its bag"
        description="Scanned into the search field, it finds the item."
        mt="sm"
        {...words('code', 'content.code')}
      />
      <FigureField label="Days from the order until it is here" {...figure('leadDays', 'content.leadDays')} />
      {contents && (
        <KitFields
          contents={form.rows('contents', 'content.contents')}
          items={items.filter(({ id, content }) => id !== item?.id && !content.contents)}
          error={form.fields['content.contents']}
        />
      )}
      <FigureField label="Pieces in a pack" {...figure('packOf', 'content.packOf')} />
      {!contents && (
        <FigureField
          label="Keep at least"
          description={partTypeId ? 'Empty: as many as are likely to be used.' : 'Empty: none in particular.'}
          {...figure('least', 'content.least')}
        />
      )}
      <Checkbox label="Printed here" mt="sm" size="md" {...tick('madeHere')} />
    </ActionDialog>
  )
}
