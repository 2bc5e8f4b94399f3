import { Button, Select } from '@mantine/core'
import type { KitLine, StockLine } from '@diatribon/contract'
import { FigureField } from '../ui/figures.tsx'
import classes from './Stores.module.css'

/** What one kit holds. */
export function KitFields(props: {
  contents: KitLine[]
  items: StockLine[]
  onChange: (contents: KitLine[]) => void
  /** Of the list itself (''), or of a field in it, such as '.0.itemId'. */
  error: (field: string) => string | undefined
}) {
  const { contents, items, onChange, error } = props
  const set = (i: number, change: Partial<KitLine>) =>
    onChange(contents.map((old, j) => (j === i ? { ...old, ...change } : old)))
  const free = items.filter(({ id }) => !contents.some(({ itemId }) => itemId === id))
  return (
    <fieldset className={classes.kit}>
      <legend>In one kit</legend>
      <p className="quiet">It is taken apart as it comes in: its pieces lie on the shelf, the kit itself does not.</p>
      {contents.map(({ itemId, pieces }, i) => (
        <div key={itemId} className={classes.kitLine} role="group" aria-label={`In the kit, ${i + 1}`}>
          <Select
            aria-label={`Item ${i + 1}`}
            searchable
            data={items
              .filter(({ id }) => id === itemId || free.some((one) => one.id === id))
              .map(({ id, content }) => ({ value: id, label: content.name }))}
            value={itemId}
            onChange={(id) => id && set(i, { itemId: id })}
            allowDeselect={false}
            error={error(`.${i}.itemId`)}
          />
          <FigureField
            aria-label={`Pieces of item ${i + 1}`}
            mt={0}
            min={1}
            allowDecimal={false}
            value={pieces}
            onChange={(value) => set(i, { pieces: value ?? 0 })}
            error={error(`.${i}.pieces`)}
          />
          <Button
            variant="subtle"
            size="sm"
            onClick={() => onChange(contents.filter((_, j) => j !== i))}
            aria-label={`Leave out item ${i + 1}`}
          >
            Leave out
          </Button>
        </div>
      ))}
      <Select
        label={contents.length === 0 ? 'What is in it?' : 'And what else?'}
        placeholder={items.length === 0 ? 'keep its items first' : undefined}
        searchable
        data={free.map(({ id, content }) => ({ value: id, label: content.name }))}
        value={null}
        onChange={(id) => id && onChange([...contents, { itemId: id, pieces: 1 }])}
        error={error('')}
      />
    </fieldset>
  )
}
