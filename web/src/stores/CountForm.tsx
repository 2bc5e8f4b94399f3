import type { StockLine } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { LinesDialog, noLine } from './LinesDialog.tsx'
import { linesOf } from './linesOf.ts'
import classes from './Stores.module.css'

/** What was counted on the shelf: that holds from then on, whatever the book had reckoned. */
export function CountForm({ items, onClose }: { items: StockLine[]; onClose: () => void }) {
  const { draft, set, fields, choice, sheet } = useDraft(
    { pieces: {} as Record<string, number | undefined>, at: undefined as string | undefined },
    { kind: 'count-items', done: 'Counted', onClose },
  )
  const lines = linesOf(items, draft.pieces)
  return (
    <LinesDialog
      title="Count the shelf"
      verb="Count"
      verbOf={(items) => `Count ${items}`}
      lines={lines}
      {...sheet(({ at }) => (lines.length > 0 ? { kind: 'count-items', lines, ...told({ at }) } : noLine))}
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
              value={draft.pieces[id]}
              onChange={(pieces) => set('pieces', (before) => ({ ...before, [id]: pieces }))}
              error={fields[`lines.${lines.findIndex(({ itemId }) => itemId === id)}.pieces`]}
              data-autofocus={i === 0 || undefined}
            />
          </div>
        ))}
      </div>
      <WhenField {...choice('at')} />
    </LinesDialog>
  )
}
