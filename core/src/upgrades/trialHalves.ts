import { keyedRandom } from '../maths/keyedRandom.ts'

export interface TrialPrinter {
  id: string
  modelId: string
  /** Running hours so far. */
  hours: number
}

export interface TrialArm {
  id: string
  arm: 'gets it' | 'compared'
  /** Two with the same number are alike: of one model where that can be, and of about the same hours. */
  pair: number
}

/**
 * Draws the half of some printers that gets an upgrade, so that the other half can be compared with it.
 *
 * Printers of one model are put in order of their hours and taken two by two; a coin says which of the two gets it. Those that are left over
 * of their models are paired with each other; a last one without a partner is compared.
 * @param seed any whole number; it is kept, and the same seed draws the same half
 * @returns in the order of the pairs
 * Source: matched-pair randomisation, as in Imai, King & Nall (2009), Statistical Science 24.
 */
export function trialHalves(printers: readonly TrialPrinter[], seed: number): TrialArm[] {
  const inOrder = printers.toSorted((a, b) => compare(a.modelId, b.modelId) || a.hours - b.hours || compare(a.id, b.id))
  const pairs: TrialPrinter[][] = []
  const left: TrialPrinter[] = []
  for (const modelId of new Set(inOrder.map((one) => one.modelId))) {
    const own = inOrder.filter((one) => one.modelId === modelId)
    for (let i = 0; i + 1 < own.length; i += 2) pairs.push(own.slice(i, i + 2))
    if (own.length % 2 === 1) left.push(...own.slice(-1))
  }
  left.sort((a, b) => a.hours - b.hours || compare(a.id, b.id))
  for (let i = 0; i < left.length; i += 2) pairs.push(left.slice(i, i + 2))
  return pairs.flatMap((pair, number) => {
    const first = pair.length === 1 ? 1 : keyedRandom(seed, number) < 0.5 ? 0 : 1
    return pair.map(({ id }, i): TrialArm => ({ id, arm: i === first ? 'gets it' : 'compared', pair: number + 1 }))
  })
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)
