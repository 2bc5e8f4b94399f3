import { PassThrough } from 'node:stream'
import { readUpload } from './readUpload.ts'

const motion = { accelerationMmPerS2: 1000, maxSpeedMmPerS: 150, filamentMm: 1.75 }

it('answers a sender who stops sending, and leaves the line open for the answer', async () => {
  const stream = new PassThrough()
  stream.write('; begins well\nG1 X1\n')
  await expect(readUpload(stream, motion, 50)).rejects.toMatchObject({ status: 408, code: 'too-slow' })
  expect(stream.destroyed).toBe(false)
  stream.destroy()
})
