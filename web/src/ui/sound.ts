import type { Pitch, SoundBand } from '@diatribon/core'
import type { FromSound, ToSound } from './pitchWorker.ts'

export interface Sound {
  samples: Float32Array
  sampleRate: number
}

/** Longest recording that is looked at. */
const mostSeconds = 30

/** Sound from a file in any form that the browser can decode. @throws Error in words */
export async function readSound(file: Blob): Promise<Sound> {
  const context = new OfflineAudioContext(1, 1, 44_100)
  try {
    const buffer = await context.decodeAudioData(await file.arrayBuffer())
    return {
      samples: buffer.getChannelData(0).slice(0, mostSeconds * buffer.sampleRate),
      sampleRate: buffer.sampleRate,
    }
  } catch {
    throw new Error('This is no sound file that the browser can read. WAV, MP3, OGG and FLAC usually are.')
  }
}

/**
 * Records from the microphone.
 * @param onLevel how loud it is, 0 to 1, many times a second
 * @returns the sound; with `stop` it ends sooner
 */
export async function record(seconds: number, onLevel: (level: number) => void, stop: AbortSignal): Promise<Sound> {
  if (!navigator.mediaDevices)
    throw new Error(
      'The browser gives no microphone to a page that came over plain HTTP from another machine. Drop a sound file instead.',
    )
  const stream = await navigator.mediaDevices
    // What is meant for speech would take the tone away.
    .getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } })
    .catch(() => {
      throw new Error('The microphone is not there or was not allowed. Allow it for this page, or drop a sound file.')
    })
  const context = new AudioContext()
  const analyser = context.createAnalyser()
  analyser.fftSize = 2048
  context.createMediaStreamSource(stream).connect(analyser)
  const block = new Float32Array(analyser.fftSize)
  const timer = setInterval(() => {
    analyser.getFloatTimeDomainData(block)
    onLevel(block.reduce((most, value) => Math.max(most, Math.abs(value)), 0))
  }, 60)
  try {
    const recorder = new MediaRecorder(stream)
    const pieces: Blob[] = []
    recorder.ondataavailable = ({ data }) => pieces.push(data)
    const ended = new Promise((resolve) => (recorder.onstop = resolve))
    recorder.start()
    const end = () => recorder.state !== 'inactive' && recorder.stop()
    const timeout = setTimeout(end, seconds * 1000)
    stop.addEventListener('abort', end)
    await ended
    clearTimeout(timeout)
    return await readSound(new Blob(pieces, { type: recorder.mimeType }))
  } finally {
    clearInterval(timer)
    stream.getTracks().forEach((track) => track.stop())
    void context.close()
  }
}

function ask(message: ToSound): Promise<FromSound> {
  const worker = new Worker(new URL('./pitchWorker.ts', import.meta.url), { type: 'module' })
  return new Promise<FromSound>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<FromSound>) => resolve(data)
    worker.onerror = () => reject(new Error('The sound cannot be worked out here.'))
    worker.postMessage(message)
  }).finally(() => worker.terminate())
}

/** @throws Error in words when there is no clear tone */
export async function pitchOf({ samples, sampleRate }: Sound): Promise<Pitch> {
  const answer = await ask({ samples, sampleRate, want: 'pitch' })
  if ('problem' in answer) throw new Error(answer.problem)
  return (answer as { pitch: Pitch }).pitch
}

export async function bandsOf({ samples, sampleRate }: Sound): Promise<SoundBand[]> {
  const answer = await ask({ samples, sampleRate, want: 'bands' })
  if ('problem' in answer) throw new Error(answer.problem)
  return (answer as { bands: SoundBand[] }).bands
}
