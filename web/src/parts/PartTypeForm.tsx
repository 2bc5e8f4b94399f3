import { Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { clocks, type Clock, type PartType } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'

const unitOf: Record<Clock, string> = {
  hours: 'running hours',
  prints: 'prints',
  metres: 'metres of filament',
  'abrasive metres': 'metres of abrasive filament',
  days: 'days',
}

const fromMinor = (minor: number | null | undefined) => (minor == null ? undefined : minor / 100)

/** A line of the part catalogue: new, changed, or copied from another. */
export function PartTypeForm({ from, copy, onClose }: { from: PartType | null; copy: boolean; onClose: () => void }) {
  const { site } = useSession()
  const changing = from !== null && !copy
  const { submit, problem, fields, busy } = useAction(changing ? 'Part type changed' : 'Part type added', onClose)
  const [name, setName] = useState(copy ? `${from!.name} (copy)` : (from?.name ?? ''))
  const [slotKind, setSlotKind] = useState(from?.slotKind ?? '')
  const [price, setPrice] = useState<number | undefined>(fromMinor(from?.priceMinor))
  const [minutes, setMinutes] = useState<number | undefined>(from?.minutes)
  const [extra, setExtra] = useState<number | undefined>(fromMinor(from?.failureExtraMinor))
  const [agesBy, setAgesBy] = useState<Clock>(from?.agesBy ?? 'hours')
  const [interval, setInterval] = useState<number | undefined>(from?.tradeInterval)
  const [maxNozzleC, setMaxNozzleC] = useState<number | undefined>(from?.maxNozzleC ?? undefined)
  const [abrasive, setAbrasive] = useState(
    from?.toleratesAbrasive == null ? 'does not matter' : from.toleratesAbrasive ? 'stands it' : 'is eaten by it',
  )
  return (
    <ActionDialog
      title={changing ? `Change: ${from.name}` : 'New part type'}
      verb={changing ? 'Change' : 'Add'}
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: changing ? 'change-part-type' : 'add-part-type',
          partTypeId: changing ? from.id : newKey(),
          name,
          slotKind,
          priceMinor: price === undefined ? null : Math.round(price * 100),
          minutes: minutes ?? 0,
          failureExtraMinor: extra === undefined ? null : Math.round(extra * 100),
          agesBy,
          tradeInterval: interval ?? 0,
          ...(maxNozzleC === undefined ? {} : { maxNozzleC }),
          ...(abrasive === 'does not matter' ? {} : { toleratesAbrasive: abrasive === 'stands it' }),
        })
      }
    >
      <TextInput
        label="Name"
        required
        maxLength={80}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={fields.name}
        data-autofocus
      />
      <TextInput
        label="Kind of slot it fits"
        description="Such as nozzle, belt, heat-break fan. It must be the same word as in the models."
        required
        mt="sm"
        maxLength={60}
        disabled={changing}
        value={slotKind}
        onChange={(e) => setSlotKind(e.currentTarget.value)}
        error={fields.slotKind}
      />
      <FigureField
        label={`Price, in ${site.currency}`}
        required
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
        description="Lost print, time down, clean-up."
        required
        min={0}
        decimals={2}
        value={extra}
        onChange={setExtra}
        error={fields.failureExtraMinor}
      />
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
        value={interval}
        onChange={setInterval}
        error={fields.tradeInterval}
      />
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
    </ActionDialog>
  )
}
