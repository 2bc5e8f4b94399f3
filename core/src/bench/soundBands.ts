import { fft } from '../maths/fft.ts'
import { InputProblem } from '../inputProblem.ts'

/** Level of one third-octave band, dB against full scale: only differences mean anything without a calibrated microphone. */
export interface SoundBand {
  /** Nominal centre, Hz. */
  hz: number
  level: number
}

/** Nominal centres of third-octave bands, 25 Hz to 10 kHz. Source: IEC 61260-1:2014, table of nominal frequencies. */
const nominal = [
  25, 31.5, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630, 800, 1000, 1250, 1600, 2000, 2500, 3150, 4000,
  5000, 6300, 8000, 10000,
]
/** Exact centres lie at 1000·10^(k/10) Hz; the edges a twentieth of a decade to each side. Source: IEC 61260-1, base ten. */
const firstBand = -16

const size = 16384
const silence = -200

/** Sum of levels by energy: 10·log₁₀ Σ 10^(L/10). */
export function sumOfLevels(levels: readonly number[]): number {
  return 10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0))
}

/**
 * Third-octave band levels of a recording, from the mean power spectrum of half-overlapping Hann windows.
 * @param samples one channel between −1 and 1, at least one window of 16,384
 * @param sampleRate samples a second; bands above 0.45 of it are left out
 * @throws InputProblem 'too-few-readings'
 * Source: Welch (1967), IEEE Trans. Audio Electroacoustics 15; bands IEC 61260-1.
 */
export function soundBands(samples: Float32Array | readonly number[], sampleRate: number): SoundBand[] {
  if (samples.length < size)
    throw new InputProblem('too-few-readings', 'The recording is too short: half a second or more is needed.')
  const power = new Float64Array(size / 2)
  const hann = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size))
  const gain = hann.reduce((sum, w) => sum + w * w, 0)
  let windows = 0
  for (let start = 0; start + size <= samples.length; start += size / 2, windows++) {
    const re = Float64Array.from(hann, (w, i) => w * samples[start + i]!)
    const im = new Float64Array(size)
    fft(re, im)
    for (let k = 1; k < size / 2; k++) power[k]! += (2 * (re[k]! ** 2 + im[k]! ** 2)) / (gain * size)
  }
  return nominal.flatMap((hz, i) => {
    const centre = 1000 * 10 ** ((firstBand + i) / 10)
    const [low, high] = [centre / 10 ** 0.05, centre * 10 ** 0.05]
    if (high > 0.45 * sampleRate) return []
    let sum = 0
    // A line of the spectrum that straddles an edge is shared.
    const width = sampleRate / size
    for (let k = Math.max(1, Math.floor(low / width - 0.5)); k <= high / width + 0.5 && k < size / 2; k++) {
      const share = Math.min(high, (k + 0.5) * width) - Math.max(low, (k - 0.5) * width)
      if (share > 0) sum += (power[k]! / windows) * (share / width)
    }
    return [{ hz, level: sum > 0 ? 10 * Math.log10(sum) : silence }]
  })
}
