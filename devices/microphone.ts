import { writeFileSync } from 'node:fs'
import { pluckedBelt } from '@diatribon/core'
import { wavOf } from './src/wav.ts'

/** npx tsx devices/microphone.ts FILE.wav [Hz] [noise]: a belt that is plucked, as a microphone would hear it. */
const [file, hz = '84', noise = '0.1'] = process.argv.slice(2)
if (!file) {
  console.error('Say which file to write: npx tsx devices/microphone.ts pluck.wav 84')
  process.exit(1)
}
const sampleRate = 44_100
writeFileSync(
  file,
  wavOf(pluckedBelt({ hz: Number(hz), seconds: 3, sampleRate, noise: Number(noise), seed: 11 }), sampleRate),
)
