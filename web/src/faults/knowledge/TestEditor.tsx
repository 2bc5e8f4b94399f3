import { Button, Checkbox, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { neededStates, type FaultTest, type Knowledge, type NeededState, type TestOutcome } from '@diatribon/contract'
import { FigureField } from '../../ui/figures.tsx'
import { newKey } from '../../ui/newKey.ts'
import { AboutField, CautionField, SignOffField, textOrNull } from './AboutFields.tsx'
import { EditorDialog, WordsField } from './EditorDialog.tsx'
import classes from './Knowledge.module.css'

const fresh: FaultTest = {
  id: '',
  name: '',
  how: '',
  minutes: 2,
  state: 'any',
  caution: null,
  signOff: null,
  onSister: false,
  about: { slotKinds: [], models: [] },
  outcomes: [
    { words: 'wrong', likely: {}, otherwise: 0.05 },
    { words: 'in order', likely: {}, otherwise: 0.95 },
  ],
  dropped: false,
}

const cents = (value: number) => Math.round(Math.min(0.99, Math.max(0.01, value)) * 100) / 100

/**
 * The chances of a test with two outcomes: the first is what is typed, the second is what is left to 1.
 * @param of cause id, or null for all other causes
 */
function withChance(outcomes: TestOutcome[], of: string | null, first: number | null): TestOutcome[] {
  return outcomes.map((outcome, i) => {
    if (first === null) {
      const { [of!]: _, ...likely } = outcome.likely
      return { ...outcome, likely }
    }
    const value = cents(i === 0 ? first : 1 - first)
    return of === null ? { ...outcome, otherwise: value } : { ...outcome, likely: { ...outcome.likely, [of]: value } }
  })
}

/** A test: how it is done, how it can end, and how likely it ends badly under each cause. */
export function TestEditor(props: { from: FaultTest | null; known: Knowledge; onClose: () => void }) {
  const { from, known, onClose } = props
  const [testId] = useState(() => from?.id ?? newKey())
  const [test, setTest] = useState<FaultTest>(from ?? fresh)
  const set = (change: Partial<FaultTest>) => setTest({ ...test, ...change })
  const { name, how, minutes, state, caution, signOff, onSister, about, outcomes } = test
  const named = Object.keys(outcomes[0]!.likely)
  const causeName = (id: string) => known.causes.find((cause) => cause.id === id)?.name ?? 'unknown cause'
  const action = (dropped: boolean) => {
    const { id: _, ...rest } = test
    return { kind: 'set-test' as const, testId, ...rest, caution: textOrNull(caution), dropped }
  }
  return (
    <EditorDialog
      what="test"
      before={from?.name ?? null}
      name={name}
      onName={(next) => set({ name: next })}
      action={action}
      onClose={onClose}
    >
      {(fields) => (
        <>
          <WordsField label="How it is done" value={how} onChange={(next) => set({ how: next })} error={fields.how} />
          <div className={classes.row}>
            <Select
              label="The printer must be"
              data={[...neededStates]}
              value={state}
              onChange={(value) => value && set({ state: value as NeededState })}
              allowDeselect={false}
            />
            <FigureField
              label="Minutes"
              mt={0}
              w={110}
              required
              min={0.5}
              value={minutes}
              onChange={(next) => set({ minutes: next ?? 0 })}
              error={fields.minutes}
            />
          </div>
          <Checkbox
            mt="sm"
            size="md"
            label="It is the same job on another printer of the model"
            checked={onSister}
            onChange={({ currentTarget }) => set({ onSister: currentTarget.checked })}
          />
          <div className={classes.row}>
            {outcomes.map(({ words }, i) => (
              <TextInput
                key={i}
                label={i === 0 ? 'It shows when something is wrong' : 'Otherwise'}
                required
                maxLength={80}
                value={words}
                onChange={({ currentTarget: { value } }) =>
                  set({ outcomes: outcomes.map((one, j) => (i === j ? { ...one, words: value } : one)) })
                }
                error={fields[`outcomes.${i}.words`]}
              />
            ))}
          </div>
          <h3 style={{ marginTop: 16 }}>Chance of “{outcomes[0]!.words}”</h3>
          {outcomes.length > 2 ? (
            <p className="quiet">A test with more than two outcomes is changed through the interface for programs.</p>
          ) : (
            <>
              {[...named, null].map((id) => (
                <div key={id ?? 'others'} className={classes.row}>
                  <span>{id === null ? 'under every other cause' : causeName(id)}</span>
                  <FigureField
                    aria-label={`Chance ${id === null ? 'under every other cause' : `under ${causeName(id)}`}, per cent`}
                    mt={0}
                    w={100}
                    min={1}
                    max={99}
                    suffix=" %"
                    value={Math.round((id === null ? outcomes[0]!.otherwise : outcomes[0]!.likely[id]!) * 100)}
                    onChange={(next) => next !== undefined && set({ outcomes: withChance(outcomes, id, next / 100) })}
                  />
                  {id !== null && (
                    <Button
                      size="compact-sm"
                      variant="subtle"
                      aria-label={`Drop ${causeName(id)}`}
                      onClick={() => set({ outcomes: withChance(outcomes, id, null) })}
                    >
                      Drop
                    </Button>
                  )}
                </div>
              ))}
              <Select
                label="Add a cause that it speaks of"
                mt="sm"
                searchable
                data={known.causes
                  .filter(({ id, dropped }) => !dropped && !named.includes(id))
                  .map(({ id, name: label }) => ({ value: id, label }))}
                value={null}
                onChange={(id) => id && set({ outcomes: withChance(outcomes, id, 0.8) })}
              />
            </>
          )}
          <AboutField value={about} onChange={(next) => set({ about: next })} />
          <SignOffField value={signOff} onChange={(next) => set({ signOff: next })} />
          <CautionField value={caution} onChange={(next) => set({ caution: next })} />
        </>
      )}
    </EditorDialog>
  )
}
