import { logGamma, lowerGammaShare } from './gamma.ts'

/** A Weibull life: S(t) = exp(−(t/scale)^shape); scale in the unit of the clock that the part ages by. */
export interface WeibullLife {
  shape: number
  scale: number
}

/** Chance to outlive `age`: S(t) = exp(−(t/scale)^shape). @param age ≥ 0, in the unit of scale */
export function survival({ shape, scale }: WeibullLife, age: number): number {
  return Math.exp(-Math.pow(age / scale, shape))
}

/** Failures per unit of age of a part that has reached `age`: h(t) = (shape/scale)(t/scale)^(shape−1). */
export function hazard({ shape, scale }: WeibullLife, age: number): number {
  return (shape / scale) * Math.pow(age / scale, shape - 1)
}

/** Mean life scale·Γ(1 + 1/shape). */
export function meanLife({ shape, scale }: WeibullLife): number {
  return scale * Math.exp(logGamma(1 + 1 / shape))
}

/**
 * Mean running time per part when each is taken out at `age` at the latest: ∫₀ᵃ S(t) dt.
 * With x = (t/scale)^shape it is scale·Γ(1 + 1/shape)·P(1/shape, (age/scale)^shape).
 */
export function meanLifeUpTo(life: WeibullLife, age: number): number {
  return meanLife(life) * lowerGammaShare(1 / life.shape, Math.pow(age / life.scale, life.shape))
}

/**
 * Chance that a part of the given age fails within the next `ahead` hours: 1 − S(age + ahead)/S(age).
 * @param age ≥ 0 and ahead ≥ 0, in the unit of scale
 */
export function chanceToFailWithin(life: WeibullLife, age: number, ahead: number): number {
  const { shape, scale } = life
  return -Math.expm1(Math.pow(age / scale, shape) - Math.pow((age + ahead) / scale, shape))
}
