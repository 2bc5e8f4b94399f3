import { skewFromDiagonals, skewFromThreeLengths, skewWords, given } from '@diatribon/core'
import { number } from '../../ui/words.ts'
import { type InstrumentProps, HandBench } from './HandBench.tsx'

/** Skew of the axes from two diagonals. */
export function SquarenessBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Squareness"
      fields={[
        { name: 'p', label: 'Diagonal 1, mm' },
        { name: 'q', label: 'Diagonal 2, mm' },
        {
          name: 'a',
          label: 'One side, mm (optional)',
          description: 'Of a printed test: with it the sign tells which way the axes lean.',
          optional: true,
        },
      ]}
      source="sin(skew) = (p² − q²)/(4ab); the other side follows from the law of the parallelogram. The bands 0.02°, 0.12° and 0.25° are common practice."
      reckon={({ p, q, a }) => {
        const skew =
          a === undefined ? skewFromDiagonals(given(p), given(q)) : skewFromThreeLengths(given(p), given(q), a)
        return {
          words: (
            <>
              Skew <b>{number(skew, 3)}°</b>: {skewWords(skew)}.
            </>
          ),
          facts: [['Off over 200 mm', `${number(200 * Math.tan((Math.abs(skew) * Math.PI) / 180), 3)} mm`]],
          values: [{ name: 'skew', value: Math.abs(skew) }],
        }
      }}
    />
  )
}
