import sharp from 'sharp'
import { boundedQueue, type Waiter } from '../platform/queue.ts'
import { Refusal } from '../platform/refusal.ts'

export const mostPhotoBytes = 20 * 1024 * 1024
/** Longest side of a kept photo. */
const longestPx = 1600
const mostPixels = 60_000_000
/** Many pixels in few bytes are no photo: they cost seconds to unpack. Photos have 1 to 20 in a byte. Common practice, no source. */
const usualPixels = 12_000_000
const mostPixelsPerByte = 40
const longestSeconds = 10
const photoFormats = new Set<string>(['jpeg', 'png', 'webp', 'gif', 'tiff', 'heif'])

/**
 * A photo as it is kept: upright, downscaled, JPEG, and without what the camera wrote into it (places and times are nobody's
 * business here).
 * @throws Refusal when it is no photo
 */
export async function keptPhoto(
  bytes: Buffer,
  waiter: Waiter,
): Promise<{ bytes: Buffer; width: number; height: number }> {
  if (bytes.length === 0) throw new Refusal(400, 'bad-input', 'The photo is empty. Take it again.')
  return downscaling(() => downscaled(bytes), waiter)
}

/** One at a time: a photo of 60 million pixels takes some 250 MB while it is worked on. */
const downscaling = boundedQueue({ atOnce: 1, waiting: 20, each: 4, seconds: 10, what: 'photos are coming in' })
sharp.concurrency(1)

async function downscaled(bytes: Buffer): Promise<{ bytes: Buffer; width: number; height: number }> {
  try {
    const image = sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error', animated: false })
    const { format, width, height, pages = 1 } = await image.metadata()
    // A drawing such as SVG can be turned into a picture, and is none.
    if (!photoFormats.has(format)) throw new Error(format)
    const pixels = width * height * (format === 'gif' ? 1 : pages)
    if (pixels > usualPixels && pixels > mostPixelsPerByte * bytes.length)
      throw new Error('unpacks to far more than it is')
    const { data, info } = await image
      .timeout({ seconds: longestSeconds })
      .rotate()
      .resize({ width: longestPx, height: longestPx, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 78, mozjpeg: true })
      .toBuffer({ resolveWithObject: true })
    return { bytes: data, width: info.width, height: info.height }
  } catch {
    throw new Refusal(
      400,
      'not-a-photo',
      'This is not a photo that can be read, or it is damaged. JPEG, PNG, WebP, GIF, TIFF and AVIF are kept.',
    )
  }
}

/** Whoever sent a photo, and whether the line to him still stands. */
export function waiterOf(who: string, response: { once(event: 'close', then: () => void): unknown }): Waiter {
  const gone = new AbortController()
  response.once('close', () => gone.abort())
  return { who, gone: gone.signal }
}
