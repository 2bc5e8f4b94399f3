import { againstLimits } from './againstLimits.ts'

/** What was found at a step of the take-in. */
export interface BaselineFound {
  name: string
  value: number | null
  unit: string | null
  choice: string | null
}

/** stop: nobody switches it on; out: something must follow before it goes to work. */
export interface OutOfOrder {
  weight: 'stop' | 'out'
  words: string
}

/** Mains of a country lie about one of two voltages; a selector has a place for each. IEC 60038: 230 V, and 120 V where it is halved. */
const selectors: Record<string, { from: number; to: number }> = {
  '115 V': { from: 90, to: 140 },
  '230 V': { from: 190, to: 260 },
}
export const mainsSelector = 'mains selector'
const goodLayer = 'good'

/**
 * Whether a value of the take-in is as it should be.
 * @param limits that the value is judged by; null: none are known
 * @param mainsVolts voltage of the mains in the workshop; null: nobody has told
 * @returns null when nothing speaks against it
 * Source: the selector after IEC 60038 (standard voltages); first layers and limits: common practice, no source.
 */
export function judgeBaseline(
  { name, value, unit, choice }: BaselineFound,
  { limits, mainsVolts }: { limits: { lower: number | null; upper: number | null } | null; mainsVolts: number | null },
): OutOfOrder | null {
  if (name === mainsSelector) return judgeSelector(choice, mainsVolts)
  if (name.startsWith('first layer') && choice !== null && choice !== goodLayer)
    return { weight: 'out', words: `${name}: ${choice}` }
  if (value === null || !limits || againstLimits(value, limits) === 'inside') return null
  const { lower, upper } = limits
  const should =
    lower !== null && upper !== null
      ? `${lower} to ${upper}`
      : lower !== null
        ? `at least ${lower}`
        : `at most ${upper}`
  return { weight: 'out', words: `${name} ${value}${unit ? ` ${unit}` : ''}, should be ${should}` }
}

function judgeSelector(choice: string | null, mainsVolts: number | null): OutOfOrder | null {
  const set = choice === null ? undefined : selectors[choice]
  if (!set) return null
  if (mainsVolts === null)
    return { weight: 'out', words: `mains selector at ${choice}, and nobody has told which mains this workshop has` }
  if (mainsVolts >= set.from && mainsVolts <= set.to) return null
  return {
    weight: 'stop',
    words:
      mainsVolts > set.to
        ? `mains selector at ${choice}, and the mains here has ${mainsVolts} V: switched on, the supply burns`
        : `mains selector at ${choice}, and the mains here has ${mainsVolts} V: the supply starves and may fail`,
  }
}
