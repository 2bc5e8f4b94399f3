import { InputProblem } from '../inputProblem.ts'
import { withoutHum } from './withoutHum.ts'

export interface Pitch {
  hz: number
  /** 1: repeats itself exactly; 0: does not repeat at all. */
  clarity: number
}

const lowestHz = 18
const highestHz = 320
/** Samples a second that are enough for the highest pitch and its first overtones. */
const enoughPerSecond = 4000
/** The first dip of the difference function below this is the period (the paper's threshold, widened for plucks in a noisy room). */
const threshold = 0.15
/** Above this nothing repeats: noise. */
const mostAperiodic = 0.4
/** Nearer than this to a hum that was taken out, a pitch is not believed. */
const nearHum = 0.02
/** The pitch of a belt may wander so much between the halves of a recording; more means that it is not one tone. */
const mostWander = 0.04

/**
 * Pitch of a plucked belt, by the YIN method: the lag at which the sound differs least from itself, the differences of all
 * windows added up so that noise averages out. What the room hums at all the while is taken out first.
 * @param samples one channel, any scale, at least a third of a second
 * @param sampleRate samples a second, ≥ 4000
 * @returns pitch between 20 and 300 Hz, within 1 % on plucks with noise
 * @throws InputProblem 'no-pitch' when the sound is too short, too faint, or does not repeat
 * Source: de Cheveigné & Kawahara (2002), YIN, a fundamental frequency estimator for speech and music, JASA 111.
 */
export function findPitch(samples: Float32Array | readonly number[], sampleRate: number): Pitch {
  const step = Math.max(1, Math.floor(sampleRate / enoughPerSecond))
  const rate = sampleRate / step
  const raw = thinned(samples, step)
  const { sound, hums } = withoutHum(raw, rate)
  const longest = Math.ceil(rate / lowestHz)
  const shortest = Math.floor(rate / highestHz)
  const window = 2 * longest
  if (sound.length < window + longest || sound.length < 0.3 * rate)
    throw new InputProblem('no-pitch', 'The recording is too short: pluck and let it ring for half a second or more.')
  const peak = sound.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
  if (peak < 1e-4)
    throw new InputProblem('no-pitch', 'Nothing is to be heard. Hold the microphone close to the belt and pluck again.')
  const found = pitchOf(sound, { rate, shortest, longest, window })
  if (!found)
    throw new InputProblem(
      'no-pitch',
      'No clear tone: only noise, or more than one tone at once. Pluck again in a quiet moment.',
    )
  const half = Math.floor(sound.length / 2)
  if (half >= window + longest) {
    // A tone is the same in both halves, as far as the second is still to be heard.
    const halves = [sound.subarray(0, half), sound.subarray(half)].map((part) =>
      pitchOf(part, { rate, shortest, longest, window }),
    )
    const apart = halves.every((h) => h) && Math.abs(halves[0]!.hz / halves[1]!.hz - 1) > mostWander
    if (apart && found.clarity < 0.8)
      throw new InputProblem(
        'no-pitch',
        'The tone changes while it sounds. Pluck one span only, and hold the others still.',
      )
  }
  // So near to what the room hums at, one cannot be told from the other.
  if (hums.some((hz) => Math.abs(found.hz / hz - 1) < nearHum))
    throw new InputProblem(
      'no-pitch',
      `The room hums at ${hums[0]} Hz, and the tone found lies there too. Switch off what hums, or hold the microphone closer, and pluck again.`,
    )
  if (found.hz < 20 || found.hz > 300)
    throw new InputProblem('no-pitch', 'No belt sounds so low or so high: the tone found lies outside 20 to 300 Hz.')
  return found
}

function pitchOf(
  sound: Float64Array,
  { rate, shortest, longest, window }: { rate: number; shortest: number; longest: number; window: number },
): Pitch | null {
  const differences = new Float64Array(longest + 1)
  for (let start = 0; start + window + longest <= sound.length; start += window / 2)
    for (let lag = 1; lag <= longest; lag++) {
      let sum = 0
      for (let i = start; i < start + window; i++) sum += (sound[i]! - sound[i + lag]!) ** 2
      differences[lag]! += sum
    }
  // Divided by its mean up to there, so that lag 0 does not win.
  const normal = new Float64Array(longest + 1).fill(1)
  for (let lag = 1, sum = 0; lag <= longest; lag++) {
    sum += differences[lag]!
    normal[lag] = sum > 0 ? (differences[lag]! * lag) / sum : 1
  }
  const isDip = (lag: number) =>
    normal[lag]! <= normal[lag - 1]! && (lag === longest || normal[lag]! <= normal[lag + 1]!)
  let least = -1
  for (let lag = shortest; lag < longest; lag++)
    if (isDip(lag) && (least < 0 || normal[lag]! < normal[least]!)) least = lag
  if (least < 0 || normal[least]! > mostAperiodic) return null
  // The first dip that is nearly as deep as the deepest: later ones are whole multiples of the period.
  const deepEnough = Math.max(threshold, normal[least]! + 0.08)
  let lag = least
  for (let k = shortest; k < least; k++)
    if (isDip(k) && normal[k]! <= deepEnough) {
      lag = k
      break
    }
  return { hz: rate / refined(normal, lag), clarity: 1 - normal[lag]! }
}

/** The bottom of the parabola through a dip and its neighbours. */
function refined(values: Float64Array, at: number): number {
  const [a, b, c] = [values[at - 1]!, values[at]!, values[at + 1] ?? values[at - 1]!]
  const bend = a - 2 * b + c
  return bend > 0 ? at + (a - c) / (2 * bend) : at
}

/** Means of so many neighbours, without the constant part. */
function thinned(samples: Float32Array | readonly number[], step: number): Float64Array {
  const out = new Float64Array(Math.floor(samples.length / step))
  for (let i = 0; i < out.length; i++) {
    let sum = 0
    for (let k = 0; k < step; k++) sum += samples[i * step + k]!
    out[i] = sum / step
  }
  const mean = out.reduce((sum, value) => sum + value, 0) / Math.max(1, out.length)
  return out.map((value) => value - mean)
}
