import { given } from '@diatribon/core'
import { useId } from 'react'
import { number } from '../ui/words.ts'
import classes from './Bench.module.css'
import { inkOn, reliefTiles, shadeOf } from './meshDrawing.ts'

/** A mesh as a map with its heights written in, front row below, and as a relief. */
export function MeshPicture({ heights, title }: { heights: (number | null)[][]; title: string }) {
  const id = useId()
  const known = heights.flat().filter((z): z is number => z !== null)
  const [low, high] = [Math.min(...known), Math.max(...known)]
  const shade = (z: number) => (high > low ? (z - low) / (high - low) : 0.5)
  const [rows, columns] = [heights.length, given(heights[0]).length]
  const [cellW, cellH] = [420 / columns, Math.min(44, 260 / rows)]
  const small = columns > 9 || rows > 9
  const relief = { width: 270, depth: 190, lift: 55 }
  return (
    <figure style={{ margin: '0.5rem 0' }} aria-labelledby={id}>
      <figcaption id={id} style={{ fontWeight: 650 }}>
        {title}
      </figcaption>
      <svg
        viewBox={`0 0 420 ${rows * cellH + 18}`}
        className={classes.mesh}
        role="img"
        aria-label={`${title}: map of heights, ${number(low, 3)} to ${number(high, 3)} mm`}
      >
        {heights.map((row, j) =>
          row.map((z, i) => (
            <Cell
              key={`${j} ${i}`}
              j={j}
              i={i}
              cellW={cellW}
              rows={rows}
              cellH={cellH}
              z={z}
              shade={shade}
              small={small}
            />
          )),
        )}
        <text x={210} y={rows * cellH + 14} textAnchor="middle" fontSize="12" fill="var(--quiet)">
          front of the bed
        </text>
      </svg>
      <svg
        viewBox={`-6 -6 ${relief.width + relief.depth * 0.6 + 12} ${relief.lift + relief.depth * 0.55 + 12}`}
        className={classes.mesh}
        role="img"
        aria-label={`${title}: relief, heights drawn larger than they are`}
        style={{ borderTop: 0 }}
      >
        {reliefTiles(heights, relief).map(({ path, shade: own }, i) => (
          <path key={i} d={path} fill={shadeOf(own)} stroke="var(--ink)" strokeWidth="0.5" />
        ))}
      </svg>
    </figure>
  )
}

function Cell({
  j,
  i,
  cellW,
  rows,
  cellH,
  z,
  shade,
  small,
}: {
  j: number
  i: number
  cellW: number
  rows: number
  cellH: number
  z: number | null
  shade: (z: number) => number
  small: boolean
}) {
  return (
    <g transform={`translate(${i * cellW} ${(rows - 1 - j) * cellH})`}>
      <rect
        width={cellW}
        height={cellH}
        fill={z === null ? 'none' : shadeOf(shade(z))}
        stroke="var(--sheet)"
        strokeWidth="1"
      />
      {!small && (
        <text
          x={cellW / 2}
          y={cellH / 2 + 4}
          textAnchor="middle"
          fontSize="12"
          fill={z === null ? 'var(--quiet)' : inkOn(shade(z))}
        >
          {z === null ? 'none' : z.toFixed(2)}
        </text>
      )}
    </g>
  )
}
