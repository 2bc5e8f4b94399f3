import { given } from '@diatribon/core'
import { Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import {
  clocks,
  fromMinor,
  signOffs,
  toMinor,
  type Clock,
  type PartJoint,
  type PartType,
  type SignOff,
  type Site,
} from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useSetAction } from '../session/useSetAction.ts'
import { JointsField } from './JointsField.tsx'
import { useSlotKinds } from '../reads/useSlotKinds.ts'

const unitOf: Record<Clock, string> = {
  hours: 'running hours',
  prints: 'prints',
  metres: 'metres of filament',
  'abrasive metres': 'metres of abrasive filament',
  days: 'days',
}

const inUnit = (minor: number | null | undefined, currency: string) =>
  minor == null ? undefined : fromMinor(minor, currency)

const ownKind = 'a kind of our own …'
const noWork = 'none of these: no sign-off needed'

/** A line of the part catalogue: new, changed, or copied from another. */
export function PartTypeForm({ from, copy, onClose }: { from: PartType | null; copy: boolean; onClose: () => void }) {
  const { site } = useSession()
  const changing = from !== null && !copy
  const { submit, problem, fields, busy } = useSetAction(changing ? 'Part type changed' : 'Part type added', onClose)
  const [name, setName] = useState(copy ? `${given(from).name} (copy)` : (from?.name ?? ''))
  const [slotKind, setSlotKind] = useState(from?.slotKind ?? '')
  const [ownName, setOwnName] = useState('')
  const [work, setWork] = useState<string | null>(null)
  const [missing, setMissing] = useState<string | null>(null)
  const { names } = useSlotKinds()
  const kindNames = [...new Set([...names, ...(from ? [from.slotKind] : [])])]
  const [price, setPrice] = useState<number | undefined>(inUnit(from?.priceMinor, site.currency))
  const [minutes, setMinutes] = useState<number | undefined>(from?.minutes)
  const [extra, setExtra] = useState<number | undefined>(inUnit(from?.failureExtraMinor, site.currency))
  const [agesBy, setAgesBy] = useState<Clock>(from?.agesBy ?? 'hours')
  const [tradeInterval, setTradeInterval] = useState<number | undefined>(from?.tradeInterval)
  const [maxNozzleC, setMaxNozzleC] = useState<number | undefined>(from?.maxNozzleC ?? undefined)
  const [abrasiveMost, setAbrasiveMost] = useState<number | undefined>(from?.abrasiveMetresMost ?? undefined)
  const [nozzleMm, setNozzleMm] = useState<number | undefined>(from?.nozzleMm ?? undefined)
  const [tradeWeight, setTradeWeight] = useState<number | undefined>(from?.tradeWeight ?? 1)
  const [abrasive, setAbrasive] = useState(
    from?.toleratesAbrasive == null ? 'does not matter' : from.toleratesAbrasive ? 'stands it' : 'is eaten by it',
  )
  const [joints, setJoints] = useState<PartJoint[]>(from?.joints ?? [])
  return (
    <ActionDialog
      title={changing ? `Change: ${from.name}` : 'New part type'}
      verb={changing ? 'Change' : 'Add'}
      busy={busy}
      problem={missing ? new Error(missing) : problem}
      onClose={onClose}
      onSubmit={() => {
        const isOwn = slotKind === ownKind
        if (!slotKind) return setMissing('Choose the kind of slot it fits.')
        if (isOwn && !work) return setMissing('Say what work it is to change a part there.')
        setMissing(null)
        const part = {
          partTypeId: changing ? from.id : newKey(),
          name,
          slotKind: isOwn ? ownName.trim() : slotKind,
          priceMinor: price === undefined ? null : toMinor(price, site.currency),
          minutes: minutes ?? 0,
          failureExtraMinor: extra === undefined ? null : toMinor(extra, site.currency),
          agesBy,
          tradeInterval: tradeInterval ?? 0,
          ...(tradeWeight === undefined ? {} : { tradeWeight }),
          ...(maxNozzleC === undefined ? {} : { maxNozzleC }),
          ...(slotKind === 'nozzle' && nozzleMm !== undefined ? { nozzleMm } : {}),
          ...(abrasiveMost === undefined ? {} : { abrasiveMetresMost: abrasiveMost }),
          ...(joints.length > 0 ? { joints } : {}),
          ...(abrasive === 'does not matter' ? {} : { toleratesAbrasive: abrasive === 'stands it' }),
        }
        if (!isOwn) return void submit({ kind: changing ? 'change-part-type' : 'add-part-type', ...part })
        void submit([
          {
            kind: 'add-slot-kind',
            slotKindId: newKey(),
            name: ownName.trim(),
            work: work === noWork ? null : (work as SignOff),
          },
          { kind: 'add-part-type', ...part },
        ])
      }}
    >
      <KindFields
        name={name}
        setName={setName}
        fields={fields}
        changing={changing}
        kindNames={kindNames}
        slotKind={slotKind}
        setSlotKind={setSlotKind}
        ownName={ownName}
        setOwnName={setOwnName}
        work={work}
        setWork={setWork}
      />
      <CostFields
        site={site}
        price={price}
        setPrice={setPrice}
        fields={fields}
        minutes={minutes}
        setMinutes={setMinutes}
        extra={extra}
        setExtra={setExtra}
      />
      <AgeingFields
        agesBy={agesBy}
        setAgesBy={setAgesBy}
        tradeInterval={tradeInterval}
        setTradeInterval={setTradeInterval}
        fields={fields}
      />
      <FigureField
        label="How much that interval counts"
        description="1: as much as about one failure of our own; 3: as much as three. Fewer own failures then change less."
        min={0.05}
        max={50}
        value={tradeWeight}
        onChange={setTradeWeight}
        error={fields.tradeWeight}
      />
      {slotKind === 'nozzle' && (
        <FigureField
          label="Opening of the nozzle, in mm"
          description="A job file that was made for another one is stopped."
          value={nozzleMm}
          onChange={setNozzleMm}
          error={fields.nozzleMm}
        />
      )}
      {agesBy !== 'abrasive metres' && (
        <FigureField
          label="Metres of abrasive filament at most (optional)"
          description="It falls due by these or by its interval, whichever comes first. Plain filament does not count."
          value={abrasiveMost}
          onChange={setAbrasiveMost}
          error={fields.abrasiveMetresMost}
        />
      )}
      <StandsFields
        maxNozzleC={maxNozzleC}
        setMaxNozzleC={setMaxNozzleC}
        fields={fields}
        abrasive={abrasive}
        setAbrasive={setAbrasive}
      />
      <JointsField joints={joints} onChange={setJoints} fields={fields} />
    </ActionDialog>
  )
}

/** A kind of slot that the table does not have: what work it is must be said, so that its sign-off is asked for. */
function OwnKindFields(props: {
  name: string
  onName: (name: string) => void
  work: string | null
  onWork: (work: string | null) => void
  fields: Record<string, string>
}) {
  const { name, onName, work, onWork, fields } = props
  return (
    <>
      <TextInput
        label="What the kind is called"
        required
        mt="sm"
        maxLength={60}
        value={name}
        onChange={(e) => onName(e.currentTarget.value)}
        error={fields.name}
      />
      <Select
        label="What work it is to change such a part"
        description="Mains is for a qualified electrical person, by the local rules."
        required
        mt="sm"
        data={[...signOffs, noWork]}
        value={work}
        onChange={onWork}
        error={fields.work}
      />
    </>
  )
}

function CostFields(props: {
  site: Site
  price: number | undefined
  setPrice: (value: number | undefined) => void
  fields: Record<string, string>
  minutes: number | undefined
  setMinutes: (value: number | undefined) => void
  extra: number | undefined
  setExtra: (value: number | undefined) => void
}) {
  const { site, price, setPrice, fields, minutes, setMinutes, extra, setExtra } = props
  return (
    <>
      <FigureField
        label={`Price, in ${site.currency}`}
        description="Empty: not known yet. Then costs cannot be compared."
        min={0}
        decimals={2}
        value={price}
        onChange={setPrice}
        error={fields.priceMinor}
      />
      <FigureField
        label="Minutes of work for a replacement in time"
        required
        min={0}
        value={minutes}
        onChange={setMinutes}
        error={fields.minutes}
      />
      <FigureField
        label={`What a failure costs on top, in ${site.currency}`}
        description="Lost print, time down, clean-up. Empty: not known yet."
        min={0}
        decimals={2}
        value={extra}
        onChange={setExtra}
        error={fields.failureExtraMinor}
      />
    </>
  )
}

function KindFields(props: {
  name: string
  setName: (value: string) => void
  fields: Record<string, string>
  changing: boolean
  kindNames: string[]
  slotKind: string
  setSlotKind: (value: string) => void
  ownName: string
  setOwnName: (value: string) => void
  work: string | null
  setWork: (value: string | null) => void
}) {
  const { name, setName, fields, changing, kindNames, slotKind, setSlotKind, ownName, setOwnName, work, setWork } =
    props
  return (
    <>
      <TextInput
        label="Name"
        required
        maxLength={80}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={fields.name}
        data-autofocus
      />
      <Select
        label="Kind of slot it fits"
        description="The kind says what work a change is, and which cautions stand beside it."
        required
        searchable
        mt="sm"
        disabled={changing}
        data={[...kindNames, ownKind]}
        value={slotKind || null}
        onChange={(kind) => setSlotKind(kind ?? '')}
        error={fields.slotKind}
      />
      {slotKind === ownKind && (
        <OwnKindFields name={ownName} onName={setOwnName} work={work} onWork={setWork} fields={fields} />
      )}
    </>
  )
}

function AgeingFields(props: {
  agesBy: 'hours' | 'prints' | 'metres' | 'abrasive metres' | 'days'
  setAgesBy: (value: 'hours' | 'prints' | 'metres' | 'abrasive metres' | 'days') => void
  tradeInterval: number | undefined
  setTradeInterval: (value: number | undefined) => void
  fields: Record<string, string>
}) {
  const { agesBy, setAgesBy, tradeInterval, setTradeInterval, fields } = props
  return (
    <>
      <Select
        label="It ages by"
        description="All clocks are kept; this one is judged by."
        mt="sm"
        data={clocks.map((clock) => ({ value: clock, label: unitOf[clock] }))}
        value={agesBy}
        onChange={(value) => setAgesBy(value as Clock)}
        allowDeselect={false}
      />
      <FigureField
        label={`Usual interval, in ${unitOf[agesBy]}`}
        description="Goes by until the workshop’s own failures teach a better one."
        required
        min={0}
        value={tradeInterval}
        onChange={setTradeInterval}
        error={fields.tradeInterval}
      />
    </>
  )
}

function StandsFields(props: {
  maxNozzleC: number | undefined
  setMaxNozzleC: (value: number | undefined) => void
  fields: Record<string, string>
  abrasive: string
  setAbrasive: (value: string) => void
}) {
  const { maxNozzleC, setMaxNozzleC, fields, abrasive, setAbrasive } = props
  return (
    <>
      <FigureField
        label="Highest nozzle temperature it stands, in °C"
        description="For liners and tubes; empty when it sets no limit."
        value={maxNozzleC}
        onChange={setMaxNozzleC}
        error={fields.maxNozzleC}
      />
      <Select
        label="Abrasive filament"
        mt="sm"
        data={['does not matter', 'stands it', 'is eaten by it']}
        value={abrasive}
        onChange={(value) => value && setAbrasive(value)}
        allowDeselect={false}
      />
    </>
  )
}
