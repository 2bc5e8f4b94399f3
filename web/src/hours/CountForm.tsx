import { Checkbox, Radio, Select, SimpleGrid, TextInput } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import { jobOutcomes, type PrinterHead } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { SpoolField } from '../forms/SpoolField.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../session/useAction.ts'
import { MomentField, WhenField } from '../ui/dates.tsx'
import { ago, hours as inHours } from '../ui/words.ts'
import {
  emptyFields,
  evidenceAction,
  evidenceNames,
  type EvidenceFields,
  type EvidenceName,
} from './evidenceActions.ts'

/** Evidence about a printer's counters, of whatever kind there is; the meter first, since it is right in total. */
export function CountForm({ printer, onClose }: { printer: PrinterHead; onClose: () => void }) {
  const { nowMs } = useSession()
  const { submit, problem, fields: wrong, busy } = useAction(`${printer.name}: counted`, onClose)
  const [kind, setKind] = useState<EvidenceName>('meter')
  const [fields, setFields] = useState<EvidenceFields>(emptyFields)
  const [at, setAt] = useState<string>()
  const [missing, setMissing] = useState<string | null>(null)
  const set = (change: Partial<EvidenceFields>) => setFields({ ...fields, ...change })
  const onSubmit = () => {
    const action = evidenceAction(kind, printer.id, fields)
    if (typeof action === 'string') return setMissing(action)
    setMissing(null)
    void submit({ ...action, ...(at ? { at } : {}) })
  }
  const since = (label: string, description?: string) => (
    <MomentField
      label={label}
      description={description}
      value={fields.from}
      onChange={(from) => set({ from })}
      error={wrong.from}
    />
  )
  return (
    <ActionDialog
      title={`Count hours: ${printer.name}`}
      verb="Count"
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={onSubmit}
    >
      <Select
        label="What do you know?"
        data={Object.entries(evidenceNames).map(([value, label]) => ({ value, label }))}
        value={kind}
        onChange={(value) => {
          setKind(value as EvidenceName)
          setMissing(null)
        }}
        allowDeselect={false}
      />
      {kind === 'meter' && <MeterFields {...{ printer, fields, set, wrong, at, nowMs }} />}
      {kind === 'job' && <JobFields fields={fields} set={set} wrong={wrong} />}
      {kind === 'tally' && <TallyFields since={since} fields={fields} set={set} wrong={wrong} />}
      {kind === 'goods' && <GoodsFields fields={fields} set={set} wrong={wrong} since={since} />}
      {kind === 'spool' && <SpoolFields fields={fields} set={set} wrong={wrong} since={since} />}
      {kind === 'idle' && <IdleFields since={since} fields={fields} set={set} wrong={wrong} />}
      <WhenField value={at} onChange={setAt} error={wrong.at} />
      {kind !== 'meter' && (
        <p className="quiet">
          Last counted {ago(printer.countedAt, nowMs())}. Where a meter reading covers the same time, the meter is right
          in total and this says when.
        </p>
      )}
    </ActionDialog>
  )
}

interface Part {
  fields: EvidenceFields
  set: (change: Partial<EvidenceFields>) => void
}

interface Fields extends Part {
  wrong: Record<string, string>
}

/** The field that asks since when. */
type Since = (label: string, description?: string) => ReactNode

function AbrasiveField({ fields, set }: Part) {
  return (
    <Checkbox
      label="Abrasive filament (glow, carbon, metal, wood)"
      mt="sm"
      size="md"
      checked={fields.abrasive}
      onChange={({ currentTarget }) => set({ abrasive: currentTarget.checked })}
    />
  )
}

function Claim({ hours }: { hours: number }) {
  return (
    <p aria-live="polite" style={{ minHeight: '1.5em', margin: '6px 0' }}>
      {hours > 0 && `That is ${inHours(hours)} of running.`}
    </p>
  )
}

/** The printer's own meter, read and written down. */
function MeterFields(
  props: Part & { printer: PrinterHead; wrong: Record<string, string>; at: string | undefined; nowMs: () => number },
) {
  const { printer, fields, set, wrong, at, nowMs } = props
  const { meterHours: value, meter } = fields
  const began = meter === 'was reset' ? 0 : (fields.newMeterBeganAt ?? 0)
  const gain = value === undefined ? null : meter === 'went on' ? value - printer.meterHours : value - began
  const passed = ((at ? Date.parse(at) : nowMs()) - Date.parse(printer.countedAt)) / 3600_000
  return (
    <>
      <FigureField
        label="Meter of the printer, in hours"
        description={`It stood at ${printer.meterHours.toLocaleString('en-GB')} h ${ago(printer.countedAt, nowMs())}.`}
        value={value}
        onChange={(meterHours) => set({ meterHours })}
        min={0}
        required
        size="lg"
        data-autofocus
        error={wrong.meterHours}
      />
      <GainWords gain={gain} passed={passed} at={at} />
      <Radio.Group label="The meter" value={meter} onChange={(next) => set({ meter: next as EvidenceFields['meter'] })}>
        <Radio value="went on" label="went on as before" size="md" mt={6} />
        <Radio value="was reset" label="was reset (firmware flashed, board changed)" size="md" mt={6} />
        <Radio value="was replaced" label="was replaced by another one" size="md" mt={6} />
      </Radio.Group>
      {meter === 'was replaced' && (
        <FigureField
          label="The new meter began at, in hours"
          required
          value={fields.newMeterBeganAt}
          onChange={(newMeterBeganAt) => set({ newMeterBeganAt })}
          error={wrong.newMeterBeganAt}
        />
      )}
      {meter !== 'went on' && (
        <FigureField
          label="The old meter ended at, in hours (if somebody looked)"
          value={fields.oldMeterEndedAt}
          onChange={(oldMeterEndedAt) => set({ oldMeterEndedAt })}
          error={wrong.oldMeterEndedAt}
        />
      )}
    </>
  )
}

function JobFields({ fields, set, wrong }: Fields) {
  return (
    <>
      <FigureField
        label="Running hours"
        required
        min={0}
        value={fields.hours}
        onChange={(hours) => set({ hours })}
        error={wrong.hours}
        data-autofocus
      />
      <FigureField
        label="Filament, in metres (if known)"
        min={0}
        value={fields.metres}
        onChange={(metres) => set({ metres })}
        error={wrong.metres}
      />
      <SpoolField value={fields.spoolId} onChange={(spoolId) => set({ spoolId })} />
      <AbrasiveField fields={fields} set={set} />
      <Radio.Group
        label="How did it end?"
        mt="sm"
        value={fields.outcome}
        onChange={(value) => set({ outcome: value as EvidenceFields['outcome'] })}
      >
        <SimpleGrid cols={3} mt={6}>
          {jobOutcomes.map((value) => (
            <Radio key={value} value={value} label={value} size="md" />
          ))}
        </SimpleGrid>
      </Radio.Group>
      <TextInput
        label="Name of the job (if it has one)"
        mt="sm"
        maxLength={200}
        value={fields.name}
        onChange={(e) => set({ name: e.currentTarget.value })}
      />
    </>
  )
}

function TallyFields({ fields, set, wrong, since }: Fields & { since: Since }) {
  return (
    <>
      {since('Since when?')}
      <FigureField
        label="Prints"
        required
        min={1}
        allowDecimal={false}
        value={fields.prints}
        onChange={(prints) => set({ prints })}
        error={wrong.prints}
      />
      <FigureField
        label="Minutes of one print, about"
        required
        min={0}
        value={fields.minutesEach}
        onChange={(minutesEach) => set({ minutesEach })}
        error={wrong.minutesEach}
      />
      <Claim hours={((fields.prints ?? 0) * (fields.minutesEach ?? 0)) / 60} />
    </>
  )
}

function GoodsFields({ fields, set, wrong, since }: Fields & { since: Since }) {
  return (
    <>
      <TextInput
        label="What was made?"
        mt="sm"
        required
        maxLength={120}
        value={fields.goods}
        onChange={(e) => set({ goods: e.currentTarget.value })}
        error={wrong.goods}
      />
      {since('Since when?')}
      <FigureField
        label="Pieces"
        required
        min={1}
        allowDecimal={false}
        value={fields.pieces}
        onChange={(pieces) => set({ pieces })}
        error={wrong.pieces}
      />
      <FigureField
        label="Minutes of one piece"
        required
        min={0}
        value={fields.minutesEach}
        onChange={(minutesEach) => set({ minutesEach })}
        error={wrong.minutesEach}
      />
      <FigureField
        label="Pieces in one print (1 when empty)"
        min={1}
        allowDecimal={false}
        value={fields.piecesPerPrint}
        onChange={(piecesPerPrint) => set({ piecesPerPrint })}
        error={wrong.piecesPerPrint}
      />
      <Claim hours={((fields.pieces ?? 0) * (fields.minutesEach ?? 0)) / 60} />
    </>
  )
}

function SpoolFields({ fields, set, wrong, since }: Fields & { since: Since }) {
  return (
    <>
      <SpoolField value={fields.spoolId} onChange={(spoolId) => set({ spoolId })} />
      {!fields.spoolId && (
        <>
          <FigureField
            label="Filament that was on it, in grams"
            min={0}
            value={fields.netGrams}
            onChange={(netGrams) => set({ netGrams })}
            error={wrong.netGrams}
          />
          <FigureField
            label="Diameter, in mm"
            value={fields.diameterMm}
            onChange={(diameterMm) => set({ diameterMm })}
            error={wrong.diameterMm}
          />
          <FigureField
            label="Density, in g/cm³"
            value={fields.densityGPerCm3}
            onChange={(densityGPerCm3) => set({ densityGPerCm3 })}
            error={wrong.densityGPerCm3}
          />
          <AbrasiveField fields={fields} set={set} />
        </>
      )}
      {since('When was it put on?', 'Empty: since the spool before it.')}
    </>
  )
}

function IdleFields({ fields, set, wrong, since }: Fields & { since: Since }) {
  return (
    <>
      {since('Since when did nothing run?')}
      <TextInput
        label="Why?"
        mt="sm"
        required
        maxLength={500}
        value={fields.reason}
        onChange={(e) => set({ reason: e.currentTarget.value })}
        error={wrong.reason}
      />
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
