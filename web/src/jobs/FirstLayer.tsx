import type { MachineLimits } from '@diatribon/contract'
import type { JobFigures } from '@diatribon/core'
import { number } from '../ui/words.ts'
import { firstLayerPath, plateFrame } from './firstLayerPath.ts'
import classes from './JobFilePage.module.css'

const side = 380

/** The first layer on the plate, seen from above, with the box that the whole job takes. */
export function FirstLayer({
  figures,
  lines,
  limits,
}: {
  figures: JobFigures
  lines: Float32Array
  limits: MachineLimits | null
}) {
  const box = figures.printed ?? figures.reach
  const plate = limits && { x: limits.plateXMm, y: limits.plateYMm }
  const frame = plateFrame(plate, box, side)
  const { x, y } = frame
  return (
    <figure className={classes.drawing}>
      <svg
        viewBox={`0 0 ${frame.width} ${frame.height}`}
        role="img"
        aria-label={`First layer from above. The job reaches from ${number(box.minX, 4)} to ${number(box.maxX, 4)} mm across and from ${number(box.minY, 4)} to ${number(box.maxY, 4)} mm deep.`}
      >
        {plate && (
          <rect
            x={x(0)}
            y={y(plate.y)}
            width={x(plate.x) - x(0)}
            height={y(0) - y(plate.y)}
            className={classes.plate}
          />
        )}
        <path d={firstLayerPath(lines, frame)} className={classes.path} />
        <rect
          x={x(box.minX)}
          y={y(box.maxY)}
          width={x(box.maxX) - x(box.minX)}
          height={y(box.minY) - y(box.maxY)}
          className={classes.extent}
        />
      </svg>
      <figcaption className="quiet">
        First layer from above, front at the bottom. Dashed: all that the job prints.
        {plate ? ` Frame: the plate, ${plate.x} × ${plate.y} mm.` : ' Choose a printer to see its plate.'}
      </figcaption>
    </figure>
  )
}
