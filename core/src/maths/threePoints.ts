/** Gauss and Legendre's places and weights on a stretch of length 1 around its middle (Abramowitz & Stegun 1964, 25.4.30). */
export const threePoints = [
  [-0.5 * Math.sqrt(0.6), 5 / 18],
  [0, 8 / 18],
  [0.5 * Math.sqrt(0.6), 5 / 18],
] as const
