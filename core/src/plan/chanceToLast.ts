import { InputProblem } from '../inputProblem.ts'
import { chanceToFailWithin, type WeibullLife } from '../maths/weibull.ts'

/** A part in place: its age on the clock of its life, and that life. */
export interface PartInPlace extends WeibullLife {
  age: number
}

/**
 * Chance that a printer gets through so many hours without a failure: no part of known age fails, given that each has lived so long, and
 * nothing else happens. Parts are taken to fail independently, other faults at random.
 * @param hours ≥ 0, on the clock of the parts
 * @param otherFaultsPer1000h faults that belong to none of these parts, ≥ 0
 * @throws InputProblem 'age-not-positive', 'life-not-positive', 'impossible-figure'
 * Source: a product of independent chances; conditional Weibull survival, Meeker & Escobar (1998), ch. 4.
 */
export function chanceToLast(hours: number, parts: readonly PartInPlace[], otherFaultsPer1000h = 0): number {
  if (!(hours >= 0 && Number.isFinite(hours)))
    throw new InputProblem('impossible-figure', `${hours} hours cannot be. It must be 0 or more.`)
  if (!(otherFaultsPer1000h >= 0 && Number.isFinite(otherFaultsPer1000h)))
    throw new InputProblem(
      'impossible-figure',
      `${otherFaultsPer1000h} faults in 1,000 h cannot be. It must be 0 or more.`,
    )
  const ofParts = parts.reduce((chance, { age, ...life }, i) => {
    const values = { row: i + 1 }
    if (!(age >= 0 && Number.isFinite(age)))
      throw new InputProblem('age-not-positive', `Part ${i + 1}: ${age} is no age. Ages are 0 or more.`, values)
    if (!(life.shape > 0 && life.scale > 0 && Number.isFinite(life.shape + life.scale)))
      throw new InputProblem('life-not-positive', `Part ${i + 1}: shape and scale must be more than 0.`, values)
    return chance * (1 - chanceToFailWithin(life, age, hours))
  }, 1)
  return ofParts * Math.exp((-otherFaultsPer1000h / 1000) * hours)
}
