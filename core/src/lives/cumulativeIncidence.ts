import { InputProblem } from '../inputProblem.ts'

/** A part that failed of a cause at an age, or was still good then (cause null). */
export interface EndOfCause {
  age: number
  cause: string | null
}

export interface CauseIncidence {
  /** Share of all parts that have failed of this cause by each of the times, with 95 % limits. */
  incidence: number[]
  lower: number[]
  upper: number[]
}

const normal975 = 1.959963984540054
const mostCauses = 40

/**
 * Cumulative incidence of each cause where others compete with it.
 *
 * At each failure age: of those still good just before, n of them, d fail of the cause: its share grows by S·d/n, S the share still
 * good of all causes. A part that came out good at that age is still at risk there. The variance is Aalen's, by Greenwood's way:
 * Σ (F(t) − F(s))²·d/(n(n − d)) + Σ S²·(n − d₁)·d₁/n³ − 2·Σ (F(t) − F(s))·S·d₁/n². Limits are those of ln(−ln F).
 * @param records ages ≥ 0 in one unit; a cause is any word
 * @returns times of failures, ascending, and for each cause, by name, its curve at them
 * @throws InputProblem 'no-records', 'age-not-positive', 'no-failures', 'too-many' (over 40 causes)
 * Source: Aalen & Johansen (1978), Scand. J. Statist. 5; variance: Marubini & Valsecchi (1995), ch. 10; causes that compete:
 * Crowder, Classical Competing Risks (2001).
 */
export function cumulativeIncidence(records: readonly EndOfCause[]): {
  times: number[]
  causes: Record<string, CauseIncidence>
} {
  if (records.length === 0) throw new InputProblem('no-records', 'There are no records. Give at least one.')
  records.forEach(({ age }, i) => {
    if (!(age >= 0 && Number.isFinite(age)))
      throw new InputProblem('age-not-positive', `Record ${i + 1}: ${age} is no age. Ages are 0 or more.`, {
        row: i + 1,
      })
  })
  const names = [...new Set(records.flatMap(({ cause }) => (cause === null ? [] : cause)))].sort()
  if (names.length === 0)
    throw new InputProblem('no-failures', 'None of these parts has failed, so no cause has a share yet.')
  if (names.length > mostCauses)
    throw new InputProblem('too-many', `${names.length} causes are too many to tell apart: at most ${mostCauses}.`)
  const steps = stepsOf(records, names)
  const causes = Object.fromEntries(names.map((name, c): [string, CauseIncidence] => [name, curveOf(steps, c)]))
  return { times: steps.map(({ age }) => age), causes }
}

interface Step {
  age: number
  atRisk: number
  failed: number
  ofCause: number[]
  /** Share still good just before. */
  before: number
}

function stepsOf(records: readonly EndOfCause[], names: readonly string[]): Step[] {
  const place = new Map(names.map((name, i) => [name, i]))
  const sorted = [...records].sort((a, b) => a.age - b.age)
  const steps: Step[] = []
  let [atRisk, before] = [sorted.length, 1]
  for (let i = 0; i < sorted.length;) {
    const age = sorted[i]?.age as number
    const ofCause = names.map(() => 0)
    let [failed, gone] = [0, 0]
    for (let end = sorted[i]; end?.age === age; end = sorted[++i]) {
      gone++
      if (end.cause === null) continue
      failed++
      const at = place.get(end.cause) as number
      ofCause[at] = (ofCause[at] as number) + 1
    }
    if (failed > 0) {
      steps.push({ age, atRisk, failed, ofCause, before })
      before *= 1 - failed / atRisk
    }
    atRisk -= gone
  }
  return steps
}

function curveOf(steps: readonly Step[], cause: number): CauseIncidence {
  const curve: CauseIncidence = { incidence: [], lower: [], upper: [] }
  // Sums over steps of 1, F(s) and F(s)² times what each adds, so that every limit costs one step.
  let [share, g0, g1, g2, own, cross0, cross1] = [0, 0, 0, 0, 0, 0, 0]
  for (const { atRisk: n, failed: d, ofCause, before } of steps) {
    const d1 = ofCause[cause] as number
    share += (before * d1) / n
    const greenwood = n > d ? d / (n * (n - d)) : 0
    g0 += greenwood
    g1 += greenwood * share
    g2 += greenwood * share * share
    own += (before * before * (n - d1) * d1) / n ** 3
    const both = (before * d1) / n ** 2
    cross0 += both
    cross1 += both * share
    const variance = share * share * g0 - 2 * share * g1 + g2 + own - 2 * (share * cross0 - cross1)
    const [lower, upper] = limitsOf(share, Math.sqrt(Math.max(0, variance)))
    curve.incidence.push(share)
    curve.lower.push(lower)
    curve.upper.push(upper)
  }
  return curve
}

function limitsOf(share: number, error: number): [number, number] {
  if (share <= 0) return [0, 0]
  if (share >= 1 || error === 0) return [share, share]
  const width = Math.exp((normal975 * error) / (share * -Math.log(share)))
  return [share ** width, share ** (1 / width)]
}
