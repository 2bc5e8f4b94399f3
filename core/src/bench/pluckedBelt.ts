/**
 * Samples of a plucked belt for the simulated microphone: a fundamental with dying overtones, a click at the pluck, and noise.
 * Deterministic: the same seed gives the same samples. Not a measurement of any belt.
 * @param of hz the pitch; seconds how long; sampleRate; noise 0 none, 1 as loud as the tone; seed any whole number; tone false: noise alone
 * @returns samples between −1 and 1
 */
export function pluckedBelt(of: {
  hz: number
  seconds: number
  sampleRate: number
  noise: number
  seed: number
  tone?: boolean
}): Float32Array {
  const { hz, seconds, sampleRate, noise, seed, tone = true } = of
  const { exp, sin, min, max, imul, PI } = Math
  let state = seed >>> 0
  const random = () => {
    // A linear congruential generator: Numerical Recipes (3rd ed. 2007), §7.1.
    state = (imul(1664525, state) + 1013904223) >>> 0
    return state / 2 ** 31 - 1
  }
  const overtones = [1, 0.7, 0.45, 0.3, 0.18, 0.1]
  const phases = overtones.map(() => PI * random())
  return Float32Array.from({ length: Math.floor(seconds * sampleRate) }, (_, i) => {
    const t = i / sampleRate
    let sum = 0
    if (tone)
      overtones.forEach((share, k) => {
        sum += share * exp((-t * (k + 2)) / 1.4) * sin(2 * PI * hz * (k + 1) * t + phases[k]!)
      })
    if (tone && t < 0.004) sum += random()
    return max(-1, min(1, 0.3 * (sum + noise * random())))
  })
}
