import { Autocomplete } from '@mantine/core'
import { useState } from 'react'
import type { StockLine } from '@diatribon/contract'
import { DayField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { useAction } from '../ui/useAction.ts'
import { itemSays } from './itemSays.ts'
import { LinesDialog } from './LinesDialog.tsx'
import classes from './Stores.module.css'

/** Pieces were ordered somewhere: the book knows what is under way, and until when it should be here. */
export function OrderForm({ items, onClose }: { items: StockLine[]; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Order written down', onClose)
  const wanted = (line: StockLine) => line.keep?.order ?? 0
  // What is to be ordered stands first and is filled in; somebody who orders less says so.
  const shown = items.filter(({ content }) => !content.madeHere).toSorted((a, b) => wanted(b) - wanted(a))
  const [pieces, setPieces] = useState<Record<string, number | undefined>>(() =>
    Object.fromEntries(shown.flatMap((line) => (wanted(line) > 0 ? [[line.id, wanted(line)]] : []))),
  )
  const [supplier, setSupplier] = useState('')
  const [expectedOn, setExpectedOn] = useState('')
  const [note, setNote] = useState('')
  const lines = shown.flatMap(({ id }) => {
    const some = pieces[id]
    return some === undefined ? [] : [{ itemId: id, pieces: some }]
  })
  const suppliers = [...new Set(shown.flatMap(({ content }) => content.supplier ?? []))].sort()
  /** Of one supplier only: an order goes to one of them. */
  const choose = (value: string) => {
    setSupplier(value)
    const only = suppliers.find((one) => one.toLowerCase() === value.trim().toLowerCase())
    if (only)
      setPieces(
        Object.fromEntries(
          shown.flatMap((line) =>
            line.content.supplier === only && wanted(line) > 0 ? [[line.id, wanted(line)]] : [],
          ),
        ),
      )
  }
  return (
    <LinesDialog
      title="Write down an order"
      verb="Ordered"
      verbOf={(items) => `Ordered: ${items}`}
      lines={lines}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSend={() =>
        void submit({
          kind: 'place-order',
          lines,
          ...(supplier.trim() ? { supplier: supplier.trim() } : {}),
          ...(expectedOn ? { expectedOn } : {}),
          ...(note.trim() ? { note: note.trim() } : {}),
        })
      }
    >
      <p className="quiet">Nothing is sent anywhere: order it as you always do, and write down here that you did.</p>
      <Autocomplete
        label="From"
        description="Supplier; then only what is to come from there."
        maxLength={120}
        data={suppliers}
        value={supplier}
        onChange={choose}
        error={fields.supplier}
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
              value={pieces[line.id]}
              onChange={(value) => setPieces((before) => ({ ...before, [line.id]: value }))}
              error={fields[`lines.${lines.findIndex(({ itemId }) => itemId === line.id)}.pieces`]}
            />
          </div>
        ))}
      </div>
      <DayField
        label="Expected on"
        description="Empty: as many days from now as each item usually takes."
        value={expectedOn}
        onChange={setExpectedOn}
        error={fields.expectedOn}
      />
      <NoteField value={note} onChange={setNote} />
    </LinesDialog>
  )
}
