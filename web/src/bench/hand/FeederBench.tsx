import { newSteps, given } from '@diatribon/core'
import { number } from '../../ui/words.ts'
import { type InstrumentProps, HandBench } from './HandBench.tsx'

/** What was fed of what was asked for. */
export function FeederBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Feeder"
      caution="Hot: the nozzle is at printing temperature while you feed. Hands away from the drive gear."
      fields={[
        { name: 'asked', label: 'Asked for, mm', first: 100 },
        { name: 'fed', label: 'Went in, mm', description: 'From marks on the filament, before and after.' },
        { name: 'steps', label: 'Steps per mm now (optional)', optional: true },
      ]}
      source="New steps = old × asked ÷ fed. A figure that keeps needing correction is a symptom: lever, gear, filament."
      reckon={({ asked, fed, steps }) => {
        const of100 = (given(fed) / given(asked)) * 100
        return {
          words: (
            <>
              <b>{number(of100, 4)} mm</b> of every 100 mm that were asked for.
            </>
          ),
          facts:
            steps === undefined ? [] : [['New steps per mm', number(newSteps(steps, given(asked), given(fed)), 6)]],
          values: [{ name: 'feeder fed of 100', value: of100 }],
        }
      }}
    />
  )
}
