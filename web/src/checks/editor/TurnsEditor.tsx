import { turnClocks, type Turns } from '@diatribon/core'
import { Button, Select } from '@mantine/core'
import type { DraftFields } from '../../forms/draftFields.ts'
import { FigureField } from '../../ui/figures.tsx'
import classes from '../CheckType.module.css'
import { turnsWords } from '../turnWords.ts'

interface Part {
  turns: DraftFields<Turns>
}

/** When a check comes round. */
export function TurnsEditor({ turns }: Part) {
  const every = turns.rows('every')
  // What is being typed is no figure yet.
  const said = turns.draft.every.filter(({ amount }) => Number.isFinite(amount))
  const [next, ...free] = turnClocks.filter((clock) => !turns.draft.every.some((turn) => turn.clock === clock))
  return (
    <div className={classes.sheet}>
      <h2>Turns</h2>
      <p className="quiet">
        Now: {turnsWords({ ...turns.draft, every: said })}. Whichever comes first. What happens to a printer can call
        for it too: see “What a change upsets”.
      </p>
      {every.fields.map(({ draft: { clock }, figure, oneOf }, i) => (
        <div key={clock} className={classes.turn}>
          <FigureField label="Every" {...figure('amount')} />
          <Select label="Counted in" mt="sm" data={[clock, ...(next ? [next, ...free] : [])]} {...oneOf('clock')} />
          <Button variant="subtle" size="sm" aria-label={`Remove the turn by ${clock}`} onClick={() => every.drop(i)}>
            Remove
          </Button>
        </div>
      ))}
      {next && (
        <Button
          variant="default"
          size="sm"
          mt="xs"
          onClick={() => every.add({ clock: next, amount: next === 'hours' ? 100 : 1 })}
        >
          One more turn
        </Button>
      )}
      <WhenFields turns={turns} />
    </div>
  )
}

function WhenFields({ turns: { draft, set, figure, within, oneOf } }: Part) {
  return (
    <div className={classes.fields}>
      <FigureField
        label="First, hours after take-in (optional)"
        {...within('firstAfter').figure('amount')}
        required={false}
        onChange={(amount) => set('firstAfter', amount === undefined ? null : { clock: 'hours', amount })}
      />
      <FigureField
        label="Window, % of the interval"
        description="So much earlier or later is fine."
        {...figure('window')}
        min={0}
        max={50}
        allowDecimal={false}
        value={Math.round(draft.window * 100)}
        onChange={(percent) => set('window', (percent ?? 0) / 100)}
      />
      <Select
        label="The next turn counts from"
        mt="sm"
        data={[
          { value: 'done', label: 'when it was done' },
          { value: 'grid', label: 'a fixed grid since take-in' },
        ]}
        {...oneOf('countFrom')}
      />
    </div>
  )
}
