/** Frequencies of the mains, and how many of their multiples a room hums at. */
const mains = [50, 60]
const multiples = 6
/** A tone that has hardly died down between the first and the last third of a recording is no pluck. */
const steadyFrom = 0.62
/** Below this share of the loudest moment a hum does no harm. */
const faintest = 0.02

export interface Hushed {
  sound: Float64Array
  /** Multiples of the mains that hummed through the whole recording and were taken out, in Hz. */
  hums: number[]
}

/**
 * A recording without the room's mains hum.
 *
 * A pluck dies away, a hum does not: each multiple of 50 and 60 Hz that is as strong in the last third of the recording as in the
 * first is taken for hum, and the tone that fits the last third is subtracted from all of it.
 * @param sound samples around 0
 * @param rate samples a second
 * Source: least squares on a known frequency (Kay 1993, Fundamentals of Statistical Signal Processing, ch. 4); common practice that a
 * pluck dies and a hum stays.
 */
export function withoutHum(sound: Float64Array, rate: number): Hushed {
  const third = Math.floor(sound.length / 3)
  const peak = sound.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
  const clean = Float64Array.from(sound)
  const hums: number[] = []
  for (const base of mains)
    for (let k = 1; k <= multiples; k++) {
      const hz = base * k
      if (hums.includes(hz) || hz > rate / 2.5) continue
      const late = toneIn(clean, 2 * third, clean.length, hz / rate)
      const early = toneIn(clean, 0, third, hz / rate)
      const [loudLate, loudEarly] = [Math.hypot(late.cos, late.sin), Math.hypot(early.cos, early.sin)]
      if (loudLate < faintest * peak || loudLate < steadyFrom * loudEarly || loudEarly < 0.5 * loudLate) continue
      // The same tone at both ends, in step: a belt that lies near it is not.
      const inStep = (late.cos * early.cos + late.sin * early.sin) / (loudLate * loudEarly)
      if (inStep < 0.8) continue
      hums.push(hz)
      for (let i = 0; i < clean.length; i++) {
        const angle = 2 * Math.PI * (hz / rate) * i
        clean[i] = (clean[i] as number) - late.cos * Math.cos(angle) - late.sin * Math.sin(angle)
      }
    }
  return { sound: clean, hums }
}

/** Cosine and sine part of a tone in a stretch, by least squares; over many turns the two do not mix. */
function toneIn(sound: Float64Array, from: number, to: number, turnsPerSample: number): { cos: number; sin: number } {
  let [cos, sin] = [0, 0]
  for (let i = from; i < to; i++) {
    const angle = 2 * Math.PI * turnsPerSample * i
    cos += (sound[i] as number) * Math.cos(angle)
    sin += (sound[i] as number) * Math.sin(angle)
  }
  const half = (to - from) / 2
  return { cos: cos / half, sin: sin / half }
}
