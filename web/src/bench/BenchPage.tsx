import { Select, Tabs } from '@mantine/core'
import { useMediaQuery } from '@mantine/hooks'
import type { ComponentType, ReactNode } from 'react'
import { BedBench } from './BedBench.tsx'
import { BeltBench } from './BeltBench.tsx'
import { CubeBench } from './hand/CubeBench.tsx'
import { CurrentBench } from './hand/CurrentBench.tsx'
import { FeederBench } from './hand/FeederBench.tsx'
import type { InstrumentProps } from './hand/HandBench.tsx'
import { PlayBench } from './hand/PlayBench.tsx'
import { SoakBench } from './hand/SoakBench.tsx'
import { SquarenessBench } from './hand/SquarenessBench.tsx'
import { LifeBench } from './LifeBench.tsx'
import { useQuery } from '../ui/useQuery.ts'
import { PlanBench } from './PlanBench.tsx'
import { RatesBench } from './RatesBench.tsx'
import { SparesBench } from './SparesBench.tsx'
import { SurvivalBench } from './SurvivalBench.tsx'
import { RecurrenceBench } from './RecurrenceBench.tsx'
import { ReplacementBench } from './ReplacementBench.tsx'
import { RuleBench } from './RuleBench.tsx'
import { LooksBench } from './LooksBench.tsx'
import { BearingBench } from './BearingBench.tsx'
import { CausesBench } from './CausesBench.tsx'
import { SoundBench } from './SoundBench.tsx'

const instruments: { value: string; name: string; show: (props: InstrumentProps) => ReactNode }[] = [
  { value: 'bed', name: 'Bed', show: (props) => <BedBench {...props} /> },
  { value: 'belt', name: 'Belt', show: (props) => <BeltBench {...props} /> },
  { value: 'squareness', name: 'Squareness', show: (props) => <SquarenessBench {...props} /> },
  { value: 'play', name: 'Play', show: (props) => <PlayBench {...props} /> },
  { value: 'cube', name: 'Cube', show: (props) => <CubeBench {...props} /> },
  { value: 'feeder', name: 'Feeder', show: (props) => <FeederBench {...props} /> },
  { value: 'soak', name: 'Soak', show: (props) => <SoakBench {...props} /> },
  { value: 'current', name: 'Bed current ⚠', show: (props) => <CurrentBench {...props} /> },
  { value: 'sound', name: 'Sound', show: (props) => <SoundBench {...props} /> },
]

/** Sums for any figures, of which nothing is kept. */
const sums: { value: string; name: string; Sum: ComponentType }[] = [
  { value: 'life', name: 'How long do they last?', Sum: LifeBench },
  { value: 'policy', name: 'Which rule?', Sum: RuleBench },
  { value: 'replacement', name: 'When to replace?', Sum: ReplacementBench },
  { value: 'looks', name: 'How often to look?', Sum: LooksBench },
  { value: 'regression', name: 'What makes them last?', Sum: BearingBench },
  { value: 'incidence', name: 'What do they fail of?', Sum: CausesBench },
  { value: 'recurrence', name: 'Do repairs come denser?', Sum: RecurrenceBench },
  { value: 'rates', name: 'Has it become rarer?', Sum: RatesBench },
  { value: 'spares', name: 'How many to keep', Sum: SparesBench },
  { value: 'survival', name: 'Will it get through?', Sum: SurvivalBench },
  { value: 'plan', name: 'Who does what when?', Sum: PlanBench },
]

/** Instruments that measure a printer and keep what they find, and open calculators of which nothing is kept. */
export function BenchPage() {
  const [query, change] = useQuery()
  const phone = useMediaQuery('(max-width: 48em)')
  const printerId = query.get('printer')
  const sum = query.get('sum') ?? 'bed'
  const go = (next: { sum?: string | null; printer?: string | null }) => {
    change(next, true)
  }
  return (
    <>
      <h1>Bench</h1>
      <p className="quiet" style={{ margin: '2px 0 0.75rem' }}>
        Instruments keep what they measure as readings of a printer; the sums are for any figures and keep nothing.
      </p>
      <Tabs value={sum} onChange={(next) => next && go({ sum: next })} keepMounted={false}>
        {phone && (
          <Select
            aria-label="Instrument or sum"
            data={[
              { group: 'Instruments', items: instruments.map(({ value, name }) => ({ value, label: name })) },
              { group: 'Sums', items: sums.map(({ value, name }) => ({ value, label: name })) },
            ]}
            value={sum}
            onChange={(next) => next && go({ sum: next })}
            allowDeselect={false}
          />
        )}
        <Tabs.List style={phone ? { display: 'none' } : undefined}>
          {instruments.map(({ value, name }) => (
            <Tabs.Tab key={value} value={value}>
              {name}
            </Tabs.Tab>
          ))}
          {sums.map(({ value, name }) => (
            <Tabs.Tab key={value} value={value}>
              {name}
            </Tabs.Tab>
          ))}
        </Tabs.List>
        {instruments.map(({ value, show }) => (
          <Tabs.Panel key={value} value={value} pt="md">
            {show({ printerId, onPrinter: (id) => go({ printer: id }) })}
          </Tabs.Panel>
        ))}
        {sums.map(({ value, Sum }) => (
          <Tabs.Panel key={value} value={value} pt="md">
            <Sum />
          </Tabs.Panel>
        ))}
      </Tabs>
    </>
  )
}
