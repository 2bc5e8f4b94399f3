import type { RunningJob } from '@diatribon/contract'
import { pick, press, type } from '../testing/hand.ts'
import { idOf, limpet } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { FinishJobForm } from './FinishJobForm.tsx'

const job = {
  id: idOf(41),
  name: 'Ducts',
  startedAt: '2026-11-20T06:00:00.000Z',
  plannedHours: 3,
  plannedMetres: 12,
} as RunningJob
const end = { kind: 'finish-job', printerId: limpet.id, jobId: job.id, name: 'Ducts' }

it('a job ends as it was planned, where nobody says otherwise', async () => {
  const sent = await sends(
    (onClose) => <FinishJobForm printer={limpet} job={job} onClose={onClose} />,
    () => press('Finish'),
  )
  expect(sent).toEqual([{ ...end, outcome: 'good', hours: 3, metres: 12 }])
})

it('of one that was stopped hours may be left to the clock, and its filament be told', async () => {
  const sent = await sends(
    (onClose) => <FinishJobForm printer={limpet} job={job} onClose={onClose} />,
    async () => {
      await pick('How did it end?', 'stopped')
      await type('Running hours', '2.25')
      await type('Filament, in metres', '4')
      await press('Finish')
    },
  )
  expect(sent).toEqual([{ ...end, outcome: 'stopped', hours: 2.25, metres: 4 }])
})
