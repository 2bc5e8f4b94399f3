import { given } from '@diatribon/core'
import { Button, Checkbox, Select, Textarea, TextInput } from '@mantine/core'
import { neededStates, type FaultTest, type Knowledge, type TestOutcome } from '@diatribon/contract'
import { EditorDialog } from '../../forms/EditorDialog.tsx'
import { useSetDraft } from '../../forms/useDraft.ts'
import { FigureField } from '../../ui/figures.tsx'
import { newKey } from '../../ui/newKey.ts'
import { AboutField, CautionField, SignOffField, textOrNull } from './AboutFields.tsx'
import { causeNamed, causesToAdd } from './causesToAdd.ts'
import classes from './Knowledge.module.css'
import { causesIn, chanceOf, withCause, withChance, withoutCause, withoutOutcome, withOutcome } from './outcomes.ts'

const fresh: Omit<FaultTest, 'id'> = {
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

const testBegun = (from: FaultTest | null) => {
  const { id, caution, minutes, ...rest } = from ?? { id: newKey(), ...fresh }
  return { testId: id, ...rest, caution: caution ?? '', minutes: minutes as number | undefined }
}

/** A test: how it is done, how it can end, and how likely it ends badly under each cause. */
export function TestEditor(props: { from: FaultTest | null; known: Knowledge; onClose: () => void }) {
  const { from, known, onClose } = props
  const form = useSetDraft(() => testBegun(from), { kind: 'set-test', done: 'Set', onClose })
  const { draft, words, figure, choice, oneOf, tick, fields } = form
  const outcomes: Outcomes = {
    all: draft.outcomes,
    set: (to) => form.set('outcomes', to),
    wrong: (i) => fields[`outcomes.${i}.words`],
  }
  return (
    <EditorDialog
      what="test"
      before={from?.name ?? null}
      form={form}
      action={({ caution, minutes = 0, ...rest }, dropped) => ({
        kind: 'set-test',
        ...rest,
        minutes,
        caution: textOrNull(caution),
        dropped,
      })}
    >
      <Textarea label="How it is done" mt="sm" autosize {...words('how')} />
      <div className={classes.row}>
        <Select label="The printer must be" data={[...neededStates]} {...oneOf('state')} />
        <FigureField label="Minutes" mt={0} w={110} {...figure('minutes')} />
      </div>
      <Checkbox mt="sm" size="md" label="It is the same job on another printer of the model" {...tick('onSister')} />
      <h3 style={{ marginTop: 16 }}>How it can end</h3>
      <OutcomeFields outcomes={outcomes} />
      {draft.outcomes.slice(0, -1).map((_, which) => (
        <ChanceFields key={which} which={which} outcomes={outcomes} known={known} />
      ))}
      <p className="quiet" style={{ margin: '6px 0 0' }}>
        What is left to 100 % is the chance of “{given(draft.outcomes.at(-1)).words || 'the last end'}”.
      </p>
      <Select
        label="Add a cause that it speaks of"
        mt="sm"
        searchable
        data={causesToAdd(known, causesIn(draft.outcomes))}
        value={null}
        onChange={(id) => id && form.set('outcomes', (before) => withCause(before, id))}
      />
      <AboutField {...choice('about')} />
      <SignOffField {...choice('signOff')} />
      <CautionField {...words('caution')} />
    </EditorDialog>
  )
}

/** The ways in which it can end; the last is that nothing is wrong. */
interface Outcomes {
  all: TestOutcome[]
  set: (to: TestOutcome[]) => void
  wrong: (i: number) => string | undefined
}

function OutcomeFields({ outcomes: { all, set, wrong } }: { outcomes: Outcomes }) {
  const last = all.length - 1
  return (
    <>
      {all.map(({ words }, i) => (
        <div key={i} className={classes.row}>
          <TextInput
            label={i === 0 ? 'It shows when something is wrong' : i === last ? 'Otherwise' : 'Or'}
            required
            maxLength={80}
            value={words}
            onChange={({ currentTarget: { value } }) =>
              set(all.map((one, j) => (i === j ? { ...one, words: value } : one)))
            }
            error={wrong(i)}
          />
          {i > 0 && i < last && (
            <Button
              size="compact-sm"
              variant="subtle"
              aria-label={`Drop the end “${words}”`}
              onClick={() => set(withoutOutcome(all, i))}
            >
              Drop
            </Button>
          )}
        </div>
      ))}
      {all.length < mostOutcomes && (
        <Button variant="subtle" size="sm" mt={4} onClick={() => set(withOutcome(all))}>
          Another way it can end
        </Button>
      )}
    </>
  )
}

function ChanceFields(props: { which: number; outcomes: Outcomes; known: Knowledge }) {
  const { which, outcomes, known } = props
  const { all, set } = outcomes
  const outcome = given(all[which])
  return (
    <fieldset className={classes.chances}>
      <legend>Chance of “{outcome.words || 'the other end'}”</legend>
      {[...causesIn(all), null].map((id) => (
        <div key={id ?? 'others'} className={classes.row}>
          <span>{id === null ? 'under every other cause' : causeNamed(known, id)}</span>
          <FigureField
            aria-label={`Chance ${id === null ? 'under every other cause' : `under ${causeNamed(known, id)}`}, per cent`}
            mt={0}
            w={100}
            min={1}
            max={99}
            allowDecimal={false}
            suffix="%"
            value={Math.round(chanceOf(outcome, id) * 100)}
            onChange={(next) => next !== undefined && set(withChance(all, id, which, next / 100))}
          />
          {id !== null && which === 0 && (
            <Button
              size="compact-sm"
              variant="subtle"
              aria-label={`Drop ${causeNamed(known, id)}`}
              onClick={() => set(withoutCause(all, id))}
            >
              Drop
            </Button>
          )}
        </div>
      ))}
    </fieldset>
  )
}
