import { normalTail } from '../maths/normal.ts'

/** A law of z = (ln age − location)/spread: its logarithms, first and second slopes. */
export interface LifeLaw {
  name: 'weibull' | 'lognormal'
  /** ln of the density of z, and its slopes. */
  density(z: number, out: Slopes): void
  /** ln of the chance to outlive z, and its slopes. */
  survival(z: number, out: Slopes): void
  /** ln of the chance to fail between z1 and z2, z1 < z2; −Infinity for z1: from the start. */
  between(z1: number, z2: number): number
  /** z that a share p of all does not reach. */
  quantile(p: number): number
}

/** A value with its first and second slope; written into, so that sums over many records allocate nothing. */
export interface Slopes {
  value: number
  slope: number
  bend: number
}

/**
 * Weibull: S = exp(−e^z), with location = ln scale and spread = 1/shape (smallest extreme value distribution of ln age).
 * Source: Meeker & Escobar (1998), ch. 4.
 */
export const weibullLaw: LifeLaw = {
  name: 'weibull',
  density(z, out) {
    const e = Math.exp(z)
    out.value = z - e
    out.slope = 1 - e
    out.bend = -e
  },
  survival(z, out) {
    const e = Math.exp(z)
    out.value = out.slope = out.bend = -e
  },
  between(z1, z2) {
    const [h1, h2] = [Math.exp(z1), Math.exp(z2)]
    return -h1 + Math.log(-Math.expm1(h1 - h2))
  },
  quantile: (p) => Math.log(-Math.log1p(-p)),
}

/** Lognormal: ln age is normal with mean = location and standard deviation = spread. Source: Meeker & Escobar (1998), ch. 4. */
export const lognormalLaw: LifeLaw = {
  name: 'lognormal',
  density(z, out) {
    out.value = -0.5 * z * z - halfLog2Pi
    out.slope = -z
    out.bend = -1
  },
  survival(z, out) {
    const { logUpperTail, hazard } = normalTail(z)
    out.value = logUpperTail
    out.slope = -hazard
    out.bend = -hazard * (hazard - z)
  },
  between(z1, z2) {
    // From the side on which both tails are small, so that nothing cancels.
    const [near, far] = z1 > 0 ? [z1, z2] : [-z2, -z1]
    const tail = normalTail(near).logUpperTail
    if (far === Infinity) return tail
    return tail + Math.log(-Math.expm1(normalTail(far).logUpperTail - tail))
  },
  quantile: (p) => {
    let [low, high] = [-40, 40]
    for (let n = 0; n < 90; n++) {
      const z = (low + high) / 2
      if (normalTail(z).logUpperTail > Math.log1p(-p)) low = z
      else high = z
    }
    return (low + high) / 2
  },
}

const halfLog2Pi = 0.5 * Math.log(2 * Math.PI)
