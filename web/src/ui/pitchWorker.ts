import { findPitch, InputProblem, soundBands, type Pitch, type SoundBand } from '@diatribon/core'

export type ToSound = { samples: Float32Array; sampleRate: number; want: 'pitch' | 'bands' }
export type FromSound = { pitch: Pitch } | { bands: SoundBand[] } | { problem: string }

/** Works sound out beside the page. */
self.onmessage = ({ data: { samples, sampleRate, want } }: MessageEvent<ToSound>) => {
  const tell = (message: FromSound) => self.postMessage(message)
  try {
    tell(want === 'pitch' ? { pitch: findPitch(samples, sampleRate) } : { bands: soundBands(samples, sampleRate) })
  } catch (error) {
    tell({ problem: error instanceof InputProblem ? error.message : 'The sound cannot be worked out.' })
  }
}
