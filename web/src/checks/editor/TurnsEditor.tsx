import type { CheckContent } from '@diatribon/contract'
import { turnClocks, type Turns, type TurnClock, given } from '@diatribon/core'
import { Button, Select } from '@mantine/core'
import { FigureField } from '../../ui/figures.tsx'
import classes from '../CheckType.module.css'
import { turnsWords } from '../turnWords.ts'

/** When a check comes round. */
export function TurnsEditor(props: {
  content: CheckContent
  set: (change: Partial<CheckContent>) => void
  fields: Record<string, string>
}) {
  const { content, set, fields } = props
  const { turns } = content
  const free = turnClocks.filter((clock) => !turns.every.some((t) => t.clock === clock))
  const setTurns = (change: Partial<CheckContent['turns']>) => set({ turns: { ...turns, ...change } })
  return (
    <div className={classes.sheet}>
      <h2>Turns</h2>
      <p className="quiet">
        Now: {turnsWords(turns)}. Whichever comes first. What happens to a printer can call for it too: see “What a
        change upsets”.
      </p>
      {turns.every.map((turn, i) => (
        <TurnFields key={turn.clock} turn={turn} setTurns={setTurns} turns={turns} fields={fields} i={i} free={free} />
      ))}
      {free.length > 0 && (
        <Button
          variant="default"
          size="sm"
          mt="xs"
          onClick={() =>
            setTurns({ every: [...turns.every, { clock: given(free[0]), amount: free[0] === 'hours' ? 100 : 1 }] })
          }
        >
          One more turn
        </Button>
      )}
      <WhenFields turns={turns} setTurns={setTurns} fields={fields} />
    </div>
  )
}

function TurnFields(props: {
  turn: Turns['every'][number]
  setTurns: (change: Partial<Turns>) => void
  turns: Turns
  fields: Record<string, string>
  i: number
  free: TurnClock[]
}) {
  const { turn, setTurns, turns, fields, i, free } = props
  return (
    <div className={classes.turn}>
      <FigureField
        label="Every"
        value={turn.amount}
        onChange={(amount) =>
          setTurns({ every: turns.every.map((t) => (t === turn ? { ...t, amount: amount ?? 0 } : t)) })
        }
        error={fields[`content.turns.every.${i}.amount`]}
      />
      <Select
        label="Counted in"
        mt="sm"
        allowDeselect={false}
        data={[turn.clock, ...free]}
        value={turn.clock}
        onChange={(clock) =>
          setTurns({ every: turns.every.map((t) => (t === turn ? { ...t, clock: clock as TurnClock } : t)) })
        }
      />
      <Button
        variant="subtle"
        size="sm"
        aria-label={`Remove the turn by ${turn.clock}`}
        onClick={() => setTurns({ every: turns.every.filter((t) => t !== turn) })}
      >
        Remove
      </Button>
    </div>
  )
}

function WhenFields({
  turns,
  setTurns,
  fields,
}: {
  turns: Turns
  setTurns: (change: Partial<Turns>) => void
  fields: Record<string, string>
}) {
  return (
    <div className={classes.fields}>
      <FigureField
        label="First, hours after take-in (optional)"
        value={turns.firstAfter?.amount}
        onChange={(amount) => setTurns({ firstAfter: amount === undefined ? null : { clock: 'hours', amount } })}
        error={fields['content.turns.firstAfter.amount']}
      />
      <FigureField
        label="Window, % of the interval"
        description="So much earlier or later is fine."
        allowDecimal={false}
        value={Math.round(turns.window * 100)}
        onChange={(percent) => setTurns({ window: (percent ?? 0) / 100 })}
        error={fields['content.turns.window']}
      />
      <Select
        label="The next turn counts from"
        mt="sm"
        allowDeselect={false}
        data={[
          { value: 'done', label: 'when it was done' },
          { value: 'grid', label: 'a fixed grid since take-in' },
        ]}
        value={turns.countFrom}
        onChange={(countFrom) => setTurns({ countFrom: countFrom as 'done' | 'grid' })}
      />
    </div>
  )
}
