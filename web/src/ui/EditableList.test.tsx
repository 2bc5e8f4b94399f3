import { screen, within } from '@testing-library/react'
import type { SWRResponse } from 'swr'
import { press } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { EditableList } from './EditableList.tsx'

interface Tool {
  id: string
  name: string
  isLent: boolean
}
const tools: Tool[] = [
  { id: 'a', name: 'Hex key', isLent: false },
  { id: 'b', name: 'Feeler gauge', isLent: true },
]
const done: string[] = []
const open = (rows: Tool[] | undefined, edits: boolean) =>
  inWorkshop(
    <EditableList
      title="Tools"
      of={{ data: rows, error: undefined } as SWRResponse<Tool[], unknown>}
      keyOf={({ id }) => id}
      columns={[
        { head: 'Tool', shows: ({ name }) => name },
        { head: 'Where', shows: ({ isLent }) => (isLent ? 'lent' : 'here') },
      ]}
      edits={edits}
      acts={[
        { verb: 'Change', named: ({ name }) => name, onPress: ({ id }) => done.push(`change ${id}`) },
        {
          verb: ({ isLent }) => (isLent ? 'Take back' : 'Lend'),
          named: ({ name }) => name,
          onPress: ({ id }) => done.push(`lend ${id}`),
        },
        { verb: 'Copy', named: ({ name }) => name, to: ({ id }) => `/tools/${id}`, when: ({ isLent }) => !isLent },
      ]}
      add="New tool"
      onAdd={() => done.push('add')}
      empty={<p>No tool yet.</p>}
    />,
  )
beforeEach(() => void done.splice(0))

it('names each row by its first column, and does with it what may be done', async () => {
  open(tools, true)
  const row = screen.getByRole('row', { name: /Feeler gauge/ })
  expect(within(row).getByRole('rowheader').textContent).toBe('Feeler gauge')
  expect(within(row).getAllByRole('cell')[0]!.textContent).toBe('lent')
  await press('Change Hex key')
  await press('Take back Feeler gauge')
  await press('New tool')
  expect(done).toEqual(['change a', 'lend b', 'add'])
  expect(screen.getByRole('link', { name: 'Copy Hex key' }).getAttribute('href')).toBe('/tools/a')
  expect(screen.queryByRole('link', { name: 'Copy Feeler gauge' })).toBeNull()
})

it('has nothing to press for whoever may only look', () => {
  open(tools, false)
  expect(screen.getAllByRole('columnheader').map(({ textContent }) => textContent)).toEqual(['Tool', 'Where'])
  expect(screen.queryByRole('button')).toBeNull()
  expect(screen.queryByRole('link')).toBeNull()
})

it('says that there is none yet, and not before it is known', () => {
  const { unmount } = open([], true)
  expect(screen.getByText('No tool yet.')).toBeTruthy()
  unmount()
  open(undefined, true)
  expect(screen.queryByText('No tool yet.')).toBeNull()
  expect(screen.getByRole('status').textContent).toContain('Fetching')
})
