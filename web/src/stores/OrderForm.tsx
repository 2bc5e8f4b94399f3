import { Autocomplete } from '@mantine/core'
import type { StockLine } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { DayField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { itemSays } from './itemSays.ts'
import { LinesDialog, noLine } from './LinesDialog.tsx'
import { linesOf } from './linesOf.ts'
import { orderWanted } from './orderWanted.ts'
import classes from './Stores.module.css'

/** Pieces were ordered somewhere: the book knows what is under way, and until when it should be here. */
export function OrderForm({ items, onClose }: { items: StockLine[]; onClose: () => void }) {
  const { shown, suppliers, wanted } = orderWanted(items)
  const { draft, set, fields, words, choice, sheet } = useDraft(
    () => ({ pieces: wanted(null), supplier: '', expectedOn: '', note: '' }),
    { kind: 'place-order', done: 'Order written down', onClose },
  )
  const lines = linesOf(shown, draft.pieces)
  return (
    <LinesDialog
      title="Write down an order"
      verb="Ordered"
      verbOf={(items) => `Ordered: ${items}`}
      lines={lines}
      {...sheet(({ supplier, expectedOn, note }) =>
        lines.length > 0 ? { kind: 'place-order', lines, ...told({ supplier, expectedOn, note }) } : noLine,
      )}
    >
      <p className="quiet">Nothing is sent anywhere: order it as you always do, and write down here that you did.</p>
      <Autocomplete
        label="From"
        description="Supplier; then only what is to come from there."
        maxLength={words('supplier').maxLength}
        data={suppliers}
        {...choice('supplier')}
        onChange={(supplier) => {
          set('supplier', supplier)
          // An order goes to one of them.
          const only = suppliers.find((one) => one.toLowerCase() === supplier.trim().toLowerCase())
          if (only) set('pieces', wanted(only))
        }}
      />
      <div className={classes.lines}>
        {shown.map((line) => (
          <div key={line.id} className={classes.countLine}>
            <span>
              {line.content.name} <span className="quiet">{itemSays(line)}</span>
            </span>
            <FigureField
              aria-label={`Pieces of ${line.content.name}`}
              min={1}
              allowDecimal={false}
              value={draft.pieces[line.id]}
              onChange={(pieces) => set('pieces', (before) => ({ ...before, [line.id]: pieces }))}
              error={fields[`lines.${lines.findIndex(({ itemId }) => itemId === line.id)}.pieces`]}
            />
          </div>
        ))}
      </div>
      <DayField
        label="Expected on"
        description="Empty: as many days from now as each item usually takes."
        {...choice('expectedOn')}
      />
      <NoteField {...words('note')} />
    </LinesDialog>
  )
}
