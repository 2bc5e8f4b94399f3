import { useState } from 'react'
import type { StockLine } from '@diatribon/contract'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../ui/useAction.ts'
import { LinesDialog } from './LinesDialog.tsx'
import classes from './Stores.module.css'

/** What was counted on the shelf: that holds from then on, whatever the book had reckoned. */
export function CountForm({ items, onClose }: { items: StockLine[]; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Counted', onClose)
  const [counts, setCounts] = useState<Record<string, number | undefined>>({})
  const [at, setAt] = useState<string>()
  const lines = items.flatMap(({ id }) => {
    const pieces = counts[id]
    return pieces === undefined ? [] : [{ itemId: id, pieces }]
  })
  return (
    <LinesDialog
      title="Count the shelf"
      verb="Count"
      verbOf={(items) => `Count ${items}`}
      lines={lines}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSend={() => void submit({ kind: 'count-items', lines, ...(at ? { at } : {}) })}
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
    </LinesDialog>
  )
}
