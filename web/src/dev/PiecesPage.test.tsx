import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { screen, within } from '@testing-library/react'
import { press } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { PiecesPage } from './PiecesPage.tsx'

const folder = join(import.meta.dirname, '..', 'ui')

it('shows every piece that areas share', () => {
  const page = readFileSync(join(import.meta.dirname, 'PiecesPage.tsx'), 'utf8')
  const pieces = readdirSync(folder).filter(
    (file) =>
      /(?<!\.test)\.tsx$/.test(file) &&
      /^export (function|const) ([A-Z]\w*[a-z]|use\w+)/m.test(readFileSync(join(folder, file), 'utf8')),
  )
  expect(pieces.length).toBeGreaterThan(20)
  expect(pieces.filter((file) => !page.includes(`'../ui/${file}'`))).toEqual([])
  inWorkshop(<PiecesPage />)
  for (const word of ['In service', 'Stopped', 'On hold', 'Overdue'])
    expect(screen.getAllByText(word).length).toBeGreaterThan(0)
  expect(screen.getByText('There is no connection to the server.')).toBeTruthy()
})

it('shows a form in the states that are seldom met', async () => {
  inWorkshop(<PiecesPage />)
  await press('Dialog that others were before')
  const dialog = within(await screen.findByRole('dialog'))
  expect(dialog.getByRole('alert').textContent).toBe('Somebody was first.')
  await press('Close, and show what is true now')
  expect(screen.queryByRole('dialog')).toBeNull()
  await press('Dialog that is sending')
  expect(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Count' })).toHaveProperty(
    'disabled',
    true,
  )
})
