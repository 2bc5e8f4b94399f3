import { Button, Progress, Select } from '@mantine/core'
import { useState } from 'react'
import type { PracticeFleet } from '@diatribon/contract'
import { lawsOfTruth, tradeErrors, type LawOfTruth, type TradeError, type TrainingChoices } from '@diatribon/core'
import { AsyncView } from '../ui/AsyncView.tsx'
import { FigureField } from '../ui/figures.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import classes from './Trainer.module.css'
import { Outcomes } from './Outcomes.tsx'
import { ChosenTable, Play } from './Play.tsx'
import { usePracticeFleet } from '../reads/trainer.ts'
import { useTrainer } from './useTrainer.ts'

/** A practice workshop: months in seconds, rules side by side, or each decision by hand. */
export function TrainerPage() {
  const fleet = usePracticeFleet()
  return (
    <>
      <PageHead
        title="Trainer"
        says="Months of a practice workshop in seconds: what too much and too little maintenance cost, and what the advice is worth. How long its parts last is drawn anew and told to nobody. Nothing of it touches the book."
      />
      <AsyncView of={fleet}>
        {(practice) =>
          practice.fleet.printers.length === 0 ? (
            <Nothing title="There is no printer with parts to practise on." />
          ) : (
            <Practice practice={practice} />
          )
        }
      </AsyncView>
    </>
  )
}

const daysOfMonth = 30
const tradeWords: Record<TradeError, string> = {
  right: 'right',
  'twice too long': 'twice too long',
  'twice too short': 'twice too short',
  'either way': 'wrong by a factor of two, either way',
  'nobody knows': 'nobody knows',
}
const lawWords: Record<LawOfTruth, string> = {
  Weibull: 'they wear (Weibull)',
  lognormal: 'a few last very long (lognormal)',
  'bad batches': 'now and then a bad batch',
}

/** The figures of a practice workshop: what they are called, where they begin, and between which limits they lie. */
const figureFields = {
  months: { label: 'Months', description: '1 to 36', first: 12, min: 1, max: 36 },
  minutes: { label: 'Staff minutes on an open day', description: 'For this work', first: 60, min: 0, max: 2000 },
  spares: {
    label: 'Spares of each part',
    description: 'On the shelf; one taken is ordered',
    first: 2,
    min: 0,
    max: 50,
  },
  leadDays: { label: 'Days until an order comes', description: '0 to 90', first: 7, min: 0, max: 90 },
  seed: { label: 'Number of the draw', description: 'The same number, the same fates', first: 1, min: 1, max: 999_999 },
  draws: { label: 'Draws', description: 'Side by side: the mean of so many', first: 5, min: 1, max: 30 },
} as const
type FigureName = keyof typeof figureFields
const figureNames = Object.keys(figureFields) as FigureName[]
const firstFigures = Object.fromEntries(figureNames.map((name) => [name, figureFields[name].first])) as Partial<
  Record<FigureName, number>
>

function Practice({ practice: { fleet, isOwn, notes } }: { practice: PracticeFleet }) {
  const [printers, setPrinters] = useState<number | undefined>(Math.min(4, fleet.printers.length))
  const [figures, setFigures] = useState(firstFigures)
  const [trade, setTrade] = useState<TradeError>('nobody knows')
  const [law, setLaw] = useState<LawOfTruth>('Weibull')
  const { state, begin, tell, stop } = useTrainer()
  const { months = 1, minutes = 0, spares = 0, leadDays = 0, seed = 1, draws = 1 } = figures
  const days = daysOfMonth * months
  const asked = () => {
    const chosen = fleet.printers.slice(0, printers ?? 1)
    const used = new Set(chosen.flatMap(({ slots }) => slots.map(({ partId }) => partId)))
    const choices: TrainingChoices = { seed, days, minutesPerDay: minutes, spares, leadDays, trade, law }
    return { fleet: { ...fleet, printers: chosen, parts: fleet.parts.filter(({ id }) => used.has(id)) }, choices }
  }
  const isBusy = state.is === 'running' || state.is === 'played'
  return (
    <>
      <p className="quiet">
        {isOwn ? 'Your own printers and parts, all new on day 0.' : 'Made-up printers from the starter library.'}{' '}
        {notes.join(' ')}
      </p>
      <form
        className={classes.form}
        data-playing={state.is === 'played' || undefined}
        aria-label="Practice workshop"
        onSubmit={(event) => {
          event.preventDefault()
          begin({ kind: 'run', ...asked(), draws })
        }}
      >
        <FigureField
          label="Printers"
          description={`1 to ${fleet.printers.length}`}
          min={1}
          max={fleet.printers.length}
          allowDecimal={false}
          required
          value={printers}
          onChange={setPrinters}
        />
        {figureNames.map((name) => {
          const { first: _, ...field } = figureFields[name]
          return (
            <FigureField
              key={name}
              {...field}
              allowDecimal={name === 'minutes'}
              required
              value={figures[name]}
              onChange={(value) => setFigures((all) => ({ ...all, [name]: value }))}
            />
          )
        })}
        <Select
          label="The trade’s intervals are"
          description="Against the age that costs least"
          mt="sm"
          data={tradeErrors.map((value) => ({ value, label: tradeWords[value] }))}
          value={trade}
          onChange={(value) => setTrade(value as TradeError)}
          allowDeselect={false}
        />
        <Select
          label="How parts end"
          description="Drawn from the number"
          mt="sm"
          data={lawsOfTruth.map((value) => ({ value, label: lawWords[value] }))}
          value={law}
          onChange={(value) => setLaw(value as LawOfTruth)}
          allowDeselect={false}
        />
        <div className={classes.buttons}>
          <Button type="submit" disabled={isBusy}>
            Run the rules side by side
          </Button>
          <Button
            variant="default"
            disabled={isBusy}
            onClick={(event) => {
              if (event.currentTarget.form?.reportValidity()) begin({ kind: 'play', ...asked() })
            }}
          >
            Play it yourself
          </Button>
          {isBusy && (
            <Button variant="default" onClick={stop}>
              Stop
            </Button>
          )}
        </div>
      </form>
      <section aria-label="What came of it" className={classes.outcome}>
        {state.is === 'idle' && state.problem && <p role="alert">{state.problem}</p>}
        {state.is === 'running' && (
          <Progress value={100 * state.share} aria-label="Months that have been run" size="lg" animated />
        )}
        {state.is === 'ran' && <Outcomes outcomes={state.outcomes} draws={state.draws} />}
        {state.is === 'played' && (
          <Play
            stands={state.stands}
            diary={state.diary}
            days={days}
            waiting={state.waiting}
            onChoose={(choice) => tell({ kind: 'choose', choice })}
            onFinish={() => tell({ kind: 'finish' })}
          />
        )}
        {state.is === 'over' && (
          <>
            <Outcomes outcomes={state.outcomes} />
            <ChosenTable chosen={state.chosen} />
          </>
        )}
      </section>
    </>
  )
}
