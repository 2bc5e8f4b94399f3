import { playAtEdge, given } from '@diatribon/core'
import { number } from '../../ui/words.ts'
import { type InstrumentProps, HandBench } from './HandBench.tsx'

/** Play in the wheels, seen at the ends of the plate. */
export function PlayBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Play"
      caution="Moving parts: power off. Rock by hand, at opposite corners."
      fields={[
        { name: 'play', label: 'Play at the wheels or bearings, mm' },
        { name: 'plate', label: 'Length of the plate, mm', first: 260 },
        { name: 'base', label: 'Wheelbase, mm', first: 60 },
      ]}
      source="The lever: play × length of the plate ÷ wheelbase."
      reckon={({ play, plate, base }) => {
        const edge = playAtEdge(given(play), given(plate), given(base))
        return {
          words: (
            <>
              <b>{number(edge, 3)} mm</b> at the ends of the plate.
            </>
          ),
          facts: [['Lever', `${number(given(plate) / given(base), 3)} times`]],
          values: [{ name: 'play at the plate', value: edge }],
        }
      }}
    />
  )
}
