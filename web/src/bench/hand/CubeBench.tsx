import { cubeError, given } from '@diatribon/core'
import { number } from '../../ui/words.ts'
import { type InstrumentProps, HandBench } from './HandBench.tsx'

/** A printed cube, measured along each axis. */
export function CubeBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Cube"
      fields={[
        { name: 'nominal', label: 'As drawn, mm', first: 20 },
        { name: 'X', label: 'X measured, mm' },
        { name: 'Y', label: 'Y measured, mm' },
        { name: 'Z', label: 'Z measured, mm' },
      ]}
      source="Measured ÷ nominal per axis. Measure in the middle of the faces: the first layers bulge, corners are rounded."
      reckon={({ nominal, X, Y, Z }) => {
        const axes = Object.entries({ X: given(X), Y: given(Y), Z: given(Z) })
        const errors = axes.map(([axis, value]) => [axis, cubeError(value, given(nominal))] as const)
        const worst = errors.reduce((a, b) => (Math.abs(b[1]) > Math.abs(a[1]) ? b : a))
        return {
          words: (
            <>
              Most off: <b>{worst[0]}</b>, {number(worst[1], 3)} %.
            </>
          ),
          facts: errors.map(([axis, error]) => [axis, `${error > 0 ? '+' : ''}${number(error, 3)} %`]),
          // The kinds of readings are about a cube of 20 mm.
          values: nominal === 20 ? axes.map(([axis, value]) => ({ name: `cube ${axis}`, value })) : [],
        }
      }}
    />
  )
}
