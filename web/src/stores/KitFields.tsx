import { Button, Select } from '@mantine/core'
import type { KitLine, StockLine } from '@diatribon/contract'
import type { DraftRows } from '../forms/draftFields.ts'
import { FigureField } from '../ui/figures.tsx'
import classes from './Stores.module.css'

/** What one kit holds. @param error of the list itself */
export function KitFields(props: { contents: DraftRows<KitLine>; items: StockLine[]; error: string | undefined }) {
  const { contents, items, error } = props
  const there = contents.fields.map(({ draft }) => draft.itemId)
  const free = items.filter(({ id }) => !there.includes(id))
  const options = (some: StockLine[]) => some.map(({ id, content }) => ({ value: id, label: content.name }))
  return (
    <fieldset className={classes.kit}>
      <legend>In one kit</legend>
      <p className="quiet">It is taken apart as it comes in: its pieces lie on the shelf, the kit itself does not.</p>
      {contents.fields.map(({ draft, oneOf, figure }, i) => (
        <div key={draft.itemId} className={classes.kitLine} role="group" aria-label={`In the kit, ${i + 1}`}>
          <Select
            aria-label={`Item ${i + 1}`}
            searchable
            data={options(items.filter((one) => one.id === draft.itemId || free.includes(one)))}
            {...oneOf('itemId')}
          />
          <FigureField aria-label={`Pieces of item ${i + 1}`} mt={0} {...figure('pieces')} />
          <Button variant="subtle" size="sm" onClick={() => contents.drop(i)} aria-label={`Leave out item ${i + 1}`}>
            Leave out
          </Button>
        </div>
      ))}
      <Select
        label={there.length === 0 ? 'What is in it?' : 'And what else?'}
        placeholder={items.length === 0 ? 'keep its items first' : undefined}
        searchable
        data={options(free)}
        value={null}
        onChange={(itemId) => itemId && contents.add({ itemId, pieces: 1 })}
        error={error}
      />
    </fieldset>
  )
}
