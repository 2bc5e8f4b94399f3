import type { Extent } from '@diatribon/core'

/** Where the plate lies in the drawing, in pixels; Y of the plate goes up, Y of the drawing down. */
export interface PlateFrame {
  scale: number
  width: number
  height: number
  x(mm: number): number
  y(mm: number): number
}

const pad = 12

/**
 * A frame that holds the plate and everything that goes beyond it.
 * @param plate size in mm, or null when it is not known
 * @param box where the job goes
 * @param side longest side of the drawing in pixels
 */
export function plateFrame(plate: { x: number; y: number } | null, box: Extent, side: number): PlateFrame {
  const [minX, maxX] = [Math.min(0, box.minX), Math.max(plate?.x ?? 0, box.maxX)]
  const [minY, maxY] = [Math.min(0, box.minY), Math.max(plate?.y ?? 0, box.maxY)]
  const scale = (side - 2 * pad) / Math.max(maxX - minX, maxY - minY, 1)
  return {
    scale,
    width: (maxX - minX) * scale + 2 * pad,
    height: (maxY - minY) * scale + 2 * pad,
    x: (mm) => pad + (mm - minX) * scale,
    y: (mm) => pad + (maxY - mm) * scale,
  }
}

/** The lines of the first layer as one path: x0 y0 x1 y1 each, in mm. A line that goes on where the last ended needs no new start. */
export function firstLayerPath(lines: ArrayLike<number>, { x, y }: Pick<PlateFrame, 'x' | 'y'>): string {
  const at = (mm: number) => Math.round(mm * 10) / 10
  let path = ''
  for (let i = 0; i + 3 < lines.length; i += 4) {
    const goesOn = i > 0 && lines[i] === lines[i - 2] && lines[i + 1] === lines[i - 1]
    if (!goesOn) path += `M${at(x(lines[i]!))} ${at(y(lines[i + 1]!))}`
    path += `L${at(x(lines[i + 2]!))} ${at(y(lines[i + 3]!))}`
  }
  return path
}
