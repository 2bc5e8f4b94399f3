import { Tabs } from '@mantine/core'
import { useSearchParams } from 'react-router'
import { LifeBench } from './LifeBench.tsx'
import { ReplacementBench } from './ReplacementBench.tsx'

/** Open calculators for any data, nothing of which is kept. */
export function BenchPage() {
  const [query, setQuery] = useSearchParams()
  return (
    <>
      <h1>Bench</h1>
      <p className="quiet" style={{ margin: '2px 0 0.75rem' }}>
        The same sums as everywhere else, for any figures of your own. Nothing here is kept.
      </p>
      <Tabs value={query.get('sum') ?? 'life'} onChange={(sum) => sum && setQuery({ sum })} keepMounted={false}>
        <Tabs.List>
          <Tabs.Tab value="life">How long do they last?</Tabs.Tab>
          <Tabs.Tab value="replacement">When to replace?</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="life" pt="md">
          <LifeBench />
        </Tabs.Panel>
        <Tabs.Panel value="replacement" pt="md">
          <ReplacementBench />
        </Tabs.Panel>
      </Tabs>
    </>
  )
}
