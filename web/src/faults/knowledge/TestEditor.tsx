import { given } from '@diatribon/core'
import { Button, Checkbox, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { neededStates, type FaultTest, type Knowledge, type NeededState, type TestOutcome } from '@diatribon/contract'
import { FigureField } from '../../ui/figures.tsx'
import { newKey } from '../../ui/newKey.ts'
import { AboutField, CautionField, SignOffField, textOrNull } from './AboutFields.tsx'
import { EditorDialog, WordsField } from '../../forms/EditorDialog.tsx'
import classes from './Knowledge.module.css'
import { causesIn, chanceOf, withCause, withChance, withoutCause, withoutOutcome, withOutcome } from './outcomes.ts'

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

const mostOutcomes = 6

/** A test: how it is done, how it can end, and how likely it ends badly under each cause. */
export function TestEditor(props: { from: FaultTest | null; known: Knowledge; onClose: () => void }) {
  const { from, known, onClose } = props
  const [testId] = useState(() => from?.id ?? newKey())
  const [test, setTest] = useState<FaultTest>(from ?? fresh)
  const set = (change: Partial<FaultTest>) => setTest({ ...test, ...change })
  const { name, how, minutes, state, caution, signOff, onSister, about, outcomes } = test
  const named = causesIn(outcomes)
  const last = outcomes.length - 1
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
          <DoingFields state={state} set={set} minutes={minutes} fields={fields} onSister={onSister} />
          <h3 style={{ marginTop: 16 }}>How it can end</h3>
          <OutcomeFields outcomes={outcomes} last={last} set={set} fields={fields} />
          {outcomes.slice(0, last).map(({ words }, which) => (
            <ChanceFields
              key={which}
              which={which}
              words={words}
              named={named}
              causeName={causeName}
              outcomes={outcomes}
              set={set}
            />
          ))}
          <p className="quiet" style={{ margin: '6px 0 0' }}>
            What is left to 100 % is the chance of “{given(outcomes[last]).words || 'the last end'}”.
          </p>
          <Select
            label="Add a cause that it speaks of"
            mt="sm"
            searchable
            data={known.causes
              .filter(({ id, dropped }) => !dropped && !named.includes(id))
              .map(({ id, name: label }) => ({ value: id, label }))}
            value={null}
            onChange={(id) => id && set({ outcomes: withCause(outcomes, id) })}
          />
          <AboutField value={about} onChange={(next) => set({ about: next })} />
          <SignOffField value={signOff} onChange={(next) => set({ signOff: next })} />
          <CautionField value={caution} onChange={(next) => set({ caution: next })} />
        </>
      )}
    </EditorDialog>
  )
}

function DoingFields(props: {
  state: NeededState
  set: (change: Partial<FaultTest>) => void
  minutes: number
  fields: Record<string, string>
  onSister: boolean
}) {
  const { state, set, minutes, fields, onSister } = props
  return (
    <>
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
    </>
  )
}

function OutcomeFields(props: {
  outcomes: TestOutcome[]
  last: number
  set: (change: Partial<FaultTest>) => void
  fields: Record<string, string>
}) {
  const { outcomes, last, set, fields } = props
  return (
    <>
      {outcomes.map(({ words }, i) => (
        <div key={i} className={classes.row}>
          <TextInput
            label={i === 0 ? 'It shows when something is wrong' : i === last ? 'Otherwise' : 'Or'}
            required
            maxLength={80}
            value={words}
            onChange={({ currentTarget: { value } }) =>
              set({ outcomes: outcomes.map((one, j) => (i === j ? { ...one, words: value } : one)) })
            }
            error={fields[`outcomes.${i}.words`]}
          />
          {i > 0 && i < last && (
            <Button
              size="compact-sm"
              variant="subtle"
              aria-label={`Drop the end “${words}”`}
              onClick={() => set({ outcomes: withoutOutcome(outcomes, i) })}
            >
              Drop
            </Button>
          )}
        </div>
      ))}
      {outcomes.length < mostOutcomes && (
        <Button variant="subtle" size="sm" mt={4} onClick={() => set({ outcomes: withOutcome(outcomes) })}>
          Another way it can end
        </Button>
      )}
    </>
  )
}

function ChanceFields(props: {
  which: number
  words: string
  named: string[]
  causeName: (id: string) => string
  outcomes: TestOutcome[]
  set: (change: Partial<FaultTest>) => void
}) {
  const { which, words, named, causeName, outcomes, set } = props
  return (
    <fieldset className={classes.chances}>
      <legend>Chance of “{words || 'the other end'}”</legend>
      {[...named, null].map((id) => (
        <div key={id ?? 'others'} className={classes.row}>
          <span>{id === null ? 'under every other cause' : causeName(id)}</span>
          <FigureField
            aria-label={`Chance ${id === null ? 'under every other cause' : `under ${causeName(id)}`}, per cent`}
            mt={0}
            w={100}
            min={1}
            max={99}
            allowDecimal={false}
            suffix="%"
            value={Math.round(chanceOf(given(outcomes[which]), id) * 100)}
            onChange={(next) => next !== undefined && set({ outcomes: withChance(outcomes, id, which, next / 100) })}
          />
          {id !== null && which === 0 && (
            <Button
              size="compact-sm"
              variant="subtle"
              aria-label={`Drop ${causeName(id)}`}
              onClick={() => set({ outcomes: withoutCause(outcomes, id) })}
            >
              Drop
            </Button>
          )}
        </div>
      ))}
    </fieldset>
  )
}
