import { Select, TextInput } from '@mantine/core'
import { clocks, signOffs, type Clock, type PartType } from '@diatribon/contract'
import { useSetDraft, type DraftForm } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { JointsField } from './JointsField.tsx'
import { abrasiveWords, noWork, ownKind, partTypeActions, partTypeBegun, type PartTypeDraft } from './partTypeDraft.ts'
import { useSlotKinds } from '../reads/useSlotKinds.ts'

const unitOf: Record<Clock, string> = {
  hours: 'running hours',
  prints: 'prints',
  metres: 'metres of filament',
  'abrasive metres': 'metres of abrasive filament',
  days: 'days',
}

/** A line of the part catalogue: new, changed, or copied from another. */
export function PartTypeForm({ from, copy, onClose }: { from: PartType | null; copy: boolean; onClose: () => void }) {
  const { currency } = useSession().site
  const changing = from !== null && !copy
  const kind = changing ? 'change-part-type' : 'add-part-type'
  const form = useSetDraft(() => partTypeBegun(from, copy, currency), {
    kind,
    done: changing ? 'Part type changed' : 'Part type added',
    onClose,
  })
  const { draft, figure, oneOf } = form
  return (
    <ActionDialog
      title={changing ? `Change: ${from.name}` : 'New part type'}
      verb={changing ? 'Change' : 'Add'}
      {...form.sheet((draft) => partTypeActions(draft, kind, currency))}
    >
      <TextInput label="Name" data-autofocus {...form.words('name')} />
      <KindFields form={form} known={from} changing={changing} />
      <CostFields form={form} currency={currency} />
      <Select
        label="It ages by"
        description="All clocks are kept; this one is judged by."
        mt="sm"
        data={clocks.map((clock) => ({ value: clock, label: unitOf[clock] }))}
        {...oneOf('agesBy')}
      />
      <FigureField
        label={`Usual interval, in ${unitOf[draft.agesBy]}`}
        description="Goes by until the workshop’s own failures teach a better one."
        {...figure('tradeInterval')}
        min={0}
      />
      <FigureField
        label="How much that interval counts"
        description="1: as much as about one failure of our own; 3: as much as three. Fewer own failures then change less."
        {...figure('tradeWeight')}
      />
      {draft.slotKind === 'nozzle' && (
        <FigureField
          label="Opening of the nozzle, in mm"
          description="A job file that was made for another one is stopped."
          {...figure('nozzleMm')}
        />
      )}
      {draft.agesBy !== 'abrasive metres' && (
        <FigureField
          label="Metres of abrasive filament at most (optional)"
          description="It falls due by these or by its interval, whichever comes first. Plain filament does not count."
          {...figure('abrasiveMetresMost')}
        />
      )}
      <FigureField
        label="Highest nozzle temperature it stands, in °C"
        description="For liners and tubes; empty when it sets no limit."
        {...figure('maxNozzleC')}
      />
      <Select label="Abrasive filament" mt="sm" data={[...abrasiveWords]} {...oneOf('abrasive', 'toleratesAbrasive')} />
      <JointsField joints={form.rows('joints')} error={(i) => form.fields[`joints.${i}`]} />
    </ActionDialog>
  )
}

/** The kind of slot; where the table does not have it, what work it is must be said, so that its sign-off is asked for. */
function KindFields(props: { form: DraftForm<PartTypeDraft>; known: PartType | null; changing: boolean }) {
  const { form, known, changing } = props
  const { draft, choice, set, words } = form
  const { names } = useSlotKinds()
  return (
    <>
      <Select
        label="Kind of slot it fits"
        description="The kind says what work a change is, and which cautions stand beside it."
        searchable
        mt="sm"
        disabled={changing}
        data={[...new Set([...names, ...(known ? [known.slotKind] : [])]), ownKind]}
        {...choice('slotKind')}
        value={draft.slotKind || null}
        onChange={(kind) => set('slotKind', kind ?? '')}
      />
      {draft.slotKind === ownKind && (
        <>
          <TextInput label="What the kind is called" mt="sm" {...words('ownName', 'name')} required />
          <Select
            label="What work it is to change such a part"
            description="Mains is for a qualified electrical person, by the local rules."
            mt="sm"
            data={[...signOffs, noWork]}
            {...choice('work')}
            required
          />
        </>
      )}
    </>
  )
}

function CostFields({ form, currency }: { form: DraftForm<PartTypeDraft>; currency: string }) {
  const { figure, money } = form
  return (
    <>
      <FigureField
        label={`Price, in ${currency}`}
        description="Empty: not known yet. Then costs cannot be compared."
        {...money('price', 'priceMinor')}
      />
      <FigureField label="Minutes of work for a replacement in time" {...figure('minutes')} />
      <FigureField
        label={`What a failure costs on top, in ${currency}`}
        description="Lost print, time down, clean-up. Empty: not known yet."
        {...money('extra', 'failureExtraMinor')}
      />
    </>
  )
}
