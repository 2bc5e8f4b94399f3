import { Radio, SimpleGrid } from '@mantine/core'
import { useState } from 'react'
import { jobOutcomes, type JobOutcome, type PrinterHead, type RunningJob, type Site } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { duration, moment, number } from '../ui/words.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** The print that was started has ended: its hours and filament count. */
export function FinishJobForm({
  printer,
  job,
  onClose,
}: {
  printer: PrinterHead
  job: RunningJob
  onClose: () => void
}) {
  const { site, nowMs } = useSession()
  const { submit, problem, fields, busy } = useAction(`${printer.name}: job finished`, onClose)
  const [at, setAt] = useState<string>()
  const passed = Math.max(0, ((at ? Date.parse(at) : nowMs()) - Date.parse(job.startedAt)) / 3600_000)
  const [outcome, setOutcome] = useState<JobOutcome>('good')
  const planned = Math.min(job.plannedHours, passed)
  const [hours, setHours] = useState<number | undefined>(Math.round(planned * 100) / 100)
  const [metres, setMetres] = useState<number | undefined>(job.plannedMetres ?? undefined)
  const [note, setNote] = useState('')
  return (
    <ActionDialog
      title={`Finish: ${job.name}`}
      verb="Finish"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'finish-job',
          printerId: printer.id,
          jobId: job.id,
          name: job.name,
          outcome,
          ...(hours === undefined ? {} : { hours }),
          ...(metres === undefined ? {} : { metres }),
          ...(note.trim() ? { note: note.trim() } : {}),
          ...(at ? { at } : {}),
        })
      }
    >
      <Planned job={job} site={site} />
      <Counted
        outcome={outcome}
        setOutcome={setOutcome}
        passed={passed}
        hours={hours}
        setHours={setHours}
        fields={fields}
        metres={metres}
        setMetres={setMetres}
      />
      <NoteField value={note} onChange={setNote} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}

function Counted(props: {
  outcome: 'failed' | 'good' | 'stopped'
  setOutcome: (value: 'failed' | 'good' | 'stopped') => void
  passed: number
  hours: number | undefined
  setHours: (value: number | undefined) => void
  fields: Record<string, string>
  metres: number | undefined
  setMetres: (value: number | undefined) => void
}) {
  const { outcome, setOutcome, passed, hours, setHours, fields, metres, setMetres } = props
  return (
    <>
      <Radio.Group label="How did it end?" value={outcome} onChange={(value) => setOutcome(value as JobOutcome)}>
        <SimpleGrid cols={3} mt={6}>
          {jobOutcomes.map((value) => (
            <Radio key={value} value={value} label={value} size="md" />
          ))}
        </SimpleGrid>
      </Radio.Group>
      <FigureField
        label="Running hours"
        description={`Since it started ${passed < 1 / 60 ? 'less than a minute has' : `${duration(passed)} have`} passed. Empty: all of it.`}
        min={0}
        value={hours}
        onChange={setHours}
        error={fields.hours}
      />
      <FigureField label="Filament, in metres" min={0} value={metres} onChange={setMetres} error={fields.metres} />
    </>
  )
}

function Planned({ job, site }: { job: RunningJob; site: Site }) {
  return (
    <p className="quiet" style={{ marginTop: 0 }}>
      Started {moment(job.startedAt, site.timeZone)}, planned {number(job.plannedHours, 3)} h
      {job.plannedMetres !== null && ` and ${number(job.plannedMetres, 3)} m`}.
    </p>
  )
}
