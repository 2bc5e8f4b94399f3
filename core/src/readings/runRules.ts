/** What a run of readings can show that is too unlikely to be chance. */
export const runRuleNames = [
  'one very far out',
  'nine on one side',
  'six steadily rising or falling',
  'fourteen up and down in turn',
  'two of three far out',
  'four of five well out',
  'fifteen close to the middle',
  'eight away from the middle',
] as const
export type RunRule = (typeof runRuleNames)[number]

export interface RunBreach {
  rule: RunRule
  /** Places of the readings that make the run, first to last. */
  from: number
  to: number
}

/** Each rule looks at the last so many readings, told in standard deviations from the mean. */
const rules: { rule: RunRule; length: number; shows: (run: readonly number[]) => boolean }[] = [
  { rule: 'one very far out', length: 1, shows: ([z]) => Math.abs(z!) > 3 },
  { rule: 'nine on one side', length: 9, shows: (run) => run.every((z) => z > 0) || run.every((z) => z < 0) },
  {
    rule: 'six steadily rising or falling',
    length: 6,
    shows: (run) => {
      const steps = stepsOf(run)
      return steps.every((s) => s > 0) || steps.every((s) => s < 0)
    },
  },
  {
    rule: 'fourteen up and down in turn',
    length: 14,
    shows: (run) => stepsOf(run).every((s, i, all) => s !== 0 && (i === 0 || s > 0 !== all[i - 1]! > 0)),
  },
  { rule: 'two of three far out', length: 3, shows: (run) => manyBeyond(run, 2, 2) },
  { rule: 'four of five well out', length: 5, shows: (run) => manyBeyond(run, 1, 4) },
  { rule: 'fifteen close to the middle', length: 15, shows: (run) => run.every((z) => Math.abs(z) < 1) },
  { rule: 'eight away from the middle', length: 8, shows: (run) => run.every((z) => Math.abs(z) > 1) },
]

/**
 * The eight tests for special causes on an individuals chart.
 * @param values in order of time
 * @param of mean and sigma of the readings when all is well, sigma > 0
 * @returns every run that a rule finds, in order of its end; empty when sigma is 0
 * Source: Nelson (1984), The Shewhart control chart: tests for special causes, Journal of Quality Technology 16.
 */
export function runRules(values: readonly number[], { mean, sigma }: { mean: number; sigma: number }): RunBreach[] {
  if (!(sigma > 0)) return []
  const z = values.map((value) => (value - mean) / sigma)
  return z.flatMap((_, to) =>
    rules.flatMap(({ rule, length, shows }): RunBreach[] => {
      const from = to - length + 1
      return from >= 0 && shows(z.slice(from, to + 1)) ? [{ rule, from, to }] : []
    }),
  )
}

const stepsOf = (run: readonly number[]) => run.slice(1).map((z, i) => z - run[i]!)

const manyBeyond = (run: readonly number[], sigmas: number, many: number) =>
  run.filter((z) => z > sigmas).length >= many || run.filter((z) => z < -sigmas).length >= many
