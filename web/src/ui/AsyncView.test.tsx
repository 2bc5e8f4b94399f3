import { screen } from '@testing-library/react'
import type { Freshness } from '@diatribon/contract'
import type { SWRResponse } from 'swr'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { NoConnection } from './api.ts'
import { AsyncView } from './AsyncView.tsx'
import { Nothing } from './Nothing.tsx'

interface List {
  rows: string[]
  fresh: Freshness
}
const shows = (of: Partial<SWRResponse<List, unknown>>) =>
  inWorkshop(
    <AsyncView of={of as SWRResponse<List, unknown>}>
      {({ rows }) => (rows.length === 0 ? <Nothing title="No printers yet." /> : <p>{rows.join(', ')}</p>)}
    </AsyncView>,
  )
const known = { asOf: null, waiting: 0 }

it('an empty list is none only once it is worked out', () => {
  const { unmount } = shows({ data: { rows: [], fresh: { asOf: null, waiting: 3 } } })
  expect(screen.queryByText('No printers yet.')).toBeNull()
  expect(screen.getByText('Still being worked out …')).toBeTruthy()
  expect(screen.getByRole('status').textContent).toContain('3 things here are still being worked out')
  unmount()
  shows({ data: { rows: [], fresh: known } })
  expect(screen.getByText('No printers yet.')).toBeTruthy()
})

it('old figures stand, and say of when they are by the clock of the workshop', () => {
  shows({ data: { rows: ['Limpet'], fresh: { asOf: '2026-07-01T10:00:00Z', waiting: 0, ofVersionBefore: true } } })
  expect(screen.getByText('Limpet')).toBeTruthy()
  expect(screen.getByRole('status').textContent).toMatch(/11:00.*by the version of the program before this one/)
})

it('the line that says so is there before it says anything, so that nothing moves', () => {
  shows({ data: { rows: ['Limpet'], fresh: known } })
  expect(screen.getByRole('status').textContent).toBe('')
})

it('what was shown stays when the line is gone; what never came can be asked for again', () => {
  const { unmount } = shows({ data: { rows: ['Limpet'], fresh: known }, error: new NoConnection() })
  expect(screen.getByText('Limpet')).toBeTruthy()
  unmount()
  shows({ error: new NoConnection() })
  expect(screen.getByText('No connection')).toBeTruthy()
  expect(screen.getByRole('button', { name: 'Try again' })).toBeTruthy()
})
