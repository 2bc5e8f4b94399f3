import {
  given,
  InputProblem,
  PlayedRun,
  meanOutcome,
  ruleNames,
  trained,
  training,
  type Choice,
  type Chosen,
  type Decision,
  type Happened,
  type RunOutcome,
  type TrainingChoices,
  type TrainingFleet,
} from '@diatribon/core'

export type ToTrainer =
  /** Runs all rules through so many draws of fates. */
  | { kind: 'run'; fleet: TrainingFleet; choices: TrainingChoices; draws: number }
  | { kind: 'play'; fleet: TrainingFleet; choices: TrainingChoices }
  | { kind: 'choose'; choice: Choice }
  /** Ends the play today. */
  | { kind: 'finish' }

/** Where a play stands: the clock has stopped at a decision, or all is over. */
export interface PlayStands {
  day: number
  decision: Decision | null
  happened: Happened[]
  /** What was chosen last, with what nobody could know. */
  last: Chosen | null
  costMinor: number
}

/** Cost per 1,000 h of one rule in each draw. */
export interface Draws {
  rule: RunOutcome['rule']
  costs: number[]
}

export type FromTrainer =
  | { kind: 'progress'; share: number }
  | { kind: 'outcomes'; outcomes: RunOutcome[]; draws: Draws[] }
  | ({ kind: 'stands' } & PlayStands)
  | { kind: 'over'; chosen: Chosen[]; outcomes: RunOutcome[] }
  | { kind: 'problem'; words: string }

const tell = (message: FromTrainer) => self.postMessage(message)
let played: { run: PlayedRun; fleet: TrainingFleet; choices: TrainingChoices } | null = null

/** Months of a practice workshop beside the page; nothing of it is sent anywhere. */
self.onmessage = ({ data }: MessageEvent<ToTrainer>) => {
  try {
    if (data.kind === 'run') tell({ kind: 'outcomes', ...sideBySide(data) })
    else if (data.kind === 'play') {
      played = { ...data, run: new PlayedRun(data.fleet, data.choices) }
      goOn(null)
    } else if (played && data.kind === 'choose') goOn(played.run.choose(data.choice))
    else if (played) over(played.run.day)
  } catch (error) {
    tell({ kind: 'problem', words: error instanceof InputProblem ? error.message : 'These months cannot be run.' })
  }
}

function sideBySide({ fleet, choices, draws }: Extract<ToTrainer, { kind: 'run' }>) {
  const all = ruleNames.length * draws
  let ran = 0
  const byRule = ruleNames.map((rule) =>
    Array.from({ length: draws }, (_, draw) => {
      const run = training(fleet, { ...choices, seed: choices.seed + draw }, rule)
      for (;;) {
        const { done, value } = run.next()
        if (done) {
          ran++
          return value
        }
        tell({ kind: 'progress', share: (ran + value.day / choices.days) / all })
      }
    }),
  )
  return {
    outcomes: byRule.map(meanOutcome),
    draws: byRule.map((runs, i): Draws => ({
      rule: given(ruleNames[i]),
      costs: runs.map(({ costPer1000h }) => costPer1000h),
    })),
  }
}

function goOn(last: Chosen | null): void {
  if (!played) return
  const { run } = played
  const decision = run.next()
  const { curve } = run.outcome()
  tell({
    kind: 'stands',
    day: run.day,
    decision,
    happened: run.happened(),
    last,
    costMinor: curve.at(-1)?.costMinor ?? 0,
  })
  if (!decision) over(run.day)
}

/** The rules meet the same fates for as long as was played. */
function over(days: number): void {
  if (!played) return
  const { run, fleet, choices } = played
  const outcomes = days > 0 ? ruleNames.map((rule) => trained(fleet, { ...choices, days }, rule)) : []
  tell({ kind: 'over', chosen: run.chosen, outcomes: [run.outcome(), ...outcomes] })
  played = null
}
