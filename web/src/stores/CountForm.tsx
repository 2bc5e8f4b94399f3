import { useState } from 'react'
import type { StockLine } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../ui/useAction.ts'
import { plural } from '../ui/words.ts'
import classes from './Stores.module.css'

/** What was counted on the shelf: that holds from then on, whatever the book had reckoned. */
export function CountForm({ items, onClose }: { items: StockLine[]; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Counted', onClose)
  const [counts, setCounts] = useState<Record<string, number | undefined>>({})
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const lines = items.flatMap(({ id }) => {
    const pieces = counts[id]
    return pieces === undefined ? [] : [{ itemId: id, pieces }]
  })
  return (
    <ActionDialog
      title="Count the shelf"
      verb={lines.length > 0 ? `Count ${plural(lines.length, 'item')}` : 'Count'}
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        if (lines.length === 0) return setMissing('Write down at least one figure.')
        setMissing(null)
        void submit({ kind: 'count-items', lines, ...(at ? { at } : {}) })
      }}
    >
      <p className="quiet">Leave empty what you have not counted.</p>
      <div className={classes.lines}>
        {items.map(({ id, content, onHand }, i) => (
          <div key={id} className={classes.countLine}>
            <span>
              {content.name}{' '}
              <span className="quiet">
                {content.place ? `${content.place}, ` : ''}the book says {onHand}
              </span>
            </span>
            <FigureField
              aria-label={`Pieces of ${content.name}`}
              min={0}
              allowDecimal={false}
              value={counts[id]}
              onChange={(pieces) => setCounts((before) => ({ ...before, [id]: pieces }))}
              error={fields[`lines.${lines.findIndex(({ itemId }) => itemId === id)}.pieces`]}
              data-autofocus={i === 0 || undefined}
            />
          </div>
        ))}
      </div>
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
