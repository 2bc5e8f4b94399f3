import { given } from '@diatribon/core'
import { Select } from '@mantine/core'
import { removalReasons, type PrinterPage, type RemovalReason } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { Caution } from '../forms/Caution.tsx'
import { usePartTypes } from '../reads/parts.ts'
import { useHandsOn } from '../forms/useHandsOn.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { WhenField } from '../ui/dates.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { amount } from '../ui/words.ts'

/** What belongs together is changed in one go, each part with its own reason. */
export function SwapKitForm({ page, kitName, onClose }: { page: PrinterPage; kitName: string; onClose: () => void }) {
  const { printer, slots, kits } = page
  const kit = given(kits.find(({ name }) => name === kitName))
  const members = slots.filter(({ name }) => kit.slots.includes(name))
  const { data: catalogue = [] } = usePartTypes()
  const { draft, set, words, choice, sheet } = useDraft(
    {
      reasons: {} as Record<string, RemovalReason>,
      picked: {} as Record<string, string>,
      note: '',
      at: undefined as string | undefined,
    },
    { kind: 'swap-kit', done: `${printer.name}: ${kit.name} swapped`, onClose },
  )
  const kinds = members.map(({ kind }) => kind)
  const hands = useHandsOn(kinds, page.modelId)
  return (
    <ActionDialog
      title={`${kit.name}: ${printer.name}`}
      verb="Swap all"
      {...sheet(({ reasons, picked, note, at }) => {
        const swaps = []
        for (const { id, name, duty } of members) {
          const [removalReason, partTypeId] = [reasons[id], picked[id] ?? duty?.partType.id]
          if (!removalReason || !partTypeId) return `Say why the old part comes out of ${name}, and what goes in.`
          swaps.push({ slotId: id, ...told({ fittingId: duty?.fittingId }), removalReason, partTypeId })
        }
        if (!hands.isReady) return hands.notReady
        return {
          kind: 'swap-kit',
          printerId: printer.id,
          kit: kit.name,
          swaps,
          ...hands.confirmed,
          ...told({ note, at }),
        }
      })}
    >
      <Caution slotKinds={kinds} />
      {hands.field}
      {members.map(({ id, name, kind, duty }) => (
        <fieldset key={id} style={{ border: '1px solid var(--rule)', margin: '8px 0', padding: '4px 12px 12px' }}>
          <legend>
            <b>{name}</b>
            {duty && ` ${duty.partType.name}, ${amount(duty.age, duty.clock)} old`}
          </legend>
          <Select
            label={`Why does the old ${name} come out?`}
            data={[...removalReasons]}
            value={draft.reasons[id] ?? null}
            onChange={(reason) => set('reasons', (before) => ({ ...before, [id]: reason as RemovalReason }))}
            allowDeselect={false}
          />
          <Select
            label={`New part in ${name}`}
            mt="xs"
            data={catalogue
              .filter((type) => type.slotKind === kind)
              .map((type) => ({ value: type.id, label: type.name }))}
            value={draft.picked[id] ?? duty?.partType.id ?? null}
            onChange={(picked) => picked && set('picked', (before) => ({ ...before, [id]: picked }))}
            allowDeselect={false}
          />
        </fieldset>
      ))}
      <NoteField {...words('note')} />
      <WhenField {...choice('at')} />
    </ActionDialog>
  )
}
