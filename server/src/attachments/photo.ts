import sharp from 'sharp'
import { boundedQueue } from '../platform/queue.ts'
import { Refusal } from '../platform/refusal.ts'

export const mostPhotoBytes = 20 * 1024 * 1024
/** Longest side of a kept photo. */
const longestPx = 1600
const mostPixels = 60_000_000
const photoFormats = new Set<string>(['jpeg', 'png', 'webp', 'gif', 'tiff', 'heif'])

/**
 * A photo as it is kept: upright, downscaled, JPEG, and without what the camera wrote into it (places and times are nobody's
 * business here).
 * @throws Refusal when it is no photo
 */
export async function keptPhoto(bytes: Buffer): Promise<{ bytes: Buffer; width: number; height: number }> {
  if (bytes.length === 0) throw new Refusal(400, 'bad-input', 'The photo is empty. Take it again.')
  return downscaling(() => downscaled(bytes))
}

/** One at a time: a photo of 60 million pixels takes some 250 MB while it is worked on. */
const downscaling = boundedQueue({ atOnce: 1, waiting: 20, seconds: 10, what: 'photos are coming in' })
sharp.concurrency(1)

async function downscaled(bytes: Buffer): Promise<{ bytes: Buffer; width: number; height: number }> {
  try {
    const image = sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error', animated: false })
    const { format } = await image.metadata()
    // A drawing such as SVG can be turned into a picture, and is none.
    if (!photoFormats.has(format)) throw new Error(format)
    const { data, info } = await image
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
