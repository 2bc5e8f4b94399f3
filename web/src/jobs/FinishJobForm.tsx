import { Radio, SimpleGrid } from '@mantine/core'
import { jobOutcomes, type JobOutcome, type PrinterHead, type RunningJob } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { duration, moment, number } from '../ui/words.ts'

/** The print that was started has ended: its hours and filament count. */
export function FinishJobForm(props: { printer: PrinterHead; job: RunningJob; onClose: () => void }) {
  const { printer, job, onClose } = props
  const { site, nowMs } = useSession()
  const passedBy = (at: string | undefined) =>
    Math.max(0, ((at ? Date.parse(at) : nowMs()) - Date.parse(job.startedAt)) / 3600_000)
  const { draft, words, figure, choice, sheet } = useDraft(
    () => ({
      outcome: 'good' as JobOutcome,
      hours: (Math.round(Math.min(job.plannedHours, passedBy(undefined)) * 100) / 100) as number | undefined,
      metres: job.plannedMetres ?? undefined,
      note: '',
      at: undefined as string | undefined,
    }),
    { kind: 'finish-job', done: `${printer.name}: job finished`, onClose },
  )
  const passed = passedBy(draft.at)
  return (
    <ActionDialog
      title={`Finish: ${job.name}`}
      verb="Finish"
      {...sheet(({ outcome, ...rest }) => ({
        kind: 'finish-job',
        printerId: printer.id,
        jobId: job.id,
        name: job.name,
        outcome,
        ...told(rest),
      }))}
    >
      <p className="quiet" style={{ marginTop: 0 }}>
        Started {moment(job.startedAt, site.timeZone)}, planned {number(job.plannedHours, 3)} h
        {job.plannedMetres !== null && ` and ${number(job.plannedMetres, 3)} m`}.
      </p>
      <Radio.Group label="How did it end?" {...choice('outcome')}>
        <SimpleGrid cols={3} mt={6}>
          {jobOutcomes.map((value) => (
            <Radio key={value} value={value} label={value} size="md" />
          ))}
        </SimpleGrid>
      </Radio.Group>
      <FigureField
        label="Running hours"
        description={`Since it started ${passed < 1 / 60 ? 'less than a minute has' : `${duration(passed)} have`} passed. Empty: all of it.`}
        {...figure('hours')}
      />
      <FigureField label="Filament, in metres" {...figure('metres')} />
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
