import { Checkbox, Radio, Select, SimpleGrid, TextInput } from '@mantine/core'
import type { ReactNode } from 'react'
import { jobOutcomes, type PrinterHead } from '@diatribon/contract'
import { SpoolField } from '../forms/SpoolField.tsx'
import { told } from '../forms/told.ts'
import { useDraft, type DraftForm } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { MomentField, WhenField } from '../ui/dates.tsx'
import { ago, hours as inHours } from '../ui/words.ts'
import {
  actionOf,
  emptyFields,
  evidenceAction,
  evidenceNames,
  type EvidenceFields,
  type EvidenceName,
} from './evidenceActions.ts'

interface Draft extends EvidenceFields {
  what: EvidenceName
  at: string | undefined
}

const begun: Draft = { ...emptyFields, what: 'meter', at: undefined }

/** Evidence about a printer's counters, of whatever kind there is; the meter first, since it is right in total. */
export function CountForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const { nowMs } = useSession()
  const form = useDraft(begun, {
    kind: ({ what }) => actionOf[what],
    done: `${printer.name}: counted`,
    onClose,
  })
  const Fields = fieldsOf[form.draft.what]
  return (
    <ActionDialog
      title={`Count hours: ${printer.name}`}
      verb="Count"
      {...form.sheet(({ what, at, ...fields }) => {
        const action = evidenceAction(what, printer.id, fields)
        return typeof action === 'string' ? action : { ...action, ...told({ at }) }
      })}
    >
      <Select
        label="What do you know?"
        data={(Object.keys(evidenceNames) as EvidenceName[]).map((value) => ({ value, label: evidenceNames[value] }))}
        {...form.oneOf('what')}
      />
      <Fields key={form.draft.what} form={form} printer={printer} />
      <WhenField {...form.choice('at')} />
      {form.draft.what !== 'meter' && (
        <p className="quiet">
          Last counted {ago(printer.countedAt, nowMs())}. Where a meter reading covers the same time, the meter is right
          in total and this says when.
        </p>
      )}
    </ActionDialog>
  )
}

interface Part {
  form: DraftForm<Draft>
}

const fieldsOf: Record<EvidenceName, (props: Part & { printer: PrinterHead }) => ReactNode> = {
  meter: MeterFields,
  job: JobFields,
  tally: TallyFields,
  goods: GoodsFields,
  spool: SpoolFields,
  idle: IdleFields,
}

function AbrasiveField({ form }: Part) {
  return <Checkbox label="Abrasive filament (glow, carbon, metal, wood)" mt="sm" size="md" {...form.tick('abrasive')} />
}

function Claim({ hours }: { hours: number }) {
  return (
    <p aria-live="polite" style={{ minHeight: '1.5em', margin: '6px 0' }}>
      {hours > 0 && `That is ${inHours(hours)} of running.`}
    </p>
  )
}

/** The printer's own meter, read and written down. */
function MeterFields({ form, printer }: Part & { printer: PrinterHead }) {
  const { nowMs } = useSession()
  const { draft, figure, choice } = form
  const { meterHours: value, meter, at } = draft
  const began = meter === 'was reset' ? 0 : (draft.newMeterBeganAt ?? 0)
  const gain = value === undefined ? null : meter === 'went on' ? value - printer.meterHours : value - began
  const passed = ((at ? Date.parse(at) : nowMs()) - Date.parse(printer.countedAt)) / 3600_000
  return (
    <>
      <FigureField
        label="Meter of the printer, in hours"
        description={`It stood at ${printer.meterHours.toLocaleString('en-GB')} h ${ago(printer.countedAt, nowMs())}.`}
        size="lg"
        data-autofocus
        {...figure('meterHours')}
      />
      <GainWords gain={gain} passed={passed} at={at} />
      <Radio.Group label="The meter" {...choice('meter')}>
        <Radio value="went on" label="went on as before" size="md" mt={6} />
        <Radio value="was reset" label="was reset (firmware flashed, board changed)" size="md" mt={6} />
        <Radio value="was replaced" label="was replaced by another one" size="md" mt={6} />
      </Radio.Group>
      {meter === 'was replaced' && (
        <FigureField label="The new meter began at, in hours" {...figure('newMeterBeganAt')} required />
      )}
      {meter !== 'went on' && (
        <FigureField label="The old meter ended at, in hours (if somebody looked)" {...figure('oldMeterEndedAt')} />
      )}
    </>
  )
}

function JobFields({ form }: Part) {
  const { figure, choice, words } = form
  return (
    <>
      <FigureField label="Running hours" data-autofocus {...figure('hours')} />
      <FigureField label="Filament, in metres (if known)" {...figure('metres')} />
      <SpoolField {...choice('spoolId')} />
      <AbrasiveField form={form} />
      <Radio.Group label="How did it end?" mt="sm" {...choice('outcome')}>
        <SimpleGrid cols={3} mt={6}>
          {jobOutcomes.map((value) => (
            <Radio key={value} value={value} label={value} size="md" />
          ))}
        </SimpleGrid>
      </Radio.Group>
      <TextInput label="Name of the job (if it has one)" mt="sm" {...words('name')} />
    </>
  )
}

function TallyFields({ form }: Part) {
  const { draft, figure, choice } = form
  return (
    <>
      <MomentField label="Since when?" {...choice('from')} />
      <FigureField label="Prints" {...figure('prints')} />
      <FigureField label="Minutes of one print, about" {...figure('minutesEach')} />
      <Claim hours={((draft.prints ?? 0) * (draft.minutesEach ?? 0)) / 60} />
    </>
  )
}

function GoodsFields({ form }: Part) {
  const { draft, figure, choice, words } = form
  return (
    <>
      <TextInput label="What was made?" mt="sm" {...words('goods')} />
      <MomentField label="Since when?" {...choice('from')} />
      <FigureField label="Pieces" {...figure('pieces')} />
      <FigureField label="Minutes of one piece" {...figure('minutesEach')} />
      <FigureField label="Pieces in one print (1 when empty)" {...figure('piecesPerPrint')} />
      <Claim hours={((draft.pieces ?? 0) * (draft.minutesEach ?? 0)) / 60} />
    </>
  )
}

function SpoolFields({ form }: Part) {
  const { draft, figure, choice } = form
  return (
    <>
      <SpoolField {...choice('spoolId')} />
      {!draft.spoolId && (
        <>
          <FigureField label="Filament that was on it, in grams" {...figure('netGrams')} />
          <FigureField label="Diameter, in mm" {...figure('diameterMm')} />
          <FigureField label="Density, in g/cm³" {...figure('densityGPerCm3')} />
          <AbrasiveField form={form} />
        </>
      )}
      <MomentField label="When was it put on?" description="Empty: since the spool before it." {...choice('from')} />
    </>
  )
}

function IdleFields({ form }: Part) {
  return (
    <>
      <MomentField label="Since when did nothing run?" {...form.choice('from')} />
      <TextInput label="Why?" mt="sm" {...form.words('reason')} />
    </>
  )
}

function GainWords({ gain, passed, at }: { gain: number | null; passed: number; at: string | undefined }) {
  return (
    <p aria-live="polite" style={{ minHeight: '1.5em', margin: '6px 0' }}>
      {gain !== null && gain >= 0 && `That is ${inHours(gain)} more.`}
      {gain !== null && gain > passed + 1 && passed > 0 && (
        <b style={{ color: 'var(--soon)' }}>
          {' '}
          Only {inHours(passed)} have passed since the last count: read the meter again.
        </b>
      )}
      {gain !== null && gain < 0 && !at && (
        <b style={{ color: 'var(--overdue)' }}>
          {' '}
          That is less than before. Read again, or say that the meter was reset.
        </b>
      )}
    </p>
  )
}
